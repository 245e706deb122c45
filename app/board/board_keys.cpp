// The board under the keys.
#include <QKeyEvent>
#include <algorithm>

#include "board/board.h"
#include "layout/arrange.h"

namespace plucky::app {

void Board::nudge(double dx, double dy) {
  const std::vector<Part> parts = session_->selected_parts();
  const Vec3 by = plane_ == BoardPlane::plan ? Vec3(dx, dy, 0.0) : Vec3(dx, 0.0, dy);
  if (!parts.empty()) {
    session_->perform({as_said(tr("Nudge %1").arg(session_->selected_words())),
                       ChangeParts{shifted(session_->project().layout, parts, by)}});
    return;
  }
  if (session_->selection() == 0) return;
  if (session_->project().cooling.holds(session_->selection())) {
    session_->perform(
        move_water_item(session_->project(), session_->now().hoses, session_->selection(), Vec3::Zero(), by));
    return;
  }
  // A fitting: by the same grips that the mouse takes.
  const Id id = session_->selection();
  Grip grip{.plane = plane_, .id = id};
  for (const Bulkhead& b : session_->project().hull.bulkheads)
    if (b.id == id) grip.kind = Grip::Kind::bulkhead;
  for (const Stringer& s : session_->project().hull.stringers)
    if (s.id == id) grip.kind = Grip::Kind::stringer;
  for (const Hatch& h : session_->project().hull.hatches)
    if (h.id == id) grip.kind = Grip::Kind::hatch;
  if (session_->project().layout.find_rail(id)) grip.kind = Grip::Kind::rail;
  if (grip.kind != Grip::Kind::handle) session_->perform(grip_edit(grip, session_->project(), by, *session_));
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

void Board::take_out() {
  const std::vector<Part> parts = session_->selected_parts();
  const CoolingCircuit& cooling = session_->project().cooling;
  if (const Id id = session_->selection(); cooling.holds(id)) {
    session_->perform(take_out_water_item(session_->project(), id));
    return session_->select(0);
  }
  if (parts.empty()) return;
  Layout layout = session_->project().layout;
  std::erase_if(layout.parts, [&](const Part& p) { return session_->is_selected(p.id); });
  session_->perform({as_said(tr("Take out %1").arg(session_->selected_words())), ChangeLayout{layout}});
}

void Board::keyPressEvent(QKeyEvent* event) {
  const double step = event->modifiers() & Qt::ShiftModifier ? 0.010
                      : event->modifiers() & Qt::AltModifier ? 0.0001
                                                             : 0.001;
  const bool panning = event->modifiers() & Qt::ControlModifier;
  constexpr double way = 40.0;
  const QPointF middle = plane_ == BoardPlane::profile ? map_.profile_area().center() : map_.plan_area().center();
  switch (event->key()) {
    case Qt::Key_Left:
      return panning ? pan({way, 0}, plane_) : nudge(-step, 0.0);
    case Qt::Key_Right:
      return panning ? pan({-way, 0}, plane_) : nudge(step, 0.0);
    case Qt::Key_Up:
      return panning ? pan({0, way}, plane_) : nudge(0.0, step);
    case Qt::Key_Down:
      return panning ? pan({0, -way}, plane_) : nudge(0.0, -step);
    case Qt::Key_Plus:
    case Qt::Key_Equal:
      return zoom(1.25, middle);
    case Qt::Key_Minus:
      return zoom(1.0 / 1.25, middle);
    case Qt::Key_0:
      return fit();
    case Qt::Key_PageUp:
      return choose_next(true);
    case Qt::Key_PageDown:
      return choose_next(false);
    case Qt::Key_Comma:
      return set_station(state_.station - step);
    case Qt::Key_Period:
      return set_station(state_.station + step);
    case Qt::Key_Space:
      // Turns the arrows from the profile to the plan and back.
      plane_ = plane_ == BoardPlane::profile ? BoardPlane::plan : BoardPlane::profile;
      return;
    case Qt::Key_Escape:
      state_.band.reset();
      state_.hose_from.reset();
      state_.hose_to.reset();
      if (hold_ == Hold::hose) hold_ = Hold::none;
      if (session_->dragging()) {
        hold_ = Hold::none;
        state_.guides.clear();
        session_->cancel_drag();
      } else if (measuring_) {
        set_measuring(false);
      } else {
        session_->select(0);
      }
      return update();
    case Qt::Key_Delete:
      return take_out();
    default:
      QWidget::keyPressEvent(event);
  }
}

}  // namespace plucky::app
