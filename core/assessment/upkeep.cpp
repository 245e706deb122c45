// What wears, dries out or rusts, and when it wants a hand. Intervals are common practice, no source, unless the boat's
// own data tell one.
#include <algorithm>
#include <cmath>

#include "assessment/diary.h"
#include "base/numbered.h"
#include "build/calendar.h"
#include "drive/kind.h"

namespace plucky {

namespace {

enum class Every { hours, outings, days };

/// One row: how often, for which boat.
struct Row {
  const char *key, *what, *spare;
  Every by;
  double interval;  ///< s of running, outings, days
  bool (*has)(const Assessment&);
  double (*own_interval)(const Assessment&) = nullptr;
  bool creeps = false;  ///< reopened by current that creeps up
  const char* caution = "";
};

const SealOpening* sealed_by(const Assessment& a, SealMethod method) {
  for (const SealOpening& o : a.seal.openings)
    if (o.method == method) return &o;
  return nullptr;
}
bool line(const Assessment& a) {
  return a.fitted_drive.has_shaft_line();
}
bool driven(const Assessment& a) {
  return a.fitted_drive.propulsor != Propulsor::none;
}
constexpr double hour = 3600.0;

const std::vector<Row>& rows() {
  static const char* unplugged = "Battery unplugged before a hand comes near shaft or blades.";
  static const char* lithium =
      "Lithium: charge and store by its maker's data, on a surface that does not burn, never alone.";
  static const std::vector<Row> all{
      {"tube.grease", "Fill the shaft tube with grease.", "Marine grease and its syringe", Every::hours, hour,
       [](const Assessment& a) { return sealed_by(a, SealMethod::greased_tube) != nullptr; },
       [](const Assessment& a) { return sealed_by(a, SealMethod::greased_tube)->numbers.grease_interval; }, true,
       unplugged},
      {"cable.grease", "Draw the flex cable, wipe it, grease it.", "Cable grease", Every::hours, 0.5 * hour,
       [](const Assessment& a) { return line(a) && a.fitted_drive.shaft.kind == ShaftKind::flex_cable; }, nullptr, true,
       unplugged},
      {"line.bearings", "Turn the shaft by hand: rough or loose bearings are changed.", "A pair of bearings",
       Every::hours, 10.0 * hour, line, nullptr, true, unplugged},
      {"line.screws", "Try grub screws, drive dog and nut; thread lock where one moves.",
       "Grub screws, their key, thread lock", Every::outings, 3.0, driven, nullptr, false, unplugged},
      {"motor.bearings", "Listen to the motor turned by hand; oil or change its bearings.", "", Every::hours,
       20.0 * hour, driven, nullptr, true, unplugged},
      {"motor.wet", "Rinse the wet motor, dry it, pack its bearings with marine grease.", "Marine grease",
       Every::outings, 5.0, [](const Assessment& a) { return driven(a) && a.fitted_drive.motor.wet; }, nullptr, true,
       unplugged},
      {"gear.grease", "Open the gears, look at the teeth, new grease.", "Gear grease", Every::hours, 5.0 * hour,
       [](const Assessment& a) { return driven(a) && a.fitted_drive.gearing.geared(); }, nullptr, true, unplugged},
      {"screw.look", "Look for nicks and cracks at the propeller; balance it on a thin rod.",
       "A second propeller and nut", Every::outings, 5.0,
       [](const Assessment& a) { return driven(a) && a.fitted_drive.propulsor != Propulsor::jet; }, nullptr, false,
       "Never run a cracked propeller."},
      {"jet.clean", "Clear grate, impeller and nozzle; look at the impeller's gap.", "", Every::outings, 1.0,
       [](const Assessment& a) { return a.fitted_drive.propulsor == Propulsor::jet; }, nullptr, true, unplugged},
      {"seals.lip", "Look at the lip seals: wet inside means new ones, springs to the water.", "A pair of lip seals",
       Every::hours, 10.0 * hour, [](const Assessment& a) { return sealed_by(a, SealMethod::lip_seals) != nullptr; },
       nullptr, false, ""},
      {"seals.bellows", "Look for cracks in the bellows.", "Bellows", Every::outings, 20.0,
       [](const Assessment& a) { return sealed_by(a, SealMethod::bellows) != nullptr; }, nullptr, false, ""},
      {"seals.tape", "New tape round the hatch.", "Tape", Every::outings, 1.0,
       [](const Assessment& a) { return sealed_by(a, SealMethod::tape) != nullptr; }, nullptr, false, ""},
      {"seals.gasket", "Clean gasket and edge; a film of petroleum jelly.", "Petroleum jelly", Every::outings, 10.0,
       [](const Assessment& a) {
         return sealed_by(a, SealMethod::flat_gasket) != nullptr || sealed_by(a, SealMethod::o_ring) != nullptr;
       },
       nullptr, false, ""},
      {"cooling.blow", "Blow the cooling lines through from the outlet.", "A piece of hose", Every::outings, 5.0,
       [](const Assessment& a) { return !a.project.cooling.empty(); }, nullptr, false, ""},
      {"hull.dry", "Open it, sponge and dry it, let it stand open overnight.", "Sponge, tissue", Every::outings, 1.0,
       [](const Assessment&) { return true; }, nullptr, false, ""},
      {"salt.rinse", "Rinse everything that met salt with fresh water, grease again.", "A bottle of fresh water",
       Every::outings, 1.0, [](const Assessment& a) { return a.project.brief.salt_water; }, nullptr, true, ""},
      {"steering.joints", "Try every joint of the steering for play; a drop of oil.", "A clevis, a rod's end",
       Every::outings, 5.0, [](const Assessment& a) { return a.fitted_steering.by != SteeredBy::none; }, nullptr, false,
       ""},
      {"battery.store", "Bring the battery to its storage charge, about 3.8 V a cell.", "", Every::days, 3.0,
       [](const Assessment& a) {
         return a.project.layout.first(PartKind::battery) && !a.project.trial.diary.runs().empty();
       },
       nullptr, false, lithium},
      {"battery.measure", "Measure resistance and the cells one by one; note them with the outing.", "", Every::outings,
       25.0, [](const Assessment& a) { return a.project.layout.first(PartKind::battery) != nullptr; }, nullptr, false,
       lithium}};
  return all;
}

/// Since a run: seconds of running and outings with a run after it.
struct Use {
  double running = 0.0;
  std::size_t outings = 0;
  std::string last;  ///< day of the last outing with a run
};
Use since(const Diary& diary, Id run) {
  Use u;
  for (const Outing& o : diary.outings) {
    bool any = false;
    for (const TrialRun& r : o.runs) {
      if (r.id <= run) continue;
      any = true;
      u.running += r.numbers.duration.value_or(0.0);
    }
    u.outings += any ? 1 : 0;
    if (!o.runs.empty() && o.date > u.last) u.last = o.date;
  }
  return u;
}

}  // namespace

std::vector<UpkeepItem> upkeep_of(const Assessment& a, const std::string& today) {
  const Diary& diary = a.project.trial.diary;
  const auto creep = creeping_current(diary);
  std::vector<UpkeepItem> out;
  for (const Row& row : rows()) {
    if (!row.has(a)) continue;
    UpkeepItem item{.key = row.key, .what = row.what, .spare = row.spare, .caution = row.caution};
    Id after = 0;
    for (const UpkeepMark& m : diary.upkeep)
      if (m.key == row.key && m.date >= item.done) item.done = m.date, after = m.after_run;
    const Use use = since(diary, after);
    const double every = row.own_interval ? row.own_interval(a) : row.interval;
    double used = 0.0;
    switch (row.by) {
      case Every::hours:
        used = use.running;
        item.used = {used, Dimension::duration};
        item.every = {every, Dimension::duration};
        break;
      case Every::outings:
        used = static_cast<double>(use.outings);
        item.used = {used, Dimension::none};
        item.every = {every, Dimension::none};
        break;
      case Every::days: {
        // Counted from the last outing; nothing is due when it was done since.
        const auto from = day_number(use.last), to = day_number(today);
        used = from && to && use.outings > 0 ? std::max(0.0, static_cast<double>(*to - *from)) : 0.0;
        item.used = {used, Dimension::none};
        item.every = {every, Dimension::none};
        item.in_days = true;
        break;
      }
    }
    item.state = used >= every ? UpkeepState::due : used >= 0.7 * every ? UpkeepState::soon : UpkeepState::fine;
    // Done before the run that showed it, it has to be done again whatever the interval says.
    if (row.creeps && creep && creep->share > creep_limit && creep->run > after) {
      item.state = UpkeepState::due;
      item.because = {"The last run took {0} more current at equal turns than the {1} before it.",
                      Quantity{creep->share, Dimension::ratio}, creep->before};
    }
    out.push_back(std::move(item));
  }
  std::stable_sort(out.begin(), out.end(), [](const UpkeepItem& x, const UpkeepItem& y) { return x.state > y.state; });
  return out;
}

Diary with_upkeep(Diary diary, const std::string& key, const std::string& date) {
  const TrialRun* run = diary.last_run();
  const Id last = run ? run->id : 0;
  std::erase_if(diary.upkeep, [&](const UpkeepMark& m) { return m.key == key && m.after_run == last; });
  diary.upkeep.push_back({fresh_id(diary.upkeep), key, date, last});
  return diary;
}

}  // namespace plucky
