// Hub and blades, in the air with a guard.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette propeller_outline(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  const auto* data = std::get_if<Screw>(&part.data);
  const int blades = data ? static_cast<int>(data->blades) : 2;
  const bool guard = data && data->guard_radius > 0.0;
  const double radius =  // share of the box, from its middle
      guard ? 0.25 * data->diameter / std::max(data->guard_radius, 0.5 * data->diameter) : 0.5;
  const QPointF middle = f.box.center();
  if (side == Side::section) {
    const double r = radius * std::min(f.box.width(), f.box.height());
    for (int i = 0; i < blades; ++i) {
      const double turn = 2.0 * pi * i / blades + 0.5 * pi;
      blade(s.body, middle, middle + r * QPointF(std::cos(turn), -std::sin(turn)), 0.34 * r);
    }
    s.body.addEllipse(middle, 0.16 * r, 0.16 * r);
    if (guard) s.lines.addEllipse(f.box);
    return s;
  }
  const double wide = guard ? 0.16 : 0.30;  // of the length: blades stand thin in a deep guard
  block(s.body, f.part(guard ? 0.3 : 0.0, 0.5 - 0.10 * radius, guard ? 0.7 : 1.0, 0.5 + 0.10 * radius), 1.0);
  for (const double end : {0.5 - radius, 0.5 + radius})
    blade(s.body, f.at(0.5, 0.5), f.at(0.5, end), wide * f.box.width());
  if (guard)
    for (const double v : {0.0, 1.0}) line(s.lines, f.at(0.0, v), f.at(1.0, v));
  return s;
}

TriangleMesh propeller_solid(const Part& part) {
  SolidBuilder b(part);
  const auto* screw = std::get_if<Screw>(&part.data);
  const double radius = screw ? 0.5 * screw->diameter : 0.5 * part.size.z();
  const int count = screw ? static_cast<int>(screw->blades) : 2;
  b.round(0, {0.2, 0.44, 0.44}, {0.8, 0.56, 0.56}).blades(0.5, {0, 0.5, 0.5}, count, radius);
  if (screw && screw->guard_radius > 0.0)
    for (int i = 0; i < 12; ++i) {  // the guard's ring as short bars
      const double t = 2.0 * pi * i / 12, y = 0.5 + 0.48 * std::cos(t), z = 0.5 + 0.48 * std::sin(t);
      b.block({0.0, y - 0.015, z - 0.015}, {1.0, y + 0.015, z + 0.015});
    }
  return b.take();
}

}  // namespace

PartLook propeller_look() {
  return {&propeller_outline, &propeller_solid};
}

}  // namespace plucky::app
