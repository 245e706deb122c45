// A lens in its ring.
#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette lamp_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::section) {
    s.body.addEllipse(f.box);
    s.lines.addEllipse(f.part(0.22, 0.22, 0.78, 0.78));
    return s;
  }
  block(s.body, f.part(0.0, 0.0, 0.55, 1.0), f.round());
  s.body.addEllipse(f.part(0.20, 0.05, 1.0, 0.95));
  for (const double v : {0.3, 0.5, 0.7}) line(s.lines, f.at(0.60, v), f.at(0.92, v));
  return s;
}

TriangleMesh lamp_solid(const Part& part) {
  return SolidBuilder(part).round(0, {0, 0, 0}, {0.6, 1, 1}).round(0, {0.6, 0.12, 0.12}, {1, 0.88, 0.88}).take();
}

}  // namespace

PartLook lamp_look() {
  return {&lamp_outline, &lamp_solid};
}

}  // namespace plucky::app
