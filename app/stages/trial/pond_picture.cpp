#include "stages/trial/pond_picture.h"

#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "base/quantity.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

constexpr double air = 10.0;         // px round the pond
constexpr double least_boat = 24.0;  // px: a boat of its true size would be a dot

Box3 box_of(const Pond& pond) {
  Box3 box;
  for (const Vec2& p : pond.shore) box.include({p.x(), p.y(), 0.0});
  return box;
}

QPolygonF polygon(const std::vector<Vec2>& outline, const PondPicture& on) {
  QPolygonF out;
  for (const Vec2& p : outline) out << on.on_screen(p);
  return out;
}

QColor mixed(const QColor& a, const QColor& b, double share) {
  const auto mix = [share](int from, int to) { return static_cast<int>(std::lround(from + share * (to - from))); };
  return {mix(a.red(), b.red()), mix(a.green(), b.green()), mix(a.blue(), b.blue())};
}

}  // namespace

PondPicture::PondPicture(const QString& accessible, QWidget* parent) : QWidget(parent) {
  setObjectName("pond_picture");
  setAccessibleName(accessible);
  setFocusPolicy(Qt::StrongFocus);
  setMinimumSize(260, 130);
  setToolTip(
      tr("Arrows drive: up and down for the throttle, left and right for the helm. Space pauses, Backspace shuts "
         "the throttle."));
}

void PondPicture::show_pond(const Pond& pond) {
  pond_ = pond;
  update();
}

void PondPicture::show_boat(std::span<const SeaSample> trail, double length, const SeaWeather& weather) {
  trail_ = trail;
  length_ = length;
  weather_ = weather;
  update();
}

double PondPicture::scale() const {
  const Box3 box = box_of(pond_);
  if (box.empty()) return 1.0;
  return std::min((width() - 2.0 * air) / box.size().x(), (height() - 2.0 * air) / box.size().y());
}

QPointF PondPicture::on_screen(const Vec2& place) const {
  const Box3 box = box_of(pond_);
  const Vec3 middle = box.empty() ? Vec3::Zero() : box.centre();
  const double s = scale();
  return {0.5 * width() + s * (place.x() - middle.x()), 0.5 * height() - s * (place.y() - middle.y())};
}

void PondPicture::paint_water(QPainter& p) const {
  const Look& l = look();
  p.fillRect(rect(), mixed(l.paper, l.reed, 0.12));
  const double s = scale();
  // Deeper water lies inside: rings from the shore.
  QPainterPath shore;
  shore.addPolygon(polygon(pond_.shore, *this));
  shore.closeSubpath();
  p.setPen(QPen(l.reed_text, 1.2));
  p.setBrush(mixed(l.water, l.paper, 0.35));
  p.drawPath(shore);
  p.save();
  p.setClipPath(shore);
  for (const auto& outline : pond_.shoal) {
    p.setPen(Qt::NoPen);
    p.setBrush(mixed(l.water, l.brass_fill, 0.6));
    p.drawPolygon(polygon(outline, *this));
  }
  for (const auto& outline : pond_.weed) {
    p.setPen(Qt::NoPen);
    p.setBrush(QBrush(l.reed, Qt::Dense5Pattern));
    p.drawPolygon(polygon(outline, *this));
  }
  p.restore();
  p.setPen(QPen(l.muted, 1.0));
  p.setBrush(l.panel);
  for (const auto& outline : pond_.land) p.drawPolygon(polygon(outline, *this));
  p.setFont(ui_font(8.0));
  for (std::size_t i = 0; i < pond_.buoys.size(); ++i) {
    const QPointF at = on_screen(pond_.buoys[i]);
    p.setPen(QPen(l.ink, 1.0));
    p.setBrush(l.buoy);
    p.drawEllipse(at, 4.0, 4.0);
    p.drawText(QRectF(at.x() + 6, at.y() - 8, 20, 16), Qt::AlignVCenter, QString::number(i + 1));
  }
  // Who steers stands on the jetty.
  p.setPen(QPen(l.ink, 1.4));
  p.setBrush(l.ink);
  p.drawEllipse(on_screen(pond_.pilot), 2.5, 2.5);
  // 20 m, north, wind.
  const double y = height() - 8.0, x = 12.0;
  p.drawLine(QPointF(x, y), QPointF(x + 20.0 * s, y));
  p.drawLine(QPointF(x, y - 3), QPointF(x, y + 3));
  p.drawLine(QPointF(x + 20.0 * s, y - 3), QPointF(x + 20.0 * s, y + 3));
  p.drawText(QPointF(x + 20.0 * s + 6, y + 3), tr("20 m"));
  const QPointF north(width() - 16.0, 26.0);
  p.drawLine(north, north - QPointF(0, 14));
  p.drawLine(north - QPointF(0, 14), north - QPointF(-3, 9));
  p.drawText(QRectF(north.x() - 8, north.y(), 16, 14), Qt::AlignCenter, tr("N"));
  if (weather_.wind.norm() > 0.01) {
    const QPointF from(width() - 40.0, 22.0);
    const Vec2 w = 14.0 * weather_.wind.normalized();
    p.setPen(QPen(l.water_line, 2.0));
    p.drawLine(from, from + QPointF(w.x(), -w.y()));
    p.drawText(QRectF(from.x() - 20, 34, 40, 14), Qt::AlignCenter, tr("wind"));
  }
}

void PondPicture::paint_boat(QPainter& p) const {
  if (trail_.empty()) return;
  const Look& l = look();
  // The wake of the last minute, paler the older it is.
  const SeaSample& now = trail_.back();
  constexpr double kept = 60.0;
  const std::size_t step = std::max<std::size_t>(1, trail_.size() / 3000);
  for (std::size_t i = step; i < trail_.size(); i += step) {
    const double age = now.time - trail_[i].time;
    const QColor colour =
        age < kept ? mixed(l.water_line, l.water, 0.7 * age / kept) : mixed(l.water_line, l.water, 0.7);
    p.setPen(QPen(colour, trail_[i].planing ? 2.0 : 1.2));
    p.drawLine(on_screen(trail_[i - step].place), on_screen(trail_[i].place));
  }
  p.save();
  p.translate(on_screen(now.place));
  p.rotate(-now.heading * 180.0 / pi);
  const double half = 0.5 * std::max(least_boat, scale() * length_), beam = 0.36 * half;
  QPainterPath hull(QPointF(-half, -beam));
  hull.lineTo(0.25 * half, -beam);
  hull.quadTo(0.8 * half, -0.8 * beam, half, 0.0);
  hull.quadTo(0.8 * half, 0.8 * beam, 0.25 * half, beam);
  hull.lineTo(-half, beam);
  hull.closeSubpath();
  p.setPen(QPen(l.ink, 1.4));
  p.setBrush(l.card);
  p.drawPath(hull);
  // The helm as it stands.
  p.translate(-half, 0.0);
  p.rotate(now.helm * 180.0 / pi);
  p.setPen(QPen(l.brass, 2.0));
  p.drawLine(QPointF(0, 0), QPointF(-7.0, 0));
  p.restore();
}

void PondPicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  paint_water(p);
  paint_boat(p);
  if (hasFocus()) {
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(look().brass, 2.0));
    p.drawRect(QRectF(rect()).adjusted(1, 1, -1, -1));
  }
}

void PondPicture::keyPressEvent(QKeyEvent* event) {
  const double notch = 0.1;
  switch (event->key()) {
    case Qt::Key_Up:
      sticks_.throttle = std::min(1.0, sticks_.throttle + notch);
      break;
    case Qt::Key_Down:
      sticks_.throttle = std::max(-1.0, sticks_.throttle - notch);
      break;
    case Qt::Key_Left:
      sticks_.helm = -1.0;
      break;
    case Qt::Key_Right:
      sticks_.helm = 1.0;
      break;
    case Qt::Key_Backspace:
      sticks_.throttle = 0.0;
      break;
    case Qt::Key_Space:
      emit pause_wanted();
      return;
    default:
      QWidget::keyPressEvent(event);
      return;
  }
  // Steps of a tenth stay round numbers.
  sticks_.throttle = std::round(10.0 * sticks_.throttle) / 10.0;
  emit sticks_moved();
}

void PondPicture::keyReleaseEvent(QKeyEvent* event) {
  if (event->isAutoRepeat() || (event->key() != Qt::Key_Left && event->key() != Qt::Key_Right))
    return QWidget::keyReleaseEvent(event);
  sticks_.helm = 0.0;
  emit sticks_moved();
}

void PondPicture::focusOutEvent(QFocusEvent* event) {
  sticks_.helm = 0.0;
  emit sticks_moved();
  QWidget::focusOutEvent(event);
}

AttitudePicture::AttitudePicture(QWidget* parent) : QWidget(parent) {
  setObjectName("attitude_picture");
  setAccessibleName(tr("The boat from starboard and from astern"));
  setMinimumHeight(70);
}

void AttitudePicture::show_boat(std::shared_ptr<const HullModel> hull, const SeaSample& sample) {
  hull_ = std::move(hull);
  sample_ = sample;
  update();
}

void AttitudePicture::clear() {
  hull_.reset();
  update();
}

void AttitudePicture::paintEvent(QPaintEvent*) {
  QPainter p(this);
  p.setRenderHint(QPainter::Antialiasing);
  const Look& l = look();
  p.fillRect(rect(), l.card);
  if (!hull_) return;
  const Outline& o = hull_->outline;
  const double length = hull_->length(), side = 0.72 * width();
  const double s = std::min(0.8 * side / length, 0.55 * height() / hull_->box.size().z());
  const double level = 0.58 * height();
  const auto water = [&](const QRectF& in) {
    p.save();
    p.setClipRect(in);
    p.fillRect(QRectF(in.left(), level, in.width(), in.height()),
               QColor(l.water.red(), l.water.green(), l.water.blue(), 150));
    p.setPen(QPen(l.water_line, 1.5));
    p.drawLine(QPointF(in.left(), level), QPointF(in.right(), level));
    p.restore();
  };
  // From starboard: about the transom's keel, which lies its draught under the water.
  const QRectF left(0, 0, side, height());
  p.save();
  p.setClipRect(left);
  p.translate(0.1 * side, level);
  p.rotate(-sample_.trim * 180.0 / pi);
  const double base = o.keel.empty() ? 0.0 : o.keel.front();
  const double lies = s * sample_.draught;
  QPolygonF shape;
  for (std::size_t i = 0; i < o.x.size(); ++i)
    shape << QPointF(s * (o.x[i] - o.x.front()), lies - s * (o.keel[i] - base));
  for (std::size_t i = o.x.size(); i-- > 0;) shape << QPointF(s * (o.x[i] - o.x.front()), lies - s * (o.top[i] - base));
  p.setPen(QPen(l.ink, 1.5));
  p.setBrush(l.hull);
  p.drawPolygon(shape);
  p.restore();
  water(left);
  // From astern: its widest section, heeled about the water line.
  const QRectF right(side, 0, width() - side, height());
  p.save();
  p.setClipRect(right);
  p.translate(right.center().x(), level);
  p.rotate(sample_.heel * 180.0 / pi);
  const double t = std::min(s * 1.4, 0.8 * right.width() / std::max(1e-3, hull_->beam()));
  const Section& section = hull_->section_near(hull_->box.low.x() + 0.35 * length);
  double low = 1e9;
  for (const auto& loop : section.loops)
    for (const Vec2& v : loop.points) low = std::min(low, v.y());
  p.setPen(QPen(l.ink, 1.5));
  p.setBrush(l.hull);
  for (const auto& loop : section.loops) {
    QPolygonF ring;
    // Port is on the left of who looks from astern.
    for (const Vec2& v : loop.points) ring << QPointF(-t * v.x(), t * sample_.draught - t * (v.y() - low));
    p.drawPolygon(ring);
  }
  p.restore();
  water(right);
  p.setPen(l.line);
  p.drawLine(QPointF(side, 4), QPointF(side, height() - 4));
}

}  // namespace plucky::app
