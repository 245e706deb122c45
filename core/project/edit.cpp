#include "project/edit.h"

#include <fmt/format.h>

#include <algorithm>

#include "base/error.h"
#include "layout/component.h"

namespace plucky {

namespace {

Part& part_of(Project& project, Id id) {
  if (Part* part = project.layout.component(id)) return *part;
  throw InvalidInput("part", Text("number {0} does not exist", id));
}

void run(Project& p, const MovePart& e) {
  Part& part = part_of(p, e.part);
  part.place = constrained_place(p.layout, part, e.place);
}

/// Another kind has other data; of measures that are data, what was changed goes before what was not.
void bring_together(const Part& before, Part& now) {
  if (now.kind != before.kind) now.data = {};
  if (now.data != before.data)
    take_size_from_data(now);
  else if (now.size != before.size)
    take_data_from_size(now);
}

void run(Project& p, const ChangePart& e) {
  Part& part = part_of(p, e.part.id);
  const Part before = part;
  part = e.part;
  bring_together(before, part);
  part.place = constrained_place(p.layout, part, part.place);
}

void run(Project& p, const AddPart& e) {
  Part part = e.part;
  part.id = p.take_id();
  part.place = constrained_place(p.layout, part, part.place);
  const Id id = part.id;
  p.layout.parts.push_back(std::move(part));
  join_drives(p, id);
}

void run(Project& p, const RemovePart& e) {
  (void)part_of(p, e.part);
  // What it holds goes with it.
  for (auto* list : {&p.layout.parts, &p.layout.unplaced})
    std::erase_if(*list, [&](const Part& part) { return part.id == e.part || part.inside == e.part; });
}

void run(Project& p, const SetHullParameter& e) {
  for (const HullParameter& h : hull_parameters(p.hull.family))
    if (e.key == h.key) {
      p.hull.shape.*h.member = e.value;
      return;
    }
  throw InvalidInput(e.key, Text("is not a measure of a {0}", family_name(p.hull.family)));
}

/// New features come without a number and get one here; existing ones keep theirs.
template <class T>
void number(Project& p, std::vector<T>& features) {
  for (T& f : features)
    if (f.id == 0) f.id = p.take_id();
}

/// A hatch or opening that is said to be sealed, or not any more, on the hull's page forgets how it was sealed before.
template <class T>
void forget_seals(Project& p, const std::vector<T>& before, const std::vector<T>& now, const char* kind) {
  for (const T& b : before)
    for (const T& n : now)
      if (b.id == n.id && b.sealed != n.sealed)
        std::erase_if(p.sealing.choices,
                      [&](const SealChoice& c) { return c.opening == fmt::format("{}:{}", kind, n.id); });
}

void run(Project& p, const ChangeHull& e) {
  forget_seals(p, p.hull.hatches, e.hull.hatches, "hatch_edge");
  forget_seals(p, p.hull.openings, e.hull.openings, "hole");
  p.hull = e.hull;
  number(p, p.hull.hatches);
  number(p, p.hull.cabins);
  number(p, p.hull.chambers);
  number(p, p.hull.bulkheads);
  number(p, p.hull.stringers);
  number(p, p.hull.openings);
  number(p, p.hull.rims);
  number(p, p.hull.further);
}

void run(Project& p, const ChangeBrief& e) {
  p.brief = e.brief;
}

void run(Project& p, const ChangeLayout& e) {
  const Layout before = p.layout;
  p.layout = e.layout;
  number(p, p.layout.rails);
  number(p, p.layout.parts);
  for (Part& part : p.layout.parts) {
    if (part.rail != 0 && !p.layout.find_rail(part.rail)) part.rail = 0;
    part.place = constrained_place(p.layout, part, part.place);
    if (const Part* was = before.find(part.id)) bring_together(*was, part);
  }
  std::vector<Id> fresh;
  for (const Part& part : p.layout.parts)
    if (!before.component(part.id)) fresh.push_back(part.id);
  for (const Id id : fresh) join_drives(p, id);
}

void run(Project& p, const ChangeParts& e) {
  for (const Part& changed : e.parts) run(p, ChangePart{changed});
}

void run(Project& p, const ChangeDrive& e) {
  run(p, ChangeParts{e.parts});
  set_drive(p, e.drive);
}

void run(Project& p, const ChangeSteering& e) {
  set_steering(p, e.steering);
}

void run(Project& p, const ChangeCooling& e) {
  p.cooling = e.cooling;
  number(p, p.cooling.lanes);
  number(p, p.cooling.fittings);
  number(p, p.cooling.hoses);
  number(p, p.cooling.tests);
  // A template brings its own numbers, which begin at the next free one.
  for (const auto& f : p.cooling.fittings) p.next_id = std::max(p.next_id, f.id + 1);
  for (const auto& h : p.cooling.hoses) p.next_id = std::max(p.next_id, h.id + 1);
}

void run(Project& p, const ChangeSealing& e) {
  p.sealing = e.sealing;
  number(p, p.sealing.choices);
  number(p, p.sealing.shields);
  number(p, p.sealing.tests);
  for (LeakTest& t : p.sealing.tests) number(p, t.results);
  // What is sealed counts as closed for downflooding too.
  const auto close = [&](auto& features, const char* kind) {
    for (auto& f : features)
      if (const SealChoice* c = p.sealing.choice(fmt::format("{}:{}", kind, f.id)))
        f.sealed = c->method != SealMethod::nothing && c->condition != SealCondition::missing;
  };
  close(p.hull.hatches, "hatch_edge");
  close(p.hull.openings, "hole");
}

void run(Project& p, const ChangeBuild& e) {
  p.build = e.build;
  std::sort(p.build.cuts.begin(), p.build.cuts.end(), [](const auto& l, const auto& r) { return l.x < r.x; });
  number(p, p.build.cuts);
  number(p, p.build.sheets);
  number(p, p.build.laid);
  number(p, p.build.fixtures);
  number(p, p.build.made);
  number(p, p.build.bill);
  number(p, p.build.work.done);
  number(p, p.build.work.wishes);
  number(p, p.build.work.faults);
}

void run(Project& p, const ChangeTrial& e) {
  p.trial = e.trial;
}

void run(Project& p, const ChangeIgnored& e) {
  p.ignored = e.ignored;
}

void run(Project& p, const ReplaceBoat& e) {
  const Id next = std::max(p.next_id, e.boat->next_id);
  p = *e.boat;
  p.next_id = next;  // numbers are never given twice, whatever was adopted
}

void run(Project& p, const Rename& e) {
  if (e.name.empty()) throw InvalidInput("name", "is empty");
  p.name = e.name;
}

/// What sat on parts that are gone: nipples stay where they stood, shields go with their part.
void let_go_of_parts(const Project& before, Project& p) {
  for (CoolFitting& f : p.cooling.fittings) {
    if (f.part == 0 || p.layout.find(f.part)) continue;
    if (const Part* was = before.layout.find(f.part)) f.place += was->place;
    f.part = 0;
  }
  std::erase_if(p.sealing.shields, [&](const PartShield& s) { return !p.layout.find(s.part); });
}

}  // namespace

Project apply(const Project& project, const Edit& edit) {
  Project next = project;
  std::visit([&](const auto& change) { run(next, change); }, edit.change);
  let_go_of_parts(project, next);
  settle_steering(next);
  settle_drives(next);
  check_project(next);
  return next;
}

bool exists(const Project& p, Id id) {
  const auto in = [&](const auto& list) {
    return std::any_of(list.begin(), list.end(), [&](const auto& item) { return item.id == id; });
  };
  return in(p.layout.parts) || in(p.layout.rails) || in(p.hull.hatches) || in(p.hull.cabins) || in(p.hull.chambers) ||
         in(p.hull.bulkheads) || in(p.hull.stringers) || in(p.hull.openings) || in(p.hull.rims) || in(p.hull.further) ||
         p.cooling.holds(id);
}

std::vector<Text> references_to(const Project& project, Id id) {
  std::vector<Text> names;
  for (const Part& p : project.layout.parts)
    if (p.rail == id && id != 0) names.emplace_back("part \"{0}\" stands on it", p.name);
  for (const std::string& name : drives_with(project, id)) names.emplace_back("\"{0}\" lists it", name);
  if (steers(project, id)) names.emplace_back("the steering lists it");
  return names;
}

}  // namespace plucky
