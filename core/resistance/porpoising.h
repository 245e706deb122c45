// Does a boat on the plane porpoise? In: bottom with its surfaces, steady attitude, speed. Out: how its heave and pitch
// die out or grow.
//
// Small motions about the steady attitude, linear. A strip of water that the bottom has pressed down is left behind at
// the after edge: so the lift follows how the water meets that edge, its moment about the edge how it meets the wet
// length in the mean (strip theory); both are Savitsky's forces at that angle. Water of half a cylinder over the wetted
// beam, rho pi b^2 / 8, goes along. The boat's mass lies a quarter of its length from the CG. Low confidence; for one
// prismatic surface the curves of Day & Haag are to be preferred: with wet chines, speed coefficients from 4 to 6 and
// sqrt(C_L / 2) from 0.16 to 0.3 trims at the edge come out at 0.8 to 1.45 times theirs.
#pragma once

#include "resistance/planing.h"

namespace plucky {

/// None where no balance was found. A hull of one surface is taken as one running surface over its length.
[[nodiscard]] std::optional<PorpoisingMode> porpoising_mode(const PlaningHull& hull, const PlaningState& state,
                                                            double speed, double density, double viscosity);

}  // namespace plucky
