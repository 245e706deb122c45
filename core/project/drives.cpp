#include "project/drives.h"

#include <algorithm>

#include "base/error.h"
#include "base/written.h"
#include "layout/component.h"
#include "layout/lead_run.h"
#include "project/project.h"

namespace plucky {

bool DriveUnit::lists(Id component) const {
  return std::find(components.begin(), components.end(), component) != components.end();
}

namespace {

std::uint32_t bit(DriveGroup group) {
  return 1u << static_cast<unsigned>(group);
}

/// Batteries as one: in series their cells add up, side by side their charge.
Battery together(const std::vector<const Battery*>& batteries, bool parallel) {
  Battery one = *batteries.front();
  double current = one.current_limit(), voltage = one.voltage(), resistance = one.cells * one.cell_resistance;
  bool told = one.cell_resistance > 0.0;
  double conductance = told ? 1.0 / resistance : 0.0;
  for (std::size_t i = 1; i < batteries.size(); ++i) {
    const Battery& b = *batteries[i];
    told = told && b.cell_resistance > 0.0;
    if (parallel) {
      one.capacity += b.capacity;
      current += b.current_limit();
      if (told) conductance += 1.0 / (b.cells * b.cell_resistance);
    } else {
      one.cells += b.cells;
      voltage += b.voltage();
      one.capacity = std::min(one.capacity, b.capacity);
      current = std::min(current, b.current_limit());
      resistance += b.cells * b.cell_resistance;
    }
    // Side by side their charge adds up; in a row the emptiest ends the run.
    one.filled = parallel ? ((one.capacity - b.capacity) * one.filled + b.capacity * b.filled) / one.capacity
                          : std::min(one.filled, b.filled);
    one.usable = std::min(one.usable, b.usable);
  }
  if (batteries.size() == 1) return one;
  one.cell_voltage = voltage / one.cells;
  one.discharge_rate = current * 3600.0 / one.capacity;
  one.cell_resistance = !told ? 0.0 : (parallel ? 1.0 / conductance : resistance) / one.cells;
  return one;
}

/// Each battery's part of what was changed of all together.
void share_out(Project& p, const std::vector<Id>& batteries, bool parallel, const Battery& now) {
  const auto n = static_cast<std::uint32_t>(batteries.size());
  for (const Id id : batteries) {
    Battery each = now;
    if (parallel) {
      each.capacity /= n;
      each.cell_resistance *= n;
    } else {
      if (now.cells % n != 0)
        throw InvalidInput("Cells in series", Text("{0} cells do not part into {1} equal batteries", now.cells, n));
      each.cells /= n;
    }
    p.layout.component(id)->data = each;
  }
}

std::vector<Id> in_role(const Project& p, const DriveUnit& unit, DriveGroup group) {
  std::vector<Id> found;
  for (const Id id : unit.components)
    if (const Part* part = p.layout.component(id); part && group_of(part->kind) == group) found.push_back(id);
  return found;
}

/// A part of the role's kind that no drive lists yet. Files before version 3 know one kind for all that is in the line:
/// the longest such part is the shaft, a short one in the hull the coupler, one outside the pod or jet.
Part* unlisted(Project& p, DriveGroup group) {
  const PartKind kind = kind_of(group);
  Part* found = nullptr;
  for (Part& part : p.layout.parts) {
    if (is_listed(p, part.id)) continue;
    if (part.kind == kind) return &part;
    if (part.kind != PartKind::drive_line) continue;
    const bool fits = group == DriveGroup::shaft ? part.size.x() > 0.06
                      : group == DriveGroup::coupler
                          ? !part.outside && part.size.x() <= 0.06
                          : (group == DriveGroup::pod || group == DriveGroup::jet) && part.outside;
    if (fits && (!found || (group == DriveGroup::shaft && part.size.x() > found->size.x()))) found = &part;
  }
  if (found) found->kind = kind;
  return found;
}

/// What of a drive lies within which: a pod holds what turns its propeller, a jet its impeller, a shaft its coupler.
DriveGroup holder_of(DriveGroup group, const Drive& d) {
  const DriveKind& kind = drive_kind(d);
  switch (group) {
    case DriveGroup::motor:
      return kind.motor_in;
    case DriveGroup::screw:
      return kind.screw_in;
    case DriveGroup::gearing:
      return kind.gearing_in;
    case DriveGroup::coupler:
      return DriveGroup::shaft;
    default:
      return group;
  }
}

/// Puts a part into a role with the data it had or the role's.
void take_role(Part& part, const Drive& d, DriveGroup group) {
  if (has_data(part)) return;
  part.data = data_of(d, group);
  if (auto* screw = std::get_if<Screw>(&part.data)) screw->length = part.size.x();
  take_size_from_data(part);
}

bool is_nowhere(const Project& p, Id id) {
  const Part* part = p.layout.component(id);
  return part && part->inside == 0 && !p.layout.find(id);
}

void forget_unplaced(Project& p, Id id) {
  std::erase_if(p.layout.unplaced, [&](const Part& part) { return part.id == id; });
}

/// Fills a role that is empty, or whose component has no place while a part of its kind stands unlisted.
void fill(Project& p, DriveUnit& unit, const Drive& d, DriveGroup group) {
  const std::vector<Id> have = in_role(p, unit, group);
  const bool nowhere = have.size() == 1 && is_nowhere(p, have.front());
  if (!have.empty() && !nowhere) return;
  if (Part* part = unlisted(p, group)) {
    take_role(*part, d, group);
    if (nowhere) {
      std::replace(unit.components.begin(), unit.components.end(), have.front(), part->id);
      forget_unplaced(p, have.front());
    } else {
      unit.components.push_back(part->id);
    }
    return;
  }
  if (nowhere) return;
  if (group == DriveGroup::battery && &unit != &p.drives.front() && !p.drives.front().components.empty())
    for (const Id id : in_role(p, p.drives.front(), group)) {  // one battery for all
      unit.components.push_back(id);
      return;
    }
  const DriveGroup holder = holder_of(group, d);
  const char* name = group == DriveGroup::screw ? drive_kind(d).screw_name : drive_group_name(group);
  Part part{.id = p.take_id(), .name = written(name), .kind = kind_of(group)};
  if (group != DriveGroup::battery && group != DriveGroup::esc) part.shape = PartShape::cylinder_x;
  part.data = data_of(d, group);
  take_size_from_data(part);
  if (holder != group)
    if (const auto host = in_role(p, unit, holder); !host.empty()) part.inside = host.front();
  unit.components.push_back(part.id);
  p.layout.unplaced.push_back(std::move(part));
}

void write_data(Project& p, const DriveUnit& unit, const Drive& d, DriveGroup group) {
  const std::vector<Id> have = in_role(p, unit, group);
  if (have.empty()) return;
  const ComponentData now = data_of(d, group);
  if (have.size() > 1) {
    if (now != data_of(drive_of_unit(p, unit), group)) share_out(p, have, unit.parallel, d.battery);
    return;
  }
  Part& part = *p.layout.component(have.front());
  if (part.data == now) return;
  part.data = now;
  take_size_from_data(part);
}

/// In the order of the power, holders before what they hold.
void sort_components(const Project& p, DriveUnit& unit) {
  std::stable_sort(unit.components.begin(), unit.components.end(), [&](Id a, Id b) {
    const auto order = [&](Id id) { return static_cast<int>(*group_of(p.layout.component(id)->kind)); };
    return order(a) < order(b);
  });
}

/// The data of a unit without where they stand, to tell equal drives. Leads make no drive another one: the first one's
/// stand for all.
Drive bare(Drive d) {
  d.stands = {};
  d.lead_lengths = {};
  d.leads = {};
  d.extras &= ~bit(DriveGroup::leads);
  return d;
}

/// A drive of its kind and nothing more.
Drive kind_of_unit(const DriveUnit& unit) {
  Drive d;
  d.propulsor = unit.propulsor;
  d.mounting = unit.mounting;
  return d;
}

void set_unit(Project& p, DriveUnit& unit, const Drive& d) {
  change_kind(p, unit, d.propulsor, d.mounting);
  unit.use = d;
  std::vector<DriveGroup> groups = component_groups(d);
  // What holds others comes first.
  std::stable_partition(groups.begin(), groups.end(), [](DriveGroup g) {
    return g == DriveGroup::pod || g == DriveGroup::jet || g == DriveGroup::shaft;
  });
  for (const DriveGroup group : groups) {
    if (d.lacks(group)) continue;
    fill(p, unit, d, group);
  }
  std::vector<DriveGroup> all = groups;
  if (!d.gearing.geared()) all.push_back(DriveGroup::gearing);
  for (const DriveGroup group : all)
    if (!d.lacks(group)) write_data(p, unit, d, group);
}

}  // namespace

void change_kind(const Project& p, DriveUnit& unit, Propulsor propulsor, Mounting mounting) {
  if (unit.propulsor == propulsor && unit.mounting == mounting) return;
  // What a drive may have besides stays where both kinds may.
  const std::vector<DriveGroup> had = unit.type().extras;
  unit.propulsor = propulsor;
  unit.mounting = mounting;
  std::vector<DriveGroup> groups = unit.type().groups;
  for (const DriveGroup extra : unit.type().extras)
    if (std::find(had.begin(), had.end(), extra) != had.end()) groups.push_back(extra);
  std::erase_if(unit.components, [&](Id id) {
    const Part* part = p.layout.component(id);
    const auto group = part ? group_of(part->kind) : std::nullopt;
    return !group || std::find(groups.begin(), groups.end(), *group) == groups.end();
  });
}

Drive drive_of_unit(const Project& p, const DriveUnit& unit) {
  Drive d = kind_of_unit(unit);
  static_cast<DriveUse&>(d) = unit.use;
  d.fittings = p.fittings;
  std::vector<const Battery*> batteries;
  std::uint32_t has = 0;
  const PartKind driver = kind_of(unit.type().bearer);
  for (const Id id : unit.components) {
    const Part* part = p.layout.component(id);
    if (!part || !has_data(*part)) continue;
    if (const auto group = group_of(part->kind)) has |= bit(*group);
    put_data(*part, d);
    if (const auto* battery = std::get_if<Battery>(&part->data)) batteries.push_back(battery);
    if (!p.layout.find(id)) continue;
    DriveStands& s = d.stands;
    if (part->kind == driver) s.propulsor = id;
    if (part->kind == PartKind::battery && s.battery == 0) s.battery = id;
    if (part->kind == PartKind::esc) s.esc = id;
    if (part->kind == PartKind::motor) s.motor = id;
  }
  if (!batteries.empty()) d.battery = together(batteries, unit.parallel);
  const auto lead = [&](Id from, Id to) {
    const Part *a = p.layout.find(from), *b = p.layout.find(to);
    return a && b ? lead_length(*a, *b) : 0.0;
  };
  d.lead_lengths = {.battery = lead(d.stands.battery, d.stands.esc),
                    .motor = lead(d.stands.esc, d.stands.motor ? d.stands.motor : d.stands.propulsor)};
  for (const DriveGroup extra : unit.type().extras) d.extras |= has & bit(extra);
  for (const DriveGroup group : component_groups(d))
    if ((has & bit(group)) == 0) d.gaps |= bit(group);
  return d;
}

Drive drive_of(const Project& p) {
  if (p.drives.empty()) {
    Drive none;
    none.fittings = p.fittings;
    return none;
  }
  Drive d = drive_of_unit(p, p.drives.front());
  d.count = static_cast<std::uint32_t>(p.drives.size());
  const Drive first = d;
  for (std::size_t i = 1; i < p.drives.size(); ++i) {
    Drive other = drive_of_unit(p, p.drives[i]);
    if (i == 1) d.stands.second_motor = other.stands.motor, d.stands.second_propulsor = other.stands.propulsor;
    other.count = d.count;
    if (other.gaps != 0)
      d.gaps |= other.gaps;  // what one of them lacks is told before how they differ
    else if (bare(other) != bare(first))
      d.unlike = true;
  }
  return d;
}

void set_drive(Project& p, const Drive& d) {
  p.fittings = d.fittings;
  if (d.propulsor == Propulsor::none) p.drives.clear();
  const std::size_t wanted = d.propulsor == Propulsor::none ? 0 : std::max<std::size_t>(1, d.count);
  while (p.drives.size() > wanted) p.drives.pop_back();
  while (p.drives.size() < wanted)
    p.drives.push_back({.id = p.take_id(),
                        .name = written(p.drives.empty() ? Text("Drive") : Text("Drive {0}", p.drives.size() + 1))});
  // Unlike drives stay unlike: what was changed of the first is the first's.
  const std::size_t written = d.unlike ? std::min<std::size_t>(1, wanted) : wanted;
  for (std::size_t i = 0; i < written; ++i) set_unit(p, p.drives[i], d);
  settle_drives(p);
}

const Part* placed_component(const Project& p, const DriveUnit& unit, PartKind kind) {
  for (const Id id : unit.components)
    if (const Part* part = p.layout.find(id); part && part->kind == kind) return part;
  return nullptr;
}

void join_drives(Project& p, Id id) {
  Part* part = p.layout.component(id);
  const auto group = part ? group_of(part->kind) : std::nullopt;
  if (!group || is_listed(p, id)) return;
  settle_drives(p);
  for (DriveUnit& unit : p.drives) {
    if (!has_group(kind_of_unit(unit), *group)) continue;
    const std::vector<Id> have = in_role(p, unit, *group);
    if (have.empty()) {
      unit.components.push_back(id);
    } else if (have.size() == 1 && is_nowhere(p, have.front())) {
      if (!has_data(*part)) part->data = p.layout.component(have.front())->data, take_size_from_data(*part);
      std::replace(unit.components.begin(), unit.components.end(), have.front(), id);
      forget_unplaced(p, have.front());
    } else {
      continue;
    }
    sort_components(p, unit);
    return;
  }
}

void settle_drives(Project& p) {
  for (DriveUnit& unit : p.drives) {
    const Drive kind = kind_of_unit(unit);
    std::erase_if(unit.components, [&](Id id) {
      const Part* part = p.layout.component(id);
      const auto group = part ? group_of(part->kind) : std::nullopt;
      return !group || !has_group(kind, *group);
    });
    sort_components(p, unit);
  }
  for (auto* list : {&p.layout.parts, &p.layout.unplaced})
    for (Part& part : *list) take_size_from_data(part);
  // What nothing holds or lists any more is gone with it.
  std::erase_if(p.layout.unplaced, [&](const Part& part) { return !is_listed(p, part.id); });
  for (Part& part : p.layout.unplaced)
    if (part.inside != 0 && !p.layout.component(part.inside)) part.inside = 0;
}

bool is_listed(const Project& p, Id component) {
  return steers(p, component) ||
         std::any_of(p.drives.begin(), p.drives.end(), [&](const DriveUnit& u) { return u.lists(component); });
}

std::vector<std::string> drives_with(const Project& p, Id component) {
  std::vector<std::string> names;
  for (const DriveUnit& u : p.drives)
    if (u.lists(component)) names.push_back(u.name);
  return names;
}

void check_drives(const Project& p) {
  std::vector<Id> seen;
  for (const DriveUnit& unit : p.drives) {
    const Text place("drive \"{0}\"", unit.name);
    if (unit.propulsor == Propulsor::none) throw InvalidInput(place, "has no propulsor; remove the drive instead");
    std::vector<DriveGroup> roles;
    std::optional<std::uint32_t> cells;
    for (const Id id : unit.components) {
      const Part* part = p.layout.component(id);
      if (!part) throw InvalidInput(place, Text("lists component {0}, which does not exist", id));
      const auto group = group_of(part->kind);
      if (!group) throw InvalidInput(place, Text("lists \"{0}\", which is no part of a drive", part->name));
      const bool twice = std::count(unit.components.begin(), unit.components.end(), id) > 1;
      if (twice || (*group != DriveGroup::battery && std::find(seen.begin(), seen.end(), id) != seen.end()))
        throw InvalidInput(place, Text("lists \"{0}\" a second time; one component serves one drive", part->name));
      seen.push_back(id);
      if (*group != DriveGroup::battery && std::find(roles.begin(), roles.end(), *group) != roles.end())
        throw InvalidInput(place,
                           Text("has a second {0} in \"{1}\"; take one out", part_kind_key(part->kind), part->name));
      roles.push_back(*group);
      const auto* battery = std::get_if<Battery>(&part->data);
      if (battery && unit.parallel && cells.value_or(battery->cells) != battery->cells)
        throw InvalidInput(place, "has batteries side by side with unequal cells; take equal ones");
      if (battery) cells = battery->cells;
    }
    check_drive(drive_of_unit(p, unit));
  }
  for (const Part& part : p.layout.unplaced)
    if (part.inside != 0 && !p.layout.component(part.inside))
      throw InvalidInput(Text("component \"{0}\"", part.name),
                         Text("lies inside component {0}, which does not exist", part.inside));
}

}  // namespace plucky
