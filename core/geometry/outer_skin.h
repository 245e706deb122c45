// The outer surface of a print-ready hollow skin. In: a mesh of walls, and which way is up. Out: the closed hull that
// floats, and how thick the walls were.
//
// Method: inner surfaces that are shells of their own look inward and go; where both surfaces hang together over a rim,
// what can be seen from below stays (rays over an AABB tree, CGAL), and the open deck is closed.
#pragma once

#include "base/text.h"
#include "geometry/triangle_mesh.h"

namespace plucky {

struct OuterSkin {
  bool hollow = false;  ///< it was one; else the mesh is as it came
  TriangleMesh mesh;    ///< same unit
  double wall = 0.0;    ///< mean thickness, same unit
  Text told;            ///< what was done, or why nothing
};

/// `up` of length one. The mesh should be welded and its faces look outward, out of the material.
[[nodiscard]] OuterSkin outer_skin(const TriangleMesh& mesh, const Vec3& up);

}  // namespace plucky
