// The board under the mouse: taking hold, dragging, snapping, letting go.
#include <QMouseEvent>
#include <QWheelEvent>
#include <algorithm>
#include <cmath>

#include "board/board.h"
#include "layout/arrange.h"
#include "settings/settings.h"
#include "stages/stages.h"

namespace plucky::app {

BoardPlane Board::plane_at(const QPointF& at) const {
  return at.y() < map_.ruler_area().center().y() ? BoardPlane::profile : BoardPlane::plan;
}

Vec3 Board::boat_point(const QPointF& at, BoardPlane plane) const {
  return plane == BoardPlane::profile ? Vec3(map_.boat_x(at.x()), 0.0, map_.boat_z(at.y()))
                                      : Vec3(map_.boat_x(at.x()), map_.boat_y(at.y()), 0.0);
}

const Part* Board::part_at(const QPointF& at, BoardPlane* plane) const {
  if (!state_.overlays.testFlag(Overlay::parts)) return nullptr;
  // Smaller parts win, so that what lies under a big one can still be taken; a selected part wins over all.
  const Part* best = nullptr;
  double best_area = 1e300;
  for (const Part& part : session_->project().layout.parts) {
    const bool profile = plane_at(at) == BoardPlane::profile;
    const QRectF body = profile ? part_in_profile(map_, part) : part_in_plan(map_, part);
    if (!body.adjusted(-2, -2, 2, 2).contains(at)) continue;
    const double area =
        session_->is_selected(part.id) ? 0.0 : part.size.x() * (profile ? part.size.z() : part.size.y());
    if (area >= best_area) continue;
    best_area = area;
    best = &part;
    *plane = profile ? BoardPlane::profile : BoardPlane::plan;
  }
  return best;
}

std::optional<Grip> Board::grip_under(const QPointF& at) const {
  return grip_at(session_->now(), map_, at, state_.overlays.testFlag(Overlay::handles),
                 state_.overlays.testFlag(Overlay::fittings), state_.overlays.testFlag(Overlay::drive),
                 state_.overlays.testFlag(Overlay::making));
}

void Board::mousePressEvent(QMouseEvent* event) {
  press_ = event->position();
  if (event->button() == Qt::MiddleButton) {
    hold_ = Hold::pan;
    plane_ = plane_at(press_);
    setCursor(Qt::ClosedHandCursor);
    return;
  }
  if (event->button() != Qt::LeftButton) return;
  if (take_card(press_)) return;
  const bool adding = event->modifiers() & (Qt::ShiftModifier | Qt::ControlModifier);
  if (measuring_) {
    hold_ = Hold::measure;
    const BoardPlane plane = plane_at(press_);
    state_.measure = Measure{plane, boat_point(press_, plane), boat_point(press_, plane)};
    return update();
  }
  if (map_.ruler_area().contains(press_)) {
    hold_ = Hold::station;
    return set_station(map_.boat_x(press_.x()));
  }
  if (const auto mark = mark_at(press_)) return emit mark_picked(mark->first->overlay, mark->second);
  if (state_.overlays.testFlag(Overlay::plumbing) && take_water(press_)) return;
  // Handles lie over everything; fittings are lines and give way to a part's body.
  std::optional<Grip> grip = grip_under(press_);
  BoardPlane plane{};
  const Part* part = grip && grip->goes_before_parts() ? nullptr : part_at(press_, &plane);
  if (part) {
    plane_ = plane;
    if (adding) return session_->toggle(part->id);
    if (!session_->is_selected(part->id)) session_->select(part->id);
    hold_ = Hold::parts;
    grabbed_ = session_->selected_parts();
    // The part under the hand leads: it snaps, the others follow.
    std::stable_partition(grabbed_.begin(), grabbed_.end(), [&](const Part& p) { return p.id == part->id; });
    return session_->begin_drag();
  }
  if (grip) {
    hold_ = Hold::grip;
    plane_ = grip->plane;
    measure_gain(*grip, session_->project().hull);
    if (grip->id != 0) session_->select(grip->id);
    grip_ = std::move(grip);
    return session_->begin_drag();
  }
  if (!adding) session_->select(0);
  hold_ = Hold::band;
}

namespace {

/// How near to a lower corner of the card the hand takes it to change its size, pixels.
constexpr double corner_reach = 13.0;

bool near_corner(const QPointF& at, const QPointF& corner) {
  return (at - corner).manhattanLength() <= corner_reach;
}

}  // namespace

bool Board::take_card(const QPointF& at) {
  const QRectF card = map_.section_area();
  if (card.isNull() || !card.adjusted(-4, -4, 4, 4).contains(at)) return false;
  card_ = card;
  card_left_ = near_corner(at, card.bottomLeft());
  hold_ = card_left_ || near_corner(at, card.bottomRight()) ? Hold::card_corner : Hold::card;
  setCursor(hold_ == Hold::card ? Qt::SizeAllCursor : card_left_ ? Qt::SizeBDiagCursor : Qt::SizeFDiagCursor);
  return true;
}

void Board::drag_card(const QPointF& at) {
  const QPointF by = at - press_;
  if (by.manhattanLength() < 4.0) return;
  QRectF card = card_;
  if (hold_ == Hold::card)
    card.translate(by);
  else if (card_left_)
    card.setBottomLeft({std::min(card.left() + by.x(), card.right() - BoardMap::least_card_width),
                        std::max(card.bottom() + by.y(), card.top() + BoardMap::least_card_height)});
  else
    card.setBottomRight({std::max(card.right() + by.x(), card.left() + BoardMap::least_card_width),
                         std::max(card.bottom() + by.y(), card.top() + BoardMap::least_card_height)});
  put_card(card);
}

void Board::put_card(const std::optional<QRectF>& pixels) {
  view_.card.reset();
  if (pixels)
    view_.card =
        QRectF(pixels->x() / width(), pixels->y() / height(), pixels->width() / width(), pixels->height() / height());
  remap();
  update();
}

void Board::enlarge_section() {
  const QRectF card = map_.section_area();
  if (card.isNull()) return;
  const double share = card.width() / width();
  // Its own size, then a third and a half of the board, then home again.
  const double next = share < 0.31 ? 0.33 : share < 0.48 ? 0.5 : 0.0;
  if (next == 0.0) {
    put_card({});
  } else {
    const QSizeF size(next * width(), std::min(1.1 * next * width(), 0.86 * height()));
    put_card(QRectF(QPointF(width() - size.width() - 8.0, 12.0), size));
  }
  settings::set_section_card(view_.card);
}

void Board::mouseDoubleClickEvent(QMouseEvent* event) {
  if (map_.section_area().contains(event->position())) {
    enlarge_section();
    return;
  }
  QWidget::mouseDoubleClickEvent(event);
}

std::optional<std::pair<const BoardLayer*, std::string>> Board::mark_at(const QPointF& at) const {
  for (const StageModule& module : stage_modules())
    for (const BoardLayer& layer : module.layers)
      if (layer.mark_at && state_.overlays.testFlag(layer.overlay))
        if (std::string key = layer.mark_at(*session_, map_, at); !key.empty())
          return std::pair{&layer, std::move(key)};
  return std::nullopt;
}

void Board::hover(const QPointF& at) {
  if (const QRectF card = map_.section_area(); !card.isNull() && card.contains(at))
    return setCursor(near_corner(at, card.bottomLeft())    ? Qt::SizeBDiagCursor
                     : near_corner(at, card.bottomRight()) ? Qt::SizeFDiagCursor
                                                           : Qt::OpenHandCursor);
  if (mark_at(at)) return setCursor(Qt::PointingHandCursor);
  if (measuring_) return setCursor(Qt::CrossCursor);
  if (map_.ruler_area().contains(at)) return setCursor(Qt::SplitHCursor);
  BoardPlane plane{};
  const auto grip = grip_under(at);
  if (grip && grip->handle) return setCursor(grip->handle->axis == 0 ? Qt::SizeHorCursor : Qt::SizeVerCursor);
  if (grip && grip->goes_before_parts())
    return setCursor(grip->kind == Grip::Kind::exit ? Qt::SizeHorCursor : Qt::SizeVerCursor);
  if (part_at(at, &plane)) return setCursor(Qt::OpenHandCursor);
  setCursor(
      grip ? (grip->kind == Grip::Kind::rail || grip->kind == Grip::Kind::hatch ? Qt::SizeAllCursor : Qt::SizeHorCursor)
           : Qt::ArrowCursor);
}

void Board::mouseMoveEvent(QMouseEvent* event) {
  const QPointF at = event->position();
  const bool snap = !(event->modifiers() & Qt::AltModifier);
  switch (hold_) {
    case Hold::none:
      return hover(at);
    case Hold::station:
      return set_station(map_.boat_x(at.x()));
    case Hold::parts:
      return drag_parts(at, snap);
    case Hold::grip:
      return drag_grip(at);
    case Hold::card:
    case Hold::card_corner:
      return drag_card(at);
    case Hold::water_item:
      return drag_water(at);
    case Hold::hose:
      state_.hose_to = at;
      return update();
    case Hold::pan:
      pan(at - press_, plane_);
      press_ = at;
      return;
    case Hold::measure: {
      Measure& m = *state_.measure;
      m.to = boat_point(at, m.plane);
      // Nearly level or plumb is meant level or plumb.
      const int other = m.plane == BoardPlane::profile ? 2 : 1;
      if (snap && std::abs(m.to[other] - m.from[other]) * map_.scale() < 5.0) m.to[other] = m.from[other];
      if (snap && std::abs(m.to.x() - m.from.x()) * map_.scale() < 5.0) m.to.x() = m.from.x();
      return update();
    }
    case Hold::band:
      if ((at - press_).manhattanLength() > 4.0) state_.band = QRectF(press_, at).normalized();
      return update();
  }
}

Vec3 Board::moved(const QPointF& at) const {
  const QPointF by = (at - press_) / map_.scale();
  return plane_ == BoardPlane::profile ? Vec3(by.x(), 0.0, -by.y()) : Vec3(by.x(), -by.y(), 0.0);
}

void Board::drag_parts(const QPointF& at, bool snap) {
  if (grabbed_.empty()) return;
  const Part& lead = grabbed_.front();
  Vec3 place = lead.place + moved(at);
  state_.guides.clear();
  if (snap && lead.rail == 0) place = snapped(lead, place);
  if (grabbed_.size() == 1) {
    session_->preview(
        {as_said(tr("%1 %2 \u2192 %3")
                     .arg(QString::fromStdString(lead.name), session_->in_words(length_quantity(lead.place.x())),
                          session_->in_words(length_quantity(place.x())))),
         MovePart{lead.id, place}});
  } else {
    session_->preview({as_said(tr("Move %1 parts").arg(grabbed_.size())),
                       ChangeParts{shifted(session_->project().layout, grabbed_, place - lead.place)}});
  }
}

void Board::drag_grip(const QPointF& at) {
  if (!grip_ || !session_->drag_start()) return;
  session_->preview(grip_edit(*grip_, session_->drag_start()->project, moved(at), *session_));
}

bool Board::take_water(const QPointF& at) {
  const BoardPlane plane = plane_at(at);
  if (const auto port = water_port_at(session_->now(), map_, plane, at); port && !port->taken) {
    plane_ = plane;
    hold_ = Hold::hose;
    hose_from_ = port;
    state_.hose_from = port_on_board(map_, plane, session_->project(), *port);
    state_.hose_to = at;
    return true;
  }
  const Id item = water_item_at(session_->now(), map_, plane, at);
  if (item == 0) return false;
  plane_ = plane;
  session_->select(item);
  hold_ = Hold::water_item;
  water_item_ = item;
  for (const HosePath& path : session_->now().hoses) {
    if (path.hose != item) continue;
    // The point of the hose nearest to the hand in this view, with its own third measure.
    double least = 1e9;
    for (std::size_t i = 1; i < path.points.size(); ++i)
      for (int k = 0; k <= 20; ++k) {
        const Vec3 r = path.points[i - 1] + (path.points[i] - path.points[i - 1]) * k / 20.0;
        const QPointF seen = on_board(map_, plane, r);
        if (const double d = (seen - at).manhattanLength(); d < least) least = d, water_taken_ = r;
      }
  }
  session_->begin_drag();
  return true;
}

void Board::drag_water(const QPointF& at) {
  if (!session_->drag_start() || (at - press_).manhattanLength() < 3.0) return;
  const Assessment& start = *session_->drag_start();
  session_->preview(move_water_item(start.project, start.hoses, water_item_, water_taken_, moved(at)));
}

void Board::drop_hose(const QPointF& at) {
  state_.hose_from.reset();
  state_.hose_to.reset();
  const WaterPort from = *std::exchange(hose_from_, std::nullopt);
  const auto to = water_port_at(session_->now(), map_, plane_at(at), at);
  if (!to || *to == from) {
    if ((at - press_).manhattanLength() > 12.0)
      session_->refuse(tr("A hose ends on a free port: draw from one brass ring to another."));
    return;
  }
  if (to->taken) return session_->refuse(tr("There is a hose on that port already."));
  if (to->fitting == from.fitting) return session_->refuse(tr("A hose from a fitting to itself would feed itself."));
  session_->perform(join_ports(session_->project(), from, *to));
}

namespace {

/// Something to snap to along one axis.
struct Mark {
  double at;
  QString name;
};

}  // namespace

void Board::snap_axis(const Part& part, Vec3& place, int axis) {
  const Project& p = session_->project();
  std::vector<Mark> marks;
  if (axis == 0)
    for (const Bulkhead& b : p.hull.bulkheads) {
      marks.push_back({b.x, QString::fromStdString(b.name)});
      marks.push_back({b.x + p.hull.skin.frame_thickness, QString::fromStdString(b.name)});
    }
  if (axis == 0)
    for (const Hatch& h : p.hull.hatches)
      for (const double end : {h.x, h.x + h.length}) marks.push_back({end, QString::fromStdString(h.name)});
  if (axis == 2)
    for (const Rail& r : p.layout.rails) marks.push_back({r.z, QString::fromStdString(r.name)});
  for (const Part& other : p.layout.parts) {
    if (session_->is_selected(other.id)) continue;
    for (const double side : {other.box().low[axis], other.box().high[axis]})
      marks.push_back({side, QString::fromStdString(other.name)});
  }
  const double half = 0.5 * part.size[axis];
  double best = 6.0 / map_.scale();
  std::optional<Guide> guide;
  const double wanted = place[axis];
  for (const Mark& m : marks)
    for (const double middle : {m.at - half, m.at + half})
      if (std::abs(wanted - middle) < best) {
        best = std::abs(wanted - middle);
        place[axis] = middle;
        guide = Guide{plane_, axis, m.at, m.name};
      }
  if (axis == 1 && std::abs(wanted) < 6.0 / map_.scale()) {
    place[axis] = 0.0;
    guide = Guide{plane_, axis, 0.0, tr("centre line")};
  }
  if (guide) state_.guides.push_back(*guide);
}

Vec3 Board::snapped(const Part& part, Vec3 place) {
  snap_axis(part, place, 0);
  snap_axis(part, place, plane_ == BoardPlane::profile ? 2 : 1);
  return place;
}

void Board::mouseReleaseEvent(QMouseEvent* event) {
  if (event->button() != Qt::LeftButton && event->button() != Qt::MiddleButton) return;
  const Hold held = std::exchange(hold_, Hold::none);
  state_.guides.clear();
  if (held == Hold::parts) drop_parts();
  if (held == Hold::grip) {
    session_->end_drag();
    grip_.reset();
  }
  if (held == Hold::card || held == Hold::card_corner) settings::set_section_card(view_.card);
  if (held == Hold::water_item) session_->end_drag();
  if (held == Hold::hose) drop_hose(event->position());
  if (held == Hold::band) finish_band(event->modifiers() & (Qt::ShiftModifier | Qt::ControlModifier));
  hover(event->position());
  update();
}

void Board::finish_band(bool add) {
  if (!state_.band) return;
  const QRectF band = *std::exchange(state_.band, std::nullopt);
  std::vector<Id> chosen = add ? session_->all_selected() : std::vector<Id>{};
  const bool profile = plane_at(press_) == BoardPlane::profile;
  for (const Part& p : session_->project().layout.parts)
    if (band.intersects(profile ? part_in_profile(map_, p) : part_in_plan(map_, p)) &&
        std::find(chosen.begin(), chosen.end(), p.id) == chosen.end())
      chosen.push_back(p.id);
  session_->select_all(std::move(chosen));
}

void Board::drop_parts() {
  grabbed_.clear();
  // Parts let go wholly off the boat go back to where they came from.
  Box3 reach = session_->now().hull->model.box;
  reach = reach.grown(0.3 * reach.size().y());
  for (const Part& p : session_->selected_parts())
    if (!reach.overlaps(p.box())) {
      session_->cancel_drag();
      return session_->refuse(
          tr("%1 was dropped outside the boat and went back to its place.").arg(QString::fromStdString(p.name)));
    }
  session_->end_drag();
}

void Board::wheelEvent(QWheelEvent* event) {
  const QPointF way = event->pixelDelta().isNull() ? QPointF(event->angleDelta()) / 2.0 : QPointF(event->pixelDelta());
  if (event->modifiers() & Qt::ShiftModifier)
    pan({way.x() + way.y(), 0.0}, plane_at(event->position()));
  else
    zoom(std::pow(1.2, event->angleDelta().y() / 120.0), event->position());
  event->accept();
}

}  // namespace plucky::app
