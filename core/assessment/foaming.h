// Foam for a boat that would sink when it is flooded. In: the boat. Out: the boat with blocks where they stand free.
#pragma once

#include "assessment/assessment.h"

namespace plucky {

/// Blocks of closed-cell foam, the largest that find room first, high and towards the ends, in pairs off the centre
/// plane, until the swamped boat has its reserve. The boat as it is where none is needed or none finds room. `longest`:
/// of a block, share of the hull's length. `keep_lanes`: none where a battery is slid out from under something.
[[nodiscard]] Project with_foam(const Assessment& boat, double longest = 0.26, bool keep_lanes = false);
/// m3 of foam aboard.
[[nodiscard]] double foam_aboard(const Project& boat);

/// Does it have room for all that it needs?
[[nodiscard]] bool has_room_for_foam(const Assessment& boat);

}  // namespace plucky
