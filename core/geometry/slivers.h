// Faces so thin that they have no area to speak of, taken out of a closed mesh without opening it. In: a mesh. Out: how
// many are left.
#pragma once

#include "geometry/triangle_mesh.h"

namespace plucky {

/// A face without area: corners shared, or thinner than a millionth of its longest side.
[[nodiscard]] bool is_sliver(const TriangleMesh& mesh, std::size_t face);

/// Joins corners closer than tolerance::weld_m, and turns the side that a thin face shares with its neighbour, so that
/// two faces of area take their place. Moves nothing farther than that. Returns how many such faces could not be
/// mended.
std::size_t remove_slivers(TriangleMesh& mesh);

}  // namespace plucky
