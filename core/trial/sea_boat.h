// The boat as it moves: every force on it at a moment, and how all that changes in it goes on. In: what the steady
// methods know of the boat. Out: the rates of change of its state.
//
// Quasi-steady: drag, trim and immersion of the running hull (resistance/running.h) at the speed of the moment, motor
// and propulsor in balance at every moment (running/balance.h), Clarke's linear sway and yaw with fins
// (steering/turning.h), righting arms of the whole roll, heave and pitch as springs about the running attitude with the
// water line's own stiffness, two nodes of heat in the motor (drive/thermal.h) and one each in ESC and battery, water
// in the hoses that fills and drains, leaks by bay. What it cannot say: slamming, spray, wakes of other boats, how
// waves add to drag.
#pragma once

#include <optional>
#include <vector>

#include "base/text.h"
#include "cooling/lump.h"
#include "flotation/righting.h"
#include "running/power.h"
#include "steering/turning.h"

namespace plucky {

/// Of the cooling circuit at a speed.
struct SeaWater {
  double speed = 0.0;                        ///< m/s
  double motor_flow = 0.0, motor_in = 20.0;  ///< m3/s, degC
  double motor_conductance = 0.0;            ///< W/K from can to water; 0: by can and flow
  double esc_flow = 0.0, esc_in = 20.0;      ///< m3/s, degC
  double esc_carried = 0.0;                  ///< W/K
  double fill_time = 0.0;                    ///< s until the hoses that run are full
};

/// A space between watertight bulkheads, and what comes in and goes out.
struct SeaBay {
  Text name;
  double volume = 0.0;               ///< m3
  double rest = 0.0, driven = 0.0;   ///< m3/s that leak in: at rest, at the throttle limit's speed
  double pump = 0.0, trigger = 0.0;  ///< m3/s that a bilge pump takes once so much water stands in it, m3
};

/// Everything the sea trial needs, taken from the boat once.
struct SeaBoatData {
  TurningHull turning;
  Steering steering;
  double steering_lever = 0.0;   ///< m aft of the CG, of what steers
  double half_apart = 0.0;       ///< m, half the distance of two drives
  double steering_angle = 0.0;   ///< rad, greatest
  double steering_time = 0.1;    ///< s from the middle to it
  double propulsor_lever = 0.0;  ///< m, from the CG square to the thrust line, positive when it passes below the CG
  std::vector<RightingPoint> starboard, port;
  bool self_righting = false;
  double gm_longitudinal = 0.0, waterplane = 0.0;     ///< m, m2
  double cg_height = 0.0;                             ///< m over half the draught
  double bow_freeboard = 0.0, least_freeboard = 0.0;  ///< m, at rest
  /// kg that foam and materials carry beyond the boat when it is full of water; negative: it sinks.
  std::optional<double> swamped_reserve;
  double rest_trim = 0.0;           ///< rad
  double lowest = 0.0;              ///< m, of the lowest point under the water at rest: it touches first
  double beam = 0.0;                ///< m
  double air_area = 0.0;            ///< m2
  double full_speed = 0.0;          ///< m/s, at the throttle limit; the leaks' `driven` is of it
  double air = 25.0, water = 20.0;  ///< degC
  bool pumped_when_still = false;   ///< the circuit runs without way
  std::vector<SeaWater> circuit;    ///< over the speed; empty: none
  bool submerged_motor = false, washed_motor = false;
  Lump esc, battery;
  Variation truth;  ///< by which this boat is not what its data say: of a stand-in, or calibrated
  double esc_limit = 65.0, battery_limit = 60.0;  ///< degC
  std::vector<SeaBay> bays;
};

/// Where the boat sails, in what weather.
struct SeaWeather {
  Vec2 wind = Vec2::Zero(), current = Vec2::Zero();  ///< m/s, towards
  double wave_height = 0.0;                          ///< m, crest to trough
  double wave_heading = 0.0;                         ///< rad, towards
};

/// What moves on its way; SI, angles in rad, temperatures in degC.
struct SeaState {
  enum Index : std::size_t {
    x,
    y,
    heading,
    surge,
    sway,
    yaw_rate,
    heave,
    heave_speed,
    pitch,
    pitch_speed,
    heel,
    heel_speed,
    throttle,
    helm,
    charge,
    winding,
    can,
    esc,
    battery,
    hoses_filled,
    weed,
    // Work done so far, J: by the battery, lost as heat, at the shafts, by thrust, by drag, by steering and sway.
    from_battery,
    to_heat,
    at_shaft,
    by_thrust,
    by_drag,
    by_side,
    bays  ///< m3 in each, from here on
  };
};
using SeaVector = std::vector<double>;
/// Water in all bays, m3.
[[nodiscard]] double water_aboard(const SeaVector& state);

/// Forces and flows of a moment beside the state.
struct SeaMoment {
  RunningPoint running;
  Driven driven;
  double drag = 0.0, thrust = 0.0;         ///< N
  double trim = 0.0, bow_freeboard = 0.0;  ///< rad, m
  SeaWater water;                          ///< what the circuit brings when its hoses are full
  double motor_flow = 0.0;                 ///< m3/s, as they are
  double mass = 0.0;                       ///< kg with the water aboard
  double cell = 0.0;                       ///< V, of a cell under load
};

class SeaBoat {
 public:
  /// `curve` is the hull's; `boat` is only read here.
  SeaBoat(const Boat& boat, const ResistanceCurve& curve, SeaBoatData data);
  SeaBoat(const SeaBoat&) = delete;
  SeaBoat& operator=(const SeaBoat&) = delete;

  /// Afloat and at rest, battery full, all at the air's temperature.
  [[nodiscard]] SeaVector at_rest() const;
  /// What the sticks want, -1 to 1, and what the boat meets.
  struct Wanted {
    double throttle = 0.0, helm = 0.0;
    bool power = true;  ///< false: battery or motor gives nothing any more
    bool weedy = false;
    std::optional<double> voltage;  ///< factor on the battery's voltage whatever its charge; none: by its charge
  };
  void rates(const SeaVector& state, const Wanted& wanted, const SeaWeather& weather, double time,
             SeaVector& rate) const;
  [[nodiscard]] SeaMoment moment(const SeaVector& state, const Wanted& wanted) const;
  /// Righting arm at a heel, m.
  [[nodiscard]] double righting_arm(double heel) const;
  /// Kinetic energy in surge, sway and yaw, J, with the water that goes along.
  [[nodiscard]] double kinetic(const SeaVector& state) const;
  [[nodiscard]] const SeaBoatData& data() const { return data_; }
  [[nodiscard]] const Drive& drive() const { return powered_.drive(); }
  [[nodiscard]] const ResistanceCurve& curve() const { return curve_; }
  [[nodiscard]] const PoweredBoat& powered() const { return powered_; }

 private:
  struct Masses {
    double surge, sway, yaw, heave, pitch, roll;
  };
  struct Steered {
    double side = 0.0, couple = 0.0, brake = 0.0;  ///< N, N m, N
    SternFin stern;
    double angle = 0.0, stream = 0.0;  ///< rad, m/s at what steers
  };
  struct Wave {
    double lift = 0.0, tilt = 0.0;  ///< m, rad: how the water lies under the boat
  };
  [[nodiscard]] Masses masses(double mass) const;
  [[nodiscard]] Steered steered(const SeaVector& state, const SeaMoment& m, const RunningPoint& slow) const;
  [[nodiscard]] Wave wave_at(const SeaVector& state, const SeaWeather& weather, double time) const;
  [[nodiscard]] SeaWater circuit_at(double speed) const;
  void heat(const SeaVector& state, const SeaMoment& m, SeaVector& rate) const;
  void leaks(const SeaVector& state, SeaVector& rate) const;
  ResistanceCurve curve_;
  PoweredBoat powered_;
  SeaBoatData data_;
  double mass_ = 0.0, length_ = 0.0;
  TurnDerivatives beside_;  ///< for the water that goes with sway and yaw
};

}  // namespace plucky
