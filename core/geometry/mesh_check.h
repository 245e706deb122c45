// What is wrong with a mesh, with counts and places. In: a welded mesh. Out: a report, also in words.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "base/text.h"
#include "geometry/triangle_mesh.h"

namespace plucky {

/// A kind of fault: how often, where the first one is, and the first few hundred places (in the mesh's own
/// coordinates).
struct MeshFault {
  std::size_t count = 0;
  Vec3 where = Vec3::Zero();
  std::vector<Vec3> places;
  static constexpr std::size_t most_places = 300;

  void add(const Vec3& place) {
    if (count++ == 0) where = place;
    if (places.size() < most_places) places.push_back(place);
  }
};

struct MeshReport {
  std::size_t vertices = 0, triangles = 0, shells = 0;
  MeshFault open_edges;        ///< edges with one face
  std::size_t holes = 0;       ///< closed loops of open edges
  MeshFault crowded_edges;     ///< edges with more than two faces
  MeshFault flipped_faces;     ///< faces that look the other way than their neighbours
  MeshFault degenerate_faces;  ///< without area
  MeshFault duplicate_faces;   ///< the same three corners again
  MeshFault crossing_faces;    ///< pairs of faces that cut through each other
  bool crossing_checked = false;
  bool inside_out = false;  ///< the faces look inward
  double volume = 0.0;      ///< signed, in the cube of the mesh's unit
  double area = 0.0;
  Box3 box;

  [[nodiscard]] bool closed() const { return open_edges.count == 0 && crowded_edges.count == 0; }
  /// Closed, consistent and outward: ready to float as it is.
  [[nodiscard]] bool clean() const {
    return closed() && flipped_faces.count == 0 && !inside_out && degenerate_faces.count == 0 &&
           duplicate_faces.count == 0 && crossing_faces.count == 0;
  }
};

/// Checks topology and faces. `crossings` also looks for faces that cut through each other, which takes longer.
[[nodiscard]] MeshReport check_mesh(const TriangleMesh& mesh, bool crossings = true);

/// The report as plain sentences, worst first; one sentence saying so when nothing is wrong.
[[nodiscard]] std::vector<Text> describe(const MeshReport& report);

/// Unit a hull file is probably in, from its largest measure.
enum class LengthUnit { metre, millimetre, inch };
[[nodiscard]] LengthUnit likely_unit(const Box3& box);
[[nodiscard]] double metres_per(LengthUnit unit);
[[nodiscard]] const char* unit_key(LengthUnit unit);  ///< "m", "mm", "in"
/// Throws InvalidInput with the choices.
[[nodiscard]] LengthUnit unit_from_key(const std::string& key);

}  // namespace plucky
