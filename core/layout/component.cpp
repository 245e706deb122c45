#include "layout/component.h"

#include <algorithm>
#include <utility>

#include "base/error.h"

namespace plucky {

namespace {

constexpr std::pair<PartKind, DriveGroup> pairs[] = {
    {PartKind::battery, DriveGroup::battery}, {PartKind::esc, DriveGroup::esc},
    {PartKind::motor, DriveGroup::motor},     {PartKind::gearing, DriveGroup::gearing},
    {PartKind::coupler, DriveGroup::coupler}, {PartKind::shaft, DriveGroup::shaft},
    {PartKind::pod, DriveGroup::pod},         {PartKind::jet, DriveGroup::jet},
    {PartKind::propeller, DriveGroup::screw}};

struct Put {
  Drive& d;
  void operator()(std::monostate) const {}
  void operator()(const Battery& v) const { d.battery = v; }
  void operator()(const Esc& v) const { d.esc = v; }
  void operator()(const Motor& v) const { d.motor = v; }
  void operator()(const Gearing& v) const { d.gearing = v; }
  void operator()(const Coupler& v) const { d.coupler = v; }
  void operator()(const Shaft& v) const { d.shaft = v; }
  void operator()(const Pod& v) const { d.pod = v; }
  void operator()(const JetUnit& v) const { d.jet = v; }
  void operator()(const Screw& v) const { d.screw = v; }
};

}  // namespace

std::optional<DriveGroup> group_of(PartKind kind) {
  for (const auto& [k, group] : pairs)
    if (k == kind) return group;
  return std::nullopt;
}

PartKind kind_of(DriveGroup group) {
  for (const auto& [kind, g] : pairs)
    if (g == group) return kind;
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

void put_data(const ComponentData& data, Drive& drive) {
  std::visit(Put{drive}, data);
}

ComponentData data_of(const Drive& d, DriveGroup group) {
  switch (group) {
    case DriveGroup::battery:
      return d.battery;
    case DriveGroup::esc:
      return d.esc;
    case DriveGroup::motor:
      return d.motor;
    case DriveGroup::gearing:
      return d.gearing;
    case DriveGroup::coupler:
      return d.coupler;
    case DriveGroup::shaft:
      return d.shaft;
    case DriveGroup::pod:
      return d.pod;
    case DriveGroup::jet:
      return d.jet;
    case DriveGroup::screw:
      return d.screw;
    case DriveGroup::drive:
    case DriveGroup::fittings:
      break;
  }
  return {};
}

bool size_is_data(const Part& part) {
  return std::holds_alternative<Motor>(part.data) || std::holds_alternative<Coupler>(part.data) ||
         std::holds_alternative<Screw>(part.data);
}

void take_size_from_data(Part& part) {
  if (const auto* m = std::get_if<Motor>(&part.data)) part.size = {m->can_length, m->can_diameter, m->can_diameter};
  if (const auto* c = std::get_if<Coupler>(&part.data)) part.size = {c->length, c->diameter, c->diameter};
  if (const auto* s = std::get_if<Screw>(&part.data)) {
    const double across = std::max(s->diameter, 2.0 * s->guard_radius);
    part.size = {s->length, across, across};
  }
}

void take_data_from_size(Part& part) {
  const Vec3& size = part.size;
  if (auto* m = std::get_if<Motor>(&part.data)) m->can_length = size.x(), m->can_diameter = size.y();
  if (auto* c = std::get_if<Coupler>(&part.data)) c->length = size.x(), c->diameter = size.y();
  if (auto* s = std::get_if<Screw>(&part.data)) {
    s->length = size.x();
    // A guard keeps its distance from the blades.
    const double gap = s->guard_radius > 0.0 ? s->guard_radius - 0.5 * s->diameter : 0.0;
    if (s->guard_radius > 0.0) s->guard_radius = 0.5 * size.y();
    s->diameter = size.y() - 2.0 * gap;
  }
}

}  // namespace plucky
