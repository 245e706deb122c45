#include "assessment/checklist.h"

#include <fmt/format.h>

#include <algorithm>

#include "base/numbered.h"

namespace plucky {

namespace {

/// The shaft with what its tube wants before a run.
CheckLine shaft_line(const Assessment& a) {
  const SealOpening* tube = a.seal.find("shaft_tube");
  if (tube && tube->method == SealMethod::greased_tube)
    return {.key = "shaft.greased",
            .text = {"Shaft tube greased, again after {0} of running; drive dog and nut tight.",
                     Quantity{tube->numbers.grease_interval, Dimension::duration}}};
  return {.key = "shaft.greased", .text = "Shaft turns freely in its tube; drive dog and nut tight."};
}

void from_parts(const Assessment& a, std::vector<CheckLine>& out) {
  const auto line = [&](const char* key, const char* text, bool caution = false) {
    out.push_back({.key = key, .text = text, .caution = caution});
  };
  const Layout& layout = a.project.layout;
  if (std::any_of(layout.parts.begin(), layout.parts.end(), [](const Part& p) { return p.lithium; }))
    line("battery.state",
         "Lithium battery: not swollen, wet or nicked; charged away from the boat, within the maker's limits.", true);
  const auto is_battery = [&](Id id) {
    const Part* part = layout.component(id);
    return part && part->kind == PartKind::battery;
  };
  if (std::any_of(a.project.drives.begin(), a.project.drives.end(), [&](const DriveUnit& unit) {
        return std::count_if(unit.components.begin(), unit.components.end(), is_battery) > 1;
      }))
    line("battery.alike",
         "Batteries that are joined: charged together, the same voltage on each before the plugs go in.", true);
  if (layout.first(PartKind::battery))
    line("battery.strapped", "Battery strapped down and its leads clear of shaft and coupler.");
  if (layout.first(PartKind::motor))
    line("motor.screws", "Motor mount and coupler screws tight, thread lock where metal meets metal.");
  const DriveKind& kind = drive_kind(a.fitted_drive);
  for (const LaunchCheck& check : kind.launch) line(check.key, check.text, true);
  if (kind.shaft_line)
    out.push_back(shaft_line(a));
  else if (kind.open_screw)
    line("screw.free", "Propeller turns freely by hand with the battery out; its nut and the bracket's screws tight.");
  if (layout.first(PartKind::rudder))
    line("rudder.way", "Rudder goes the right way and back to the middle, nothing binds.");
  if (layout.first(PartKind::hose) || !a.project.cooling.hoses.empty())
    line("cooling.blow", "Cooling hose blown through and not flattened.");
  for (const Hatch& h : a.project.hull.hatches)
    out.push_back({.key = fmt::format("hatch.{}", h.id), .text = {"{0} shut and its seal clean.", h.name}});
}

void always(std::vector<CheckLine>& out) {
  const auto line = [&](const char* key, const char* text, bool caution = false) {
    out.push_back({.key = key, .text = text, .caution = caution});
  };
  line("radio.failsafe", "Radio on first; failsafe stops the motor when the transmitter is switched off.", true);
  line("radio.range", "Range tried on land.");
  line("water.people", "Nobody and no birds near the run; local rules for radio, water and batteries known.", true);
  line("water.retrieve",
       "A way to fetch a dead boat at hand: line and float, a raft, a second boat; nobody wades into cold water alone.",
       true);
}

}  // namespace

std::vector<CheckLine> launch_checklist(const Assessment& a) {
  std::vector<CheckLine> out;
  for (const Finding& f : a.findings)
    if (f.severity >= Severity::watch && f.ignored.empty())
      out.push_back({.key = fmt::format("finding:{}:{}", f.id, f.subject), .text = f.text, .from_finding = true});
  from_parts(a, out);
  always(out);
  for (CheckLine& line : out)
    for (const ChecklistTick& tick : a.project.trial.ticks)
      if (tick.key == line.key) line.done = tick.date;
  return out;
}

TrialLog with_tick(TrialLog log, const std::string& key, bool done, const std::string& date) {
  std::erase_if(log.ticks, [&](const ChecklistTick& t) { return t.key == key; });
  if (done) {
    log.ticks.push_back({fresh_id(log.ticks), key, date});
  }
  return log;
}

}  // namespace plucky
