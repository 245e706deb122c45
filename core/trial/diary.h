// The days at the water: outings, their runs with the set-up of each, the troubles that runs show and what was tried
// against them, upkeep that was done. Plain data of stage 9 and its tables; dates are ISO days, times "14:05".
#pragma once

#include <optional>
#include <span>
#include <string>
#include <vector>

#include "base/blob.h"
#include "base/id.h"
#include "base/quantity.h"

namespace plucky {

enum class OutingKind { bench, bath, pond, race };
[[nodiscard]] const char* outing_key(OutingKind kind);
[[nodiscard]] const char* outing_name(OutingKind kind);
[[nodiscard]] OutingKind outing_from_key(const std::string& key);

/// What of the boat may differ from run to run; none: this boat has no such thing, or it was not known.
struct BoatSettings {
  std::optional<double> cells, screw_diameter, screw_pitch, throttle_limit, kv, nozzle;
  std::optional<double> mass, cg_x, cg_y;  ///< kg, m from the transom, m to port
  std::optional<double> thrust_height;     ///< m, of the disc over the keel at the transom
  std::optional<double> thrust_angle, strut_angle, tab_angle, fin_angle, crooked;  ///< rad
  bool operator==(const BoatSettings&) const = default;
};
struct Setting {
  const char* key;
  std::optional<double> BoatSettings::*member;
  const char* label;
  Dimension dimension;
  double low, high;  ///< SI
};
[[nodiscard]] std::span<const Setting> settings();

/// A setting that differs.
struct SettingChange {
  const Setting* setting = nullptr;
  std::optional<double> was, is;
};
/// What is known on both sides and differs by more than it is shown to, or is there on one side only.
[[nodiscard]] std::vector<SettingChange> changes(const BoatSettings& was, const BoatSettings& is);

/// What a run gave, read off a log, a watch or a thermometer; none: not measured.
struct RunNumbers {
  std::optional<double> duration, distance;            ///< s, m
  std::optional<double> top_speed, revolutions;        ///< m/s, 1/s of the propeller
  std::optional<double> throttle;                      ///< share, most that was given
  std::optional<double> current, least_voltage, used;  ///< A at full throttle, V, C
  std::optional<double> motor, esc, battery, outlet;   ///< degC, touched after the run
  std::optional<double> aboard;                        ///< m3 of water found
  bool operator==(const RunNumbers&) const = default;
};
struct RunNumber {
  const char* key;
  std::optional<double> RunNumbers::*member;
  const char* label;
  Dimension dimension;
  double low, high;  ///< SI
};
[[nodiscard]] std::span<const RunNumber> run_numbers();

struct TrialRun {
  Id id = 0;  ///< once in all outings
  std::string begin, wish, result;
  BoatSettings set_up;
  RunNumbers numbers;
  Id log = 0, photo = 0;  ///< attachments; 0: none
  bool operator==(const TrialRun&) const = default;
};

struct Outing {
  Id id = 0;
  OutingKind kind = OutingKind::pond;
  std::string date, place, water, watches, wish, result;
  std::optional<double> wind, water_temperature;  ///< m/s, degC
  std::vector<TrialRun> runs;
  bool operator==(const Outing&) const = default;
};

/// A file kept with the boat; its bytes never change. Empty bytes: it went astray.
struct Attachment {
  Id id = 0;
  std::string name;
  Blob bytes;
  bool operator==(const Attachment&) const = default;
};

/// What a run said about a change: the trouble is gone, or the boat is better, the same, worse.
enum class TryResult { open, gone, better, same, worse };
[[nodiscard]] const char* try_key(TryResult result);
[[nodiscard]] const char* try_name(TryResult result);
[[nodiscard]] TryResult try_from_key(const std::string& key);

/// One change against a trouble.
struct Try {
  Id id = 0;
  std::string what, cause;  ///< the change in words; key of the cause it is meant for, or empty
  Id run = 0;               ///< the run that showed what came of it; 0: not tried yet
  TryResult result = TryResult::open;
  bool operator==(const Try&) const = default;
};

/// What the builder answered to the question of a cause.
struct CauseAnswer {
  Id id = 0;
  std::string cause;
  bool yes = false;
  bool operator==(const CauseAnswer&) const = default;
};

/// A trouble: open until a run shows it gone.
struct Trouble {
  Id id = 0;
  std::string symptom, words, date;  ///< key of the symptom; the builder's own words
  Id run = 0;                        ///< at which it was seen; 0: none
  std::vector<CauseAnswer> answers;
  std::vector<Try> tries;
  bool operator==(const Trouble&) const = default;
  [[nodiscard]] bool open() const;
};

/// Upkeep that was done.
struct UpkeepMark {
  Id id = 0;
  std::string key, date;
  Id after_run = 0;  ///< the last run before it; 0: before all
  bool operator==(const UpkeepMark&) const = default;
};

struct Diary {
  std::vector<Outing> outings;  ///< as they came
  std::vector<Trouble> troubles;
  std::vector<UpkeepMark> upkeep;
  std::vector<Attachment> attachments;
  bool operator==(const Diary&) const = default;

  [[nodiscard]] const TrialRun* run(Id id) const;
  [[nodiscard]] const Attachment* attachment(Id id) const;
  /// All runs as they came.
  [[nodiscard]] std::vector<const TrialRun*> runs() const;
  /// The one made last, by its number; null without any.
  [[nodiscard]] const TrialRun* last_run() const;
};

/// A new outing, at the place of the one before it: places are few. Its number.
Id add_outing(Diary& diary, OutingKind kind, const std::string& date);
/// The last outing of a day; a new one of this kind where there is none.
[[nodiscard]] Id outing_of_day(Diary& diary, OutingKind kind, const std::string& date);
/// The diary with a run added to an outing, numbered; throws InvalidInput where the outing is not there.
[[nodiscard]] Diary with_run(Diary diary, Id outing, TrialRun run);
/// The diary with a picture at a run, in place of the one that was there; without one where the bytes are empty.
[[nodiscard]] Diary with_photo(Diary diary, Id run, const std::string& name, Blob bytes);
/// Without an outing or a run: what refers to its runs is set back to "not tried", "no run"; its files go too.
[[nodiscard]] Diary without_outing(Diary diary, Id outing);
[[nodiscard]] Diary without_run(Diary diary, Id run);

/// Throws InvalidInput naming the place where numbers are used twice or name what is not there.
void check_diary(const Diary& diary);

}  // namespace plucky
