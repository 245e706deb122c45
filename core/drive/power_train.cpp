#include "drive/power_train.h"

#include <cmath>

#include "geometry/vec.h"

namespace plucky {

ShaftState shaft_state(const PowerTrain& t, double throttle, double revolutions) {
  ShaftState s;
  s.motor_revolutions = revolutions * t.gear_ratio;
  const double spin = 2.0 * pi * s.motor_revolutions, back = spin / t.kv;
  // u (E - N (1 + s) u I Rb) - I Re = I Rm + w / Kv; a motor that is driven switches nothing back.
  const double spare = throttle * t.voltage - back, taken = spare > 0.0 ? 1.0 + t.switching : 1.0;
  s.motor_current =
      spare / (t.motor_resistance + t.esc_resistance + taken * throttle * throttle * t.count * t.battery_resistance);
  s.motor_voltage = s.motor_current * t.motor_resistance + back;
  s.battery_current = t.count * taken * throttle * s.motor_current;
  s.battery_voltage = t.voltage - s.battery_current * t.battery_resistance;
  const double motor_torque = (s.motor_current - t.no_load_current) / t.kv;
  const double passed = motor_torque >= 0.0 ? t.gear_efficiency : 1.0 / t.gear_efficiency;
  s.torque = motor_torque * t.gear_ratio * passed;
  s.motor_heat = s.motor_current * s.motor_current * t.motor_resistance + t.no_load_current * back;
  s.esc_heat = s.motor_current * s.motor_current * t.esc_resistance +
               (taken - 1.0) * throttle * s.motor_current * s.battery_voltage;
  s.battery_heat = s.battery_current * s.battery_current * t.battery_resistance;
  s.gear_heat = motor_torque * spin - s.torque * 2.0 * pi * revolutions;
  return s;
}

double free_revolutions(const PowerTrain& t, double throttle) {
  const double loss = t.no_load_current * (t.motor_resistance + t.esc_resistance +
                                           (1.0 + t.switching) * throttle * throttle * t.count * t.battery_resistance);
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

double winding_resistance(const Motor& m) {
  return m.resistance > 0.0 ? m.resistance : likely_resistance(m.can_diameter, m.can_length, m.kv, m.outrunner);
}

PowerTrain power_train(const Drive& d) {
  constexpr double leads = 0.001;  // ohm: two short leads and a plug, common practice, no source
  const Battery& b = d.battery;
  const double cell = b.cell_resistance > 0.0 ? b.cell_resistance : likely_cell_resistance(b.capacity);
  return {.voltage = b.voltage(),
          .battery_resistance = b.cells * cell + leads,
          .esc_resistance = d.esc.resistance > 0.0 ? d.esc.resistance : likely_esc_resistance(d.esc.current_limit),
          .kv = d.motor.kv,
          .motor_resistance = winding_resistance(d.motor),
          .no_load_current = d.motor.no_load_current,
          .gear_ratio = d.gearing.ratio,
          .gear_efficiency = d.gearing.efficiency,
          .count = d.count};
}

}  // namespace plucky
