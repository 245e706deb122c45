// The whole boat on two or three scales. In: what each support carries and where it stands. Out: mass and CG.
#pragma once

#include <vector>

#include "trial/trial_log.h"

namespace plucky {

/// Moments about the supports: mass = sum of readings, CG = their weighted middle. Two supports in line along the boat
/// tell x only (y is then taken as zero, on the centre line); three tell x and y. `cg_z` is passed through: level
/// weighing cannot tell it. Throws InvalidInput for fewer than two supports, supports closer than 20 mm, readings that
/// are negative or all zero.
[[nodiscard]] FoundMass weigh_boat(const std::vector<SupportReading>& supports, double scale_sigma, double place_sigma,
                                   double cg_z);

}  // namespace plucky
