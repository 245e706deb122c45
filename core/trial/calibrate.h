// The model brought to what a boat was measured to do. In: the boat, logs of its runs. Out: factors on drag, screw, Kv
// and resistance with how sure each is, and what the model says then.
//
// Steady moments of the runs against the steady balance (running/power.h): least squares by Gauss and Newton with
// Huber's weights, so that a few wrong moments count little, and with what is known of such boats beforehand, so that
// what a log does not tell stays where it was.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "running/power.h"
#include "trial/recording.h"

namespace plucky {

/// A stretch of a run in which nothing changed.
struct SteadyMoment {
  double throttle = 0.0;                       ///< share, as the ESC has it
  double voltage = 1.0;                        ///< battery's open-circuit voltage over the drive's
  double speed = 0.0;                          ///< m/s
  std::optional<double> revolutions, current;  ///< 1/s of the motor and A from the battery; none: not measured
  double duration = 0.0;                       ///< s
};
/// Alike ones are put together, at most two dozen. Needs speed and throttle. The recording's lags are taken out
/// already.
[[nodiscard]] std::vector<SteadyMoment> steady_moments(const Recording& cleaned, const Drive& drive);

struct TunedFactor {
  std::string key;  ///< "drag", "screw", "kv", "resistance"
  Text name;
  double factor = 1.0;
  double sigma = 0.0;  ///< of the factor, one deviation
  bool known = false;  ///< the runs tell it; else it is what such boats usually have
  Text next;           ///< what to look at or to measure, were it this
};

struct Calibration {
  bool done = false;
  Text message;  ///< why not
  std::vector<TunedFactor> factors;
  Variation variation;                ///< the same, for the model
  double before = 0.0, after = 0.0;   ///< mean error of speed, revolutions and current, share
  std::vector<SteadyMoment> moments;  ///< measured
};

/// `go_on` is told the share done; false stops.
[[nodiscard]] Calibration calibrate(const PoweredBoat& boat, const std::vector<SteadyMoment>& moments,
                                    const std::function<bool(double)>& go_on = {});

/// One thing that, changed alone, brings the model nearest to what was measured.
struct LoneCause {
  std::string key;  ///< of the factor
  Text name;
  double factor = 1.0;    ///< alone
  double explains = 0.0;  ///< share of the deviations that is gone then, 0 to 1
  struct LookAt {
    Text what;  ///< what may be behind it
    Text next;  ///< what to measure
  };
  std::vector<LookAt> look_at;  ///< the likeliest first
};
/// Those that explain anything, the one that explains the most first. Empty where the model is right within what is
/// measured, or the moments are too few.
[[nodiscard]] std::vector<LoneCause> lone_causes(const PoweredBoat& boat, const std::vector<SteadyMoment>& moments,
                                                 const std::function<bool(double)>& go_on = {});

}  // namespace plucky
