#include "board/board.h"

#include <QHelpEvent>
#include <QLabel>
#include <QMenu>
#include <QSlider>
#include <QToolButton>
#include <QToolTip>
#include <algorithm>
#include <cmath>

#include "settings/settings.h"
#include "theme/theme.h"

namespace plucky::app {

Board::Board(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("board");
  setFocusPolicy(Qt::StrongFocus);
  setMouseTracking(true);
  setAttribute(Qt::WA_OpaquePaintEvent);
  setAccessibleName(tr("Board: the boat in profile and plan"));
  setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
  view_.card = settings::section_card();
  build_controls();
  connect(session_, &Session::changed, this, [this] {
    // While a drag is on the scale stays, so that the boat does not breathe under the hand.
    if (!session_->dragging()) remap();
    update_heeled();
    // The buttons on the board show nothing of the boat.
    QRegion boat(rect());
    for (const QWidget* w : {static_cast<QWidget*>(layers_), static_cast<QWidget*>(measure_),
                             static_cast<QWidget*>(fit_), static_cast<QWidget*>(heel_slider_)})
      boat -= w->geometry();
    update(boat);
  });
  connect(session_, &Session::seen_changed, this, [this] {
    update_heeled();
    update();
  });
  connect(session_, &Session::selection_changed, this, [this] {
    way_.stop();
    state_.way = 1.0;
    update();
  });
  way_.setInterval(33);
  connect(&way_, &QTimer::timeout, this, [this] {
    constexpr double share_of_a_beat = 1.0 / 80.0;
    state_.way = std::min(1.0, state_.way + share_of_a_beat);
    if (state_.way >= 1.0) way_.stop();
    update();
  });
  connect(session_, &Session::boat_replaced, this, [this] {
    view_ = {.card = view_.card};
    state_.measure.reset();
    set_heel(0.0);
    remap();
    set_station(session_->now().hull->model.box.centre().x());
  });
  remap();
}

void Board::build_controls() {
  heel_slider_ = new QSlider(Qt::Horizontal, this);
  heel_slider_->setObjectName("heel_slider");
  heel_slider_->setRange(0, 180);
  heel_slider_->setPageStep(10);
  heel_slider_->setAccessibleName(tr("Heel of the section's view, degrees"));
  heel_slider_->setToolTip(tr("Heels the boat in this view, free to sink and trim; 0 is at rest"));
  heel_words_ = new QLabel(this);
  heel_words_->setObjectName("heel_words");
  heel_words_->setProperty("card", true);
  heel_words_->setFont(ui_font(8.5, QFont::Medium));
  connect(heel_slider_, &QSlider::valueChanged, this, [this](int whole_degrees) {
    // Set by code to the nearest whole degree it must not round the heel.
    if (whole_degrees != static_cast<int>(std::lround(degrees(state_.heel)))) set_heel(radians(whole_degrees));
  });

  const auto button = [&](const QString& text, const char* name, const QString& tip) {
    auto* b = new QToolButton(this);
    b->setText(text);
    b->setObjectName(name);
    b->setAccessibleName(text);
    b->setToolTip(tip);
    return b;
  };
  layers_ = button(tr("Layers"), "layers", tr("What lies over the drawing on this stage"));
  layers_menu_ = new QMenu(layers_);
  for (const Overlay o : all_overlays) {
    QAction* a = layers_menu_->addAction(overlay_name(o));
    a->setCheckable(true);
    a->setData(static_cast<int>(o));
    connect(a, &QAction::triggered, this, [this, o](bool on) { set_overlay(o, on); });
  }
  connect(layers_menu_, &QMenu::aboutToShow, this, [this] {
    for (QAction* a : layers_menu_->actions())
      a->setChecked(state_.overlays.testFlag(static_cast<Overlay>(a->data().toInt())));
  });
  layers_->setMenu(layers_menu_);
  layers_->setPopupMode(QToolButton::InstantPopup);
  measure_ = button(tr("Measure"), "measure", tr("Take a distance: drag between two points (M)"));
  measure_->setCheckable(true);
  connect(measure_, &QToolButton::clicked, this, &Board::set_measuring);
  fit_ = button(tr("Fit"), "fit", tr("The whole boat (0)"));
  connect(fit_, &QToolButton::clicked, this, &Board::fit);
  set_heel(0.0);
}

void Board::place_controls() {
  int x = 8;
  for (QToolButton* b : {layers_, measure_, fit_}) {
    const QSize size = b->sizeHint();
    b->setGeometry(x, height() - size.height() - 6, size.width(), size.height());
    x += size.width() + 4;
  }
  state_.controls = QRectF(layers_->geometry().united(fit_->geometry()));
  const QRectF card = map_.section_area();
  heel_slider_->setVisible(!card.isNull());
  heel_words_->setVisible(!card.isNull());
  if (card.isNull()) return;
  const QRect foot = card.adjusted(9, card.height() - 42, -9, -3).toRect();
  heel_words_->setGeometry(foot.x(), foot.y(), foot.width(), 18);
  heel_slider_->setGeometry(foot.x(), foot.y() + 18, foot.width(), 20);
}

void Board::remap() {
  map_ = BoardMap(session_->now(), size(), view_);
  place_controls();
}

void Board::resizeEvent(QResizeEvent*) {
  remap();
}

void Board::set_stage(Stage stage) {
  state_.stage = stage;
  const auto it = chosen_overlays_.find(stage);
  state_.overlays = it == chosen_overlays_.end() ? usual_overlays(stage) : it->second;
  emit overlays_changed();
  update();
}

void Board::set_overlay(Overlay overlay, bool on) {
  state_.overlays.setFlag(overlay, on);
  chosen_overlays_[state_.stage] = state_.overlays;
  emit overlays_changed();
  update();
}

void Board::set_opening(const std::string& key) {
  state_.opening = key;
  update();
}

void Board::play_way() {
  state_.way = 0.0;
  way_.start();
  update();
}

void Board::set_station(double boat_x) {
  const Box3& box = session_->now().hull->model.box;
  state_.station = std::clamp(boat_x, box.low.x() + 1e-4, box.high.x() - 1e-4);
  emit station_changed(state_.station);
  update();
}

void Board::set_heel(double heel) {
  if (state_.heel != heel) {
    state_.heel = heel;
    emit heel_changed(heel);
  }
  heel_slider_->setValue(static_cast<int>(std::lround(degrees(heel))));
  update_heeled();
  update();
}

void Board::update_heeled() {
  const Assessment& a = session_->seen();
  state_.heeled.reset();
  if (state_.heel == 0.0 || a.flotation.status != FloatStatus::afloat) {
    heel_words_->setText(a.flotation.status == FloatStatus::afloat ? tr("at rest") : tr("does not float"));
    return;
  }
  // From the nearest solved point of the curve, so that the same trim branch is followed.
  WaterPlane start = a.flotation.plane;
  for (const RightingPoint& p : a.stability.starboard)
    if (p.solved && p.heel <= state_.heel) start = p.plane;
  state_.heeled = solve_held_heel(a.hull->body, a.loading(), a.density(), state_.heel, start);
  heel_words_->setText(state_.heeled->solved
                           ? tr("%1: GZ %2")
                                 .arg(session_->in_words(angle_quantity(state_.heel)),
                                      session_->shown(length_quantity(state_.heeled->righting_arm)))
                           : tr("no balance at %1").arg(session_->in_words(angle_quantity(state_.heel))));
}

void Board::show_subject(const Finding& finding) {
  const auto look_at = [this](const Vec3& place) {
    set_station(place.x());
    const QRectF sight = QRectF(rect()).adjusted(30, 30, -30, -30);
    const QPointF at = map_.profile(place.x(), place.z());
    if (!view_.fits() && !sight.contains(at)) pan({sight.center().x() - at.x(), 0.0}, BoardPlane::profile);
  };
  if (const Part* part = session_->project().layout.find(finding.subject)) {
    session_->select(part->id);
    return look_at(part->place);
  }
  for (const FloodPoint& f : session_->now().hull->model.flood_points)
    if (f.id == finding.subject && finding.subject != 0) return look_at(f.place);
  if (finding.id == "float.freeboard")
    look_at(session_->now().freeboard.least_place);
  else if (finding.id == "float.cg" || finding.id == "float.trim")
    look_at(session_->now().mass.cg);
}

void Board::zoom(double by, const QPointF& about) {
  const BoardView old = view_;
  view_.zoom = std::clamp(view_.zoom * by, 1.0, 30.0);
  const double f = view_.zoom / old.zoom;
  if (f == 1.0) return;
  const Vec3 base = BoardMap(session_->now(), size()).anchor();
  // The point under the hand stays where it is: p' = base + shift' with everything about the base scaled by f.
  const auto shift = [&](double anchor, double old_shift, double p) {
    return p - f * (p - anchor - old_shift) - anchor;
  };
  view_.shift_x = shift(base.x(), old.shift_x, about.x());
  const bool on_plan = plane_at(about) == BoardPlane::plan;
  // The other view keeps its middle.
  view_.shift_profile = shift(base.y(), old.shift_profile, on_plan ? map_.profile_area().center().y() : about.y());
  view_.shift_plan = shift(base.z(), old.shift_plan, on_plan ? about.y() : map_.plan_area().center().y());
  if (view_.zoom == 1.0) view_ = {.card = view_.card};
  remap();
  update();
}

void Board::pan(const QPointF& by, BoardPlane plane) {
  if (view_.zoom == 1.0) return;
  view_.shift_x += by.x();
  (plane == BoardPlane::profile ? view_.shift_profile : view_.shift_plan) += by.y();
  remap();
  update();
}

void Board::fit() {
  view_ = {.card = view_.card};
  remap();
  update();
}

void Board::set_measuring(bool on) {
  measuring_ = on;
  measure_->setChecked(on);
  if (!on) state_.measure.reset();
  setCursor(on ? Qt::CrossCursor : Qt::ArrowCursor);
  emit measuring_changed(on);
  update();
}

/// While a part is dragged the hull stays as it is: what lies under the parts is drawn once.
void Board::keep_pictures() {
  const auto& hull = session_->seen().hull;
  if (!state_.cut || kept_.hull != hull || kept_.station != state_.station)
    state_.cut = sections(hull->model.skin, {state_.station}).front();
  const bool same = kept_.hull == hull && kept_.map == map_ && kept_.overlays == state_.overlays &&
                    kept_.paper == look().paper && kept_.ratio == devicePixelRatioF();
  kept_ = {hull, map_, state_.overlays, look().paper, state_.station, devicePixelRatioF()};
  if (same && !state_.hull_picture.isNull()) return;
  state_.hull_picture = {};
  QPixmap picture(size() * kept_.ratio);
  picture.setDevicePixelRatio(kept_.ratio);
  picture.fill(Qt::transparent);
  QPainter painter(&picture);
  painter.setRenderHint(QPainter::Antialiasing);
  LabelPlacer none({});
  Canvas c{painter, map_, *session_, none, state_};
  paint_hull(c);
  painter.end();
  state_.hull_picture = picture;
}

void Board::paintEvent(QPaintEvent*) {
  keep_pictures();
  QPainter painter(this);
  painter.setRenderHint(QPainter::Antialiasing);
  painter.fillRect(rect(), look().paper);
  const QRectF bounds = QRectF(rect()).adjusted(4, 4, -4, -4);
  if (view_.fits()) {
    paint_boat(painter, map_, *session_, state_, bounds);
  } else {
    // Magnified, each view keeps to its own part of the board.
    for (const QRectF& area : {map_.profile_area(), map_.plan_area()}) {
      painter.save();
      painter.setClipRect(area);
      paint_boat(painter, map_, *session_, state_, area.intersected(bounds));
      painter.restore();
    }
  }
  LabelPlacer none(bounds);
  Canvas c{painter, map_, *session_, none, state_};
  paint_ruler(c);
  paint_section(c);
  if (session_->peeking()) {
    painter.setFont(ui_font(9, QFont::Bold));
    painter.setPen(look().brass_text);
    painter.drawText(QRectF(rect()).adjusted(0, 0, -14, -10), Qt::AlignBottom | Qt::AlignRight,
                     tr("This is how it would be"));
  }
  if (hasFocus() || session_->peeking()) {
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(look().brass, session_->peeking() ? 2.0 : 1.0));
    painter.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
  }
}

bool Board::event(QEvent* event) {
  if (event->type() == QEvent::ToolTip) {
    const auto* help = static_cast<QHelpEvent*>(event);
    BoardPlane plane{};
    if (const auto mark = mark_at(help->pos()); mark && mark->first->words)
      QToolTip::showText(help->globalPos(), mark->first->words(*session_, mark->second), this);
    else if (const Part* part = part_at(help->pos(), &plane))
      QToolTip::showText(help->globalPos(),
                         tr("%1, %2, %3 from the transom")
                             .arg(QString::fromStdString(part->name),
                                  session_->shown(Quantity{part->effective_mass(), Dimension::mass}),
                                  session_->shown(length_quantity(part->place.x()))),
                         this);
    else if (const auto grip = grip_under(help->pos()); grip && grip->handle)
      QToolTip::showText(help->globalPos(), term(grip->handle->label), this);
    else
      QToolTip::hideText();
    return true;
  }
  return QWidget::event(event);
}

}  // namespace plucky::app
