#include "project/edit.h"

#include <fmt/format.h>

#include <algorithm>

#include "base/error.h"

namespace plucky {

namespace {

Part& part_of(Project& project, Id id) {
  for (Part& p : project.layout.parts)
    if (p.id == id) return p;
  throw InvalidInput("part", fmt::format("number {} does not exist", id));
}

void run(Project& p, const MovePart& e) {
  Part& part = part_of(p, e.part);
  part.place = constrained_place(p.layout, part, e.place);
}

void run(Project& p, const ChangePart& e) {
  Part& part = part_of(p, e.part.id);
  part = e.part;
  part.place = constrained_place(p.layout, part, part.place);
}

void run(Project& p, const AddPart& e) {
  Part part = e.part;
  part.id = p.take_id();
  part.place = constrained_place(p.layout, part, part.place);
  p.layout.parts.push_back(std::move(part));
}

void run(Project& p, const RemovePart& e) {
  (void)part_of(p, e.part);
  std::erase_if(p.layout.parts, [&](const Part& part) { return part.id == e.part; });
}

void run(Project& p, const SetHullParameter& e) {
  for (const HullParameter& h : hull_parameters(p.hull.family))
    if (e.key == h.key) {
      p.hull.shape.*h.member = e.value;
      return;
    }
  throw InvalidInput(e.key, fmt::format("is not a measure of a {}", family_name(p.hull.family)));
}

/// New features come without a number and get one here; existing ones keep theirs.
template <class T>
void number(Project& p, std::vector<T>& features) {
  for (T& f : features)
    if (f.id == 0) f.id = p.take_id();
}

void run(Project& p, const ChangeHull& e) {
  p.hull = e.hull;
  number(p, p.hull.hatches);
  number(p, p.hull.cabins);
  number(p, p.hull.chambers);
  number(p, p.hull.bulkheads);
  number(p, p.hull.openings);
}

void run(Project& p, const ChangeBrief& e) {
  p.brief = e.brief;
}

void run(Project& p, const ChangeLayout& e) {
  p.layout = e.layout;
  number(p, p.layout.rails);
  number(p, p.layout.parts);
  for (Part& part : p.layout.parts) {
    if (part.rail != 0 && !p.layout.find_rail(part.rail)) part.rail = 0;
    part.place = constrained_place(p.layout, part, part.place);
  }
}

void run(Project& p, const ChangeParts& e) {
  for (const Part& changed : e.parts) run(p, ChangePart{changed});
}

void run(Project& p, const ChangeDrive& e) {
  p.drive = e.drive;
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

}  // namespace

Project apply(const Project& project, const Edit& edit) {
  Project next = project;
  std::visit([&](const auto& change) { run(next, change); }, edit.change);
  check_project(next);
  return next;
}

bool exists(const Project& p, Id id) {
  const auto in = [&](const auto& list) {
    return std::any_of(list.begin(), list.end(), [&](const auto& item) { return item.id == id; });
  };
  return in(p.layout.parts) || in(p.layout.rails) || in(p.hull.hatches) || in(p.hull.cabins) || in(p.hull.chambers) ||
         in(p.hull.bulkheads) || in(p.hull.openings);
}

std::vector<std::string> references_to(const Project& project, Id id) {
  std::vector<std::string> names;
  for (const Part& p : project.layout.parts)
    if (p.rail == id && id != 0) names.push_back(fmt::format("part \"{}\" stands on it", p.name));
  return names;
}

}  // namespace plucky
