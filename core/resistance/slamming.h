// Blows of a chop on a planing bottom. In: hull, running trim, speed, height of the waves. Out: acceleration at the CG.
#pragma once

namespace plucky {

/// What the rule asks of a boat, SI; all above zero but the trim.
struct SlamCase {
  double length = 0.0, beam = 0.0;    ///< m, at the water; over the chines
  double deadrise = 0.0, trim = 0.0;  ///< rad
  double mass = 0.0, density = 0.0;   ///< kg, kg/m3
  double speed = 0.0;                 ///< m/s
  double wave_height = 0.0;           ///< m, significant
};

/// Mean of the blows at the CG, in multiples of gravity, after Savitsky & Brown (1976, memory): 0.0104 (H/b + 0.084)
/// (t/4) (5/3 - d/30) (V/sqrt(L))^2 (L/b) / C_load, knots, feet and degrees. Published for V/sqrt(L) of 2 to 6, L/b 3
/// to 5, H/b 0.2 to 0.7, trims 3 to 7 and deadrise 10 to 30 degrees; each is held at the nearer edge of that, so that
/// it grows with no input without bound. `within` says whether none had to be.
struct Slam {
  double mean = 0.0;
  bool within = false;
};
[[nodiscard]] Slam slam(const SlamCase& of);

/// m, significant height of the waves a choppy pond has: common practice, no source.
inline constexpr double pond_chop = 0.05;

}  // namespace plucky
