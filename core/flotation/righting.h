// The righting arm through the whole roll. In: body, loading, heels. Out: GZ, trim and water plane per heel, and what
// they mean: range, vanishing angle, area, self-righting, downflooding.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "flotation/equilibrium.h"

namespace plucky {

/// One heel of the curve, free to sink and trim.
struct RightingPoint {
  double heel = 0.0;  ///< rad, positive to starboard
  double gz = 0.0;    ///< righting arm, m; positive turns the boat back towards port
  WaterPlane plane;
  bool solved = false;
};

/// Righting arms at the given heels; each follows the stable trim of the one before, beginning from `upright`.
/// Heels must start near the plane's own heel and move away from it. `near`: the curve of nearly the same boat at the
/// same heels; it only tells where to look first, which halves the work, and the points found are the same.
[[nodiscard]] std::vector<RightingPoint> righting_arms(const ImmersedBody& body, const Loading& loading, double density,
                                                       const std::vector<double>& heels, const WaterPlane& upright,
                                                       const std::vector<RightingPoint>* near = nullptr);

/// Heels 0 to 180 degrees in equal steps, rad.
[[nodiscard]] std::vector<double> heel_steps(int count = 37);

/// What the curves to both sides tell.
struct Stability {
  std::vector<RightingPoint> starboard;  ///< 0 to 180 degrees
  std::vector<RightingPoint> port;       ///< 0 to -180 degrees
  double max_arm = 0.0;                  ///< m, the lesser of the two sides' greatest arms
  double max_arm_heel = 0.0;             ///< rad, on that side
  std::optional<double>
      vanishing_angle;         ///< rad, the lesser side; empty when the arm never vanishes before 180 degrees
  double area = 0.0;           ///< m rad, from rest to the vanishing angle, lesser side
  bool self_righting = false;  ///< comes back from every angle on both sides
  double rests_at = 0.0;       ///< rad, where it stays when it does not right itself; 0 otherwise
};

/// Runs both sides and reads them. `rest` is the plane of the upright equilibrium; `near` as in righting_arms().
[[nodiscard]] Stability assess_stability(const ImmersedBody& body, const Loading& loading, double density,
                                         const WaterPlane& rest, int steps = 37, const Stability* near = nullptr);

/// Heel at which a point first dips under, rad (absolute), over the points of one side; empty when it never does.
[[nodiscard]] std::optional<double> submersion_heel(const std::vector<RightingPoint>& side, const Vec3& point);

}  // namespace plucky
