// Brings a mesh from a file into the boat's axes. In: mesh in file units and axes. Out: metres, x forward from the
// transom, y to port, z up from the keel.
#pragma once

#include <memory>
#include <string>

#include "geometry/mesh_check.h"
#include "hull/design.h"

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

/// A placement read off the shape, and how surely: 0 says the shape tells nothing, 1 that every sign agrees.
struct PlacementGuess {
  MeshPlacement placement;
  double bow_certainty = 0.0;
  double up_certainty = 0.0;
  static constexpr double sure = 0.2;
  [[nodiscard]] bool sure_of_bow() const { return bow_certainty >= sure; }
  [[nodiscard]] bool sure_of_up() const { return up_certainty >= sure; }
};

/// Guess from the shape: the longest side is the length; port and starboard are alike. The transom is the wider, fuller
/// and flatter end. The keel line rises to the bow more than the deck falls, the hull is widest near its deck edge
/// whatever stands on it, and the deck is flatter than the bottom. `metres_per_unit` 0 means: guess the unit as well.
[[nodiscard]] PlacementGuess guess_placement(const TriangleMesh& mesh, double metres_per_unit = 0.0);

/// Scales and turns the mesh and moves it: least x and z to zero, middle of y to zero. Throws InvalidInput when forward
/// and up are the same axis or the scale is not positive.
[[nodiscard]] TriangleMesh place_mesh(const TriangleMesh& mesh, const MeshPlacement& placement);

/// The design with a mesh in the boat's axes for its skin. What was built onto and into the old one need not lie within
/// it and goes; floats beside it stay.
[[nodiscard]] HullDesign with_skin(HullDesign design, std::shared_ptr<const TriangleMesh> skin, std::string source);

}  // namespace plucky
