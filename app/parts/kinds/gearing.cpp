// Two wheels in mesh.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette gearing_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  s.body.setFillRule(Qt::WindingFill);
  if (side == Side::section) {
    s.body.addEllipse(f.part(0.0, 0.0, 1.0, 0.66));
    s.body.addEllipse(f.part(0.3, 0.66, 0.7, 1.0));
    return s;
  }
  block(s.body, f.part(0.15, 0.0, 0.85, 0.66), 1.0);
  block(s.body, f.part(0.15, 0.68, 0.85, 1.0), 1.0);
  line(s.lines, f.at(0.0, 0.33), f.at(1.0, 0.33));
  return s;
}

}  // namespace

PartLook gearing_look() {
  return {&gearing_outline, &plain_solid};
}

}  // namespace plucky::app
