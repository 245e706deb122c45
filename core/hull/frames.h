// Walls, ribs and stringers inside the hull, as flat shapes that touch its skin from within. In: a model with its bare
// skin and sections, the design. Out: the model's frames.
//
// Method: sections of the bare hull, each shrunk by the skin; a wall is what both its faces have in common, a stringer
// stands on the bottom under both its faces.
#pragma once

#include "hull/design.h"
#include "hull/model.h"

namespace plucky {

/// The hull's inside at stations (m, ascending): what the bare skin encloses less its own thickness, (y, z).
[[nodiscard]] std::vector<Region> insides(const HullModel& model, const Skin& skin,
                                          const std::vector<double>& stations);

/// What the bare hull encloses at a station with its skin, (y, z); beyond its ends as a hair's breadth inside them.
[[nodiscard]] Region outside_at(const HullModel& model, double x);

/// Frames that find no room are left out. Throws InvalidInput naming the stringer that is not high or long.
void add_frames(HullModel& model, const HullDesign& design);

}  // namespace plucky
