// The bath test turned round: from freeboards read at three or more named points to the boat's real mass and CG.
//
// In: the body, readings, water density, the planned height of the CG. Out: mass and CG with their uncertainty.
// Method: least squares of a plane through the readings (Gauss-Newton on offset, heel and trim); the volume below it is
// the mass, and the CG stands over its middle. Readings scatter with one sigma; their covariance is carried through
// volume and middle by differences.
#pragma once

#include <string>
#include <vector>

#include "base/text.h"
#include "flotation/immersed_body.h"
#include "hull/model.h"
#include "trial/trial_log.h"

namespace plucky {

struct BathAnswer {
  bool solved = false;
  Text message;  ///< why not
  WaterPlane plane;
  double mass = 0.0, mass_sigma = 0.0;  ///< kg
  Vec3 cg = Vec3::Zero();               ///< m; z is the planned one, freeboards cannot tell it
  Vec3 cg_sigma = Vec3::Zero();         ///< m
  double misfit = 0.0;                  ///< m, greatest distance of a reading from the plane; 0 with three points
};

/// The named points a builder can find on the boat: both corners of the transom, both sides amidships, the bow.
[[nodiscard]] std::vector<FreeboardReading> bath_points(const HullModel& hull);

/// Throws InvalidInput for fewer than three readings, a point used twice, or an uncertainty that is not above zero. Has
/// a status for points on one line and for planes that leave the boat dry or drowned.
[[nodiscard]] BathAnswer solve_bath_test(const ImmersedBody& body, double density,
                                         const std::vector<FreeboardReading>& readings, double reading_sigma,
                                         double planned_cg_z, double cg_z_sigma = 0.005);

}  // namespace plucky
