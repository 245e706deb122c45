#include "drive/pitch_and_slip.h"

#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>

#include "drive/drive_table.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// Lift and drag of the blades at 0.7 R when the water comes with advance ratio j (inflow included).
PropellerCoefficients blade_element(double pitch_ratio, double blade_area, double j) {
  constexpr double turn = 0.7 * pi;  // speed of the element over n D
  const double angle = std::atan2(j, turn);
  const double attack = std::atan(pitch_ratio / turn) - angle;
  // Thin-section slope less a tenth for viscosity; lift levels off at stall, drag grows with the angle (Hoerner).
  const double lift = 1.1 * std::tanh(0.9 * 2.0 * pi * attack / 1.1);
  const double drag = 0.02 + 1.2 * std::sin(attack) * std::sin(attack);
  // The 0.7 R element stands for the whole blade; root and tip carry less. The share is set so that a four-bladed screw
  // of area 0.7 and pitch ratio 1 gives KT near 0.2 at J 0.7 (open-water series, memory).
  constexpr double working = 0.55;
  const double pressure = 0.5 * working * (turn * turn + j * j) * blade_area * pi / 4.0;
  const double along = lift * std::cos(angle) - drag * std::sin(angle);
  const double around = lift * std::sin(angle) + drag * std::cos(angle);
  return {pressure * along, pressure * around * 0.35};
}

}  // namespace

PropellerCoefficients propeller_coefficients(double pitch_ratio, double blade_area, double advance) {
  // Inflow u (over n D): what the blades give must be what the stream takes, KT = (pi/2) u (J + u).
  const auto excess = [&](double u) {
    return blade_element(pitch_ratio, blade_area, advance + u).kt - 0.5 * pi * u * (advance + u);
  };
  double low = 0.0, high = 2.0;
  if (excess(low) <= 0.0) return blade_element(pitch_ratio, blade_area, advance);
  boost::uintmax_t rounds = 60;
  const auto root =
      boost::math::tools::toms748_solve(excess, low, high, boost::math::tools::eps_tolerance<double>(40), rounds);
  return blade_element(pitch_ratio, blade_area, advance + 0.5 * (root.first + root.second));
}

DriveReport run_drive(const Drive& d, double water_density) {
  DriveReport r;
  if (d.propulsor == Propulsor::none) return r;
  check_drive(d);
  r.fitted = true;
  const Screw& screw = d.screw;
  r.revolutions = d.loaded * d.motor.kv * d.battery.voltage() / (2.0 * pi * d.gearing.ratio);
  r.speed = r.revolutions * screw.pitch * (1.0 - d.slip);
  const double density = d.propulsor == Propulsor::air_propeller ? air_density : water_density;
  const PropellerCoefficients k = propeller_coefficients(screw.pitch / screw.diameter, screw.blade_area,
                                                         r.speed / (r.revolutions * screw.diameter));
  const double nd2 = density * r.revolutions * r.revolutions * std::pow(screw.diameter, 4);
  r.thrust = d.count * k.kt * nd2;
  r.torque = k.kq * nd2 * screw.diameter;
  const double motor_torque = r.torque / (d.gearing.ratio * d.gearing.efficiency);
  r.current = d.count * (motor_torque * d.motor.kv + d.motor.no_load_current);
  r.power = r.current * d.battery.voltage();
  r.run_time = d.battery.usable * d.battery.capacity / r.current;
  return r;
}

}  // namespace plucky
