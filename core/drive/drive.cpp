#include "drive/drive.h"

#include <fmt/format.h>

#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>

#include "base/error.h"
#include "base/key_table.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr std::array<KeyRow<Propulsor>, 4> propulsors{{{Propulsor::none, "none", "none yet"},
                                                       {Propulsor::propeller, "propeller", "water propeller"},
                                                       {Propulsor::jet, "jet", "water jet"},
                                                       {Propulsor::air_propeller, "air_propeller", "air propeller"}}};

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

const char* propulsor_key(Propulsor propulsor) {
  return row_of(propulsors, propulsor).key;
}
const char* propulsor_name(Propulsor propulsor) {
  return row_of(propulsors, propulsor).name;
}
Propulsor propulsor_from_key(const std::string& key) {
  return value_of(propulsors, "propulsor", key);
}

double usual_slip(Propulsor propulsor) {
  switch (propulsor) {
    case Propulsor::jet:
      return 0.45;
    case Propulsor::air_propeller:
      return 0.60;
    default:
      return 0.15;
  }
}

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

void check_drive(const Drive& d) {
  const auto want = [](const char* what, double value, double low, double high) {
    if (!(value >= low && value <= high))
      throw InvalidInput(what, fmt::format("is {:.4g} (SI); wants {:.4g} to {:.4g}", value, low, high));
  };
  want("motor speed constant", d.kv, 1.0, 5000.0);
  want("cell voltage", d.cell_voltage, 0.5, 5.0);
  want("battery capacity", d.capacity, 1.0, 1e6);
  want("propeller diameter", d.diameter, 0.005, 1.0);
  want("propeller pitch", d.pitch, 0.002, 2.0);
  want("blade area", d.blade_area, 0.02, 1.2);
  want("slip", d.slip, 0.0, 0.95);
  want("loaded share", d.loaded, 0.2, 1.0);
  want("no-load current", d.no_load_current, 0.0, 100.0);
  want("usable share", d.usable, 0.05, 1.0);
}

DriveReport run_drive(const Drive& d, double water_density) {
  DriveReport r;
  if (d.propulsor == Propulsor::none) return r;
  check_drive(d);
  r.fitted = true;
  r.revolutions = d.loaded * d.kv * d.voltage() / (2.0 * pi);
  r.speed = r.revolutions * d.pitch * (1.0 - d.slip);
  const double density = d.propulsor == Propulsor::air_propeller ? air_density : water_density;
  const PropellerCoefficients k =
      propeller_coefficients(d.pitch / d.diameter, d.blade_area, r.speed / (r.revolutions * d.diameter));
  const double nd2 = density * r.revolutions * r.revolutions * std::pow(d.diameter, 4);
  r.thrust = d.count * k.kt * nd2;
  r.torque = k.kq * nd2 * d.diameter;
  r.current = d.count * (r.torque * d.kv + d.no_load_current);
  r.power = r.current * d.voltage();
  r.run_time = d.usable * d.capacity / r.current;
  return r;
}

}  // namespace plucky
