// The kinds of components, a function each. Adding one: its file, its value in PartKind and a line here and in the
// .cpp.
#pragma once

#include "drive/drive.h"
#include "layout/kind.h"

namespace plucky {

[[nodiscard]] ComponentKind battery_kind();
[[nodiscard]] ComponentKind esc_kind();
[[nodiscard]] ComponentKind motor_kind();
[[nodiscard]] ComponentKind receiver_kind();
[[nodiscard]] ComponentKind servo_kind();
[[nodiscard]] ComponentKind pump_kind();
[[nodiscard]] ComponentKind hose_kind();
[[nodiscard]] ComponentKind camera_kind();
[[nodiscard]] ComponentKind payload_kind();
[[nodiscard]] ComponentKind ballast_kind();
[[nodiscard]] ComponentKind foam_kind();
[[nodiscard]] ComponentKind gearing_kind();
[[nodiscard]] ComponentKind coupler_kind();
[[nodiscard]] ComponentKind shaft_kind();
[[nodiscard]] ComponentKind pod_kind();
[[nodiscard]] ComponentKind jet_kind();
[[nodiscard]] ComponentKind drive_line_kind();
[[nodiscard]] ComponentKind propeller_kind();
[[nodiscard]] ComponentKind rudder_kind();
[[nodiscard]] ComponentKind aerial_kind();
[[nodiscard]] ComponentKind lamp_kind();
[[nodiscard]] ComponentKind power_switch_kind();
[[nodiscard]] ComponentKind leads_kind();
[[nodiscard]] ComponentKind water_contact_kind();
[[nodiscard]] ComponentKind other_kind();

/// A number of a component's data.
template <class Data, double Data::*member>
double& number_of(ComponentData& data) {
  return std::get<Data>(data).*member;
}
/// What everything on the receiver's supply tells.
inline constexpr ComponentNumber consumer_numbers[] = {{"current_a", "Current", Dimension::current, 0.0, 50.0,
                                                        &number_of<Consumer, &Consumer::current>,
                                                        "most it takes from the receiver's supply"}};

/// The data of a role, a member of Drive, out of a component and back.
template <auto member>
void put_member(const ComponentData& data, Drive& drive) {
  using Data = std::remove_reference_t<decltype(drive.*member)>;
  if (const auto* own = std::get_if<Data>(&data)) drive.*member = *own;
}
template <auto member>
ComponentData take_member(const Drive& drive) {
  return drive.*member;
}

}  // namespace plucky
