#include "geometry/stack.h"

namespace plucky {

double Stack::volume() const {
  double sum = 0.0;
  for (const StackLayer& l : layers) sum += l.shape.area() * l.height;
  return sum;
}

Vec3 Stack::centroid() const {
  double whole = 0.0, along = 0.0;
  Vec3 moment = Vec3::Zero();
  for (const StackLayer& l : layers) {
    const double part = l.shape.area() * l.height;
    moment += part * at(l.shape.centroid(), along + 0.5 * l.height);
    whole += part;
    along += l.height;
  }
  return whole > 0.0 ? Vec3(moment / whole) : origin;
}

double Stack::height() const {
  double sum = 0.0;
  for (const StackLayer& l : layers) sum += l.height;
  return sum;
}

Region Stack::outline() const {
  Region out;
  for (const StackLayer& l : layers) out = joined(out, l.shape);
  return out;
}

Box3 Stack::box() const {
  Box3 b;
  double along = 0.0;
  for (const StackLayer& l : layers) {
    for (const auto& loop : l.shape.loops)
      for (const Vec2& p : loop) {
        b.include(at(p, along));
        b.include(at(p, along + l.height));
      }
    along += l.height;
  }
  return b;
}

Stack across_boat(double x) {
  return {.origin = {x, 0.0, 0.0}, .u = Vec3::UnitY(), .v = Vec3::UnitZ(), .w = Vec3::UnitX()};
}

Stack along_boat(double y) {
  return {.origin = {0.0, y, 0.0}, .u = Vec3::UnitX(), .v = Vec3::UnitZ(), .w = -Vec3::UnitY()};
}

Stack lying(double z) {
  return {.origin = {0.0, 0.0, z}, .u = Vec3::UnitX(), .v = Vec3::UnitY(), .w = Vec3::UnitZ()};
}

}  // namespace plucky
