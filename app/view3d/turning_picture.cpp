#include "view3d/turning_picture.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>

#include "theme/theme.h"
#include "view3d/raster.h"

namespace plucky::app {

TurningPicture::TurningPicture(const char* name, const QString& accessible, QWidget* parent) : QWidget(parent) {
  setObjectName(name);
  setAccessibleName(accessible);
  setMinimumHeight(100);
  setFocusPolicy(Qt::StrongFocus);
}

void TurningPicture::show_bodies(std::vector<Body> bodies) {
  bodies_ = std::move(bodies);
  update();
}

void TurningPicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.fillRect(rect(), look().card);
  constexpr int sharp = 2;
  Camera c{.turn = camera_turn(bearing_, height_), .size = size() * sharp};
  Box3 seen;
  for (const Body& b : bodies_)
    for (const Vec3& v : b.mesh.vertices) seen.include(c.turn * v);
  if (seen.empty()) return;
  const Vec3 span = seen.size().cwiseMax(1e-6);
  c.middle = c.turn.transpose() * seen.centre();
  c.scale = sharp * std::min((width() - 20) / span.x(), (height() - 12) / span.y());
  Raster r(c, look().card);
  for (const Body& b : bodies_) r.solid(b.mesh, b.colour);
  r.finish();
  p.setRenderHint(QPainter::SmoothPixmapTransform);
  p.drawImage(QRectF(rect()), r.image());
  if (hasFocus()) {
    p.setPen(QPen(look().reed, 1.0));
    p.drawRect(rect().adjusted(0, 0, -1, -1));
  }
}

void TurningPicture::turn(double bearing, double height) {
  bearing_ += bearing;
  height_ = std::clamp(height_ + height, -0.5 * pi, 0.5 * pi);
  update();
}

void TurningPicture::mousePressEvent(QMouseEvent* event) {
  last_ = event->position();
}

void TurningPicture::mouseMoveEvent(QMouseEvent* event) {
  const QPointF by = event->position() - last_;
  last_ = event->position();
  turn(-0.008 * by.x(), 0.008 * by.y());
}

void TurningPicture::keyPressEvent(QKeyEvent* event) {
  const double step = radians(8);
  switch (event->key()) {
    case Qt::Key_Left:
      return turn(step, 0.0);
    case Qt::Key_Right:
      return turn(-step, 0.0);
    case Qt::Key_Up:
      return turn(0.0, step);
    case Qt::Key_Down:
      return turn(0.0, -step);
    default:
      QWidget::keyPressEvent(event);
  }
}

}  // namespace plucky::app
