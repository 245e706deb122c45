// Shared refusals of the mesh readers.
#pragma once

#include <cmath>
#include <string>
#include <string_view>

#include "base/error.h"
#include "io/mesh_file.h"

namespace plucky {

/// Refuses values that are not numbers or lie absurdly far out. `place()` builds the words for where it stands, only
/// when needed.
template <class Place>
void check_coordinates(double x, double y, double z, Place place) {
  for (const double v : {x, y, z}) {
    if (!std::isfinite(v)) throw InvalidInput(place(), "has a coordinate that is not a number");
    if (std::abs(v) > largest_coordinate)
      throw InvalidInput(place(), Text("has a coordinate of {0}, beyond {1}", v, largest_coordinate));
  }
}

/// The beginning of a word of a file, long enough to find it by.
[[nodiscard]] inline std::string beginning(std::string_view word) {
  return std::string(word.substr(0, 40));
}

inline void check_count(std::size_t triangles) {
  if (triangles == 0) throw InvalidInput("", "holds no triangles");
  if (triangles > most_triangles)
    throw InvalidInput("", Text("holds {0} triangles; at most {1} are read", triangles, most_triangles));
}

/// Joins equal vertices and drops triangles that become lines; something must be left.
inline void weld_and_check(TriangleMesh& mesh) {
  check_count(mesh.triangles.size());
  weld(mesh, 0.0);
  if (mesh.triangles.empty()) throw InvalidInput("", "holds no triangle with an area");
}

}  // namespace plucky
