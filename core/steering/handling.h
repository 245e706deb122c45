// How a boat lies over when its screw turns it, when it turns, and when little of it is left in the water. In: boat,
// how it runs and steers. Out: angles, what holds against them. All of low confidence: heights of forces are common
// practice, and the stability at rest stands for that under way.
#pragma once

#include <optional>

#include "running/power.h"
#include "steering/steering.h"
#include "steering/turning.h"

namespace plucky {

/// None where it is not known or does not come up.
struct HandlingReport {
  /// N m, by which the screws turn the boat about its length as the throttle opens: of those that no other holds
  /// against. Jets turn theirs out in the stator.
  std::optional<double> torque;
  bool to_port = true;                   ///< the boat heels to port by it: against screws that turn right
  std::optional<double> torque_heel;     ///< rad, by it at rest
  std::optional<double> battery_offset;  ///< m, of the battery off the centre line that would hold against the torque
                                         ///< of the steady run
  std::optional<double> turn_heel;       ///< rad, outward, in the tightest turn at full speed; none on the plane
  std::optional<double> edge_heel;       ///< rad, at which the deck edge goes under
  /// m, at full speed: a tighter circle lays it over to nine tenths of edge_heel.
  std::optional<double> safe_radius;
  /// On the plane with dry chines: half the width that carries over the CG's height over the keel.
  std::optional<double> footing;
  std::optional<double> wet_keel;  ///< share of the keel ahead of the transom that is wet on the plane, to the forefoot

  /// At full speed, nothing moved, the throttle open: by the linear derivatives.
  std::optional<CourseKeeping> course;
  /// rad, at which the water meets the fins under the stern in the tightest turn at full speed, and at which they let
  /// go; none without fins.
  struct FinsInTurn {
    double angle = 0.0, lets_go = 0.0;
    bool holds_without = false;  ///< the hull keeps its course without them
  };
  std::optional<FinsInTurn> fins;

  /// One of two drives beside each other dead, its screw dragged along, the other at the throttle limit.
  struct OneDead {
    double speed = 0.0;   ///< m/s
    double moment = 0.0;  ///< N m, by which the other turns the boat to the dead one's side
    /// Of what steers, at that speed and its full angle, the share that holds it straight; none where nothing does.
    std::optional<double> held_by;
  };
  std::optional<OneDead> one_dead;
};

[[nodiscard]] HandlingReport handling_report(const Boat& boat, const PowerReport& power, const Steering& by,
                                             const SteeringReport& steering);

/// rad, outward: a boat of this metacentric height in a circle, the water's side force at half the draught.
/// Example: 5 m/s on 3 m, CG 40 mm over that, GM 60 mm: 29.5 degrees.
[[nodiscard]] double heel_in_turn(double speed, double radius, double lever, double gm);

}  // namespace plucky
