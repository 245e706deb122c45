#include "layout/kinds/kind_list.h"

#include <array>
#include <vector>

#include "base/key_table.h"

namespace plucky {

std::span<const ComponentKind> component_kinds() {
  static const std::array all{
      battery_kind(), esc_kind(),          motor_kind(),     receiver_kind(),      servo_kind(),
      pump_kind(),    hose_kind(),         camera_kind(),    payload_kind(),       ballast_kind(),
      foam_kind(),    gearing_kind(),      coupler_kind(),   shaft_kind(),         pod_kind(),
      jet_kind(),     drive_line_kind(),   propeller_kind(), rudder_kind(),        aerial_kind(),
      lamp_kind(),    power_switch_kind(), leads_kind(),     water_contact_kind(), other_kind()};
  return all;
}

const ComponentKind& traits_of(PartKind kind) {
  // The list stands in the order of the enumeration: parts are asked for their traits in every frame of a drag.
  return component_kinds()[static_cast<std::size_t>(kind)];
}

const char* part_kind_key(PartKind kind) {
  return traits_of(kind).key;
}
const char* part_kind_name(PartKind kind) {
  return traits_of(kind).name;
}
PartKind part_kind_from_key(const std::string& key) {
  std::vector<KeyRow<PartKind>> keys;
  for (const ComponentKind& k : component_kinds()) keys.push_back({k.kind, k.key, k.name});
  return value_of(keys, "part kind", key);
}
bool in_the_line(PartKind kind) {
  return traits_of(kind).in_the_line;
}

}  // namespace plucky
