#include "project/project.h"

#include <cmath>
#include <set>

#include "base/error.h"
#include "base/numbered.h"
#include "hull/family.h"
#include "project/json.h"

namespace plucky {

void check_project(const Project& project) {
  std::set<Id> seen;
  const auto claim = [&](const Text& place, Id id) {
    if (id == 0) throw InvalidInput(place, "has no permanent number");
    if (!seen.insert(id).second) throw InvalidInput(place, Text("uses number {0} a second time", id));
    if (id >= project.next_id)
      throw InvalidInput(place, Text("has number {0}, beyond the next free number {1}", id, project.next_id));
  };
  const HullDesign& hull = project.hull;
  for (const auto& h : hull.hatches) claim(Text("hatch \"{0}\"", h.name), h.id);
  for (const auto& c : hull.cabins) claim(Text("cabin \"{0}\"", c.name), c.id);
  for (const auto& c : hull.chambers) claim(Text("chamber \"{0}\"", c.name), c.id);
  for (const auto& b : hull.bulkheads) claim(Text("bulkhead \"{0}\"", b.name), b.id);
  for (const auto& s : hull.stringers) claim(Text("stringer \"{0}\"", s.name), s.id);
  for (const auto& r : hull.rims) claim(Text("rim \"{0}\"", r.name), r.id);
  for (const auto& s : hull.further) {
    claim(Text("shell \"{0}\"", s.name), s.id);
    if (s.family == HullFamily::imported)
      throw InvalidInput(Text("shell \"{0}\"", s.name), "needs a family with measures");
  }
  for (const auto& o : hull.openings) claim(Text("opening \"{0}\"", o.name), o.id);
  for (const auto& r : project.layout.rails) {
    claim(Text("rail \"{0}\"", r.name), r.id);
    if (!(r.to >= r.from)) throw InvalidInput(Text("rail \"{0}\"", r.name), "ends before it begins");
  }
  for (const auto& f : project.ignored)
    if (f.reason.empty()) throw InvalidInput(Text("ignored finding \"{0}\"", f.rule), "needs a reason");
  for (const auto& f : project.cooling.fittings) {
    claim(Text("fitting \"{0}\"", f.name), f.id);
    if (f.part != 0 && !project.layout.find(f.part))
      throw InvalidInput(Text("fitting \"{0}\"", f.name), Text("sits on part {0}, which does not exist", f.part));
  }
  for (const auto& h : project.cooling.hoses) claim(Text("hose {0}", h.id), h.id);
  for (const auto& t : project.cooling.tests) claim("height test", t.id);
  for (const auto& l : project.cooling.lanes) claim(Text("lane \"{0}\"", l.name), l.id);
  check_circuit(project.cooling);
  for (const auto& c : project.sealing.choices) claim(Text("seal of \"{0}\"", c.opening), c.id);
  for (const auto& s : project.sealing.shields) claim("shield", s.id);
  for (const auto& t : project.sealing.tests) {
    claim("leak test", t.id);
    for (const auto& r : t.results) claim(Text("result of \"{0}\"", r.opening), r.id);
  }
  check_sealing(project.sealing);
  for (const auto& c : project.build.cuts) claim("cut", c.id);
  for (const auto& s : project.build.sheets) claim(Text("sheet \"{0}\"", s.name), s.id);
  for (const auto& l : project.build.laid) claim(Text("place of \"{0}\"", l.piece), l.id);
  for (const auto& f : project.build.fixtures) claim(Text("\"{0}\"", f.name), f.id);
  for (const auto& f : project.build.work.faults) claim(Text("fault at \"{0}\"", f.task), f.id);
  for (const auto& m : project.build.bill) claim(Text("line \"{0}\" of the bill", m.line), m.id);
  for (const auto& m : project.build.made) claim(Text("made \"{0}\"", m.what), m.id);
  for (const auto& d : project.build.work.done) claim(Text("done task \"{0}\"", d.task), d.id);
  for (const auto& w : project.build.work.wishes) claim(Text("wish about \"{0}\"", w.then), w.id);
  for (const auto& d : project.drives) claim(Text("drive \"{0}\"", d.name), d.id);
  check_drives(project);
  check_steering_parts(project);
  for (const auto& p : project.layout.unplaced) claim(Text("component \"{0}\"", p.name), p.id);
  for (const auto& p : project.layout.parts) {
    const Text place = Text("part \"{0}\"", p.name);
    claim(place, p.id);
    if (!((p.size.array() > 0.0).all() && p.size.allFinite()))
      throw InvalidInput(place, "needs a size above zero along every axis");
    if (!p.place.allFinite()) throw InvalidInput(place, "stands at a place that is not a number");
    if (!(p.mass >= 0.0))
      throw InvalidInput(place, Text("weighs {0}; must be zero or more", Quantity{p.mass, Dimension::mass}));
    if (p.measured_mass && !(*p.measured_mass > 0.0))
      throw InvalidInput(place, Text("has a measured mass of {0}; must be more than zero",
                                     Quantity{*p.measured_mass, Dimension::mass}));
    if (!(p.mass_sigma >= 0.0 && p.measured_sigma >= 0.0 && p.place_sigma >= 0.0))
      throw InvalidInput(place, "has a negative uncertainty");
    if (p.rail != 0 && !project.layout.find_rail(p.rail))
      throw InvalidInput(place, Text("stands on rail {0}, which does not exist", p.rail));
  }
  // Running numbers, each within its own list.
  const TrialLog& trial = project.trial;
  claim_numbers("launch checklist", trial.ticks);
  claim_numbers("flotation test", trial.bath_tests);
  for (const auto& t : trial.bath_tests) claim_numbers({"reading of the flotation test of {0}", t.date}, t.readings);
  claim_numbers("weighing", trial.weighings);
  for (const auto& w : trial.weighings) claim_numbers({"support of the weighing of {0}", w.date}, w.supports);
  check_diary(trial.diary);
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
  const DriveKind& kind = p.drives.empty() ? drive_kind(Propulsor::none) : p.drives.front().type();
  if (!kind.makes) return p.brief.type;
  if (kind.open_screw && p.brief.type == BoatType::displacement && p.hull.family == HullFamily::imported)
    return BoatType::displacement;
  return *kind.makes;
}

}  // namespace plucky
