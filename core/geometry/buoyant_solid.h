// What displaces water, as a signed surface.
#pragma once

#include <cstdint>
#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky {

/// A closed surface that displaces water: outer skin and sealed volumes, minus chambers that fill (their faces
/// reversed). Overlapping signed shells are allowed; every integral is a sum over triangles.
struct BuoyantSolid {
  TriangleMesh mesh;
  /// One entry per triangle: does it count as outer skin in the wetted area? Empty means all do.
  std::vector<std::uint8_t> wetted;
};

}  // namespace plucky
