#include "drive/shafting.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"

namespace plucky {

ShaftStock stock_of(ShaftMaterial material) {
  switch (material) {
    case ShaftMaterial::stainless_steel:
      return {193e9, 7900.0, 150e6, false};
    case ShaftMaterial::spring_steel:
      return {206e9, 7850.0, 500e6, false};
    case ShaftMaterial::brass:
      return {100e9, 8500.0, 100e6, false};
    case ShaftMaterial::aluminium:
      return {69e9, 2700.0, 120e6, false};
    case ShaftMaterial::carbon_tube:
      return {110e9, 1550.0, 60e6, false};
    case ShaftMaterial::pla_print:
      return {2.5e9, 1240.0, 12e6, true};
    case ShaftMaterial::petg_print:
      return {1.9e9, 1270.0, 11e6, true};
    case ShaftMaterial::nylon_print:
      return {1.4e9, 1100.0, 14e6, true};
  }
  return {};
}

double whirling_speed(double diameter, double bore, double spacing, const ShaftStock& stock) {
  if (!(diameter > 0.0 && spacing > 0.0 && bore >= 0.0 && bore < diameter))
    throw InvalidInput("shaft", Text("of {0} m with a bore of {1} m over {2} m: must be all above zero and a wall",
                                     diameter, bore, spacing));
  const double second = pi / 64.0 * (std::pow(diameter, 4) - std::pow(bore, 4));
  const double per_length = stock.density * pi / 4.0 * (diameter * diameter - bore * bore);
  return 0.5 * pi * std::sqrt(stock.modulus * second / (per_length * std::pow(spacing, 4)));
}

double torsion_stress(double torque, double diameter, double bore) {
  return 16.0 * torque * diameter / (pi * (std::pow(diameter, 4) - std::pow(bore, 4)));
}

double shaft_strength(const Shaft& s) {
  const double bore = s.kind == ShaftKind::hollow ? s.bore : 0.0;
  const double whole = stock_of(s.material).shear_strength / torsion_stress(1.0, s.diameter, bore);
  return s.kind == ShaftKind::flex_cable ? whole / 3.0 : whole;
}

double coupler_strength(const Coupler& c) {
  // What grips by friction holds by the smaller shaft: shear on the bore over half the length, on its radius.
  const double bore = std::min(c.bore_motor, c.bore_shaft);
  const auto grip = [&](double shear) { return shear * pi * bore * 0.5 * c.length * 0.5 * bore; };
  if (c.kind == CouplerKind::silicone_tube) return grip(0.12e6);  // 0.15 MPa of stretch, friction 0.8
  const ShaftStock stock = stock_of(c.material);
  const double wall = std::max(c.bore_motor, c.bore_shaft);
  if (wall >= c.diameter) return 0.0;
  double strength = stock.shear_strength / torsion_stress(1.0, c.diameter, wall);
  // Fingers and jaws leave about a third of the ring.
  // The insert between them gives way long before: 3 MPa on its lugs (common practice, no source; 1.2 N m for 16 mm).
  if (c.kind == CouplerKind::finger || c.kind == CouplerKind::jaw)
    strength = std::min(strength / 3.0, 3e6 * 0.1 * std::pow(c.diameter, 3));
  return stock.printed ? std::min(strength, grip(0.6e6)) : strength;
}

CouplerAllowance allowance_of(CouplerKind kind) {
  const double degree = pi / 180.0;
  switch (kind) {
    case CouplerKind::rigid:
    case CouplerKind::collet:
      return {0.05e-3, 0.2 * degree};
    case CouplerKind::jaw:
      return {0.3e-3, 1.0 * degree};
    case CouplerKind::finger:
      return {0.3e-3, 2.0 * degree};
    case CouplerKind::universal_joint:
      return {0.5e-3, 15.0 * degree};
    case CouplerKind::silicone_tube:
      return {0.5e-3, 5.0 * degree};
    case CouplerKind::flex_ferrule:
      return {0.5e-3, 3.0 * degree};
  }
  return {};
}

double universal_joint_swing(double angle) {
  return 1.0 / std::cos(angle) - std::cos(angle);
}

double flex_shortening(double length, double torque, double strength) {
  return strength > 0.0 ? 0.005 * length * std::min(1.0, torque / strength) : 0.0;
}

double flex_least_radius(double diameter) {
  return 40.0 * diameter;
}

}  // namespace plucky
