// How much thrust the water lets a wetted propeller have. In: speed, revolutions, depth, blade area. Out: limits.
//
// Local cavitation number at 0.7 R; thrust breakdown by the loading limits of small craft propellers that Blount & Fox
// (1978) drew over Burrill's chart (1943) (memory): thrust loading at most 1.2 sigma, back cavitation beginning at
// 0.494 sigma^0.88, torque loading at most 0.200 P/D sigma^(0.7 + 0.31 EAR^0.9). Published for three-bladed flat-faced
// screws of 0.5 to 1.1 area ratio; outside it is an extrapolation.
#pragma once

namespace plucky {

/// What a propeller's blades meet at 0.7 R.
struct BladeWater {
  double advance_speed = 0.0;  ///< m/s
  double revolutions = 0.0;    ///< 1/s
  double depth = 0.0;          ///< m, of the disc's middle; 0 where it is above the water
  double density = 998.2;      ///< kg/m3
};

/// Measures that the limits need.
struct BladeArea {
  double diameter = 0.04;   ///< m
  double area_ratio = 0.4;  ///< expanded
  double pitch_ratio = 1.0;
  /// Projected area of all blades, m2: Taylor's 1.067 - 0.229 P/D, held at 0.4 for steep pitches.
  [[nodiscard]] double projected() const;
};

/// Atmosphere less the pressure at which water of 20 degC boils, Pa.
inline constexpr double surface_pressure = 101325.0 - 2339.0;

/// Dynamic pressure at 0.7 R, Pa.
[[nodiscard]] double blade_pressure(const BladeArea& blades, const BladeWater& water);
/// (p_atm + rho g h - p_v) over that; above any use for a propeller that does not turn in still water.
[[nodiscard]] double cavitation_number(const BladeArea& blades, const BladeWater& water);

struct CavitationLimits {
  double thrust = 0.0;  ///< N, most there is
  double torque = 0.0;  ///< N m, most that is asked then
  double onset = 0.0;   ///< N, where a tenth of the backs cavitates
};
[[nodiscard]] CavitationLimits cavitation_limits(const BladeArea& blades, const BladeWater& water);

/// Wetted thrust and torque as far as the water lets them: smooth, never above either, and torque falls no faster than
/// thrust, so that no energy comes from it.
struct LimitedLoad {
  double thrust = 0.0, torque = 0.0;  ///< N, N m
  double kept = 1.0;                  ///< share of the thrust
};
[[nodiscard]] LimitedLoad limited_by_cavitation(const BladeArea& blades, const BladeWater& water, double thrust,
                                                double torque);

}  // namespace plucky
