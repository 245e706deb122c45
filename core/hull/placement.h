// Brings a mesh from a file into the boat's axes. In: mesh in file units and axes. Out: metres, x forward from the
// transom, y to port, z up from the keel.
#pragma once

#include "geometry/mesh_check.h"

namespace plucky {

/// Which way the file's axes lie in the boat. Axes 0, 1, 2 are the file's x, y, z.
struct MeshPlacement {
  double metres_per_unit = 0.001;
  int forward_axis = 0;
  bool forward_positive = true;
  int up_axis = 2;
  bool up_positive = true;
  bool operator==(const MeshPlacement&) const = default;
};

/// Guess from the shape: the longest side is the length, the shortest the depth; the end with the smaller
/// section is the bow; amidships the hull is widest near its top. `metres_per_unit` 0 means: guess the unit as well.
[[nodiscard]] MeshPlacement guess_placement(const TriangleMesh& mesh, double metres_per_unit = 0.0);

/// Scales and turns the mesh and moves it: least x and z to zero, middle of y to zero. Throws InvalidInput when forward
/// and up are the same axis or the scale is not positive.
[[nodiscard]] TriangleMesh place_mesh(const TriangleMesh& mesh, const MeshPlacement& placement);

}  // namespace plucky
