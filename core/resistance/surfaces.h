// A boat that runs on several planing surfaces: three points, a stepped bottom. In: the surfaces, weight, CG, thrust
// line, speed. Out: trim, height, drag, what each surface carries.
//
// Each surface is Savitsky's in undisturbed water at its own angle. Height and trim of the boat give every one its
// wetted length; both are found so that lift carries the weight and no moment about the CG is left. One behind a step
// runs in the hollow of the one ahead, whose water goes on level from the step's edge (common practice for short
// afterbodies, low confidence). Other wakes and a screw's own lift are not in it, and the answer says so.
#pragma once

#include "resistance/planing.h"

namespace plucky {

/// `hull.surfaces` must not be empty; beam and deadrise of `hull` are those the tabs hang on. Throws InvalidInput as
/// solve_planing() does.
[[nodiscard]] PlaningState solve_surfaces(const PlaningHull& hull, double speed, double density, double viscosity);

}  // namespace plucky
