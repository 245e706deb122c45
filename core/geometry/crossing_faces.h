// Faces that cut through each other. In: a welded mesh. Out: pairs of faces.
//
// Method: box intersection and exact predicates of CGAL; this is the one translation unit of the core that uses it.
#pragma once

#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky {

struct CrossingPair {
  std::uint32_t first, second;
};

/// All pairs of faces that share a point other than their common corners. Faces without area are passed over. Stops
/// after `most` pairs.
[[nodiscard]] std::vector<CrossingPair> find_crossing_faces(const TriangleMesh& mesh, std::size_t most = 10000);

}  // namespace plucky
