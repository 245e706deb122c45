#include "layout/part.h"

#include <algorithm>

#include "base/key_table.h"

namespace plucky {

namespace {

constexpr std::array<KeyRow<PartKind>, 20> kinds{{
    {PartKind::battery, "battery", "Battery"},
    {PartKind::esc, "esc", "ESC"},
    {PartKind::motor, "motor", "Motor"},
    {PartKind::receiver, "receiver", "Receiver"},
    {PartKind::servo, "servo", "Servo"},
    {PartKind::pump, "pump", "Pump"},
    {PartKind::hose, "hose", "Hose"},
    {PartKind::camera, "camera", "Camera"},
    {PartKind::payload, "payload", "Payload"},
    {PartKind::ballast, "ballast", "Ballast"},
    {PartKind::foam, "foam", "Foam"},
    {PartKind::gearing, "gearing", "Gearing"},
    {PartKind::coupler, "coupler", "Coupler"},
    {PartKind::shaft, "shaft", "Shaft and tube"},
    {PartKind::pod, "pod", "Outboard pod"},
    {PartKind::jet, "jet", "Jet unit"},
    {PartKind::drive_line, "drive_line", "Drive line"},
    {PartKind::propeller, "propeller", "Propeller"},
    {PartKind::rudder, "rudder", "Rudder"},
    {PartKind::other, "other", "Other"},
}};

constexpr std::array<KeyRow<PartShape>, 4> shapes{{{PartShape::box, "box", "Box"},
                                                   {PartShape::cylinder_x, "cylinder_x", "Cylinder along the boat"},
                                                   {PartShape::cylinder_y, "cylinder_y", "Cylinder across"},
                                                   {PartShape::cylinder_z, "cylinder_z", "Cylinder upright"}}};

}  // namespace

const char* part_kind_key(PartKind kind) {
  return row_of(kinds, kind).key;
}
const char* part_kind_name(PartKind kind) {
  return row_of(kinds, kind).name;
}
PartKind part_kind_from_key(const std::string& key) {
  return value_of(kinds, "part kind", key);
}
bool in_the_line(PartKind kind) {
  switch (kind) {
    case PartKind::gearing:
    case PartKind::coupler:
    case PartKind::shaft:
    case PartKind::pod:
    case PartKind::jet:
    case PartKind::drive_line:
      return true;
    default:
      return false;
  }
}
const char* part_shape_key(PartShape shape) {
  return row_of(shapes, shape).key;
}
PartShape part_shape_from_key(const std::string& key) {
  return value_of(shapes, "part shape", key);
}

const Part* Layout::find(Id id) const {
  const auto it = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == id; });
  return it == parts.end() ? nullptr : &*it;
}

const Part* Layout::component(Id id) const {
  if (const Part* part = find(id)) return part;
  const auto it = std::find_if(unplaced.begin(), unplaced.end(), [&](const Part& p) { return p.id == id; });
  return it == unplaced.end() ? nullptr : &*it;
}

const Rail* Layout::find_rail(Id id) const {
  const auto it = std::find_if(rails.begin(), rails.end(), [&](const Rail& r) { return r.id == id; });
  return it == rails.end() ? nullptr : &*it;
}

Vec3 constrained_place(const Layout& layout, const Part& part, const Vec3& wanted) {
  const Rail* rail = part.rail == 0 ? nullptr : layout.find_rail(part.rail);
  if (!rail) return wanted;
  return {std::clamp(wanted.x(), rail->from, rail->to), rail->y, rail->z + 0.5 * part.size.z()};
}

}  // namespace plucky
