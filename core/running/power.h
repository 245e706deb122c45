// The boat under power, all together. In: boat. Out: speed, current, heat, run time over the throttle, and what limits
// it.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/quantity.h"
#include "drive/thermal.h"
#include "running/balance.h"
#include "running/boat.h"

namespace plucky {

/// A limit of a part that a running state breaks.
struct BrokenLimit {
  const char* key;    ///< "esc", "battery", "motor", "heat", "coupler", "shaft"
  const char* words;  ///< e.g. "ESC's continuous rating"
  Quantity number, limit;
};
/// The worst of the limits that `state` breaks, by ratio to the limit; `winding` is its temperature in degC.
[[nodiscard]] std::optional<BrokenLimit> broken_limit(const Drive& drive, const RunningState& state, double winding);

/// A run of full throttle and cruising, in the shares of Drive.
struct DutyRun {
  double current = 0.0;   ///< A, mean from the battery
  double run_time = 0.0;  ///< s
  double range = 0.0;     ///< m
};

/// Thrust there is at the throttle limit for a boat at this speed, after the thrust deduction.
struct ThrustPoint {
  double speed = 0.0, thrust = 0.0;  ///< m/s, N
};

/// Held at a standstill, before the hull moves.
struct StandingStart {
  double thrust = 0.0;         ///< N, of all drives
  double motor_current = 0.0;  ///< A, in each motor
};

/// What a drive, a hull's curve and its waters make of one another. Prepared once, then asked for throttles.
class PoweredBoat {
 public:
  PoweredBoat(const Boat& boat, const ResistanceCurve& curve);
  /// The same waters with another drive of the same kind in the same place, as the search tries them.
  [[nodiscard]] PoweredBoat with(const Drive& drive) const;

  [[nodiscard]] RunningState at(double throttle) const;
  /// Thrust of all drives at the curve's speeds, after the thrust deduction.
  [[nodiscard]] std::vector<ThrustPoint> thrust_curve(double throttle) const;
  [[nodiscard]] StandingStart standing_start(double throttle) const;
  /// Winding temperature after `duration` seconds from cold at this state, degC; the steady one for 0.
  [[nodiscard]] double winding_after(const RunningState& state, double duration) const;
  [[nodiscard]] HeatCourse heat(const RunningState& state, double duration, bool water) const;
  /// Seconds of usable charge at this current.
  [[nodiscard]] double run_time(double battery_current) const;
  [[nodiscard]] const Drive& drive() const { return drive_; }
  [[nodiscard]] const std::string& doubt() const { return propulsion_.doubt(); }
  /// Does water take the motor's heat in this state?
  [[nodiscard]] bool water_cooled(const RunningState& state) const;

 private:
  PoweredBoat(const Drive& drive, double density) : drive_(drive), propulsion_(drive, density), density_(density) {}
  void prepare();
  [[nodiscard]] Cooling cooling(const RunningState& state, bool water) const;

  Drive drive_;
  Propulsion propulsion_;
  PowerTrain train_;
  const ResistanceCurve* curve_ = nullptr;
  Interaction between_;
  std::optional<Working> working_;
  Cooling cooling_;
  std::function<JacketWater(const Drive&, const RunningState&)> jacket_;
  double keel_ = 0.0, density_ = 0.0;
};

/// Greatest speed the curve must reach for this drive, m/s.
[[nodiscard]] double greatest_speed(const Drive& drive);

struct PowerReport {
  bool fitted = false;  ///< there is a drive, it stands in the layout, and the boat floats upright
  std::string message;  ///< why there is no answer
  bool stale = false;   ///< of an earlier state of the boat: a drag is on
  DriveLine line;
  std::optional<Working> working;
  ResistanceCurve curve;
  std::vector<ThrustPoint> thrust;  ///< at the curve's speeds
  std::vector<RunningState> sweep;  ///< throttle 0.05 to 1 in steps of 0.05
  RunningState full;                ///< at the drive's throttle limit
  double thrust_most = 0.0;         ///< N, standing still at the throttle limit
  double start_current = 0.0;       ///< A, in each motor at that
  double start_trim = 0.0;          ///< rad, by which that lifts the bow of the boat afloat
  /// Moment of the weight about the transom over that of the standing start's thrust about the CG: below one the boat
  /// goes over backwards. 0 where the thrust does not lift the bow.
  double start_hold = 0.0;
  double run_time = 0.0;  ///< s, at the throttle limit
  DutyRun duty;
  HeatCourse dry, wet;  ///< at the throttle limit for its run time: without and with water
  bool water_cooled = false;
  double winding = 0.0;  ///< degC, at the end of the run as the boat is cooled
  double can = 0.0;      ///< degC
  /// Highest throttle that keeps every limit, and what stops it there; 0 when none does.
  double safe_throttle = 1.0;
  std::optional<BrokenLimit> limit;
  double porpoising_margin = 0.0;  ///< rad, limit less running trim; 0 where unknown
  double blow_over = 0.0;          ///< weight's moment over the air's about the transom; 0 where it does not matter
  double running_depth = 0.0;      ///< m, disc top under the running water
  std::string doubt;               ///< what the methods cannot promise

  /// Height of the running water in boat axes at x, m.
  [[nodiscard]] double water_at(double x) const { return keel + full.hull.water_at(x); }
  double keel = 0.0;  ///< m, z of the transom's keel
};

[[nodiscard]] PowerReport power_report(const Boat& boat);

}  // namespace plucky
