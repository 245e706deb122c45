// Which propeller? In: boat, diameters and pitches to try. Out: speed, current, heat and run time of each, and the
// limit it breaks.
#pragma once

#include <functional>
#include <optional>
#include <vector>

#include "base/text.h"
#include "running/power.h"

namespace plucky {

struct SearchCell {
  double diameter = 0.0, pitch = 0.0;  ///< m
  RunningState full;                   ///< at the drive's throttle limit
  std::optional<double> winding;       ///< degC at the end of the run
  std::optional<double> run_time;      ///< s, at the throttle limit
  std::optional<BrokenLimit> broken;
  Text doubt;  ///< what its method cannot promise; empty within published ranges
  [[nodiscard]] bool allowed() const { return full.status == RunningState::Status::solved && !broken; }
};

/// What is best.
enum class Aim { speed, run_time, efficiency, coolness };
/// Larger is better; of a cell that runs.
[[nodiscard]] double worth(const SearchCell& cell, Aim aim);

struct SearchMap {
  std::vector<double> diameters, pitches;
  std::vector<SearchCell> cells;  ///< diameters by pitches
  [[nodiscard]] const SearchCell& at(std::size_t diameter, std::size_t pitch) const {
    return cells[diameter * pitches.size() + pitch];
  }
  /// The best allowed cell; null when none is.
  [[nodiscard]] const SearchCell* best(Aim aim) const;
};

/// `low` to `high` in `count` equal steps. Throws InvalidInput for fewer than one or more than 100, or high < low.
[[nodiscard]] std::vector<double> steps_between(double low, double high, int count);

/// `going_on` is told the share done and returns false to stop; the map then holds what was done. The curve of the boat
/// is made once and serves all.
[[nodiscard]] SearchMap search_propellers(const Boat& boat, const std::vector<double>& diameters,
                                          const std::vector<double>& pitches,
                                          const std::function<bool(double)>& going_on = {});

}  // namespace plucky
