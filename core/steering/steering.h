// How the boat is steered. In: steering's measures, how the boat runs. Out: side force, torque, servo margin, turning.
#pragma once

#include <string>

#include "running/power.h"
#include "steering/design.h"

namespace plucky {

struct SteeringReport {
  bool fitted = false;
  std::string message;  ///< why there is no answer
  LinkageCourse linkage;
  double angle = 0.0;           ///< rad, greatest that the linkage gives
  double stream = 0.0;          ///< m/s, water or air at the foil at full throttle
  double side_force = 0.0;      ///< N, at full speed and full angle
  bool stalled = false;         ///< the foil stalls before the linkage's end
  double stock_torque = 0.0;    ///< N m, all blades, greatest over the angle
  double servo_needed = 0.0;    ///< N m at the servo
  double servo_margin = 0.0;    ///< servo torque over what is needed
  double time_across = 0.0;     ///< s from the middle to full angle
  double turning_radius = 0.0;  ///< m, at full speed; see range
  double radius_low = 0.0, radius_high = 0.0;
  double cruise_radius = 0.0;           ///< m, at the cruising throttle
  double heel = 0.0;                    ///< rad, outward positive, in that turn; displacement hulls only
  double drift = 0.0;                   ///< m to the side after 10 m straight with rudder or fins set crooked
  double force_without_throttle = 0.0;  ///< N, side force at the same speed with the throttle shut
};

/// Steady turn by Clarke's linear derivatives (1982) on the running water line; the range is two fifths to each side:
/// small hulls scatter, and planing hulls turn on their rails. Throws nothing: what cannot be answered says why.
[[nodiscard]] SteeringReport steering_report(const Steering& steering, const Boat& boat, const PowerReport& power);

}  // namespace plucky
