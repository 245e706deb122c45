// Two hubs and what joins them.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette coupler_outline(const Part&, const Frame& f, Side side) {
  return turned(f, side, {{0.0, 0.0, 0.46, 1.0, 1.0}, {0.54, 0.0, 1.0, 1.0, 1.0}, {0.40, 0.25, 0.60, 0.75, 0.0}});
}

TriangleMesh coupler_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 none = Vec3::Zero();
  const Vec3 all = Vec3::Ones();
  return b.round(0, none, {0.45, 1, 1})
      .round(0, {0.55, 0, 0}, all)
      .round(0, {0.4, 0.25, 0.25}, {0.6, 0.75, 0.75})
      .take();
}

}  // namespace

PartLook coupler_look() {
  return {&coupler_outline, &coupler_solid};
}

}  // namespace plucky::app
