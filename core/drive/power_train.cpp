#include "drive/power_train.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "drive/leads.h"
#include "geometry/vec.h"

namespace plucky {

ShaftState shaft_state(const PowerTrain& t, double throttle, double revolutions) {
  ShaftState s;
  s.motor_revolutions = revolutions * t.gear_ratio;
  const double spin = 2.0 * pi * s.motor_revolutions, back = spin / t.kv;
  // u (E - (1 + s) u I (N Rb + Rl)) - I (Re + Rp) = I Rm + w / Kv; a motor that is driven switches nothing back.
  const double spare = throttle * t.voltage - back, taken = spare > 0.0 ? 1.0 + t.switching : 1.0;
  s.motor_current = spare / (t.motor_resistance + t.motor_leads + t.esc_resistance +
                             taken * throttle * throttle * (t.count * t.battery_resistance + t.battery_leads));
  s.motor_voltage = s.motor_current * t.motor_resistance + back;
  s.battery_current = t.count * taken * throttle * s.motor_current;
  s.battery_voltage = t.voltage - s.battery_current * t.battery_resistance;
  const double motor_torque = (s.motor_current - t.no_load_current) / t.kv;
  const double passed = motor_torque >= 0.0 ? t.gear_efficiency : 1.0 / t.gear_efficiency;
  s.torque = motor_torque * t.gear_ratio * passed;
  s.motor_heat = s.motor_current * s.motor_current * t.motor_resistance + t.no_load_current * back;
  // What the leads to the battery take is lost before the ESC's switching takes its share.
  const double own = taken * throttle * s.motor_current, at_esc = s.battery_voltage - own * t.battery_leads;
  s.esc_heat =
      s.motor_current * s.motor_current * t.esc_resistance + (taken - 1.0) * throttle * s.motor_current * at_esc;
  s.lead_heat = own * own * t.battery_leads + s.motor_current * s.motor_current * t.motor_leads;
  s.battery_heat = s.battery_current * s.battery_current * t.battery_resistance;
  s.gear_heat = motor_torque * spin - s.torque * 2.0 * pi * revolutions;
  return s;
}

double free_revolutions(const PowerTrain& t, double throttle) {
  const double loss = t.no_load_current *
                      (t.motor_resistance + t.esc_resistance + t.motor_leads +
                       (1.0 + t.switching) * throttle * throttle * (t.count * t.battery_resistance + t.battery_leads));
  return std::max(0.0, (throttle * t.voltage - loss) * t.kv / (2.0 * pi * t.gear_ratio));
}

double likely_resistance(double diameter, double length, double kv, bool outrunner) {
  // Torque per root of heat, Km = 1 / (Kv sqrt(R)), goes with the can's volume: 740 to 890 N m/sqrt(W) per m3 for
  // motors of 28 to 56 mm.
  const double km = (outrunner ? 1100.0 : 780.0) * 0.25 * pi * diameter * diameter * length;
  return 1.0 / (kv * kv * km * km);
}

double likely_cell_resistance(double capacity) {
  return 0.012 * 3600.0 / capacity;
}

double likely_esc_resistance(double current_limit) {
  return 0.1 / current_limit;
}

double battery_resistance(const Battery& b) {
  return b.cells * (b.cell_resistance > 0.0 ? b.cell_resistance : likely_cell_resistance(b.capacity));
}

double winding_resistance(const Motor& m) {
  return m.resistance > 0.0 ? m.resistance : likely_resistance(m.can_diameter, m.can_length, m.kv, m.outrunner);
}

double resting_voltage(double charged) {
  constexpr std::array<double, 11> volts{3.27, 3.61, 3.70, 3.75, 3.79, 3.83, 3.87, 3.92, 3.98, 4.06, 4.20};
  const double at = std::clamp(charged, 0.0, 1.0) * (volts.size() - 1);
  const auto i = std::min(static_cast<std::size_t>(at), volts.size() - 2);
  return (volts[i] + (volts[i + 1] - volts[i]) * (at - static_cast<double>(i))) / 3.7;
}

double cell_cutoff(const Drive& d) {
  return d.esc.cell_cutoff > 0.0 ? d.esc.cell_cutoff : 3.2 / 3.7 * d.battery.cell_voltage;
}

PowerTrain power_train(const Drive& d) {
  // ohm, common practice, no source: a plug's contacts; with two short leads where none are told.
  constexpr double plugs = 0.0004, usual_leads = 0.001;
  const bool told = d.has_extra(DriveGroup::leads);
  // Warm, as they are under load.
  constexpr double warm = 50.0;
  return {.voltage = d.battery.voltage(),
          .battery_resistance = battery_resistance(d.battery) + (told ? plugs : usual_leads),
          .esc_resistance = d.esc.resistance > 0.0 ? d.esc.resistance : likely_esc_resistance(d.esc.current_limit),
          .battery_leads = told ? 2.0 * lead_resistance(d.leads.battery_copper, d.lead_lengths.battery, warm) : 0.0,
          .motor_leads = told ? 2.0 * lead_resistance(d.leads.motor_copper, d.lead_lengths.motor, warm) : 0.0,
          .kv = d.motor.kv,
          .motor_resistance = winding_resistance(d.motor),
          .no_load_current = d.motor.no_load_current,
          .gear_ratio = d.gearing.ratio,
          .gear_efficiency = d.gearing.efficiency,
          .count = d.count};
}

}  // namespace plucky
