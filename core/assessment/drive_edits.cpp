#include "assessment/drive_edits.h"

#include <algorithm>

#include "assessment/places.h"
#include "assessment/rules.h"
#include "base/error.h"
#include "base/written.h"
#include "layout/component.h"
#include "layout/kind.h"

namespace plucky {

namespace {

/// Does it lie on the drive's line, to move aside with it?
bool on_the_line(const Part& part) {
  return traits_of(part.kind).turns_in_line || in_the_line(part.kind);
}

}  // namespace

Project with_second_drive(const Assessment& boat) {
  Project p = boat.project;
  if (p.drives.size() != 1) throw InvalidInput("Second drive", "needs a boat with one drive");
  const Drive d = p.drive();
  const double wide = std::max({1.15 * d.screw.diameter, 2.2 * d.screw.guard_radius, d.motor.can_diameter + 0.008});
  const double aside = 0.5 * wide + 0.002;
  const HullModel& hull = boat.hull->model;
  if (2.0 * (aside + 0.5 * wide) > hull.beam())
    throw InvalidInput("Second drive", Text("two beside each other are {0} wide; the beam is {1}",
                                            length_quantity(2.0 * (aside + 0.5 * wide)), length_quantity(hull.beam())));
  DriveUnit second = p.drives.front();
  second.id = p.take_id();
  second.name = written("Second drive");
  std::vector<std::pair<Id, Id>> copies;
  for (Id& id : second.components) {
    const Part* found = p.layout.component(id);
    if (!found || found->kind == PartKind::battery) continue;
    const Part original = *found;
    Part copy = original;
    copy.id = p.take_id();
    copies.emplace_back(id, copy.id);
    id = copy.id;
    if (!p.layout.find(original.id)) {
      p.layout.unplaced.push_back(copy);
      continue;
    }
    if (on_the_line(original)) {
      Part& part = *p.layout.find(original.id);
      // In a V the bottom rises off the centre line, and the line with it.
      const double x = std::max(0.0, part.place.x());
      const double rise =
          part.outside && part.kind != PartKind::pod ? 0.0 : hull.bottom_height(x, aside) - hull.bottom_height(x, 0.0);
      part.place += Vec3(0.0, aside, std::max(0.0, rise));
      copy.place = {part.place.x(), -aside, part.place.z()};
    } else {
      Assessment look = boat;
      look.project = p;
      copy.place = find_place(look, copy);
      copy.rail = 0;
    }
    p.layout.parts.push_back(copy);
  }
  for (Part& part : p.layout.unplaced)
    for (const auto& [from, to] : copies)
      if (part.inside == from && !is_listed(p, part.id)) part.inside = to;
  p.drives.push_back(std::move(second));
  return p;
}

Project without_last_drive(const Project& boat) {
  Project p = boat;
  if (p.drives.size() < 2) throw InvalidInput("Second drive", "is not there");
  const DriveUnit last = p.drives.back();
  p.drives.pop_back();
  std::erase_if(p.layout.parts, [&](const Part& part) { return last.lists(part.id) && !is_listed(p, part.id); });
  if (p.drives.size() == 1)
    for (const Id id : p.drives.front().components)
      if (Part* part = p.layout.find(id); part && on_the_line(*part)) part->place.y() = 0.0;
  settle_drives(p);
  return p;
}

std::vector<const Part*> components_in_role(const Project& p, DriveGroup role) {
  std::vector<const Part*> found;
  for (const DriveUnit& unit : p.drives)
    for (const Id id : unit.components)
      if (const Part* part = p.layout.component(id);
          part && group_of(part->kind) == role && std::find(found.begin(), found.end(), part) == found.end())
        found.push_back(part);
  return found;
}

std::vector<const Part*> swapped_for(const Project& p, const Part& entry) {
  if (const auto role = group_of(entry.kind)) return components_in_role(p, *role);
  if (const auto role = traits_of(entry.kind).steers)
    if (const Part* part = p.layout.component(p.steering_use.parts.of(*role))) return {part};
  return {};
}

bool swap_fits(const Assessment& boat, const CatalogueEntry& entry) {
  if (!has_data(entry.part)) return false;
  if (const auto role = traits_of(entry.part.kind).steers) return needs(boat.fitted_steering.by, *role);
  const Drive& drive = boat.fitted_drive;
  const auto role = group_of(entry.part.kind);
  if (!role || !has_group(drive, *role)) return false;
  const auto* screw = std::get_if<Screw>(&entry.part.data);
  return !screw || (screw->guard_radius > 0.0) == drive_kind(drive).in_air;
}

Edit swap_edit(const Assessment& boat, const CatalogueEntry& entry) {
  if (!has_data(entry.part)) throw InvalidInput(entry.part.name, "is no component of a drive with its data");
  const auto old = swapped_for(boat.project, entry.part);
  if (old.empty()) return put_aboard(boat, entry.part);
  std::vector<Part> parts;
  for (const Part* part : old) parts.push_back(swapped(*part, entry));
  return {{"Swap {0} for {1}", old.front()->name, entry.part.name}, ChangeParts{parts}};
}

}  // namespace plucky
