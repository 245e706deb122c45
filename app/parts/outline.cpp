#include "parts/outline.h"

#include <algorithm>
#include <cmath>

namespace plucky::app {

double Frame::round() const {
  return std::min({3.0, 0.2 * box.width(), 0.2 * box.height()});
}

void line(QPainterPath& path, const QPointF& a, const QPointF& b) {
  path.moveTo(a);
  path.lineTo(b);
}

void block(QPainterPath& path, const QRectF& r, double round) {
  path.addRoundedRect(r, round, round);
}

void polygon(QPainterPath& path, std::initializer_list<QPointF> points) {
  QPolygonF p(points);
  path.addPolygon(p);
  path.closeSubpath();
}

void blade(QPainterPath& path, const QPointF& hub, const QPointF& tip, double across) {
  const QPointF along = tip - hub, side(-along.y(), along.x());
  const double length = std::hypot(along.x(), along.y());
  if (length < 1e-6) return;
  const QPointF w = across / length * side;
  path.moveTo(hub);
  path.cubicTo(hub + 0.35 * along + w, hub + 0.95 * along + w, tip);
  path.cubicTo(hub + 0.95 * along - w, hub + 0.35 * along - w, hub);
  path.closeSubpath();
}

Silhouette turned(const Frame& f, Side side, std::initializer_list<Turned> blocks) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::section) s.body.addEllipse(f.box);
  if (side != Side::section)
    for (const Turned& b : blocks) block(s.body, f.part(b.u0, b.v0, b.u1, b.v1), b.round);
  return s;
}

Silhouette plain_outline(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  const bool round = (side == Side::section && part.shape == PartShape::cylinder_x) ||
                     (side == Side::profile && part.shape == PartShape::cylinder_y) ||
                     (side == Side::plan && part.shape == PartShape::cylinder_z);
  if (round)
    s.body.addEllipse(f.box);
  else
    block(s.body, f.box, f.round());
  return s;
}

}  // namespace plucky::app
