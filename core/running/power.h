// The boat under power, all together. In: boat. Out: speed, current, heat, run time over the throttle, and what limits
// it.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/quantity.h"
#include "base/scatter.h"
#include "base/text.h"
#include "drive/thermal.h"
#include "running/balance.h"
#include "running/boat.h"
#include "running/variation.h"

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

/// From rest until the throttle stands open and the boat has gathered way.
struct StandingStart {
  double thrust = 0.0;         ///< N, of all drives, greatest on the way
  double motor_current = 0.0;  ///< A, in each motor, greatest on the way
  /// V, least on the way; none without a current.
  std::optional<double> battery_voltage;
  double air = 0.0;   ///< share of the blades' work done with air behind them when the thrust is greatest
  double trim = 0.0;  ///< rad, highest the bow swings up on the way from how it lay; held at 90 degrees
  double tilt = 0.0;  ///< rad, bow up, to which the greatest thrust would hold the boat afloat if it stayed
  /// Least on the way: moment of the weight about the transom over that of the thrust about the CG; below one the bow
  /// goes on rising for as long as it lasts. None where the thrust does not lift the bow.
  std::optional<double> hold;
};

/// Water that a boat takes along as it gathers way, share of its mass: common practice, no source.
inline constexpr double surge_water = 0.10;

/// How battery, winding and screw are at a moment.
struct Supply {
  double voltage = 1.0;   ///< factor on the battery's open-circuit voltage
  double winding = 20.0;  ///< degC: copper's resistance grows with it
  double fouling = 1.0;   ///< factor on the propulsor's torque
};
/// A moment under way; thrust in N of all drives after the thrust deduction.
struct Driven {
  double thrust = 0.0, revolutions = 0.0;  ///< N, 1/s
  PropulsorLoad load;
  ShaftState shaft;           ///< of one drive; battery's of all
  double open_voltage = 0.0;  ///< V
};

/// What a drive, a hull's curve and its waters make of one another. Prepared once, then asked for throttles.
class PoweredBoat {
 public:
  PoweredBoat(const Boat& boat, const ResistanceCurve& curve);
  /// The same waters with another drive of the same kind in the same place, as the search tries them.
  [[nodiscard]] PoweredBoat with(const Drive& drive, const ChartFan* charts = nullptr) const;
  [[nodiscard]] PoweredBoat with(const Variation& variation) const;
  /// With so much of its battery's open-circuit voltage, as charge and cold leave it.
  [[nodiscard]] PoweredBoat on_battery(double share) const;

  [[nodiscard]] RunningState at(double throttle) const;
  /// Whatever the thrust makes of the boat: at this throttle, running like this. Nothing turns with a shut throttle.
  [[nodiscard]] Driven driven(double throttle, const RunningPoint& running, const Supply& supply = {}) const;
  /// Thrust of all drives at the curve's speeds, after the thrust deduction.
  [[nodiscard]] std::vector<ThrustPoint> thrust_curve(double throttle) const;
  /// The throttle opens evenly over the drive's opening time while the boat gathers way against its drag; a tenth of
  /// its mass in water goes with it (common practice, no source). The bow swings up against the water under it, at most
  /// against the weight about the transom, with the inertia of a boat whose mass lies a quarter of its length from the
  /// CG and as much water.
  [[nodiscard]] StandingStart standing_start(double throttle) const;
  /// Winding temperature after `duration` seconds from cold at this state, degC; the steady one for 0.
  [[nodiscard]] double winding_after(const RunningState& state, double duration) const;
  [[nodiscard]] HeatCourse heat(const RunningState& state, double duration, bool water) const;
  /// Seconds of usable charge at this current.
  [[nodiscard]] double run_time(double battery_current) const;
  [[nodiscard]] const Drive& drive() const { return drive_; }
  /// Iron loss of one motor, W.
  [[nodiscard]] double iron_loss(const ShaftState& shaft) const;
  [[nodiscard]] const Text& doubt() const { return propulsion_.doubt(); }
  /// Does water take the motor's heat in this state?
  [[nodiscard]] bool water_cooled(const RunningState& state) const;

 private:
  PoweredBoat(const Drive& drive, double density, double viscosity, const ChartFan* charts = nullptr)
      : drive_(drive), propulsion_(drive, density, viscosity, charts), density_(density), viscosity_(viscosity) {}
  void prepare();
  [[nodiscard]] Cooling cooling(const RunningState& state, bool water) const;

  Drive drive_;
  Loading loading_;
  double gm_longitudinal_ = 0.0, length_ = 0.0;
  Propulsion propulsion_;
  PowerTrain train_;
  const ResistanceCurve* curve_ = nullptr;
  Interaction between_;
  std::optional<Working> working_;
  Cooling cooling_;
  std::function<JacketWater(const Drive&, const RunningState&)> jacket_;
  double pickup_ = 1.0;  ///< factor on the jacket's flow
  double keel_ = 0.0, density_ = 0.0, viscosity_ = 0.0;
};

/// Greatest speed the curve must reach for this drive, m/s.
[[nodiscard]] double greatest_speed(const Drive& drive);

/// Middle 90 % of what comes out at a throttle when the boat's data are only so well known.
struct PowerRanges {
  Range speed, battery_current, motor_current, winding, can, run_time;  ///< SI, degC
  /// What makes the speed uncertain, the most first; shares of its variance.
  struct Cause {
    const char* words;
    double share = 0.0;
  };
  std::vector<Cause> causes;
  /// m/s with the layer along the hull laminar as far as a smooth hull in still water keeps it; none where it does not
  /// run then. The other speeds hold with a layer that ripples and seams have stirred.
  std::optional<double> smooth_speed;
  bool open = false;  ///< within the uncertainty there are boats that find no steady run
};

struct PowerReport {
  bool fitted = false;  ///< there is a drive, it stands in the layout, and the boat floats upright
  Text message;         ///< why there is no answer
  bool stale = false;   ///< of an earlier state of the boat: a drag is on
  DriveLine line;
  std::optional<Working> working;
  ResistanceCurve curve;
  std::vector<ThrustPoint> thrust;  ///< at the curve's speeds
  std::vector<RunningState> sweep;  ///< throttle 0.05 to 1 in steps of 0.05
  RunningState full;                ///< at the drive's throttle limit
  /// Where the throttle limit has no steady run: the highest throttle that has one.
  std::optional<double> runs_up_to;
  StandingStart start;             ///< at the throttle limit; of a fitted boat
  std::optional<double> run_time;  ///< s, at the throttle limit
  std::optional<DutyRun> duty;
  HeatCourse dry, wet;  ///< at the throttle limit for its run time: without and with water
  bool water_cooled = false;
  std::optional<double> winding;  ///< degC, at the end of the run as the boat is cooled
  std::optional<double> can;      ///< degC
  /// Highest throttle that keeps every limit, and what stops it there; 0 when none does, nothing without a run.
  std::optional<double> safe_throttle;
  std::optional<BrokenLimit> limit;
  std::optional<double> porpoising_margin;  ///< rad, limit less running trim; none where the limit is unknown
  std::optional<double> blow_over;  ///< weight's moment over the air's about the transom; none below 10 m/s or unlifted
  std::optional<double> running_depth;  ///< m, disc top (a jet's: the intake's rim) under the running water
  Text doubt;                           ///< what the methods cannot promise
  std::optional<PowerRanges> ranges;    ///< at the throttle limit; none without a steady run

  /// Height of the running water in boat axes at x, m.
  [[nodiscard]] double water_at(double x) const { return keel + full.hull.water_at(x); }
  double keel = 0.0;  ///< m, z of the transom's keel
};

/// `with_ranges`: the ranges too, which nobody looks at while boats are tried by the dozen.
[[nodiscard]] PowerReport power_report(const Boat& boat, bool with_ranges = true);

}  // namespace plucky
