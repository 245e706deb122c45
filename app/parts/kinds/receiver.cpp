// A receiver with its aerial.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette receiver_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  for (int i = 0; i < 4; ++i)
    line(s.lines, f.at(0.06, 0.2 + 0.18 * i), f.at(side == Side::section ? 0.94 : 0.22, 0.2 + 0.18 * i));
  // The aerial runs from a corner.
  s.lines.moveTo(f.at(0.40, 0.12));
  s.lines.cubicTo(f.at(0.60, 0.20), f.at(0.70, 0.85), f.at(0.97, 0.92));
  return s;
}

}  // namespace

PartLook receiver_look() {
  return {&receiver_outline, &plain_solid};
}

}  // namespace plucky::app
