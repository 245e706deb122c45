// Numbers that know what they measure, so that the interface can show them in the builder's units.
#pragma once

namespace plucky {

/// What a number measures. The core holds SI values (m, kg, s, N, rad); conversion happens at the interface's edge.
enum class Dimension {
  none,            ///< a bare number or a count
  length,          ///< m, shown in mm or in
  mass,            ///< kg, shown in g or oz
  angle,           ///< rad, shown in degrees
  area,            ///< m2, shown in cm2 or in2
  copper,          ///< m2 across a lead, shown in mm2
  volume,          ///< m3, shown in ml or in3
  ratio,           ///< 1, shown in per cent
  speed,           ///< m/s, shown in km/h, mph or kn
  density,         ///< kg/m3
  areal_density,   ///< kg/m2, shown in g/m2
  duration,        ///< s, shown in minutes
  current,         ///< A
  voltage,         ///< V
  power,           ///< W
  charge,          ///< C (A s), shown in mAh
  revolutions,     ///< 1/s, shown in rpm
  feed,            ///< m/s of a tool, shown in mm/s or in/s
  speed_constant,  ///< rad/s per V, shown in rpm/V
  force,           ///< N
  torque,          ///< N m
  resistance,      ///< ohm, shown in milliohm
  temperature,     ///< degC, shown in degrees Celsius or Fahrenheit
  flow,            ///< m3/s, shown in ml/min
  pressure         ///< Pa, shown in kPa or psi
};

/// An SI value together with what it measures.
struct Quantity {
  double si = 0.0;
  Dimension dimension = Dimension::none;
  bool operator==(const Quantity&) const = default;
};

/// One millilitre a minute in m3/s.
inline constexpr double ml_min = 1e-6 / 60.0;

/// Shorthands for the commonest quantities, SI.
[[nodiscard]] constexpr Quantity length_quantity(double m) {
  return {m, Dimension::length};
}
[[nodiscard]] constexpr Quantity angle_quantity(double rad) {
  return {rad, Dimension::angle};
}
[[nodiscard]] constexpr Quantity amperes(double a) {
  return {a, Dimension::current};
}
[[nodiscard]] constexpr Quantity flow_quantity(double m3_per_s) {
  return {m3_per_s, Dimension::flow};
}

}  // namespace plucky
