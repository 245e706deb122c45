// How a loaded body floats. In: an ImmersedBody, mass and CG, water density. Out: attitude, stability, righting arms.
//
// Method: Newton on sinkage, heel and trim together, with the exact Jacobian from the water plane's areas and second
// moments; bisection on volume and a scan over trim where Newton leaves the road. Metacentric heights as in the design
// notes: GM = I/V + n.(B - G), I about the axis through the centre of flotation, trim held.
#pragma once

#include <string>
#include <vector>

#include "base/text.h"
#include "flotation/immersed_body.h"

namespace plucky {

/// What presses the body into the water: mass in kg, CG in m (boat axes).
struct Loading {
  double mass = 0.0;
  Vec3 cg = Vec3::Zero();
  bool operator==(const Loading&) const = default;
};

enum class FloatStatus {
  not_run,        ///< pessimistic start: nothing has been computed
  afloat,         ///< floats; see Equilibrium::upright_stable for how
  sinks,          ///< weighs more than the water the whole body displaces
  no_equilibrium  ///< no balance found; the message says why
};

/// The checked answer of solve_equilibrium().
struct Equilibrium {
  FloatStatus status = FloatStatus::not_run;
  WaterPlane plane;
  Immersion immersion;
  double gm_transverse = 0.0;    ///< m, at the attitude found
  double gm_longitudinal = 0.0;  ///< m
  bool upright_stable = false;   ///< false when the boat leans or lies on its side because upright does not hold
  double missing_volume = 0.0;   ///< m3 still wanted when it sinks
  int evaluations = 0;           ///< water planes tried
  double residual = 0.0;         ///< horizontal lever left between buoyancy and weight, m
  Text message;                  ///< why, when status is not afloat or upright does not hold

  /// Floats and lies within 45 degrees of upright.
  [[nodiscard]] bool upright() const;
};

/// Settings of solve_equilibrium(); the defaults suit boats.
struct EquilibriumOptions {
  Attitude start;            ///< first guess, rad
  int max_evaluations = 60;  ///< for Newton before the fallback takes over
};

/// Stable floating attitude nearest to upright. Throws InvalidInput when mass, CG or density are not usable.
[[nodiscard]] Equilibrium solve_equilibrium(const ImmersedBody& body, const Loading& loading, double density,
                                            const EquilibriumOptions& options = {});

/// Free to sink only: the plane of the given attitude that displaces the body's weight. Throws InvalidInput when the
/// body sinks.
[[nodiscard]] WaterPlane solve_sinkage(const ImmersedBody& body, double volume, const Attitude& attitude);

/// Free to sink and trim at a held heel, following the stable trim that is nearest to `start`.
struct HeldHeel {
  bool solved = false;
  WaterPlane plane;
  Immersion immersion;
  double righting_arm = 0.0;  ///< GZ, m; positive turns the boat back to port, against positive heel
};
[[nodiscard]] HeldHeel solve_held_heel(const ImmersedBody& body, const Loading& loading, double density, double heel,
                                       const WaterPlane& start);

}  // namespace plucky
