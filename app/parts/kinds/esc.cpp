// A controller with its fins.
#include <algorithm>
#include <cmath>

#include "parts/part_look.h"

namespace plucky::app {

namespace {

Silhouette esc_outline(const Part&, const Frame& f, Side side) {
  Silhouette s;
  block(s.body, f.part(0, 0, 1, 1), f.round());
  for (int i = 1; i < 6; ++i) {
    const double u = 0.18 + 0.64 * i / 6.0;
    line(s.lines, f.at(u, side == Side::plan ? 0.2 : 0.45), f.at(u, side == Side::plan ? 0.8 : 0.95));
  }
  return s;
}

TriangleMesh esc_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 none = Vec3::Zero();
  b.block(none, {1, 1, 0.7});
  for (int i = 0; i < 5; ++i) b.block({0.15 + 0.15 * i, 0.1, 0.7}, {0.21 + 0.15 * i, 0.9, 1});
  return b.take();
}

}  // namespace

PartLook esc_look() {
  return {&esc_outline, &esc_solid};
}

}  // namespace plucky::app
