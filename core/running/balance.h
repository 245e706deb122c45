// Steady running: where thrust meets drag and the motor's torque the propulsor's. In: power train, propulsor,
// resistance curve, throttle. Out: speed, revolutions, currents, heat, run time, or why there is none.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "drive/power_train.h"
#include "resistance/running.h"
#include "running/propulsion.h"

namespace plucky {

/// How hull and propulsor take from each other. Small for planing hulls.
struct Interaction {
  double wake = 0.0;              ///< share by which the water at the propulsor is slower than the boat
  double thrust_deduction = 0.0;  ///< share of the thrust the hull loses to the suction
  /// Share of thrust and torque that the propulsor keeps in the water of a running point; none: all of it.
  std::function<double(const RunningPoint&)> working_share;
};

struct RunningState {
  enum class Status {
    solved,
    under_hump,  ///< steady, but held below the hump that more thrust would pass
    no_answer
  };
  Status status = Status::no_answer;
  std::string message;  ///< words for the last two
  double throttle = 0.0;
  double speed = 0.0;        ///< m/s
  double revolutions = 0.0;  ///< 1/s, propeller
  double thrust = 0.0;       ///< N, of all drives, before the thrust deduction
  double slip = 0.0;         ///< 1 - V / (n pitch)
  double share = 1.0;        ///< of thrust and torque that the propulsor keeps in this water
  double efficiency = 0.0;   ///< drag times speed over the battery's power
  ShaftState shaft;          ///< of one drive
  RunningPoint hull;
  [[nodiscard]] double battery_power() const { return shaft.battery_current * shaft.battery_voltage; }
  [[nodiscard]] bool runs() const { return status != Status::no_answer; }
};

/// Steady state reached from rest at a throttle (0 to 1). Revolutions are found for each speed from the torques, the
/// speed from thrust and drag along the curve, by bracketing; where a hull cannot pass its hump the state below it is
/// given with the greatest shortfall in words.
[[nodiscard]] RunningState run_steady(const PowerTrain& train, const Propulsion& propulsion, double pitch,
                                      const ResistanceCurve& curve, double throttle, const Interaction& between = {});

/// Several throttles.
[[nodiscard]] std::vector<RunningState> throttle_sweep(const PowerTrain& train, const Propulsion& propulsion,
                                                       double pitch, const ResistanceCurve& curve,
                                                       const std::vector<double>& throttles,
                                                       const Interaction& between = {});

/// Thrust of one drive at full revolutions' balance for a boat held at `speed`, N, and the revolutions, 1/s.
struct HeldThrust {
  double thrust = 0.0, revolutions = 0.0;
};
[[nodiscard]] HeldThrust thrust_at(const PowerTrain& train, const Propulsion& propulsion, double throttle,
                                   double water_speed, double share = 1.0);

}  // namespace plucky
