// What components' bodies for the 3D view are made of: boxes, cylinders and blades, told as shares of the box that
// holds them.
#pragma once

#include "geometry/triangle_mesh.h"
#include "layout/part.h"

namespace plucky::app {

/// Shares of a component's box: 0 aft, starboard, below; 1 forward, port, above.
class SolidBuilder {
 public:
  explicit SolidBuilder(const Part& part) : low_(part.box().low), size_(part.size) {}

  SolidBuilder& block(const Vec3& from, const Vec3& to);
  /// A cylinder (or oval one) along an axis, in the cross section `from` to `to`.
  SolidBuilder& round(int axis, const Vec3& from, const Vec3& to);
  /// Blades round an axis along the boat at share `u`, `radius` in metres, as thin as a tenth of the box's length.
  SolidBuilder& blades(double u, const Vec3& hub, int count, double radius);
  TriangleMesh take() { return std::move(mesh_); }

 private:
  [[nodiscard]] Vec3 at(const Vec3& share) const { return low_ + share.cwiseProduct(size_); }
  Vec3 low_, size_;
  TriangleMesh mesh_;
};

/// A box, or round where the part is.
[[nodiscard]] TriangleMesh plain_solid(const Part& part);

/// A round bar from one place to another.
[[nodiscard]] TriangleMesh bar_between(const Vec3& from, const Vec3& to, double diameter);

}  // namespace plucky::app
