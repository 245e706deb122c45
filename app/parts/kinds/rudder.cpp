// A blade on its stock, or a pair of blades in the wind.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

/// A foil seen from above, blunt ahead, between two shares of the breadth.
void foil(QPainterPath& path, const Frame& f, double low, double high) {
  const double middle = 0.5 * (low + high), over = 0.1 * (high - low);
  path.moveTo(f.at(0.0, middle));
  path.cubicTo(f.at(0.5, high), f.at(1.0, high + over), f.at(1.0, middle));
  path.cubicTo(f.at(1.0, low - over), f.at(0.5, low), f.at(0.0, middle));
}

Silhouette rudder_outline(const Part& part, const Frame& f, Side side) {
  Silhouette s;
  // Wider than any blade is thick: a pair.
  const bool pair = part.size.y() > 0.5 * part.size.x();
  if (pair && side == Side::plan) {
    foil(s.body, f, 0.01, 0.13);
    foil(s.body, f, 0.87, 0.99);
    line(s.lines, f.at(0.7, 0.1), f.at(0.7, 0.9));  // the rod that joins them
    return s;
  }
  if (pair && side == Side::section) {
    for (const double u : {0.0, 0.92}) block(s.body, f.part(u, 0.0, u + 0.08, 1.0), 0.0);
    line(s.lines, f.at(0.08, 0.1), f.at(0.92, 0.1));
    return s;
  }
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::profile) {
    polygon(s.body, {f.at(0.0, 0.0), f.at(0.85, 0.06), f.at(1.0, 0.72), f.at(0.0, 0.72)});
    block(s.body, f.part(0.66, 0.70, 0.76, 1.0), 0.0);
    return s;
  }
  if (side == Side::plan) {
    foil(s.body, f, 0.0, 1.0);
    return s;
  }
  block(s.body, f.part(0.2, 0.0, 0.8, 1.0), f.round());
  return s;
}

TriangleMesh rudder_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 none = Vec3::Zero();
  const Vec3 all = Vec3::Ones();
  if (part.size.y() > 0.5 * part.size.x())  // a pair
    return b.block(none, {1, 0.06, 1}).block({0, 0.94, 0}, all).block({0.66, 0.06, 0.06}, {0.72, 0.94, 0.10}).take();
  return b.block({0, 0.2, 0}, {1, 0.8, 0.72}).block({0.64, 0.1, 0.7}, {0.78, 0.9, 1}).take();
}

}  // namespace

PartLook rudder_look() {
  return {&rudder_outline, &rudder_solid};
}

}  // namespace plucky::app
