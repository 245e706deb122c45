// A bulb at the bow. In: the skin of a hull of one body, its measures and curves. Out: the same skin with a bulb drawn
// out of the stem: what lies at its height is moved forward and made as round as the bulb, so that the skin stays
// closed.
#pragma once

#include "geometry/triangle_mesh.h"
#include "hull/families/master.h"

namespace plucky {

/// Its underside lies on the base line. Throws InvalidInput where it would pass the bow tip or take more than half of
/// the depth.
void grow_bulb(TriangleMesh& skin, const HullShape& shape, const Master& lines);

}  // namespace plucky
