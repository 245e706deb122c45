#include "view3d/view3d.h"

#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>

#include "hull/rims.h"
#include "parts/part_look.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// A shaft lies on its line where that is known, everything else in its box.
TriangleMesh body_of(const Assessment& a, const Part& part) {
  const auto at = shaft_place(a, part);
  return at ? bar_between(at->disc, at->fore, part.size.y()) : part_solid(part);
}

}  // namespace

View3D::View3D(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("view3d");
  setFocusPolicy(Qt::StrongFocus);
  setAccessibleName(tr("The boat in 3D"));
  for (const auto signal : {&Session::changed, &Session::selection_changed, &Session::seen_changed})
    connect(session_, signal, this, &View3D::redraw);
}

void View3D::show_mesh(std::optional<MeshScene> scene) {
  scene_ = std::move(scene);
  redraw();
}

void View3D::redraw() {
  drawn_.reset();
  update();
}

void View3D::turn(double bearing, double height) {
  bearing_ = std::remainder(bearing, 2.0 * pi);
  height_ = std::clamp(height, -0.5 * pi, 0.5 * pi);
  redraw();
}

void View3D::zoom(double by) {
  zoom_ = std::clamp(zoom_ * by, 0.3, 20.0);
  redraw();
}

Camera View3D::camera(const Box3& box) const {
  const double span = box.size().norm();
  return {.turn = camera_turn(bearing_, height_),
          .middle = box.centre(),
          .scale = sharp_ * zoom_ * std::min(width() / span, height() / (0.72 * span)),
          .size = sharp_ * size()};
}

void View3D::draw_boat() {
  const Assessment& a = session_->seen();
  const Look& l = look();
  Box3 box = bounds(a.hull->model.skin);
  for (const Part& part : a.project.layout.parts) {
    box.include(part.box().low);
    box.include(part.box().high);
  }
  camera_ = camera(box);
  drawn_.emplace(camera_, l.paper);
  Raster& r = *drawn_;
  for (const Part& part : a.project.layout.parts) {
    const bool selected = session_->is_selected(part.id);
    const PartFit* fit = a.fit(part.id);
    const bool trouble = fit && !fit->stands_free();
    r.solid(body_of(a, part), trouble ? l.buoy : selected ? l.brass : l.dark ? l.muted : QColor("#C9B78F"), part.id);
  }
  // What the boat was given beside its parts; jigs stay on the bench.
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    if (!type_of(a.project.build.fixtures[i].kind).aboard) continue;
    for (const FixtureBody& b : a.fixtures[i].bodies) {
      const TriangleMesh one = mesh_of(b.stack);
      r.solid(one, l.dark ? QColor("#6E8C7B") : QColor("#A9C4B0"));
      for (const Vec3& by : b.more) {
        TriangleMesh next = one;
        for (Vec3& v : next.vertices) v += by;
        r.solid(next, l.dark ? QColor("#6E8C7B") : QColor("#A9C4B0"));
      }
    }
  }
  const std::vector<RimRun> rims = rim_runs(a.hull->model, a.project.hull);
  for (std::size_t i = 0; i < rims.size(); ++i)
    r.solid(rim_body(rims[i], a.project.hull.rims[i]), l.dark ? QColor("#8FA6B0") : QColor("#CFC8B4"));
  r.ghost(a.hull->model.skin, l.dark ? QColor("#6F8A96") : QColor("#DAD6C8"), 0.32);
  const WaterPlane& w = a.flotation.plane;
  if (a.flotation.status == FloatStatus::afloat && w.attitude.up().z() > 0.2) {
    QColor water = l.water_line;
    water.setAlphaF(0.28);
    r.sheet(w.attitude.up(), w.offset, box.centre(), 0.62 * box.size().x(), 0.62 * box.size().x() * 0.5, water);
  }
  r.finish();
}

void View3D::draw_mesh(const MeshScene& scene) {
  const Look& l = look();
  camera_ = camera(bounds(*scene.mesh));
  camera_.turn = camera_.turn * scene.axes;
  drawn_.emplace(camera_, l.paper);
  // A million faces are thinned while the hand turns them.
  const std::size_t stride = turning_ && scene.mesh->triangles.size() > 200000 ? 4 : 1;
  drawn_->solid(*scene.mesh, l.dark ? QColor("#8FA6B0") : QColor("#CFC8B4"), 0, stride);
}

void View3D::draw() {
  // Twice as fine and then reduced, for smooth edges; not while the hand turns it.
  const int sharp = turning_ ? 1 : 2;
  if (drawn_ && sharp == sharp_) return;
  sharp_ = sharp;
  if (scene_ && scene_->mesh)
    draw_mesh(*scene_);
  else
    draw_boat();
}

Id View3D::part_at(const QPoint& at) {
  draw();
  return scene_ ? 0 : drawn_->mark_at(sharp_ * at);
}

void View3D::paintEvent(QPaintEvent*) {
  draw();
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  p.setRenderHint(QPainter::SmoothPixmapTransform);
  p.drawImage(QRectF(rect()), drawn_->image());
  const auto on_screen = [this](const Vec3& r) {
    const Vec3 at = camera_.project(r);
    return QPointF(at.x(), at.y()) / sharp_;
  };
  const Look& l = look();
  if (scene_) {
    // Marks lie over everything: a fault inside must be found as well.
    for (const Vec3& m : scene_->marks) {
      p.setPen(QPen(l.buoy, 2.0));
      p.setBrush(Qt::NoBrush);
      p.drawEllipse(on_screen(m), 6, 6);
    }
  } else {
    const QPointF cg = on_screen(session_->seen().mass.cg);
    p.setPen(QPen(l.buoy, 2.0));
    p.drawEllipse(cg, 6, 6);
    p.drawLine(QPointF(cg.x() - 10, cg.y()), QPointF(cg.x() + 10, cg.y()));
    p.drawLine(QPointF(cg.x(), cg.y() - 10), QPointF(cg.x(), cg.y() + 10));
    p.setFont(ui_font(8.5, QFont::Bold));
    p.setPen(l.ink);
    p.drawText(QPointF(cg.x() + 10, cg.y() - 8), "CG");
  }
  p.setFont(ui_font(8.5));
  p.setPen(l.muted);
  p.drawText(QRectF(rect()).adjusted(12, 0, -12, -8), Qt::AlignBottom | Qt::AlignLeft,
             scene_ ? (scene_->marks.empty()
                           ? tr("Drag turns, wheel magnifies")
                           : tr("Rings: %1 places to look at. Drag turns, wheel magnifies").arg(scene_->marks.size()))
                    : tr("Drag turns, wheel magnifies, a click selects a part, V goes back to the board"));
  if (!scene_)
    if (const Part* part = session_->selected_part()) {
      p.setFont(ui_font(10, QFont::Bold));
      p.setPen(l.brass_text);
      p.drawText(QRectF(rect()).adjusted(12, 8, -12, 0), Qt::AlignTop | Qt::AlignLeft,
                 QString::fromStdString(part->name));
    }
  if (hasFocus()) {
    p.setPen(QPen(l.brass, 1.0));
    p.setBrush(Qt::NoBrush);
    p.drawRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5));
  }
}

void View3D::mousePressEvent(QMouseEvent* event) {
  press_ = last_ = event->position();
  turning_ = event->button() == Qt::LeftButton;
}

void View3D::mouseMoveEvent(QMouseEvent* event) {
  if (!turning_) return;
  const QPointF by = event->position() - last_;
  last_ = event->position();
  turn(bearing_ + 0.008 * by.x(), height_ + 0.008 * by.y());
}

void View3D::mouseReleaseEvent(QMouseEvent* event) {
  turning_ = false;
  if ((event->position() - press_).manhattanLength() < 4.0 && !scene_)
    session_->select(part_at(event->position().toPoint()));
  redraw();
}

void View3D::wheelEvent(QWheelEvent* event) {
  zoom(std::pow(1.2, event->angleDelta().y() / 120.0));
  event->accept();
}

void View3D::keyPressEvent(QKeyEvent* event) {
  constexpr double step = pi / 24.0;
  switch (event->key()) {
    case Qt::Key_Left:
      return turn(bearing_ - step, height_);
    case Qt::Key_Right:
      return turn(bearing_ + step, height_);
    case Qt::Key_Up:
      return turn(bearing_, height_ + step);
    case Qt::Key_Down:
      return turn(bearing_, height_ - step);
    case Qt::Key_Plus:
    case Qt::Key_Equal:
      return zoom(1.25);
    case Qt::Key_Minus:
      return zoom(0.8);
    case Qt::Key_0:
      zoom_ = 1.0;
      return turn(radians(35), radians(28));
    default:
      QWidget::keyPressEvent(event);
  }
}

}  // namespace plucky::app
