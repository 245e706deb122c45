// A boat on a pond, driven by sticks: it goes on from moment to moment, and what happens on the way is noted. In: boat,
// pond, weather, sticks. Out: samples, happenings, a log.
//
// Integrated by Dormand & Prince's fifth order with error control (Boost odeint) between ticks of a twentieth of a
// second, in which the sticks stand still; the same sticks give the same log.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "trial/pond.h"
#include "trial/sea_boat.h"

namespace plucky {

/// -1 to 1; throttle ahead, helm to starboard positive.
struct Sticks {
  double throttle = 0.0, helm = 0.0;
  bool operator==(const Sticks&) const = default;
};

enum class SeaEvent {
  planes,
  drives_under,
  flips,
  floods,
  cuts_out,
  hot,
  burns,
  aground,
  weed,
  out_of_range,
  battery_empty
};
[[nodiscard]] const char* sea_event_key(SeaEvent event);
[[nodiscard]] const char* sea_event_name(SeaEvent event);

struct Happening {
  double time = 0.0;  ///< s
  SeaEvent event = SeaEvent::planes;
  Text text;
  Vec2 place = Vec2::Zero();
};

/// One line of the log; SI, rad, degC.
struct SeaSample {
  double time = 0.0;
  Vec2 place = Vec2::Zero();
  double heading = 0.0, course = 0.0;  ///< anticlockwise from east
  double speed = 0.0;                  ///< m/s over ground
  double surge = 0.0, sway = 0.0, yaw_rate = 0.0;
  double trim = 0.0, heel = 0.0, heave = 0.0, bow_freeboard = 0.0;
  double draught = 0.0;  ///< m, of the transom's keel
  Sticks sticks;
  double throttle = 0.0, helm = 0.0;                                     ///< as they have got there; rad
  double revolutions = 0.0, motor_revolutions = 0.0;                     ///< 1/s, propeller and motor
  double voltage = 0.0, current = 0.0, motor_current = 0.0, used = 0.0;  ///< V, A, A, C
  double winding = 0.0, can = 0.0, esc = 0.0, battery = 0.0;             ///< degC
  double flow = 0.0, aboard = 0.0;                                       ///< m3/s of cooling water at the motor, m3
  double thrust = 0.0, drag = 0.0;                                       ///< N
  double range = 0.0, depth = 0.0;                                       ///< m, to who steers; of the water
  bool planing = false;
};

struct SeaRules {
  double radio_range = 400.0;     ///< m over water; beyond it the failsafe shuts the throttle
  double tolerance = 1e-6;        ///< relative error allowed in a step
  std::optional<double> voltage;  ///< factor on the battery's voltage whatever its charge; none: by its charge
};

class SeaTrial {
 public:
  /// The boat lies at the pond's start. References must outlive the trial.
  SeaTrial(const SeaBoat& boat, const Pond& pond, const SeaWeather& weather = {}, const SeaRules& rules = {});

  /// One tick with the sticks held; `tick` in s. Does nothing once the boat is lost.
  void advance(const Sticks& sticks);
  static constexpr double tick = 0.05;

  [[nodiscard]] const SeaSample& now() const { return now_; }
  [[nodiscard]] const std::vector<Happening>& happenings() const { return happenings_; }
  [[nodiscard]] bool happened(SeaEvent event) const;
  [[nodiscard]] bool lost() const { return lost_; }
  [[nodiscard]] const SeaVector& state() const { return state_; }
  /// Goes on from another state: of a boat that already runs, or is heeled.
  void set_state(const SeaVector& state);
  /// J: what the battery gave less what came of it, and what moves less the work done on it; both 0 but for rounding.
  struct Audit {
    double electric = 0.0, motion = 0.0, turnover = 0.0;
  };
  [[nodiscard]] Audit audit() const;

 private:
  void look(const Sticks& sticks);
  void note(SeaEvent event, const Text& text);
  [[nodiscard]] SeaBoat::Wanted wanted(const Sticks& sticks) const;
  const SeaBoat& boat_;
  const Pond& pond_;
  SeaWeather weather_;
  SeaRules rules_;
  SeaVector state_;
  double time_ = 0.0, step_ = 0.01, first_kinetic_ = 0.0;
  bool power_ = true, lost_ = false, failsafe_ = false, aground_ = false, weedy_ = false, planing_ = false;
  SeaSample now_;
  std::vector<Happening> happenings_;
};

/// What drives the boat: asked once a tick.
using Pilot = std::function<Sticks(const SeaSample&)>;

struct SeaLog {
  std::vector<SeaSample> samples;
  std::vector<Happening> happenings;
  bool lost = false;
  bool stopped = false;  ///< by whoever asked for it
  Text ended;            ///< why before its time; empty when it went on to the end
};

/// m, over the samples.
[[nodiscard]] double distance_sailed(const std::vector<SeaSample>& samples);

/// For so many seconds, a sample every `every` s; `go_on` false stops.
[[nodiscard]] SeaLog sail(SeaTrial& trial, const Pilot& pilot, double duration, double every = 0.1,
                          const std::function<bool(double)>& go_on = {});

}  // namespace plucky
