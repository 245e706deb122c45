#include "project/project.h"

#include <fmt/format.h>

#include <cmath>
#include <set>

#include "base/error.h"
#include "hull/family.h"
#include "project/json.h"

namespace plucky {

void check_project(const Project& project) {
  std::set<Id> seen;
  const auto claim = [&](const std::string& place, Id id) {
    if (id == 0) throw InvalidInput(place, "has no permanent number");
    if (!seen.insert(id).second) throw InvalidInput(place, fmt::format("uses number {} a second time", id));
    if (id >= project.next_id)
      throw InvalidInput(place, fmt::format("has number {}, beyond the next free number {}", id, project.next_id));
  };
  const HullDesign& hull = project.hull;
  for (const auto& h : hull.hatches) claim("hatch \"" + h.name + "\"", h.id);
  for (const auto& c : hull.cabins) claim("cabin \"" + c.name + "\"", c.id);
  for (const auto& c : hull.chambers) claim("chamber \"" + c.name + "\"", c.id);
  for (const auto& b : hull.bulkheads) claim("bulkhead \"" + b.name + "\"", b.id);
  for (const auto& o : hull.openings) claim("opening \"" + o.name + "\"", o.id);
  for (const auto& r : project.layout.rails) {
    claim("rail \"" + r.name + "\"", r.id);
    if (!(r.to >= r.from)) throw InvalidInput("rail \"" + r.name + "\"", "ends before it begins");
  }
  for (const auto& f : project.ignored)
    if (f.reason.empty()) throw InvalidInput("ignored finding \"" + f.rule + "\"", "needs a reason");
  for (const auto& f : project.cooling.fittings) {
    claim("fitting \"" + f.name + "\"", f.id);
    if (f.part != 0 && !project.layout.find(f.part))
      throw InvalidInput("fitting \"" + f.name + "\"", fmt::format("sits on part {}, which does not exist", f.part));
  }
  for (const auto& h : project.cooling.hoses) claim(fmt::format("hose {}", h.id), h.id);
  for (const auto& t : project.cooling.tests) claim("height test", t.id);
  for (const auto& l : project.cooling.lanes) claim("lane \"" + l.name + "\"", l.id);
  check_circuit(project.cooling);
  for (const auto& c : project.sealing.choices) claim("seal of \"" + c.opening + "\"", c.id);
  for (const auto& s : project.sealing.shields) claim("shield", s.id);
  for (const auto& t : project.sealing.tests) {
    claim("leak test", t.id);
    for (const auto& r : t.results) claim("result of \"" + r.opening + "\"", r.id);
  }
  check_sealing(project.sealing);
  for (const auto& d : project.drives) claim("drive \"" + d.name + "\"", d.id);
  check_drives(project);
  check_steering(project.steering);
  for (const auto& p : project.layout.unplaced) claim("component \"" + p.name + "\"", p.id);
  for (const auto& p : project.layout.parts) {
    const std::string place = "part \"" + p.name + "\"";
    claim(place, p.id);
    if (!((p.size.array() > 0.0).all() && p.size.allFinite()))
      throw InvalidInput(place, "needs a size above zero along every axis");
    if (!p.place.allFinite()) throw InvalidInput(place, "stands at a place that is not a number");
    if (!(p.mass >= 0.0)) throw InvalidInput(place, fmt::format("weighs {} kg; must be zero or more", p.mass));
    if (p.measured_mass && !(*p.measured_mass > 0.0))
      throw InvalidInput(place, fmt::format("has a measured mass of {} kg; must be more than zero", *p.measured_mass));
    if (!(p.mass_sigma >= 0.0 && p.measured_sigma >= 0.0 && p.place_sigma >= 0.0))
      throw InvalidInput(place, "has a negative uncertainty");
    if (p.rail != 0 && !project.layout.find_rail(p.rail))
      throw InvalidInput(place, fmt::format("stands on rail {}, which does not exist", p.rail));
  }
  // Running numbers, each within its own list.
  const auto claim_all = [](const std::string& what, const auto& items) {
    std::set<Id> own;
    for (const auto& item : items)
      if (item.id == 0 || !own.insert(item.id).second)
        throw InvalidInput(what, fmt::format("its number {} is used twice or is 0", item.id));
  };
  const TrialLog& trial = project.trial;
  claim_all("launch checklist", trial.ticks);
  claim_all("flotation test", trial.bath_tests);
  for (const auto& t : trial.bath_tests) claim_all("reading of the flotation test of " + t.date, t.readings);
  claim_all("weighing", trial.weighings);
  for (const auto& w : trial.weighings) claim_all("support of the weighing of " + w.date, w.supports);
  check_fields(project);
}

Project boat_of_family(HullFamily family) {
  Project p;
  p.hull.family = family;
  p.hull.shape = default_shape(family);
  if (!family_of(family).planes) {
    p.brief.type = BoatType::displacement;
    p.brief.trim_low = radians(-1.0);
    p.brief.trim_high = radians(1.0);
  }
  return p;
}

BoatType type_of(const Project& p) {
  if (!family_of(p.hull.family).planes) return BoatType::displacement;
  switch (p.drives.empty() ? Propulsor::none : p.drives.front().propulsor) {
    case Propulsor::jet:
      return BoatType::jet;
    case Propulsor::air_propeller:
      return BoatType::air_sled;
    case Propulsor::propeller:
      return p.brief.type == BoatType::displacement && p.hull.family == HullFamily::imported ? BoatType::displacement
                                                                                             : BoatType::shaft_monohull;
    case Propulsor::none:
      break;
  }
  return p.brief.type;
}

}  // namespace plucky
