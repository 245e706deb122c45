// How warm a motor gets. In: the motor, its current, its surroundings, time. Out: temperatures of winding and can.
//
// Two nodes: the winding takes the copper loss, the can the iron loss; heat goes from winding to can and from the can
// to air and jacket water. Copper's resistance grows with its temperature, so a motor can run away. Capacities and
// conductances by the can's volume and surface: common practice, no source, good to about a third.
#pragma once

#include <optional>
#include <vector>

#include "drive/drive.h"

namespace plucky {

/// J/K and W/K.
struct MotorHeat {
  double winding_capacity = 0.0, can_capacity = 0.0;
  double winding_to_can = 0.0, can_to_air = 0.0, can_to_water = 0.0;
};

/// What carries the heat away.
struct Cooling {
  double air = 25.0;       ///< degC, around the motor
  double water = 20.0;     ///< degC
  bool jacket = false;     ///< a jacket with water running through it
  bool submerged = false;  ///< the motor itself is in the water
  bool wash = false;       ///< the motor stands in an air propeller's wash
  double flow = 3e-6;      ///< m3/s through the jacket
  double conductance = 0;  ///< W/K from can to that water; 0: by can and flow, see water_film.h
};

/// Capacities and conductances of a motor so cooled.
[[nodiscard]] MotorHeat motor_heat(const Motor& motor, const Cooling& cooling);

/// By which copper's resistance grows with its temperature, 1/K at 20 degC.
inline constexpr double copper_rise = 0.00393;

/// Where insulation and magnets have gone, degC: a course ends there.
inline constexpr double burnt = 250.0;

struct HeatCourse {
  std::vector<double> time, winding, can;            ///< s, degC
  bool runs_away = false;                            ///< copper loss grows faster than the heat leaves
  std::optional<double> steady_winding, steady_can;  ///< degC; none when it runs away
  [[nodiscard]] bool burns() const { return !winding.empty() && winding.back() >= burnt; }
  /// Seconds until the winding passes `limit`; none when it does not within the course.
  [[nodiscard]] std::optional<double> time_to(double limit) const;
};

/// From the surroundings' temperature on. `current` is the motor's root-mean-square current in A, `resistance` its
/// winding at 20 degC in ohm, `iron` the loss in the can in W. Throws InvalidInput for a duration not above zero.
[[nodiscard]] HeatCourse heat_course(const MotorHeat& body, const Cooling& cooling, double current, double resistance,
                                     double iron, double duration, int steps = 120);

}  // namespace plucky
