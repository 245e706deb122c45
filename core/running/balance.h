// Steady running: where thrust meets drag and the motor's torque the propulsor's. In: power train, propulsor,
// resistance curve, throttle. Out: speed, revolutions, currents, heat, run time, or why there is none.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "drive/power_train.h"
#include "resistance/running.h"
#include "running/propulsion.h"

namespace plucky {

/// How hull and propulsor take from each other. Small for planing hulls.
struct Interaction {
  double wake = 0.0;              ///< share by which the water at the propulsor is slower than the boat
  double thrust_deduction = 0.0;  ///< share of the thrust the hull loses to the suction
  /// How the propulsor lies to the water of a running point; none: deep.
  std::function<PropulsorWater(const RunningPoint&)> water;
  /// Drag of a running point, N, where it is tried otherwise than the curve has it.
  std::function<double(const RunningPoint&)> drag;
};

struct RunningState {
  enum class Status {
    solved,
    under_hump,  ///< steady, but held below the hump that more thrust would pass
    no_answer
  };
  Status status = Status::no_answer;
  Text message;  ///< words for the last two
  double throttle = 0.0;
  double speed = 0.0;        ///< m/s
  double revolutions = 0.0;  ///< 1/s, propeller
  double thrust = 0.0;       ///< N, of all drives, before the thrust deduction
  double slip = 0.0;         ///< 1 - V / (n pitch); of a jet the share by which the boat is slower than its jet
  double efficiency = 0.0;   ///< drag times speed over the battery's power
  PropulsorLoad load;        ///< of one drive
  ShaftState shaft;          ///< of one drive
  RunningPoint hull;
  std::optional<double> jet_speed;  ///< m/s, of a jet
  [[nodiscard]] double battery_power() const { return shaft.battery_current * shaft.battery_voltage; }
  [[nodiscard]] bool runs() const { return status != Status::no_answer; }
  /// Of its thrust in deep water without cavitation, what is left.
  [[nodiscard]] double thrust_kept() const { return load.sound > 0.0 ? load.thrust / load.sound : 1.0; }
};

/// Steady state reached from rest at a throttle (0 to 1). Revolutions are found for each speed from the torques, the
/// speed from thrust and drag along the curve, by bracketing from a standstill upwards; where a hull cannot pass its
/// hump the state below it is given with the greatest shortfall in words.
[[nodiscard]] RunningState run_steady(const PowerTrain& train, const Propulsion& propulsion, double pitch,
                                      const ResistanceCurve& curve, double throttle, const Interaction& between = {});

/// Several throttles.
[[nodiscard]] std::vector<RunningState> throttle_sweep(const PowerTrain& train, const Propulsion& propulsion,
                                                       double pitch, const ResistanceCurve& curve,
                                                       const std::vector<double>& throttles,
                                                       const Interaction& between = {});

/// One drive where the motor's torque is the propulsor's, in water of this speed.
struct HeldThrust {
  double thrust = 0.0;       ///< N
  double revolutions = 0.0;  ///< 1/s
  PropulsorLoad load;
};
/// `fouling`: factor on the propulsor's torque, of weed round it.
[[nodiscard]] HeldThrust thrust_at(const PowerTrain& train, const Propulsion& propulsion, double throttle,
                                   double water_speed, const PropulsorWater& water = {}, double fouling = 1.0);

}  // namespace plucky
