// What the builder decides about the drive, part by part. Plain data; drive/drive_table.h lists its numbers for the
// file, the interface and the command line.
//
// A boat keeps these data in its components (layout/part.h); a Drive is what the physics reads: one drive put together
// from the components it lists (project/drives.h). A value of 0 marked "estimated" means that its maker tells none:
// power_train.h and thermal.h then take a usual one and say so.
#pragma once

#include <algorithm>
#include <cstdint>
#include <string>

#include "base/id.h"
#include "base/text.h"
#include "geometry/vec.h"

namespace plucky {

enum class Propulsor { none, propeller, jet, air_propeller };
[[nodiscard]] const char* propulsor_key(Propulsor propulsor);
[[nodiscard]] const char* propulsor_name(Propulsor propulsor);
[[nodiscard]] Propulsor propulsor_from_key(const std::string& key);

/// What carries a water propeller.
enum class Mounting {
  shaft,  ///< straight shaft in a tube
  strut,  ///< flex cable or jointed shaft, the last length held by a strut behind the transom
  pod     ///< outboard leg, geared or with the motor in the pod
};
[[nodiscard]] const char* mounting_key(Mounting mounting);
[[nodiscard]] const char* mounting_name(Mounting mounting);
[[nodiscard]] Mounting mounting_from_key(const std::string& key);

struct Battery {
  std::uint32_t cells = 3;         ///< in series
  double cell_voltage = 3.7;       ///< V, nominal
  double capacity = 3.0 * 3600.0;  ///< C (A s)
  double discharge_rate = 30.0;    ///< continuous C rating, 1/h
  double usable = 0.8;             ///< share of the capacity that is used
  double filled = 1.0;             ///< share of the capacity in it when the run begins
  double cell_resistance = 0.0;    ///< ohm, each; 0: estimated
  bool operator==(const Battery&) const = default;
  [[nodiscard]] double voltage() const { return cells * cell_voltage; }
  [[nodiscard]] double current_limit() const { return discharge_rate / 3600.0 * capacity; }
  /// C (A s), that a run may take: what is in it less what has to stay; 0 when nothing is left to take.
  [[nodiscard]] double ready() const { return std::max(0.0, usable + filled - 1.0) * capacity; }
};

/// Copper from battery to ESC and from ESC to motor, of one drive; lengths are told by where these stand.
struct Leads {
  double battery_copper = 4e-6;  ///< m2, of one lead to the battery
  double motor_copper = 2.5e-6;  ///< m2, of one lead to the motor
  double plug = 0.0035;          ///< m, diameter of the contacts towards the battery
  double fuse = 0.0;             ///< A, in the battery's plus; 0: none
  bool operator==(const Leads&) const = default;
};
/// One way, m; 0 where one of the two has no place.
struct LeadLengths {
  double battery = 0.0, motor = 0.0;
  bool operator==(const LeadLengths&) const = default;
};

struct Esc {
  double current_limit = 60.0;   ///< A, continuous
  double burst_limit = 0.0;      ///< A, for some seconds; 0: not told
  std::uint32_t most_cells = 6;  ///< in series
  double resistance = 0.0;       ///< ohm; 0: estimated
  double bec_current = 3.0;      ///< A, for receiver and servos
  bool bec_linear = false;       ///< the BEC burns what is over its 5 V, instead of switching
  double cell_cutoff = 0.0;      ///< V of a cell under load at which the ESC stops the motor; 0: not told
  bool operator==(const Esc&) const = default;
};

struct Motor {
  double kv = 200.0;                 ///< rad/s per V (rpm/V x 0.10472)
  double no_load_current = 1.5;      ///< A
  double resistance = 0.0;           ///< ohm, winding; 0: estimated from can and Kv
  double current_limit = 0.0;        ///< A, continuous; 0: not told
  std::uint32_t poles = 4;           ///< magnets
  double can_diameter = 0.036;       ///< m
  double can_length = 0.060;         ///< m
  double shaft_diameter = 0.005;     ///< m
  bool shaft_flat = true;            ///< has a flat for the grub screw
  bool outrunner = false;            ///< the can turns: nothing may touch it and no jacket fits round it
  bool wet = false;                  ///< works in the water, inside the pod
  double temperature_limit = 100.0;  ///< degC, winding
  double shaft_reach = 0.016;        ///< m, how far the shaft stands out of the can
  bool operator==(const Motor&) const = default;
};

struct Gearing {
  double ratio = 1.0;       ///< motor revolutions to one of the propeller
  double efficiency = 1.0;  ///< 0.90 to 0.97 for gears, common practice, no source
  /// Bevel gears of 1:1 are gears as well: what loses on its way is one.
  [[nodiscard]] bool geared() const { return ratio != 1.0 || efficiency < 1.0; }
  bool operator==(const Gearing&) const = default;
};

/// Least blade area ratio of an impeller, common practice, no source.
inline constexpr double least_impeller_area = 0.6;

struct Screw {
  double diameter = 0.040;  ///< m; impeller of a jet
  double pitch = 0.048;     ///< m
  std::uint32_t blades = 2;
  double blade_area = 0.35;   ///< of all blades, share of the disc
  double bore = 0.004;        ///< m
  double length = 0.014;      ///< m, along the shaft
  bool surface = false;       ///< made to run half out of the water
  double guard_radius = 0.0;  ///< m, of the guard round an air propeller; 0: none
  bool operator==(const Screw&) const = default;
};

enum class CouplerKind { rigid, collet, jaw, finger, universal_joint, silicone_tube, flex_ferrule };
[[nodiscard]] const char* coupler_key(CouplerKind kind);
[[nodiscard]] const char* coupler_name(CouplerKind kind);
[[nodiscard]] CouplerKind coupler_from_key(const std::string& key);

/// What shafts and couplers are made of.
enum class ShaftMaterial {
  stainless_steel,
  spring_steel,
  brass,
  aluminium,
  carbon_tube,
  pla_print,
  petg_print,
  nylon_print
};
[[nodiscard]] const char* shaft_material_key(ShaftMaterial material);
[[nodiscard]] const char* shaft_material_name(ShaftMaterial material);
[[nodiscard]] ShaftMaterial shaft_material_from_key(const std::string& key);

struct Coupler {
  CouplerKind kind = CouplerKind::finger;
  ShaftMaterial material = ShaftMaterial::aluminium;
  double bore_motor = 0.005, bore_shaft = 0.004;  ///< m
  double diameter = 0.016;                        ///< m, outer
  double length = 0.022;                          ///< m
  bool grub_screws = true;                        ///< else clamped or pressed
  bool operator==(const Coupler&) const = default;
};

enum class ShaftKind { solid, hollow, flex_cable };
[[nodiscard]] const char* shaft_kind_key(ShaftKind kind);
[[nodiscard]] const char* shaft_kind_name(ShaftKind kind);
[[nodiscard]] ShaftKind shaft_kind_from_key(const std::string& key);

enum class BearingKind { bronze, ball_steel, ball_ceramic, water_lubricated };
[[nodiscard]] const char* bearing_key(BearingKind kind);
[[nodiscard]] const char* bearing_name(BearingKind kind);
[[nodiscard]] BearingKind bearing_from_key(const std::string& key);

/// Shaft, its tube and bearings and what holds the propeller on.
struct Shaft {
  ShaftKind kind = ShaftKind::solid;
  ShaftMaterial material = ShaftMaterial::stainless_steel;
  double diameter = 0.004;  ///< m
  double bore = 0.0;        ///< m, of a hollow shaft
  BearingKind bearing = BearingKind::bronze;
  double bearing_bore = 0.004;   ///< m
  double bearing_spacing = 0.0;  ///< m, greatest free length between two bearings; 0: only one at each end of the tube
  double dog_bore = 0.004;       ///< m, of the drive dog
  double dog_gap = 0.001;        ///< m, between drive dog and thrust bearing, shaft at rest
  double exit_x = 0.10;          ///< m from the transom, where the line leaves the bottom
  double motor_tilt = 0.0;       ///< rad, of the motor's axis, after end down positive
  double strut_angle = 0.0;      ///< rad, of the strut's barrel, after end down positive
  bool common_plate = false;     ///< motor mount and tube brazed or glued to one plate
  bool operator==(const Shaft&) const = default;
};

struct Pod {
  double swing = 0.6;             ///< rad, to each side
  double shaft_diameter = 0.004;  ///< m, of the leg's own shaft; the motor's where there is no gear
  bool plate = true;              ///< anti-ventilation plate above the propeller
  double cable_slack = 0.03;      ///< m, of the cable into the hull
  bool operator==(const Pod&) const = default;
};

struct JetUnit {
  double nozzle = 0.019;          ///< m, diameter of the outlet
  double intake_length = 0.060;   ///< m
  double intake_step = 0.0;       ///< m, how far its rim stands below the bottom (negative: sunk into it)
  double nozzle_swing = 0.4;      ///< rad, to each side
  double nozzle_pitch = 0.0;      ///< rad, the stream upward positive: it presses the stern down
  double ride_plate = 0.020;      ///< m, its length fore and aft; none when 0
  double ride_plate_angle = 0.0;  ///< rad, down positive
  bool operator==(const JetUnit&) const = default;
};

/// A plane in the air across the boat: wing or canard.
struct AirPlane {
  double span = 0.0;    ///< m; none when 0
  double chord = 0.06;  ///< m
  double x = 0.02;      ///< m from the transom, its leading edge's quarter of the chord aft
  double z = 0.12;      ///< m over the base line
  double angle = 0.0;   ///< rad, to the base line, leading edge up positive
  bool operator==(const AirPlane&) const = default;
};

/// What hangs under the stern or stands on the hull beside the drive.
struct Fittings {
  double tab_chord = 0.0;         ///< m, of the trim tabs; none when 0
  double tab_height = 0.0;        ///< m, of their hinges over the bottom's edge at the transom; 0: flush
  double tab_share = 0.5;         ///< of the beam, both tabs together
  double tab_angle = 0.0;         ///< rad, down positive
  std::uint32_t fins = 0;         ///< upright fins at the transom
  double fin_chord = 0.030;       ///< m
  double fin_span = 0.025;        ///< m, in the water
  double fin_thickness = 0.0015;  ///< m
  double fin_toe = 0.0;           ///< rad, by which they stand off the centre line; either sign
  double turn_fin_depth = 0.0;    ///< m, in the water, of the one fin that holds the boat in its turns; none when 0
  double turn_fin_chord = 0.025;  ///< m
  double turn_fin_x = 0.25;       ///< m from the transom, its middle
  double turn_fin_y = -0.10;      ///< m, to port; boats that turn to starboard have it there, below zero
  AirPlane wing, canard;
  bool operator==(const Fittings&) const = default;
};

/// What a drive's numbers belong to, in the order from battery to water: its use, its components, what hangs under the
/// stern beside it.
enum class DriveGroup { drive, battery, leads, esc, motor, gearing, coupler, shaft, pod, jet, screw, fittings };

/// What the builder decides about a drive beside its components.
/// How screws turn, seen from astern: against each other on either side of the boat, their blades going outward or
/// inward on top, or all the same way. Of an odd number that turn against each other the middle one turns right.
enum class Turning { outward, inward, right, left };
[[nodiscard]] const char* turning_key(Turning turning);
[[nodiscard]] const char* turning_name(Turning turning);
[[nodiscard]] Turning turning_from_key(const std::string& key);

struct DriveUse {
  double slip = 0.15;            ///< 10-20 % at speed, common practice, no source
  double loaded = 0.8;           ///< revolutions under load, share of Kv x U: common practice, no source
  double throttle = 1.0;         ///< highest throttle the radio is set to give, 0 to 1
  double cruise_throttle = 0.5;  ///< of the calmer part of a run
  double opening = 0.4;          ///< s, in which a quick hand or the ESC opens the throttle: common practice, no source
  double full_share = 0.3;       ///< share of a run that is driven at the throttle limit
  Turning turning = Turning::outward;  ///< of all drives together
  bool operator==(const DriveUse&) const = default;
};

/// Numbers of the components that have a place of their own in the boat; 0 where there is none.
struct DriveStands {
  Id battery = 0, esc = 0, motor = 0;
  Id propulsor = 0;  ///< propeller, pod or jet unit
  Id second_motor = 0, second_propulsor = 0;
  bool operator==(const DriveStands&) const = default;
};

/// One drive, or several equal ones, as the physics reads it.
struct Drive : DriveUse {
  Propulsor propulsor = Propulsor::none;
  Mounting mounting = Mounting::shaft;
  std::uint32_t count = 1;  ///< equal drives
  Battery battery;
  Leads leads;
  LeadLengths lead_lengths;
  Esc esc;
  Motor motor;
  Gearing gearing;
  Screw screw;
  Coupler coupler;
  Shaft shaft;
  Pod pod;
  JetUnit jet;
  Fittings fittings;
  DriveStands stands;
  std::uint32_t gaps = 0;    ///< one bit for each DriveGroup it lacks; the numbers of that group then mean nothing
  std::uint32_t extras = 0;  ///< one bit for each DriveGroup that it has though its kind does not need it
  bool unlike = false;       ///< the boat's drives differ from one another: no method here takes them together
  bool operator==(const Drive&) const = default;

  [[nodiscard]] bool lacks(DriveGroup group) const { return (gaps >> static_cast<unsigned>(group) & 1u) != 0; }
  [[nodiscard]] bool has_extra(DriveGroup group) const { return (extras >> static_cast<unsigned>(group) & 1u) != 0; }
  /// How many more of its screws turn the boat by their torque as right-turning ones do than the other way. None of
  /// jets: their stators take out what the impeller puts in.
  [[nodiscard]] int turned_right() const;
  /// A straight or jointed line from a motor in the hull to a water propeller.
  [[nodiscard]] bool has_shaft_line() const;
};

/// Why a drive cannot be run, in words ("the drive has no ESC"); empty when nothing is missing.
[[nodiscard]] Text drive_gap(const Drive& drive);

}  // namespace plucky
