// What goes wrong with battery, ESC and radio.
#include <algorithm>
#include <cmath>

#include "assessment/symptoms/cause.h"
#include "drive/kind.h"

namespace plucky {

namespace power_cause {

bool driven(const Assessment& a) {
  return a.fitted_drive.propulsor != Propulsor::none;
}
bool lithium(const Assessment& a) {
  return std::any_of(a.project.layout.parts.begin(), a.project.layout.parts.end(),
                     [](const Part& p) { return p.lithium; });
}
bool has_receiver(const Assessment& a) {
  return a.project.layout.first(PartKind::receiver) != nullptr;
}

/// Share of the open voltage that the battery loses at full throttle.
std::optional<double> sag(const Assessment& a) {
  const RunningState& s = a.power.full;
  const double open = a.fitted_drive.battery.voltage();
  if (!s.runs() || open <= 0.0) return std::nullopt;
  return 1.0 - s.shaft.battery_voltage / open;
}

Evidence sags(const Assessment& a) {
  const auto share = sag(a);
  if (!share) return {};
  return {odds(*share, 0.08, 0.2),
          {"The battery gives way by {0} at full throttle.", Quantity{*share, Dimension::ratio}}};
}

/// What a cell has under load against the usual cut-off of 3.2 V; common practice, no source.
Evidence near_cut_off(const Assessment& a) {
  const RunningState& s = a.power.full;
  const std::uint32_t cells = a.fitted_drive.battery.cells;
  if (!s.runs() || cells == 0) return {};
  const double cell = s.shaft.battery_voltage / cells;
  return {
      odds(3.7 - cell, 0.3, 0.5, 6.0, 0.5),
      {"A half-charged cell has {0} under full load; many ESCs shut at 3.2 V.", Quantity{cell, Dimension::voltage}}};
}

Evidence short_of_wish(const Assessment& a) {
  const double wanted = a.project.brief.run_time;
  const auto& has = a.power.duty ? std::optional(a.power.duty->run_time) : a.power.run_time;
  if (!has || wanted <= 0.0) return {};
  return {odds(wanted / std::max(1.0, *has), 0.9, 1.6, 8.0, 0.3),
          {"The battery lasts {0} as you drive it; {1} is wanted.", Quantity{*has, Dimension::duration},
           Quantity{wanted, Dimension::duration}}};
}

Evidence full_throttle(const Assessment& a) {
  const double share = a.fitted_drive.full_share;
  return {odds(share, 0.4, 0.9, 4.0, 0.5),
          share > 0.4 ? Text{"{0} of a run is at full throttle.", Quantity{share, Dimension::ratio}} : Text()};
}

Evidence cold_water(const Assessment& a) {
  const double water = a.project.cooling.water;
  return water < 10.0
             ? Evidence{2.5, {"The water has {0}: a cold battery gives less.", Quantity{water, Dimension::temperature}}}
             : Evidence{0.7, {}};
}

/// Free way from whatever receives to motor, ESC and battery.
Evidence receiver_near_power(const Assessment& a) {
  const auto& parts = a.project.layout.parts;
  double nearest = 10.0;
  std::string name;
  for (const Part& receiver : parts) {
    if (receiver.kind != PartKind::receiver) continue;
    for (const Part& p : parts) {
      if (p.kind != PartKind::motor && p.kind != PartKind::esc && p.kind != PartKind::battery) continue;
      const Vec3 gap = ((p.place - receiver.place).cwiseAbs() - 0.5 * (p.size + receiver.size)).cwiseMax(0.0);
      if (gap.norm() < nearest) nearest = gap.norm(), name = p.name;
    }
  }
  if (name.empty()) return {};
  return {odds(0.06 - nearest, 0.02, 0.055, 6.0, 0.4),
          {"The receiver lies {0} from {1}; 40 mm is usual.", length_quantity(nearest), name}};
}

/// How high the aerial's top stands over the water; a lying one under the deck is soon shadowed.
Evidence aerial_low(const Assessment& a) {
  const auto& parts = a.project.layout.parts;
  std::optional<double> top;
  for (const Part& p : parts)
    if (p.kind == PartKind::aerial || p.kind == PartKind::receiver)
      top = top ? std::max(*top, p.box().high.z()) : p.box().high.z();
  if (!top) return {};
  const double over = *top - a.form.draught - a.hull->model.box.low.z();
  return {odds(0.12 - over, 0.04, 0.11, 5.0, 0.5), {"The aerial reaches {0} over the water.", length_quantity(over)}};
}

Evidence many_cells(const Assessment& a) {
  const Drive& d = a.fitted_drive;
  return d.battery.cells > d.esc.most_cells ? Evidence{2.0, {}} : Evidence{};
}

}  // namespace power_cause

std::span<const Cause> power_causes() {
  using namespace power_cause;
  static const char* cells =
      "A swollen, wet or nicked lithium battery is not charged or driven again: outside, in sand.";
  static const std::vector<Cause> all{
      {"esc_small",
       "The ESC is too small for this load",
       "Does it cut out sooner the longer full throttle is held?",
       "A larger ESC, or less current: pitch, diameter, cells.",
       {"drive.esc", "drive.start"},
       nullptr,
       driven},
      {"esc_cells",
       "Too many cells for the ESC",
       "Is the ESC made for fewer cells than the battery has?",
       "A battery of the cells that the ESC's maker allows.",
       {"drive.cells"},
       many_cells,
       driven,
       cells},
      {"esc_warm",
       "The ESC gets too warm",
       "Is the ESC too hot to touch when it has cut out?",
       "Water through its jacket first of all, or air and a larger one.",
       {"cool.esc"},
       nullptr,
       driven},
      {"esc_field",
       "The field turns faster than the ESC can follow",
       "Does it stutter only near full throttle with little load?",
       "Fewer poles, a lower Kv or fewer cells.",
       {"drive.field"},
       nullptr,
       driven},
      {"low_voltage_stop",
       "The ESC's low-voltage stop comes early",
       "Does it come back at once when the throttle is eased?",
       "A battery that sags less; set the stop as the cell's maker says, never lower.",
       {},
       near_cut_off,
       driven},
      {"leads_long",
       "Long leads between battery and ESC",
       "Are the battery's leads longer than about 200 mm?",
       "Shorten them, or capacitors close to the ESC.",
       {"build.lead"},
       nullptr,
       driven},
      {"esc_faulty",
       "The ESC is faulty or wet",
       "Does it die and only come back when the battery was off and on again?",
       "Dry it a day in the warm; if it does so again, exchange it.",
       {"seal.part"},
       nullptr,
       driven},
      {"battery_weak",
       "The battery cannot give the current",
       "Does it get warm, and its voltage drop under load?",
       "A battery of more capacity or a higher C rating; or less load.",
       {"drive.battery", "cool.battery"},
       sags,
       driven,
       cells},
      {"battery_small",
       "The battery is too small for the run",
       "Does it come back empty, and cool?",
       "More capacity, or more of the run at cruising throttle.",
       {"drive.run_time"},
       short_of_wish,
       driven},
      {"battery_old",
       "An old battery or one bad cell",
       "Does one cell differ by more than 0.05 V from the others after charging?",
       "Measure its cells singly and its resistance; take it out of use.",
       {},
       nullptr,
       lithium,
       cells},
      {"battery_cold",
       "A cold battery",
       "Did it lie in the cold before the run?",
       "Keep it warm in a pocket until the run, 20 degrees at least.",
       {},
       cold_water,
       driven},
      {"full_throttle",
       "Driven at full throttle all the time",
       "Is full throttle most of the run?",
       "Cruise between the runs: heat and current go with the cube of the speed.",
       {},
       full_throttle,
       driven},
      {"bec_weak",
       "The receiver's supply gives way",
       "Does it happen when the servo works hard?",
       "A BEC of its own for receiver and servos.",
       {"drive.bec"},
       nullptr,
       driven},
      {"receiver_near",
       "The receiver lies beside motor, ESC or battery leads",
       "Does the range grow when the motor is not running?",
       "Receiver and aerial 40 mm or more from the power's leads; leads twisted together.",
       {},
       receiver_near_power,
       has_receiver},
      {"aerial_low",
       "The aerial is too near the water",
       "Does it happen far out, or when the boat lies deep?",
       "The aerial's end upright and over the deck.",
       {},
       aerial_low,
       has_receiver},
      {"receiver_wet",
       "The receiver is wet",
       "Is there fog or water in its box?",
       "Dry it, coat or box it, then the bath test.",
       {"seal.part"},
       nullptr,
       has_receiver},
      {"failsafe_unset",
       "Failsafe is not set",
       "Does the motor run on when the transmitter is switched off?",
       "Set failsafe to throttle shut, and try it ashore before every outing.",
       {},
       nullptr,
       has_receiver,
       "Propeller free of everything and hands clear."},
      {"not_bound",
       "Receiver and transmitter are not bound",
       "Does the receiver's light blink?",
       "Bind them anew as their maker says.",
       {},
       nullptr,
       has_receiver},
      {"stick_not_low",
       "The throttle is not at rest when the ESC starts",
       "Does lowering the throttle's trim let it arm?",
       "Trim to the bottom, then teach it the ends of the stick.",
       {},
       nullptr,
       driven},
      {"lead_loose",
       "A lead of the motor or a plug has come loose",
       "Does the motor only twitch, or is one plug warm or brown?",
       "Solder it anew, sleeve it, fix the leads so that nothing pulls at the joint.",
       {},
       nullptr,
       driven,
       "Battery unplugged before soldering; hot iron and fumes."},
      {"start_mode",
       "Start-up or timing of the ESC does not suit the motor",
       "Does it start well with a softer start or another timing?",
       "Softer start, middle timing; propeller not held by weed.",
       {"drive.start"},
       nullptr,
       driven}};
  return all;
}

}  // namespace plucky
