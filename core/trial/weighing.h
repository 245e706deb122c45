// The whole boat on two or three scales, or hung from one. In: what each support carries and where it stands; where the
// boat hangs and how it tilts. Out: mass and CG.
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

/// A boat that hangs from one point has its CG under that point: the plumb line through it, by the tilt (bow up
/// positive). Hung once, the line tells x at the height `cg_z`; hung from two points or more the lines meet in x and z.
/// The mass is the mean of the readings. y is taken as zero. Throws InvalidInput without a hanging, for a tilt that is
/// missing or 60 degrees and more, a reading that is not above zero, or two that tilt within 5 degrees of one another.
[[nodiscard]] FoundMass weigh_hung(const std::vector<SupportReading>& hangings, double scale_sigma, double tilt_sigma,
                                   double cg_z);

}  // namespace plucky
