#include "layout/part.h"

#include <algorithm>
#include <array>

#include "base/error.h"

namespace plucky {

namespace {

struct KindName {
  PartKind kind;
  const char* key;
  const char* name;
};
constexpr std::array kinds{
    KindName{PartKind::battery, "battery", "Battery"},     KindName{PartKind::esc, "esc", "ESC"},
    KindName{PartKind::motor, "motor", "Motor"},           KindName{PartKind::receiver, "receiver", "Receiver"},
    KindName{PartKind::servo, "servo", "Servo"},           KindName{PartKind::pump, "pump", "Pump"},
    KindName{PartKind::hose, "hose", "Hose"},              KindName{PartKind::camera, "camera", "Camera"},
    KindName{PartKind::payload, "payload", "Payload"},     KindName{PartKind::ballast, "ballast", "Ballast"},
    KindName{PartKind::foam, "foam", "Foam"},              KindName{PartKind::drive_line, "drive_line", "Drive line"},
    KindName{PartKind::propeller, "propeller", "Propeller"}, KindName{PartKind::rudder, "rudder", "Rudder"},
    KindName{PartKind::other, "other", "Other"},
};

struct ShapeName {
  PartShape shape;
  const char* key;
};
constexpr std::array shapes{ShapeName{PartShape::box, "box"}, ShapeName{PartShape::cylinder_x, "cylinder_x"},
                            ShapeName{PartShape::cylinder_y, "cylinder_y"},
                            ShapeName{PartShape::cylinder_z, "cylinder_z"}};

template <class Table>
[[noreturn]] void refuse(const char* what, const std::string& key, const Table& table) {
  std::string choices;
  for (const auto& row : table) choices += choices.empty() ? row.key : std::string(", ") + row.key;
  throw InvalidInput(what, "\"" + key + "\" is not one of " + choices);
}

}  // namespace

const char* part_kind_key(PartKind kind) { return kinds[static_cast<std::size_t>(kind)].key; }
const char* part_kind_name(PartKind kind) { return kinds[static_cast<std::size_t>(kind)].name; }
PartKind part_kind_from_key(const std::string& key) {
  for (const auto& row : kinds)
    if (key == row.key) return row.kind;
  refuse("part kind", key, kinds);
}

const char* part_shape_key(PartShape shape) { return shapes[static_cast<std::size_t>(shape)].key; }
PartShape part_shape_from_key(const std::string& key) {
  for (const auto& row : shapes)
    if (key == row.key) return row.shape;
  refuse("part shape", key, shapes);
}

const Part* Layout::find(Id id) const {
  const auto it = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == id; });
  return it == parts.end() ? nullptr : &*it;
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
