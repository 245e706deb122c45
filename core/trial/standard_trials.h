// The trials that every boat is put through, by one press. In: a boat. Out: a number for each, with what happened.
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "base/quantity.h"
#include "trial/pilots.h"
#include "trial/sea_trial.h"

namespace plucky {

enum class StandardTrial {
  standing_start,
  top_speed,
  hump,
  coast_down,
  circle_port,
  circle_starboard,
  stop,
  endurance,
  hot_soak,
  swamped,
  righting
};

/// One number of a trial.
struct TrialNumber {
  Text name;
  std::optional<Quantity> value;
  Text why_not;  ///< where there is no value
};

struct TrialResult {
  StandardTrial trial = StandardTrial::standing_start;
  Text name;
  std::vector<TrialNumber> numbers;
  std::vector<Happening> happenings;  ///< what went wrong or right, with its moment
  std::vector<SeaSample> course;      ///< thinned, for plots
};

struct StandardTrials {
  std::vector<TrialResult> results;
  bool stopped = false;
  [[nodiscard]] const TrialResult* find(StandardTrial trial) const;
};

/// On open water without wind. `go_on` is told the share done; false stops, and what is done is kept.
[[nodiscard]] StandardTrials standard_trials(const SeaBoat& boat, const std::function<bool(double)>& go_on = {});

}  // namespace plucky
