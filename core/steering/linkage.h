// Servo arm, push rod and horn as an exact plane four-bar. In: measures, servo throw. Out: horn angle, leverage, where
// it binds, how far the rod strokes and sweeps.
//
// The servo's axis is the origin, the horn's axis lies at (distance, offset). Angles are measured from the line square
// to the axes' line, so that 0 is an arm standing straight out; both arms stand on the same side.
#pragma once

#include <optional>
#include <vector>

namespace plucky {

struct Linkage {
  double servo_arm = 0.012, horn_arm = 0.015;      ///< m
  double distance = 0.10, offset = 0.0;            ///< m, from the servo's to the horn's axis, along and across
  double servo_neutral = 0.0, horn_neutral = 0.0;  ///< rad, of the arms with the stick in the middle
  double servo_throw = 0.785;                      ///< rad, to each side
  double rod_diameter = 0.002;                     ///< m
  double wall_at = 0.7;  ///< where the rod goes through the transom, share of its length from the servo
  bool operator==(const Linkage&) const = default;
};

/// One servo angle.
struct LinkageStep {
  double servo = 0.0;         ///< rad from neutral
  double horn = 0.0;          ///< rad from neutral
  double transmission = 0.0;  ///< rad, between rod and horn arm; square is best
  double leverage = 0.0;      ///< horn torque over servo torque, no friction
};

struct LinkageCourse {
  std::vector<LinkageStep> steps;  ///< over the throw, from one side to the other; ends where the rod cannot follow
  double rod_length = 0.0;         ///< m
  /// Least servo angle, rad, at which the transmission angle falls under 40 degrees or the rod cannot follow.
  std::optional<double> binds_at;
  bool stops = false;                            ///< the rod cannot follow at all beyond `binds_at`
  double horn_port = 0.0, horn_starboard = 0.0;  ///< rad, reached to each side before binding
  double least_leverage = 0.0;
  double stroke = 0.0;     ///< m, of the rod through the wall, from end to end
  double hole = 0.0;       ///< m, diameter the rod needs in the wall with its sweep
  double rod_swing = 0.0;  ///< rad, by which the rod tilts in the boot to each side
};

/// Transmission angle below which a linkage is said to bind.
inline constexpr double least_transmission = 0.6981;  // 40 degrees, common practice, no source

/// Throws InvalidInput for arms or a distance that are not above zero and arms longer than the distance allows.
[[nodiscard]] LinkageCourse linkage_course(const Linkage& linkage, int steps = 91);

}  // namespace plucky
