// A shaft in its tube.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette shaft_outline(const Part&, const Frame& f, Side side) {
  return turned(f, side, {{0.04, 0.0, 0.92, 1.0, 1.0}, {0.0, 0.28, 1.0, 0.72, 0.0}});
}

TriangleMesh shaft_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 none = Vec3::Zero();
  const Vec3 all = Vec3::Ones();
  return b.round(0, none, all).take();
}

}  // namespace

PartLook shaft_look() {
  return {&shaft_outline, &shaft_solid};
}

}  // namespace plucky::app
