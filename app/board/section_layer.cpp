// The sliding station and its card: the boat cut across, at rest or held at a heel.
#include <QPainterPath>
#include <cmath>

#include "board/layers.h"
#include "parts/part_look.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

/// Seen from the bow: port on the right. Turned by the heel, so that the water lies level in the heeled view.
struct CardMap {
  QPointF middle;
  double scale = 1.0, z_middle = 0.0, heel = 0.0;

  [[nodiscard]] QPointF at(double y, double z) const {
    const double u = y, v = z - z_middle;
    // Heel to starboard: port side rises.
    const double c = std::cos(heel), s = std::sin(heel);
    return middle + scale * QPointF(u * c - v * s, -(u * s + v * c));
  }
};

/// The part of a loop with n . r <= rest.
QPolygonF under_water(const SectionLoop& loop, const Vec2& n, double rest, const CardMap& map) {
  QPolygonF below;
  for (std::size_t i = 0; i < loop.points.size(); ++i) {
    const Vec2 &a = loop.points[i], &b = loop.points[(i + 1) % loop.points.size()];
    const double ha = n.dot(a) - rest, hb = n.dot(b) - rest;
    if (ha <= 0.0) below << map.at(a.x(), a.y());
    if ((ha <= 0.0) != (hb <= 0.0)) {
      const Vec2 cut = a + ha / (ha - hb) * (b - a);
      below << map.at(cut.x(), cut.y());
    }
  }
  return below;
}

void paint_cut(Canvas& c, const CardMap& map, const QRectF& card, const WaterPlane& w, bool drawable) {
  QPainter& p = c.painter;
  const Look& l = look();
  const HullModel& hull = c.a().hull->model;
  const Section cut = c.state.cut ? *c.state.cut : sections(hull.skin, {c.state.station}).front();
  QPainterPath outline;
  for (const SectionLoop& loop : cut.loops) {
    QPolygonF polygon;
    for (const Vec2& q : loop.points) polygon << map.at(q.x(), q.y());
    outline.addPolygon(polygon);
    outline.closeSubpath();
  }
  p.save();
  p.setClipRect(card.adjusted(2, 24, -2, -2));
  p.setBrush(l.hull);
  p.setPen(Qt::NoPen);
  p.drawPath(outline);
  if (drawable) {
    // Two points of the water line in this section's plane: up.y y + up.z z = offset - up.x x.
    const Vec3 up = w.attitude.up();
    const double rest = w.offset - up.x() * c.state.station;
    const Vec2 n(up.y(), up.z());
    const Vec2 foot = rest / n.squaredNorm() * n, way(n.y(), -n.x());
    const double far = 2.0 * hull.beam() + hull.box.size().z();
    const Vec2 a = foot - far * way, b = foot + far * way;
    QPainterPath water;
    for (const SectionLoop& loop : cut.loops) {
      water.addPolygon(under_water(loop, n, rest, map));
      water.closeSubpath();
    }
    p.fillPath(water, l.water);
    p.setPen(QPen(l.water_line, 1.4));
    p.drawLine(map.at(a.x(), a.y()), map.at(b.x(), b.y()));
  }
  if (c.shows(Overlay::parts))
    for (const Part& part : c.project().layout.parts) {
      const Box3 box = part.box();
      if (c.state.station < box.low.x() || c.state.station > box.high.x()) continue;
      const bool selected = c.session.is_selected(part.id);
      p.setBrush(selected ? l.brass_fill : l.part);
      p.setPen(QPen(selected ? l.brass : l.ink, 1.0));
      const QSizeF size(map.scale * part.size.y(), map.scale * part.size.z());
      p.save();
      p.translate(map.at(part.place.y(), part.place.z()));
      p.rotate(-degrees(map.heel));
      draw_silhouette(p, part, QRectF(QPointF(-0.5 * size.width(), -0.5 * size.height()), size), Side::section);
      p.restore();
    }
  p.setBrush(Qt::NoBrush);
  p.setPen(QPen(l.ink, 1.6));
  p.drawPath(outline);
  p.restore();
}

/// Weight through G, buoyancy through B, the arm between them.
void paint_arm(Canvas& c, const CardMap& map, const HeldHeel& heeled) {
  QPainter& p = c.painter;
  const Look& l = look();
  const Vec3 g3 = c.a().mass.cg, b3 = heeled.immersion.centre_of_buoyancy();
  const QPointF g = map.at(g3.y(), g3.z()), b = map.at(b3.y(), b3.z());
  p.setPen(QPen(l.buoy, 1.2, Qt::DashLine));
  p.drawLine(g, QPointF(g.x(), g.y() + 30));
  p.setPen(QPen(l.water_line, 1.2, Qt::DashLine));
  p.drawLine(b, QPointF(b.x(), g.y()));
  p.setPen(QPen(l.brass, 2.4));
  p.drawLine(g, QPointF(b.x(), g.y()));
  p.setPen(QPen(l.card, 1.0));
  p.setBrush(l.buoy);
  p.drawEllipse(g, 3.5, 3.5);
  p.setBrush(l.water_line);
  p.drawEllipse(b, 3.5, 3.5);
  p.setFont(ui_font(8, QFont::Bold));
  p.setPen(l.ink);
  p.drawText(g + QPointF(5, -4), "G");
  p.drawText(b + QPointF(5, 10), "B");
}

}  // namespace

void paint_section(Canvas& c) {
  QPainter& p = c.painter;
  const Look& l = look();
  const double x = c.map.x(c.state.station);
  p.setPen(QPen(l.muted, 1.0, Qt::DashLine));
  p.drawLine(QPointF(x, 30), QPointF(x, c.map.plan_area().bottom() - 6));
  QPainterPath handle(QPointF(x - 7, c.map.ruler_area().top() + 5));
  handle.lineTo(x + 7, c.map.ruler_area().top() + 5);
  handle.lineTo(x, c.map.ruler_area().top() + 18);
  handle.closeSubpath();
  p.fillPath(handle, l.ink);

  const QRectF card = c.map.section_area();
  if (card.isNull()) return;
  const HullModel& hull = c.a().hull->model;
  p.setPen(QPen(l.line, 1.0));
  p.setBrush(l.card);
  p.drawRoundedRect(card, 6, 6);
  // Its lower corners can be taken.
  p.setPen(QPen(l.muted, 1.2));
  for (const double in : {4.0, 8.0}) {
    p.drawLine(card.bottomLeft() + QPointF(2, -in), card.bottomLeft() + QPointF(in, -2));
    p.drawLine(card.bottomRight() + QPointF(-2, -in), card.bottomRight() + QPointF(-in, -2));
  }
  p.setFont(ui_font(8.5, QFont::DemiBold));
  p.setPen(l.muted);
  const bool heeled = c.state.heeled && c.state.heeled->solved;
  p.drawText(card.adjusted(9, 6, -6, 0), Qt::AlignTop | Qt::AlignLeft,
             QObject::tr("Section at %1").arg(c.session.in_words(length_quantity(c.state.station - hull.box.low.x()))));
  // The foot of the card belongs to the heel slider.
  const QRectF room = card.adjusted(10, 26, -10, -46);
  const double beam = hull.beam(), height = hull.box.size().z();
  const double across = heeled ? std::hypot(beam, height) : 1.06 * beam, tall = heeled ? across : 1.15 * height;
  const CardMap map{.middle = room.center(),
                    .scale = std::min(room.width() / across, room.height() / tall),
                    .z_middle = hull.box.centre().z(),
                    .heel = heeled ? c.state.heel : 0.0};
  const WaterPlane& plane = heeled ? c.state.heeled->plane : c.a().flotation.plane;
  paint_cut(c, map, card, plane, heeled || c.a().flotation.status == FloatStatus::afloat);
  if (heeled) paint_arm(c, map, *c.state.heeled);
}

}  // namespace plucky::app
