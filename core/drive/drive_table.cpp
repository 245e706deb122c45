#include "drive/drive_table.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <cstring>

#include "base/error.h"
#include "base/key_table.h"
#include "drive/kind.h"

namespace plucky {

namespace {

using G = DriveGroup;
using D = Dimension;

constexpr std::array<KeyRow<G>, 12> groups{{{G::drive, "drive", "Drive"},
                                            {G::battery, "battery", "Battery"},
                                            {G::leads, "leads", "Leads and plugs"},
                                            {G::esc, "esc", "ESC"},
                                            {G::motor, "motor", "Motor"},
                                            {G::gearing, "gearing", "Gearing"},
                                            {G::coupler, "coupler", "Coupler"},
                                            {G::shaft, "shaft", "Shaft line"},
                                            {G::pod, "pod", "Pod"},
                                            {G::jet, "jet", "Jet unit"},
                                            {G::screw, "screw", "Propeller"},
                                            {G::fittings, "fittings", "Tabs, fins and wings"}}};

#define OF(member) [](Drive& d) -> double& { return d.member; }
constexpr DriveNumber number_rows[] = {
    {G::drive, "slip", "Slip", D::ratio, 0.0, 0.95, OF(slip), false, "10 to 20 % at speed: common practice"},
    {G::drive, "loaded", "Loaded revolutions", D::ratio, 0.2, 1.0, OF(loaded), false,
     "revolutions under load, share of Kv times volts"},
    {G::drive, "throttle", "Throttle limit", D::ratio, 0.05, 1.0, OF(throttle), false,
     "highest throttle the radio is set to give"},
    {G::drive, "cruise_throttle", "Cruising throttle", D::ratio, 0.05, 1.0, OF(cruise_throttle)},
    {G::drive, "throttle_opening_s", "Throttle opens in", D::duration, 0.05, 10.0, OF(opening), false,
     "time in which hand or ESC open the throttle from a standstill"},
    {G::drive, "full_share", "Time at the limit", D::ratio, 0.0, 1.0, OF(full_share), false,
     "share of a run that is driven at the throttle limit; the rest is cruised"},
    {G::battery, "cell_voltage_v", "Nominal cell voltage", D::voltage, 0.5, 5.0, OF(battery.cell_voltage)},
    {G::battery, "capacity_c", "Capacity", D::charge, 1.0, 1e6, OF(battery.capacity)},
    {G::battery, "discharge_rate_per_h", "C rating", D::none, 0.1, 1000.0, OF(battery.discharge_rate)},
    {G::battery, "usable", "Usable capacity", D::ratio, 0.05, 1.0, OF(battery.usable)},
    {G::battery, "cell_resistance_ohm", "Cell resistance", D::resistance, 1e-5, 1.0, OF(battery.cell_resistance), true,
     "of one cell; 0: estimated from its capacity"},
    {G::battery, "filled", "Charged to", D::ratio, 0.0, 1.0, OF(battery.filled), false,
     "share of its capacity in it when the run begins"},
    {G::leads, "battery_copper_m2", "Copper to the battery", D::copper, 5e-8, 1e-4, OF(leads.battery_copper), false,
     "cross-section of one lead"},
    {G::leads, "motor_copper_m2", "Copper to the motor", D::copper, 5e-8, 1e-4, OF(leads.motor_copper), false,
     "cross-section of one lead"},
    {G::leads, "plug_m", "Plug contacts", D::length, 0.001, 0.012, OF(leads.plug), false,
     "diameter of the contacts towards the battery"},
    {G::leads, "fuse_a", "Fuse", D::current, 0.5, 1000.0, OF(leads.fuse), true, "in the battery's plus; 0: none"},
    {G::esc, "current_limit_a", "Continuous", D::current, 0.1, 10000.0, OF(esc.current_limit)},
    {G::esc, "burst_limit_a", "Burst", D::current, 0.1, 10000.0, OF(esc.burst_limit), true, "0: not told"},
    {G::esc, "resistance_ohm", "Resistance", D::resistance, 1e-5, 1.0, OF(esc.resistance), true,
     "0: estimated from its rating"},
    {G::esc, "bec_current_a", "BEC", D::current, 0.0, 100.0, OF(esc.bec_current)},
    {G::esc, "cell_cutoff_v", "Low-voltage stop", D::voltage, 0.5, 5.0, OF(esc.cell_cutoff), true,
     "of one cell under load; 0: not told"},
    {G::motor, "kv_rad_s_v", "Kv", D::speed_constant, 1.0, 5000.0, OF(motor.kv)},
    {G::motor, "no_load_current_a", "No-load current", D::current, 0.0, 100.0, OF(motor.no_load_current)},
    {G::motor, "resistance_ohm", "Winding", D::resistance, 1e-5, 10.0, OF(motor.resistance), true,
     "resistance; 0: estimated from can and Kv"},
    {G::motor, "current_limit_a", "Maximum continuous current", D::current, 0.1, 10000.0, OF(motor.current_limit), true,
     "0: not told"},
    {G::motor, "temperature_limit_c", "Maximum winding temperature", D::temperature, 40.0, 220.0,
     OF(motor.temperature_limit)},
    {G::motor, "can_diameter_m", "Can diameter", D::length, 0.005, 0.2, OF(motor.can_diameter)},
    {G::motor, "can_length_m", "Can length", D::length, 0.005, 0.3, OF(motor.can_length)},
    {G::motor, "shaft_diameter_m", "Shaft", D::length, 0.001, 0.02, OF(motor.shaft_diameter)},
    {G::motor, "shaft_reach_m", "Shaft reach", D::length, 0.0, 0.1, OF(motor.shaft_reach), false,
     "how far it stands out of the can"},
    {G::gearing, "ratio", "Ratio", D::none, 0.2, 20.0, OF(gearing.ratio), false, "motor turns to one of the propeller"},
    {G::gearing, "efficiency", "Efficiency", D::ratio, 0.3, 1.0, OF(gearing.efficiency)},
    {G::coupler, "bore_motor_m", "Bore, motor side", D::length, 0.0005, 0.03, OF(coupler.bore_motor)},
    {G::coupler, "bore_shaft_m", "Bore, shaft side", D::length, 0.0005, 0.03, OF(coupler.bore_shaft)},
    {G::coupler, "diameter_m", "Outer diameter", D::length, 0.002, 0.08, OF(coupler.diameter)},
    {G::coupler, "length_m", "Length", D::length, 0.004, 0.15, OF(coupler.length)},
    {G::shaft, "diameter_m", "Diameter", D::length, 0.001, 0.03, OF(shaft.diameter)},
    {G::shaft, "bore_m", "Bore of the shaft", D::length, 0.0, 0.028, OF(shaft.bore)},
    {G::shaft, "bearing_bore_m", "Bearing bore", D::length, 0.001, 0.03, OF(shaft.bearing_bore)},
    {G::shaft, "bearing_spacing_m", "Bearings apart", D::length, 0.005, 3.0, OF(shaft.bearing_spacing), true,
     "0: one at each end of the tube"},
    {G::shaft, "exit_x_m", "Leaves the hull at", D::length, -0.5, 5.0, OF(shaft.exit_x), false, "from the transom"},
    {G::shaft, "motor_tilt_rad", "Motor tilt", D::angle, -1.0, 1.0, OF(shaft.motor_tilt), false,
     "after end down is positive"},
    {G::shaft, "strut_angle_rad", "Strut angle", D::angle, -1.0, 1.0, OF(shaft.strut_angle), false,
     "after end down is positive"},
    {G::shaft, "dog_bore_m", "Drive dog bore", D::length, 0.0005, 0.03, OF(shaft.dog_bore)},
    {G::shaft, "dog_gap_m", "Dog gap at rest", D::length, 0.0, 0.02, OF(shaft.dog_gap)},
    {G::pod, "swing_rad", "Swing to a side", D::angle, 0.0, 3.2, OF(pod.swing)},
    {G::pod, "shaft_diameter_m", "Leg's shaft", D::length, 0.001, 0.02, OF(pod.shaft_diameter)},
    {G::pod, "cable_slack_m", "Cable slack", D::length, 0.0, 1.0, OF(pod.cable_slack)},
    {G::jet, "nozzle_m", "Nozzle", D::length, 0.003, 0.2, OF(jet.nozzle)},
    {G::jet, "intake_length_m", "Intake length", D::length, 0.005, 0.5, OF(jet.intake_length)},
    {G::jet, "intake_step_m", "Intake rim below skin", D::length, -0.02, 0.02, OF(jet.intake_step)},
    {G::jet, "nozzle_swing_rad", "Nozzle to a side", D::angle, 0.0, 1.5, OF(jet.nozzle_swing)},
    {G::jet, "nozzle_pitch_rad", "Nozzle pitch", D::angle, -0.35, 0.35, OF(jet.nozzle_pitch), false,
     "stream up is positive: it lifts the bow"},
    {G::jet, "ride_plate_m", "Ride plate", D::length, 0.0, 0.2, OF(jet.ride_plate), false,
     "fore and aft behind the transom; 0: none"},
    {G::jet, "ride_plate_rad", "Ride-plate angle", D::angle, -0.3, 0.5, OF(jet.ride_plate_angle), false,
     "down is positive"},
    {G::screw, "diameter_m", "Diameter", D::length, 0.005, 1.0, OF(screw.diameter)},
    {G::screw, "pitch_m", "Pitch", D::length, 0.002, 2.0, OF(screw.pitch)},
    {G::screw, "blade_area", "Blade area ratio", D::ratio, 0.02, 1.2, OF(screw.blade_area)},
    {G::screw, "bore_m", "Bore", D::length, 0.0005, 0.03, OF(screw.bore)},
    {G::screw, "length_m", "Length", D::length, 0.001, 0.5, OF(screw.length), false, "of hub or guard along the shaft"},
    {G::screw, "guard_radius_m", "Guard radius", D::length, 0.01, 1.0, OF(screw.guard_radius), true, "0: no guard"},
    {G::fittings, "tab_chord_m", "Tab chord", D::length, 0.0, 0.1, OF(fittings.tab_chord), false,
     "fore and aft; 0: no tabs"},
    {G::fittings, "tab_height_m", "Tab hinge above the bottom", D::length, 0.0, 0.1, OF(fittings.tab_height), false,
     "0: flush with its edge; hung higher they touch the water only as far as they reach down"},
    {G::fittings, "tab_share", "Tabs' share of beam", D::ratio, 0.0, 1.0, OF(fittings.tab_share), false,
     "both together"},
    {G::fittings, "tab_rad", "Trim-tab angle", D::angle, -0.3, 0.3, OF(fittings.tab_angle)},
    {G::fittings, "fin_chord_m", "Fin chord", D::length, 0.002, 0.3, OF(fittings.fin_chord)},
    {G::fittings, "fin_span_m", "Fin depth", D::length, 0.002, 0.3, OF(fittings.fin_span), false,
     "of one fin in the water"},
    {G::fittings, "fin_thickness_m", "Fin thickness", D::length, 0.0002, 0.02, OF(fittings.fin_thickness)},
    {G::fittings, "fin_toe_rad", "Fin toe angle", D::angle, -0.2, 0.2, OF(fittings.fin_toe)},
    {G::fittings, "turn_fin_depth_m", "Turn fin's depth", D::length, 0.0, 0.2, OF(fittings.turn_fin_depth), false,
     "in the water; 0: none"},
    {G::fittings, "turn_fin_chord_m", "Turn fin's chord", D::length, 0.002, 0.2, OF(fittings.turn_fin_chord)},
    {G::fittings, "turn_fin_x_m", "Turn fin at", D::length, 0.0, 3.0, OF(fittings.turn_fin_x), false,
     "from the transom"},
    {G::fittings, "turn_fin_y_m", "Turn fin off the middle", D::length, -0.6, 0.6, OF(fittings.turn_fin_y), false,
     "to port; to starboard below zero"},
    {G::fittings, "wing_span_m", "Wing span", D::length, 0.0, 1.5, OF(fittings.wing.span), false, "0: no wing"},
    {G::fittings, "wing_chord_m", "Wing chord", D::length, 0.005, 0.6, OF(fittings.wing.chord)},
    {G::fittings, "wing_x_m", "Wing at", D::length, -0.5, 3.0, OF(fittings.wing.x), false,
     "from the transom, a quarter of its chord behind its leading edge"},
    {G::fittings, "wing_z_m", "Wing's height", D::length, 0.0, 0.8, OF(fittings.wing.z), false, "over the base line"},
    {G::fittings, "wing_rad", "Wing angle", D::angle, -0.25, 0.25, OF(fittings.wing.angle), false,
     "to the base line; leading edge up is positive"},
    {G::fittings, "canard_span_m", "Canard span", D::length, 0.0, 1.5, OF(fittings.canard.span), false,
     "a plane at the bow; 0: none"},
    {G::fittings, "canard_chord_m", "Canard chord", D::length, 0.005, 0.6, OF(fittings.canard.chord)},
    {G::fittings, "canard_x_m", "Canard at", D::length, 0.0, 3.0, OF(fittings.canard.x), false, "from the transom"},
    {G::fittings, "canard_z_m", "Canard's height", D::length, 0.0, 0.8, OF(fittings.canard.z), false,
     "over the base line"},
    {G::fittings, "canard_rad", "Canard angle", D::angle, -0.25, 0.25, OF(fittings.canard.angle), false,
     "to the base line; leading edge up is positive"},
};
#undef OF

#define OF(member) [](Drive& d) -> std::uint32_t& { return d.member; }
constexpr DriveCount counts[] = {
    {G::battery, "cells", "Cells in series", 1, 24, OF(battery.cells)},
    {G::esc, "most_cells", "Up to cells", 1, 24, OF(esc.most_cells)},
    {G::motor, "poles", "Magnet poles", 2, 40, OF(motor.poles)},
    {G::screw, "blades", "Blades", 2, 8, OF(screw.blades)},
    {G::fittings, "fins", "Fins", 0, 4, OF(fittings.fins)},
};
#undef OF

#define OF(member) [](Drive& d) -> bool& { return d.member; }
constexpr DriveSwitch switches[] = {
    {G::esc, "bec_linear", "Linear BEC", OF(esc.bec_linear)},
    {G::motor, "outrunner", "Outrunner", OF(motor.outrunner)},
    {G::motor, "shaft_flat", "Flat on the shaft", OF(motor.shaft_flat)},
    {G::motor, "wet", "Runs in the water", OF(motor.wet)},
    {G::coupler, "grub_screws", "Grub screws", OF(coupler.grub_screws)},
    {G::shaft, "common_plate", "On one plate with the motor", OF(shaft.common_plate)},
    {G::pod, "plate", "Anti-ventilation plate", OF(pod.plate)},
    {G::screw, "surface", "Runs half out of the water", OF(screw.surface)},
};
#undef OF

}  // namespace

const char* drive_group_key(DriveGroup group) {
  return row_of(groups, group).key;
}
const char* drive_group_name(DriveGroup group) {
  return row_of(groups, group).name;
}

DriveGroup drive_group_from_key(const std::string& key) {
  return value_of(groups, "part of the drive", key);
}

std::vector<DriveGroup> drive_groups(const Drive& d) {
  const DriveKind& kind = drive_kind(d);
  std::vector<DriveGroup> all = kind.groups;
  for (const G extra : kind.extras)
    if (d.has_extra(extra)) all.push_back(extra);
  std::sort(all.begin(), all.end());
  return all;
}

bool has_group(const Drive& drive, DriveGroup group) {
  const auto in = [&](const std::vector<G>& list) { return std::find(list.begin(), list.end(), group) != list.end(); };
  return in(drive_kind(drive).groups) || in(drive_kind(drive).extras);
}

Text drive_gap(const Drive& d) {
  std::vector<Text> gaps;
  for (const KeyRow<G>& row : groups)
    if (d.lacks(row.value)) gaps.emplace_back(row.name);
  if (!gaps.empty()) return {"missing in the drive: {0}", listed(gaps)};
  return d.unlike ? "the boat's drives differ, and no method here takes unlike drives together" : "";
}

std::span<const DriveNumber> drive_numbers() {
  return number_rows;
}
std::span<const DriveCount> drive_counts() {
  return counts;
}
std::span<const DriveSwitch> drive_switches() {
  return switches;
}

bool matters(const Drive& d, DriveGroup group, const char* key) {
  const auto is = [&](const char* other) { return std::strcmp(key, other) == 0; };
  const DriveKind& kind = drive_kind(d);
  if (group == G::pod && is("shaft_diameter_m")) return d.gearing.ratio != 1.0;
  if (group == G::shaft && is("strut_angle_rad")) return kind.strut;
  if (group == G::shaft && is("bore_m")) return d.shaft.kind == ShaftKind::hollow;
  if (group == G::screw && is("guard_radius_m")) return kind.in_air;
  if (group == G::screw && is("turns")) return d.count == 1 && d.propulsor != Propulsor::jet;
  if (group == G::screw && is("turn")) return d.count > 1 && d.propulsor != Propulsor::jet;
  if (group == G::screw && is("surface")) return kind.shaft_line;
  if (group == G::motor && is("wet")) return kind.motor_in == G::pod;
  if (group == G::fittings) {
    const auto begins = [&](const char* with) { return std::strncmp(key, with, std::strlen(with)) == 0; };
    const Fittings& f = d.fittings;
    if (is("tab_share") || is("tab_rad") || is("tab_height_m")) return f.tab_chord > 0.0;
    if (begins("fin_")) return f.fins > 0;
    if (begins("turn_fin_") && !is("turn_fin_depth_m")) return f.turn_fin_depth > 0.0;
    if (begins("wing_") && !is("wing_span_m")) return f.wing.span > 0.0;
    if (begins("canard_") && !is("canard_span_m")) return f.canard.span > 0.0;
  }
  return true;
}

void check_drive(const Drive& d) {
  for (const DriveNumber& n : number_rows) {
    const double value = n.in(d);
    if ((n.zero_is_estimated && value == 0.0) || (value >= n.low && value <= n.high)) continue;
    throw InvalidInput(Text("{0}: {1}", drive_group_name(n.group), n.label),
                       Text("is {0}; allowed: {1} to {2}", Quantity{value, n.dimension}, Quantity{n.low, n.dimension},
                            Quantity{n.high, n.dimension}));
  }
  for (const DriveCount& c : counts)
    if (c.in(d) < c.low || c.in(d) > c.high)
      throw InvalidInput(Text("{0}: {1}", drive_group_name(c.group), c.label),
                         Text("is {0}; allowed: {1} to {2}", c.in(d), c.low, c.high));
  if (d.shaft.bore > 0.95 * d.shaft.diameter) throw InvalidInput("Shaft line: Bore of the shaft", "leaves no wall");
}

}  // namespace plucky
