#include "trial/diary.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <set>

#include "base/error.h"
#include "base/key_table.h"
#include "base/numbered.h"

namespace plucky {

namespace diary_table {

constexpr std::array outings{
    KeyRow<OutingKind>{OutingKind::bench, "bench", "Bench spin"}, KeyRow<OutingKind>{OutingKind::bath, "bath", "Bath"},
    KeyRow<OutingKind>{OutingKind::pond, "pond", "Pond"}, KeyRow<OutingKind>{OutingKind::race, "race", "Race"}};

constexpr std::array results{
    KeyRow<TryResult>{TryResult::open, "open", "not tried yet"}, KeyRow<TryResult>{TryResult::gone, "gone", "gone"},
    KeyRow<TryResult>{TryResult::better, "better", "better"}, KeyRow<TryResult>{TryResult::same, "same", "the same"},
    KeyRow<TryResult>{TryResult::worse, "worse", "worse"}};

constexpr double half_turn = std::numbers::pi;
using enum Dimension;

constexpr std::array settings{
    Setting{"cells", &BoatSettings::cells, "Cells", none, 0.0, 100.0},
    Setting{"kv_rad_s_v", &BoatSettings::kv, "Kv", speed_constant, 0.0, 1e4},
    Setting{"screw_diameter_m", &BoatSettings::screw_diameter, "Propeller", length, 0.0, 2.0},
    Setting{"screw_pitch_m", &BoatSettings::screw_pitch, "Pitch", length, 0.0, 2.0},
    Setting{"nozzle_m", &BoatSettings::nozzle, "Nozzle", length, 0.0, 1.0},
    Setting{"throttle_limit", &BoatSettings::throttle_limit, "Throttle limit", ratio, 0.0, 1.0},
    Setting{"mass_kg", &BoatSettings::mass, "Mass", mass, 0.0, 1000.0},
    Setting{"cg_x_m", &BoatSettings::cg_x, "CG from the transom", length, -100.0, 100.0},
    Setting{"cg_y_m", &BoatSettings::cg_y, "CG to port", length, -100.0, 100.0},
    Setting{"thrust_height_m", &BoatSettings::thrust_height, "Thrust over the keel", length, -100.0, 100.0},
    Setting{"thrust_angle_rad", &BoatSettings::thrust_angle, "Thrust line", angle, -half_turn, half_turn},
    Setting{"strut_angle_rad", &BoatSettings::strut_angle, "Strut", angle, -half_turn, half_turn},
    Setting{"tab_angle_rad", &BoatSettings::tab_angle, "Trim tabs", angle, -half_turn, half_turn},
    Setting{"fin_angle_rad", &BoatSettings::fin_angle, "Fins set crooked", angle, -half_turn, half_turn},
    Setting{"crooked_rad", &BoatSettings::crooked, "Rudder set crooked", angle, -half_turn, half_turn}};

constexpr std::array numbers{
    RunNumber{"duration_s", &RunNumbers::duration, "Lasted", duration, 0.0, 1e6},
    RunNumber{"distance_m", &RunNumbers::distance, "Distance", length, 0.0, 1e6},
    RunNumber{"top_speed_m_s", &RunNumbers::top_speed, "Top speed", speed, 0.0, 100.0},
    RunNumber{"throttle", &RunNumbers::throttle, "Throttle up to", ratio, 0.0, 1.0},
    RunNumber{"revolutions_1_s", &RunNumbers::revolutions, "Propeller", revolutions, 0.0, 5000.0},
    RunNumber{"current_a", &RunNumbers::current, "Current", current, 0.0, 1e4},
    RunNumber{"least_voltage_v", &RunNumbers::least_voltage, "Least voltage", voltage, 0.0, 1e3},
    RunNumber{"used_c", &RunNumbers::used, "Used", charge, 0.0, 1e7},
    RunNumber{"motor_degc", &RunNumbers::motor, "Motor", temperature, -50.0, 500.0},
    RunNumber{"esc_degc", &RunNumbers::esc, "ESC", temperature, -50.0, 500.0},
    RunNumber{"battery_degc", &RunNumbers::battery, "Battery", temperature, -50.0, 500.0},
    RunNumber{"outlet_degc", &RunNumbers::outlet, "Outlet water", temperature, -50.0, 500.0},
    RunNumber{"aboard_m3", &RunNumbers::aboard, "Water found", volume, 0.0, 10.0}};

/// By how much a setting must differ to count: a step of what the screen shows.
double step_of(Dimension d, double value) {
  switch (d) {
    case mass:
      return 1e-3;
    case angle:
      return 0.1 * half_turn / 180.0;
    case ratio:
      return 5e-3;
    case length:
      return 1e-4;
    default:
      return 1e-4 * std::abs(value);
  }
}

}  // namespace diary_table

const char* outing_key(OutingKind kind) {
  return row_of(diary_table::outings, kind).key;
}
const char* outing_name(OutingKind kind) {
  return row_of(diary_table::outings, kind).name;
}
OutingKind outing_from_key(const std::string& key) {
  return value_of(diary_table::outings, "outing", key);
}

const char* try_key(TryResult result) {
  return row_of(diary_table::results, result).key;
}
const char* try_name(TryResult result) {
  return row_of(diary_table::results, result).name;
}
TryResult try_from_key(const std::string& key) {
  return value_of(diary_table::results, "result of a try", key);
}

std::span<const Setting> settings() {
  return diary_table::settings;
}
std::span<const RunNumber> run_numbers() {
  return diary_table::numbers;
}

std::vector<SettingChange> changes(const BoatSettings& was, const BoatSettings& is) {
  std::vector<SettingChange> out;
  for (const Setting& s : settings()) {
    const auto &a = was.*s.member, &b = is.*s.member;
    const bool differ =
        a && b ? std::abs(*a - *b) > diary_table::step_of(s.dimension, *a) : a.has_value() != b.has_value();
    if (differ) out.push_back({&s, a, b});
  }
  return out;
}

bool Trouble::open() const {
  return std::none_of(tries.begin(), tries.end(), [](const Try& t) { return t.result == TryResult::gone; });
}

std::vector<const TrialRun*> Diary::runs() const {
  std::vector<const TrialRun*> out;
  for (const Outing& o : outings)
    for (const TrialRun& r : o.runs) out.push_back(&r);
  return out;
}

const TrialRun* Diary::run(Id id) const {
  for (const Outing& o : outings)
    for (const TrialRun& r : o.runs)
      if (r.id == id) return &r;
  return nullptr;
}

const TrialRun* Diary::last_run() const {
  const TrialRun* last = nullptr;
  for (const Outing& o : outings)
    for (const TrialRun& r : o.runs)
      if (!last || r.id > last->id) last = &r;
  return last;
}

const Attachment* Diary::attachment(Id id) const {
  for (const Attachment& a : attachments)
    if (a.id == id) return &a;
  return nullptr;
}

Id add_outing(Diary& diary, OutingKind kind, const std::string& date) {
  Outing o{.id = fresh_id(diary.outings), .kind = kind, .date = date};
  if (!diary.outings.empty()) o.place = diary.outings.back().place;
  diary.outings.push_back(o);
  return o.id;
}

Id outing_of_day(Diary& diary, OutingKind kind, const std::string& date) {
  for (auto it = diary.outings.rbegin(); it != diary.outings.rend(); ++it)
    if (it->date == date) return it->id;
  return add_outing(diary, kind, date);
}

Diary with_run(Diary diary, Id outing, TrialRun run) {
  const auto it =
      std::find_if(diary.outings.begin(), diary.outings.end(), [&](const Outing& o) { return o.id == outing; });
  if (it == diary.outings.end()) throw InvalidInput(Text("outing {0}", outing), "is not in the diary");
  const TrialRun* last = diary.last_run();
  run.id = last ? last->id + 1 : 1;
  it->runs.push_back(std::move(run));
  return diary;
}

namespace {

/// Files that no run has any more.
void drop_loose(Diary& diary) {
  const auto runs = diary.runs();
  std::erase_if(diary.attachments, [&](const Attachment& a) {
    return std::none_of(runs.begin(), runs.end(),
                        [&](const TrialRun* r) { return r->log == a.id || r->photo == a.id; });
  });
}

}  // namespace

Diary with_photo(Diary diary, Id run, const std::string& name, Blob bytes) {
  for (Outing& o : diary.outings)
    for (TrialRun& r : o.runs) {
      if (r.id != run) continue;
      r.photo = 0;
      if (bytes.bytes().empty()) continue;
      const Id file = fresh_id(diary.attachments);
      diary.attachments.push_back({file, name, bytes});
      r.photo = file;
    }
  drop_loose(diary);
  return diary;
}

Diary without_run(Diary diary, Id run) {
  for (Outing& o : diary.outings) std::erase_if(o.runs, [&](const TrialRun& r) { return r.id == run; });
  for (Trouble& t : diary.troubles) {
    if (t.run == run) t.run = 0;
    for (Try& attempt : t.tries)
      if (attempt.run == run) attempt.run = 0, attempt.result = TryResult::open;
  }
  for (UpkeepMark& m : diary.upkeep) {
    // Done after a run that is gone is done after the one before it.
    if (m.after_run != run) continue;
    m.after_run = 0;
    for (const TrialRun* r : diary.runs())
      if (r->id < run) m.after_run = std::max(m.after_run, r->id);
  }
  drop_loose(diary);
  return diary;
}

Diary without_outing(Diary diary, Id outing) {
  const auto it =
      std::find_if(diary.outings.begin(), diary.outings.end(), [&](const Outing& o) { return o.id == outing; });
  if (it == diary.outings.end()) return diary;
  std::vector<Id> gone;
  for (const TrialRun& r : it->runs) gone.push_back(r.id);
  for (const Id id : gone) diary = without_run(std::move(diary), id);
  std::erase_if(diary.outings, [&](const Outing& o) { return o.id == outing; });
  return diary;
}

void check_diary(const Diary& diary) {
  claim_numbers("outing", diary.outings);
  claim_numbers("trouble", diary.troubles);
  claim_numbers("upkeep", diary.upkeep);
  claim_numbers("attachment", diary.attachments);
  std::set<Id> runs;
  for (const Outing& o : diary.outings)
    for (const TrialRun& r : o.runs) {
      const Text place{"run {0} of {1}", r.id, o.date};
      claim_number(place, r.id, runs);
      for (const Id file : {r.log, r.photo})
        if (file != 0 && !diary.attachment(file))
          throw InvalidInput(place, Text("has attachment {0}, which does not exist", file));
    }
  for (const Trouble& t : diary.troubles) {
    const Text place{"trouble {0}", t.id};
    claim_numbers(place, t.answers);
    claim_numbers(place, t.tries);
    const auto exists = [&](Id run) {
      if (run != 0 && !runs.contains(run)) throw InvalidInput(place, Text("names run {0}, which does not exist", run));
    };
    exists(t.run);
    for (const Try& attempt : t.tries) exists(attempt.run);
  }
}

}  // namespace plucky
