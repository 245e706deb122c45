// The motor mount as a small drawing.
#include <QPainter>
#include <QPainterPath>

#include "running/motor_mount.h"
#include "stages/drive/drive_page.h"
#include "theme/theme.h"

namespace plucky::app {

MountDrawing::MountDrawing(Session* session, QWidget* parent) : QWidget(parent), session_(session) {
  setObjectName("mount_drawing");
  setMinimumHeight(156);
}

void MountDrawing::paintEvent(QPaintEvent*) {
  const Assessment& a = session_->seen();
  if (!a.power.line.known) return;
  const Motor& motor = a.fitted_drive.motor;
  const MotorMount m = motor_mount(a.hull->model, a.project.hull.skin, motor, a.power.line);
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  const Look& l = look();
  const auto words = [&](double metres) { return session_->in_words(length_quantity(metres)); };
  setAccessibleName(
      QObject::tr("Motor mount: axis %1 over the bottom, tilt %2, screws on %3, shim %4")
          .arg(words(m.axis_height), session_->in_words(angle_quantity(m.tilt)), words(m.screw_circle), words(m.shim)));
  // Both views in one scale that fits the height.
  const double scale =
      92.0 / std::max(0.02, m.axis_height + 0.6 * motor.can_diameter + m.foot * std::sin(std::abs(m.tilt)));
  const double base = 118.0, left = 26.0;
  p.setPen(QPen(l.ink, 1.6));
  p.drawLine(QPointF(8, base), QPointF(170, base));  // the inner bottom, from the side
  const QPointF axis(left, base - m.axis_height * scale);
  p.save();
  p.translate(axis);
  p.rotate(-degrees(m.tilt));
  p.setBrush(l.part);
  p.drawRect(QRectF(0, -0.5 * motor.can_diameter * scale, motor.can_length * scale, motor.can_diameter * scale));
  p.setBrush(l.brass_fill);
  p.drawRect(QRectF(-4, -0.55 * motor.can_diameter * scale, 4, 1.1 * motor.can_diameter * scale));
  p.setPen(QPen(l.brass_text, 1.0, Qt::DashDotLine));
  p.drawLine(QPointF(-20, 0), QPointF(motor.can_length * scale + 14, 0));
  p.restore();
  p.setPen(QPen(l.brass_text, 1.2));
  p.setBrush(l.brass_fill);
  QPolygonF wedge;
  wedge << QPointF(left, base) << QPointF(left + m.foot * scale, base)
        << QPointF(left + m.foot * scale, base - std::min(40.0, m.shim * scale));
  p.drawPolygon(wedge);
  p.setPen(QPen(l.muted, 1.0));
  p.drawLine(QPointF(left - 14, base), QPointF(left - 14, axis.y()));
  // From behind: plate and screws.
  const QPointF middle(width() - 62.0, base - m.axis_height * scale);
  const double half = 0.55 * motor.can_diameter * scale;
  p.setPen(QPen(l.ink, 1.6));
  p.drawLine(QPointF(middle.x() - 54, base), QPointF(middle.x() + 54, base));
  p.setBrush(l.brass_fill);
  p.setPen(QPen(l.brass_text, 1.2));
  p.drawRect(QRectF(middle.x() - half, middle.y() - half, 2.0 * half, base - middle.y() + half));
  p.setPen(QPen(l.ink, 1.0, Qt::DotLine));
  p.setBrush(Qt::NoBrush);
  const double circle = 0.5 * m.screw_circle * scale;
  p.drawEllipse(middle, circle, circle);
  p.setPen(QPen(l.ink, 1.2));
  p.setBrush(l.paper);
  for (const QPointF& at : {QPointF(circle, 0), QPointF(-circle, 0), QPointF(0, circle), QPointF(0, -circle)})
    p.drawEllipse(middle + at, 0.5 * m.screw * scale, 0.5 * m.screw * scale);
  p.setFont(ui_font(8));
  p.setPen(l.ink);
  p.drawText(QRectF(0, base + 5, width(), 14), Qt::AlignLeft,
             QObject::tr("axis %1 up, tilt %2, wedge %3")
                 .arg(words(m.axis_height), session_->in_words(angle_quantity(m.tilt)), words(m.shim)));
  p.drawText(QRectF(0, base + 19, width(), 14), Qt::AlignLeft,
             QObject::tr("plate at %1, screws %2 on a circle of %3")
                 .arg(words(m.plate_x), words(m.screw), words(m.screw_circle)));
}

}  // namespace plucky::app
