// How thick a body is. In: a closed mesh. Out: at every face the way straight in to the other side.
//
// Method: a ray from the middle of each face against its normal, over an AABB tree (CGAL).
#pragma once

#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky {

/// m, one for each triangle; infinite where the ray meets nothing, as in an open mesh or a face without area.
[[nodiscard]] std::vector<double> thickness_of(const TriangleMesh& mesh);

}  // namespace plucky
