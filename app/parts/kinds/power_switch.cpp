// A body on its plate, with the lever.
#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette power_switch_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::plan) {
    block(s.body, f.part(0.0, 0.0, 1.0, 1.0), f.round());
    block(s.lines, f.part(0.30, 0.25, 0.70, 0.75), 1.0);
    for (const double u : {0.10, 0.90}) s.lines.addEllipse(f.at(u, 0.5), 1.2, 1.2);
    return s;
  }
  block(s.body, f.part(0.15, 0.0, 0.85, 0.65), f.round());
  block(s.body, f.part(0.0, 0.62, 1.0, 0.72), 0.0);
  block(s.body, f.part(0.40, 0.70, 0.58, 1.0), 1.0);
  return s;
}

TriangleMesh power_switch_solid(const Part& part) {
  return SolidBuilder(part)
      .block({0.15, 0.1, 0}, {0.85, 0.9, 0.65})
      .block({0, 0, 0.65}, {1, 1, 0.75})
      .block({0.4, 0.3, 0.75}, {0.58, 0.7, 1})
      .take();
}

}  // namespace

PartLook power_switch_look() {
  return {&power_switch_outline, &power_switch_solid};
}

}  // namespace plucky::app
