// A block of foam.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette foam_outline(const Part&, const Frame& f, Side) {
  Silhouette s;
  block(s.body, f.box, f.round());
  // Beads.
  const double r = std::clamp(0.06 * std::min(f.box.width(), f.box.height()), 0.6, 2.0);
  for (int i = 0; i < 5; ++i)
    for (int j = 0; j < 3; ++j) s.lines.addEllipse(f.at(0.12 + 0.19 * i, 0.2 + 0.3 * j + (i % 2 ? 0.08 : 0.0)), r, r);
  return s;
}

}  // namespace

PartLook foam_look() {
  return {&foam_outline, &plain_solid};
}

}  // namespace plucky::app
