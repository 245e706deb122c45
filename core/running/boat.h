// The boat as the running methods see it. In: hull, layout, drive, how it floats. Out: offsets, planing bottom,
// appendages, air drag.
#pragma once

#include <functional>
#include <optional>

#include "flotation/equilibrium.h"
#include "flotation/form.h"
#include "resistance/running.h"
#include "running/balance.h"
#include "running/drive_line.h"
#include "running/variation.h"

namespace plucky {

/// What reaches the motor's jacket.
struct JacketWater {
  double flow = 0.0;          ///< m3/s
  double temperature = 20.0;  ///< degC
  double air = 25.0;          ///< degC, around the motor
  double conductance = 0.0;   ///< W/K; 0: by can and flow
};

/// What running needs to know; references must outlive it.
struct Boat {
  const HullModel& hull;
  const Layout& layout;
  const Drive& drive;
  Loading loading;
  const Equilibrium& rest;       ///< afloat and upright
  const FormCoefficients& form;  ///< at rest
  double density, viscosity;
  /// Cooling water of a drive in a running state; without it a hose in the layout stands for 180 ml/min.
  std::function<JacketWater(const Drive&, const RunningState&)> jacket = {};
  double depth = 0.0;       ///< m, of the water; 0: deep
  double mass_sigma = 0.0;  ///< kg, standard deviation of the loading's mass
  Variation tuned = {};     ///< what its runs have told
  OffsetGrid offsets = {};  ///< that waves are taken from
};

/// The V that Savitsky's method takes for this bottom, averaged over the after half where a boat planes.
struct PlaningBottom {
  double beam = 0.0;       ///< m, over the chines, of one of them
  double deadrise = 0.0;   ///< rad
  std::size_t bodies = 1;  ///< side by side: 2 where the bottom is open over the centre plane, a tunnel
  double tunnel = 0.0;     ///< m, width of the opening between two
};
/// The chine of a section is the point that stands out furthest downward and outward at once.
[[nodiscard]] PlaningBottom planing_bottom(const HullModel& hull);

[[nodiscard]] RunningHull running_hull(const Boat& boat);

/// How the hull meets the water at rest, section by section.
struct WettedBodies {
  std::size_t pieces = 0;  ///< side by side in a section, at most
  /// m, between the centre planes of two like bodies that are all that meets the water; none: it is otherwise.
  std::optional<double> spacing;
  /// Every section is one piece over the centre plane, or two that mirror each other.
  bool mirrored = true;
  /// The methods here know one body, two like ones, and two that what joins them makes one of over a part.
  [[nodiscard]] bool known() const { return pieces <= 1 || spacing.has_value() || (pieces == 2 && mirrored); }
};
[[nodiscard]] WettedBodies wetted_bodies(const Boat& boat);

/// Least height of the deck edge over the water at rest, m; negative where the deck is awash.
[[nodiscard]] double least_freeboard(const Boat& boat);

/// Where the propulsor works in the water at rest; none without one in the layout.
[[nodiscard]] std::optional<Working> working_place(const Boat& boat);

/// Wake and thrust deduction: Taylor's w = 0.5 Cb - 0.05 and t = 0.6 w for hulls that do not plane (memory), 0.02 for
/// both where they do; none for an air propeller.
struct WakeShares {
  double wake = 0.0, thrust_deduction = 0.0;
};
[[nodiscard]] WakeShares wake_shares(const Boat& boat);

}  // namespace plucky
