// The boat's electric system. In: boat, what it does under power. Out: what runs in each lead and what it makes of it,
// the receiver's supply, what the radio hears.
#pragma once

#include <optional>
#include <vector>

#include "drive/leads.h"
#include "layout/resistor.h"
#include "running/power.h"

namespace plucky {

/// Leads of one drive between two components, at full throttle.
struct LeadRun {
  Id from = 0, to = 0;
  std::size_t leads = 2;  ///< side by side
  double length = 0.0;    ///< m, one way
  double copper = 0.0;    ///< m2, of one
  double current = 0.0;   ///< A, effective, in one
  double drop = 0.0;      ///< V, there and back
  double heat = 0.0;      ///< W, of all of them
  /// degC at the end of a run at full throttle; none when it goes beyond what is followed.
  std::optional<double> temperature;
  double carries = 0.0;  ///< A that bring one to `lead_limit` and no further
};

/// Copper this warm, degC, harms neither silicone nor what lies on it; hotter than the other it harms its own sleeve:
/// common practice, no source.
inline constexpr double lead_limit = 90.0, lead_spoilt = 150.0;

struct LampLead {
  Id lamp = 0;
  std::optional<LampResistor> resistor;
};

struct WiringReport {
  bool told = false;  ///< the drive lists its leads; else they are taken as usual for its ESC
  Leads leads;
  /// Of one drive; none without a steady run, or where an end has no place.
  std::optional<LeadRun> battery, motor;
  double plug_carries = 0.0;            ///< A
  double mass = 0.0;                    ///< kg, of all the drives' leads by their lengths, plugs not counted
  std::optional<double> short_current;  ///< A, when the leads touch at the ESC
  double fuse_current = 0.0;            ///< A, the fuse must carry at full throttle

  /// Share of the charge still in the battery when the ESC's low-voltage stop strikes at full throttle; none when it
  /// does not before the last.
  std::optional<double> cut_out;

  double receiver_current = 0.0;  ///< A, most that all on the receiver's supply take
  double bec_heat = 0.0;          ///< W, most that a linear BEC burns; 0 for one that switches
  double bec_needs = 0.0;         ///< V, of the battery, below which it gives no 5 V

  std::optional<double> aerial_clear;   ///< m, from the aerial to what carries power, none without an aerial of its own
  Id aerial_near = 0;                   ///< what is nearest to it
  std::optional<double> aerial_height;  ///< m, its top (the receiver's without one) over the water at rest
  std::optional<double> radio_range;    ///< m
  std::vector<LampLead> lamps;
};

/// `air` in the hull, degC.
[[nodiscard]] WiringReport wiring_report(const Boat& boat, const PowerReport& power, double air);

/// Two batteries joined to one. In: the two, as they go in.
struct BatteryMatch {
  double equalizing = 0.0;    ///< A, that flow from one to the other when they are joined side by side
  double charge_limit = 0.0;  ///< A, that the receiving one may be charged with: 1 C, common practice, no source
  double short_of = 0.0;      ///< C (A s), by which the emptier ends before the fuller, in a row
};
[[nodiscard]] BatteryMatch battery_match(const Battery& one, const Battery& other);

}  // namespace plucky
