// Solids of flat layers: plates with holes, walls, rims, one on another along an axis. In: regions with heights. Out:
// volume at once, and a closed mesh.
//
// Method: all outlines together as a constrained Delaunay triangulation (CGAL), so that every layer's floor, walls and
// ceiling share their corners; the mesh is closed by construction.
#pragma once

#include <vector>

#include "geometry/region.h"
#include "geometry/triangle_mesh.h"

namespace plucky {

struct StackLayer {
  Region shape;         ///< m, in the stack's own u and v
  double height = 0.0;  ///< m along w, above 0
};

/// Layers from the origin along w. u, v, w are of length one, square to one another and right-handed.
struct Stack {
  Vec3 origin = Vec3::Zero();  ///< m
  Vec3 u = Vec3::UnitX(), v = Vec3::UnitY(), w = Vec3::UnitZ();
  std::vector<StackLayer> layers;

  [[nodiscard]] double volume() const;   ///< m3
  [[nodiscard]] Vec3 centroid() const;   ///< m; the origin without volume
  [[nodiscard]] double height() const;   ///< m along w
  [[nodiscard]] Region outline() const;  ///< of all layers together, in u and v
  [[nodiscard]] Box3 box() const;        ///< m; empty without layers
  [[nodiscard]] Vec3 at(const Vec2& p, double along) const { return origin + p.x() * u + p.y() * v + along * w; }
};

/// Stands across the boat: u to port, v up, w towards the bow.
[[nodiscard]] Stack across_boat(double x);
/// Stands along the boat: u towards the bow, v up, w to starboard.
[[nodiscard]] Stack along_boat(double y);
/// Lies: u towards the bow, v to port, w up.
[[nodiscard]] Stack lying(double z);

/// Closed, faces outward; empty without volume.
[[nodiscard]] TriangleMesh mesh_of(const Stack& stack);

}  // namespace plucky
