// What is open from below between the bodies of a hull: tunnels, the water between two hulls. In: a hull's model. Out:
// its edges as seen in plan.
#pragma once

#include <vector>

#include "hull/model.h"

namespace plucky {

/// Lines along the boat (x, y in m) of the inner walls where they meet what joins the bodies, each over the stretch on
/// which the hull has as many bodies side by side; none for a single body.
[[nodiscard]] std::vector<std::vector<Vec2>> hollow_edges(const HullModel& hull);

}  // namespace plucky
