// Joining, cutting and intersecting closed solids. In: two closed meshes. Out: a closed mesh, or why there is none.
//
// Method: corefinement with exact predicates (CGAL's polygon mesh processing); every answer is checked: closed,
// outward, its volume within what the two allow. Tools should overlap what they cut, never lie on its faces.
#pragma once

#include "base/text.h"
#include "geometry/triangle_mesh.h"

namespace plucky {

enum class Combine {
  join,   ///< in the first or the second
  cut,    ///< in the first, not in the second
  common  ///< in both
};

struct Solid {
  TriangleMesh mesh;  ///< closed, faces outward; empty when nothing is left, or when it failed
  bool done = false;
  Text message;  ///< why not
  [[nodiscard]] double volume() const { return done ? signed_volume(mesh) : 0.0; }
};

/// Both meshes must be closed and free of crossings, their hollows with faces inward. An empty second mesh leaves the
/// first as it is (join, cut) or nothing (common).
[[nodiscard]] Solid combine(const TriangleMesh& first, const TriangleMesh& second, Combine how);

}  // namespace plucky
