// An open surface laid flat with as little strain as it allows. In: a mesh with one rim. Out: flat corners, strain of
// each face.
//
// Method: as rigid as possible (Liu and others 2008, "A local/global approach to mesh parameterization"): faces are
// turned as they best fit, corners follow by least squares, by turns until nothing moves. A developable surface comes
// out without strain; of any other the strain is that of the least energy.
#pragma once

#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky {

struct FlatMesh {
  std::vector<Vec2> corners;   ///< m, one per vertex
  std::vector<double> strain;  ///< of each face: the greater of its two principal strains by size, signed
  double most = 0.0;           ///< the greatest by size
  int rounds = 0;
  double residual = 0.0;  ///< m, how far a corner moved in the last round
  bool settled = false;   ///< it is below a ten-millionth of the size
};

/// Throws InvalidInput when the mesh is no single sheet: no rim, several, a handle, faces without area, more than two
/// faces at an edge.
[[nodiscard]] FlatMesh flatten(const TriangleMesh& mesh, int most_rounds = 500);

}  // namespace plucky
