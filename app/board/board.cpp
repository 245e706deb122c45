#include "board/board.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QToolTip>
#include <algorithm>
#include <cmath>

#include "board/layers.h"
#include "theme/theme.h"

namespace plucky::app {

Board::Board(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("board");
  setFocusPolicy(Qt::StrongFocus);
  setMouseTracking(true);
  setAccessibleName(tr("Board: the boat in profile and plan"));
  setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
  connect(session_, &Session::changed, this, [this] {
    // While a drag is on the scale stays, so that the boat does not breathe under the hand.
    if (!session_->dragging()) remap();
    update();
  });
  connect(session_, &Session::selection_changed, this, qOverload<>(&QWidget::update));
  connect(session_, &Session::boat_replaced, this, [this] {
    remap();
    set_station(session_->now().hull->model.box.centre().x());
  });
  remap();
}

void Board::remap() {
  map_ = BoardMap(session_->now(), size());
}

void Board::set_stage(Stage stage) {
  stage_ = stage;
  update();
}

void Board::set_station(double boat_x) {
  const Box3& box = session_->now().hull->model.box;
  station_ = std::clamp(boat_x, box.low.x() + 1e-4, box.high.x() - 1e-4);
  update();
}

void Board::show_subject(const Finding& finding) {
  if (const Part* part = session_->project().layout.find(finding.subject)) {
    session_->select(part->id);
    set_station(part->place.x());
  } else {
    for (const FloodPoint& f : session_->now().hull->model.flood_points)
      if (f.id == finding.subject && finding.subject != 0) return set_station(f.place.x());
    if (finding.id == "float.freeboard")
      set_station(session_->now().freeboard.least_place.x());
    else if (finding.id == "float.cg" || finding.id == "float.trim")
      set_station(session_->now().mass.cg.x());
  }
}

void Board::paintEvent(QPaintEvent*) {
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  LabelPlacer labels(QRectF(rect()).adjusted(4, 4, -4, -4));
  if (!map_.section_area().isNull()) labels.block(map_.section_area());
  labels.block(map_.ruler_area());
  const Vec3& cg = session_->now().mass.cg;
  for (const QPointF& at : {map_.profile(cg.x(), cg.z()), map_.plan(cg.x(), cg.y())})
    labels.block(QRectF(at - QPointF(11, 11), QSizeF(22, 22)));
  for (const Part& part : session_->project().layout.parts) {
    labels.avoid(part_in_profile(map_, part));
    labels.avoid(part_in_plan(map_, part));
  }
  Canvas c{painter, map_, *session_, labels, stage_, station_, guide_};
  paint_water(c);
  painter.setFont(ui_font(8.5, QFont::DemiBold));
  painter.setPen(look().muted);
  labels.place(painter, QPointF(40, 14), tr("Profile"), {{0, 0}});
  labels.place(painter, QPointF(40, map_.plan_area().top() + 12), tr("Plan"), {{-6, 0}});
  paint_hull(c);
  paint_rails(c);
  paint_parts(c);
  paint_water_front(c);
  paint_marks(c);
  label_hatches(c);
  paint_ruler(c);
  paint_section(c);
  if (hasFocus()) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(look().brass, 1.0));
    painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
  }
}

const Part* Board::part_at(const QPointF& at, Hold* where) const {
  // Smaller parts win, so that what lies under a big one can still be taken; the selected part wins over all.
  const Part* best = nullptr;
  double best_area = 1e300;
  for (const Part& part : session_->project().layout.parts) {
    const bool profile = part_in_profile(map_, part).adjusted(-2, -2, 2, 2).contains(at);
    const bool plan = part_in_plan(map_, part).adjusted(-2, -2, 2, 2).contains(at);
    if (!profile && !plan) continue;
    const double area =
        part.id == session_->selection() ? 0.0 : part.size.x() * (profile ? part.size.z() : part.size.y());
    if (area >= best_area) continue;
    best_area = area;
    best = &part;
    *where = profile ? Hold::part_in_profile : Hold::part_in_plan;
  }
  return best;
}

void Board::mousePressEvent(QMouseEvent* event) {
  if (event->button() != Qt::LeftButton) return;
  press_ = event->position();
  const bool on_ruler = map_.ruler_area().contains(press_);
  const bool on_handle =
      std::abs(press_.x() - map_.x(station_)) < 9 && std::abs(press_.y() - map_.ruler_area().top() - 10) < 14;
  if (on_ruler || on_handle) {
    hold_ = Hold::station;
    set_station(map_.boat_x(press_.x()));
    return;
  }
  Hold where = Hold::nothing;
  if (const Part* part = part_at(press_, &where)) {
    hold_ = last_view_ = where;
    grabbed_ = part->place;
    session_->select(part->id);
    session_->begin_drag();
  } else {
    session_->select(0);
  }
}

void Board::mouseMoveEvent(QMouseEvent* event) {
  if (hold_ == Hold::station)
    set_station(map_.boat_x(event->position().x()));
  else if (hold_ != Hold::nothing)
    drag_part(event->position(), !(event->modifiers() & Qt::AltModifier));
  else {
    Hold where = Hold::nothing;
    const bool over_ruler = map_.ruler_area().contains(event->position());
    setCursor(part_at(event->position(), &where) ? Qt::OpenHandCursor
              : over_ruler                       ? Qt::SplitHCursor
                                                 : Qt::ArrowCursor);
  }
}

void Board::drag_part(const QPointF& at, bool snap) {
  const Part* part = session_->selected_part();
  if (!part) return;
  const QPointF moved = (at - press_) / map_.scale();
  Vec3 place = grabbed_ + Vec3(moved.x(), 0.0, 0.0);
  if (hold_ == Hold::part_in_profile)
    place.z() -= moved.y();
  else
    place.y() -= moved.y();
  guide_ = {off, off};
  if (snap && part->rail == 0) place = snapped(*part, place);
  session_->preview({QString("%1 %2 \u2192 %3")
                         .arg(QString::fromStdString(part->name), session_->in_words(length_quantity(grabbed_.x())),
                              session_->in_words(length_quantity(place.x())))
                         .toStdString(),
                     MovePart{part->id, place}});
}

Vec3 Board::snapped(const Part& part, Vec3 place) {
  const double near = 6.0 / map_.scale();
  // Faces of bulkheads take an end of the part.
  double best = near;
  for (const Bulkhead& b : session_->project().hull.bulkheads)
    for (const double end :
         {b.x - 0.5 * part.size.x(), b.x + session_->project().hull.skin.frame_thickness + 0.5 * part.size.x()})
      if (std::abs(place.x() - end) < best) {
        best = std::abs(place.x() - end);
        guide_.setX(b.x);
        place.x() = end;
      }
  if (std::abs(place.y()) < near && hold_ == Hold::part_in_plan) {
    place.y() = 0.0;
    guide_.setY(0.0);
  }
  return place;
}

void Board::mouseReleaseEvent(QMouseEvent* event) {
  if (event->button() != Qt::LeftButton) return;
  const bool part = hold_ == Hold::part_in_profile || hold_ == Hold::part_in_plan;
  hold_ = Hold::nothing;
  guide_ = {off, off};
  if (!part) return;
  // A part let go wholly off the boat goes back to where it came from.
  const Part* held = session_->selected_part();
  Box3 reach = session_->now().hull->model.box;
  reach = reach.grown(0.3 * reach.size().y());
  if (held && !reach.overlaps(held->box())) {
    const QString name = QString::fromStdString(held->name);
    session_->cancel_drag();
    session_->refuse(tr("%1 was dropped outside the boat and went back to its place.").arg(name));
  } else {
    session_->end_drag();
  }
  update();
}

void Board::nudge(double dx, double dy) {
  const Part* part = session_->selected_part();
  if (!part) return;
  Vec3 place = part->place + Vec3(dx, 0.0, 0.0);
  if (last_view_ == Hold::part_in_plan)
    place.y() += dy;
  else
    place.z() += dy;
  session_->perform({tr("Nudge %1").arg(QString::fromStdString(part->name)).toStdString(), MovePart{part->id, place}});
}

void Board::choose_next(bool backwards) {
  const auto& parts = session_->project().layout.parts;
  if (parts.empty()) return;
  const auto it =
      std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == session_->selection(); });
  const auto n = static_cast<std::ptrdiff_t>(parts.size());
  std::ptrdiff_t i = it == parts.end() ? (backwards ? n - 1 : 0) : (it - parts.begin() + (backwards ? n - 1 : 1)) % n;
  session_->select(parts[static_cast<std::size_t>(i)].id);
}

void Board::keyPressEvent(QKeyEvent* event) {
  const double step = event->modifiers() & Qt::ShiftModifier ? 0.010
                      : event->modifiers() & Qt::AltModifier ? 0.0001
                                                             : 0.001;
  switch (event->key()) {
    case Qt::Key_Left:
      return nudge(-step, 0.0);
    case Qt::Key_Right:
      return nudge(step, 0.0);
    case Qt::Key_Up:
      return nudge(0.0, step);
    case Qt::Key_Down:
      return nudge(0.0, -step);
    case Qt::Key_PageUp:
      return choose_next(true);
    case Qt::Key_PageDown:
      return choose_next(false);
    case Qt::Key_Comma:
      return set_station(station_ - step);
    case Qt::Key_Period:
      return set_station(station_ + step);
    case Qt::Key_Escape:
      if (session_->dragging()) {
        hold_ = Hold::nothing;
        guide_ = {off, off};
        session_->cancel_drag();
      } else {
        session_->select(0);
      }
      return;
    case Qt::Key_Delete:
      if (const Part* part = session_->selected_part())
        session_->perform(
            {tr("Take out %1").arg(QString::fromStdString(part->name)).toStdString(), RemovePart{part->id}});
      return;
    default:
      QWidget::keyPressEvent(event);
  }
}

bool Board::event(QEvent* event) {
  if (event->type() == QEvent::ToolTip) {
    const auto* help = static_cast<QHelpEvent*>(event);
    Hold where = Hold::nothing;
    if (const Part* part = part_at(help->pos(), &where))
      QToolTip::showText(help->globalPos(),
                         tr("%1, %2, %3 from the transom")
                             .arg(QString::fromStdString(part->name),
                                  session_->shown(Quantity{part->effective_mass(), Dimension::mass}),
                                  session_->shown(length_quantity(part->place.x()))),
                         this);
    else
      QToolTip::hideText();
    return true;
  }
  return QWidget::event(event);
}

}  // namespace plucky::app
