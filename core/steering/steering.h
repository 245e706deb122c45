// How the boat is steered. In: steering's measures, how the boat runs. Out: side force, torque, servo margin, turning.
#pragma once

#include <optional>
#include <string>

#include "base/text.h"
#include "running/power.h"
#include "steering/design.h"

namespace plucky {

struct SteeringReport {
  bool fitted = false;
  Text message;  ///< why there is no answer
  LinkageCourse linkage;
  // None where it is not known: nothing steers, or the boat does not run.
  std::optional<double> angle;           ///< rad, greatest that the linkage gives
  std::optional<double> stream;          ///< m/s, water or air at the foil at full throttle
  std::optional<double> side_force;      ///< N, at full speed and full angle
  bool stalled = false;                  ///< the foil stalls before the linkage's end
  double stall = 0.0;                    ///< rad, where the foil stalls in its stream
  std::optional<double> stock_torque;    ///< N m, all blades, greatest over the angle
  std::optional<double> servo_needed;    ///< N m at the servo
  std::optional<double> servo_margin;    ///< servo torque over what is needed
  std::optional<double> time_across;     ///< s from the middle to full angle
  std::optional<double> turning_radius;  ///< m, at full speed; see range
  std::optional<double> radius_low, radius_high;
  std::optional<double> cruise_radius;  ///< m, at the cruising throttle
  std::optional<double> own_radius;     ///< m, of the circle that rudder or fins set crooked run by themselves
  std::optional<double> drift;          ///< m to the side after 10 m on that circle; 0 with nothing crooked
  std::optional<double> mixed_couple;   ///< N m, of two drives by mixing, at full helm and full throttle
  /// s, of a full turn without way, one drive ahead and one astern at the throttle limit; none with another number.
  std::optional<double> spot_turn;
  std::optional<double> force_without_throttle;  ///< N, side force at the same speed with the throttle shut
};

/// Steady turn by Clarke's linear derivatives (1982) on the running water line; the range is two fifths to each side:
/// small hulls scatter, and planing hulls turn on their rails. Throws nothing: what cannot be answered says why.
[[nodiscard]] SteeringReport steering_report(const Steering& steering, const Boat& boat, const PowerReport& power);

}  // namespace plucky
