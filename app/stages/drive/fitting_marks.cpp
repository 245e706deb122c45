// What hangs under the stern or stands on the hull beside the drive: tabs, fins, the turn fin, wing and canard.
#include <algorithm>
#include <cmath>

#include "board/layers.h"
#include "theme/theme.h"

namespace plucky::app {

namespace {

void paint_plane(Canvas& c, const AirPlane& plane, double base) {
  if (plane.span <= 0.0) return;
  const double nose = plane.x + 0.25 * plane.chord, tail = nose - plane.chord, rise = std::tan(plane.angle);
  const auto at = [&](double x) { return c.map.profile(x, base + plane.z + (x - plane.x) * rise); };
  c.painter.drawLine(at(tail), at(nose));
  c.painter.drawRect(QRectF(c.map.plan(tail, 0.5 * plane.span), c.map.plan(nose, -0.5 * plane.span)));
}

/// An upright blade under the bottom.
void paint_blade(Canvas& c, double x, double y, double chord, double depth, double keel) {
  c.painter.drawRect(QRectF(c.map.profile(x - 0.5 * chord, keel), c.map.profile(x + 0.5 * chord, keel - depth)));
  c.painter.drawLine(c.map.plan(x - 0.5 * chord, y), c.map.plan(x + 0.5 * chord, y));
}

}  // namespace

void paint_fitting_marks(Canvas& c) {
  const Fittings& f = c.a().fitted_drive.fittings;
  const HullModel& hull = c.a().hull->model;
  const Vec3& foot = hull.transom_foot;
  const double base = hull.box.low.z();
  c.painter.setPen(QPen(look().brass_text, 2.0));
  c.painter.setBrush(Qt::NoBrush);
  if (f.tab_chord > 0.0) {
    const double x = foot.x(), z = foot.z() + f.tab_height, half = 0.5 * hull.beam();
    const double reach = f.tab_chord * std::cos(f.tab_angle);
    c.painter.drawLine(c.map.profile(x, z), c.map.profile(x - reach, z - f.tab_chord * std::sin(f.tab_angle)));
    for (const double side : {1.0, -1.0})
      c.painter.drawRect(QRectF(c.map.plan(x - reach, side * half * (1.0 - 0.5 * f.tab_share)),
                                c.map.plan(x, side * half * (1.0 - f.tab_share)))
                             .normalized());
  }
  for (std::uint32_t i = 0; i < f.fins; ++i) {
    const double share = f.fins > 1 ? -1.0 + 2.0 * i / (f.fins - 1.0) : 0.0;
    paint_blade(c, foot.x() + 0.5 * f.fin_chord, 0.3 * hull.beam() * share, f.fin_chord, f.fin_span, foot.z());
  }
  if (f.turn_fin_depth > 0.0)
    paint_blade(c, f.turn_fin_x, f.turn_fin_y, f.turn_fin_chord, f.turn_fin_depth,
                hull.bottom_height(f.turn_fin_x, f.turn_fin_y));
  paint_plane(c, f.wing, base);
  paint_plane(c, f.canard, base);
}

}  // namespace plucky::app
