#include "layout/component.h"

#include <algorithm>

#include "base/error.h"
#include "layout/kind.h"

namespace plucky {

std::optional<DriveGroup> group_of(PartKind kind) {
  return traits_of(kind).role;
}

PartKind kind_of(DriveGroup group) {
  for (const ComponentKind& k : component_kinds())
    if (k.role == group) return k.kind;
  throw InvalidInput(drive_group_name(group), "is no component");
}

std::vector<DriveGroup> component_groups(const Drive& drive) {
  std::vector<DriveGroup> groups = drive_groups(drive);
  std::erase_if(groups, [&](DriveGroup g) {
    return g == DriveGroup::drive || g == DriveGroup::fittings || (g == DriveGroup::gearing && !drive.gearing.geared());
  });
  return groups;
}

bool has_data(const Part& part) {
  return !std::holds_alternative<std::monostate>(part.data);
}

const ComponentData& data_or_usual(const Part& part) {
  return has_data(part) ? part.data : traits_of(part.kind).usual;
}

void put_data(const Part& part, Drive& drive) {
  if (const ComponentKind& kind = traits_of(part.kind); kind.put) kind.put(part.data, drive);
}

ComponentData data_of(const Drive& d, DriveGroup group) {
  return traits_of(kind_of(group)).take(d);
}

bool size_is_data(const Part& part) {
  return has_data(part) && traits_of(part.kind).size_from_data;
}

void take_size_from_data(Part& part) {
  if (const ComponentKind& kind = traits_of(part.kind); kind.size_from_data) kind.size_from_data(part.data, part.size);
}

void take_data_from_size(Part& part) {
  if (const ComponentKind& kind = traits_of(part.kind); kind.data_from_size) kind.data_from_size(part.data, part.size);
}

}  // namespace plucky
