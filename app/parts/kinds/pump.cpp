// A pump with its motor.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette pump_outline(const Part&, const Frame& f, Side side) {
  return turned(f, side,
                {{0.30, 0.10, 1.0, 0.90, f.round()}, {0.08, 0.0, 0.34, 1.0, 1.0}, {0.0, 0.40, 0.10, 0.60, 0.0}});
}

TriangleMesh pump_solid(const Part& part) {
  SolidBuilder b(part);
  return b.round(0, {0.3, 0.1, 0.1}, {1, 0.9, 0.9})
      .round(0, {0.08, 0, 0}, {0.34, 1, 1})
      .round(0, {0, 0.4, 0.4}, {0.1, 0.6, 0.6})
      .take();
}

}  // namespace

PartLook pump_look() {
  return {&pump_outline, &pump_solid};
}

}  // namespace plucky::app
