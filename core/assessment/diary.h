// The diary and the boat together. In: an assessed boat, its diary. Out: the set-up a run is made with, what a log gave
// it, whether its current creeps up, what wants upkeep, whether it may go into the water.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "assessment/assessment.h"
#include "assessment/checklist.h"
#include "trial/log_reading.h"

namespace plucky {

/// The boat's settings as it is now.
[[nodiscard]] BoatSettings set_up_of(const Assessment& a);
/// Settings that differ between the boat now and its last run; empty without a run.
[[nodiscard]] std::vector<SettingChange> changed_since_last_run(const Assessment& a);

/// What a log gives a run, where the log has it: current and turns are those of the hardest driving, taken together.
[[nodiscard]] RunNumbers numbers_of(const Recording& log, const LogBoat& boat);

/// A propeller asks current by the square of its turns. Of the last runs with the same screw, cells and Kv: by how
/// much more current at equal turns the last one took than the median of those before.
struct Creep {
  Id run = 0;          ///< the last one
  double share = 0.0;  ///< 0.15: 15 % more
  std::size_t before = 0;
};
/// None with fewer than three runs before it.
[[nodiscard]] std::optional<Creep> creeping_current(const Diary& diary);
/// From this share on it is more than what wind and battery scatter: common practice, no source.
inline constexpr double creep_limit = 0.10;

enum class UpkeepState { fine, soon, due };
struct UpkeepItem {
  std::string key;       ///< stays the same while what it is about is there
  Text what;             ///< what is to be done, a sentence
  Text spare;            ///< what to take along for it; empty: nothing
  Quantity used, every;  ///< since it was done; in s of running, or a count of outings
  bool in_days = false;  ///< `used` and `every` count days
  UpkeepState state = UpkeepState::fine;
  std::string done;  ///< ISO day; empty: never noted
  Text because;      ///< why it is due before its time; empty otherwise
  const char* caution = "";
};
/// Due first. `today` is an ISO day.
[[nodiscard]] std::vector<UpkeepItem> upkeep_of(const Assessment& a, const std::string& today);
/// The diary with an item done on a day.
[[nodiscard]] Diary with_upkeep(Diary diary, const std::string& key, const std::string& date);

/// Weather and help at the water, as typed; none: not told.
struct LaunchDay {
  std::optional<double> wind, water_temperature;  ///< m/s, degC
};
struct LaunchAnswer {
  enum class Verdict { go, no_go, not_known };
  Verdict verdict = Verdict::go;
  std::vector<Text> against;  ///< each alone keeps it ashore
  std::vector<Text> unknown;  ///< what could not be judged
  std::vector<Text> mind;     ///< what to keep in mind
};
/// `lines` of launch_checklist().
[[nodiscard]] LaunchAnswer may_launch(const Assessment& a, const std::vector<CheckLine>& lines, const LaunchDay& day,
                                      const std::string& today);
/// Most wind for a boat of this length, m/s: common practice, no source.
[[nodiscard]] double most_wind(double length);

}  // namespace plucky
