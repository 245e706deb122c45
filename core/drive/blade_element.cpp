#include "drive/blade_element.h"

#include <array>
#include <cmath>

#include "base/error.h"
#include "geometry/vec.h"

namespace plucky {

namespace {

constexpr double hub = 0.18;  // of the tip's radius, usual for small propellers
/// Gauss-Legendre over the blade.
constexpr std::array<double, 8> node = {-0.9602898564975363, -0.7966664774136267, -0.5255324099163290,
                                        -0.1834346424956498, 0.1834346424956498,  0.5255324099163290,
                                        0.7966664774136267,  0.9602898564975363};
constexpr std::array<double, 8> weight = {0.1012285362903763, 0.2223810344533745, 0.3137066458778873,
                                          0.3626837833783620, 0.3626837833783620, 0.3137066458778873,
                                          0.2223810344533745, 0.1012285362903763};

/// Outline of a usual blade: widest at about 0.7 of the radius, round at the tip.
double outline(double x) {
  return (0.6 + 0.9 * x) * std::sqrt(std::max(0.0, 1.0 - std::pow(x, 6)));
}

/// Integral of the outline over the blade.
double outline_area() {
  static const double area = [] {
    double sum = 0.0;
    for (int i = 0; i < 200; ++i) sum += outline(hub + (1.0 - hub) * (i + 0.5) / 200) * (1.0 - hub) / 200;
    return sum;
  }();
  return area;
}

/// One ring of the disc. Lengths over D, speeds over n D.
struct Ring {
  double radius = 0.0;  ///< share of the tip's
  double chord = 0.0, pitch_angle = 0.0, slope = 0.0, zero_angle = 0.0;
  SectionNumbers numbers;
  double solidity = 0.0;  ///< Z c / (2 pi r)
  unsigned blades = 2;
  BladeFlow flow = BladeFlow::wetted;
  double spin = 0.0;  ///< of the section, pi x

  struct Force {
    double along = 0.0, around = 0.0, loss = 1.0;  ///< coefficients of W^2; Prandtl's share
  };
  [[nodiscard]] Force force(double angle) const {
    const double s = std::sin(angle), c = std::cos(angle);
    const SectionForce f = section_force(pitch_angle - angle, zero_angle, numbers, slope, flow);
    const double reach = 0.5 * blades * (1.0 - radius) / (radius * std::max(s, 1e-6));
    return {f.lift * c - f.drag * s, f.lift * s + f.drag * c,
            std::max(0.05, 2.0 / pi * std::acos(std::exp(-std::min(reach, 30.0))))};
  }
  /// Zero where the sections' thrust and torque are what the stream takes: V / (omega r) = (sin^2 - k) / (sin cos +
  /// k').
  [[nodiscard]] double residual(double angle, double advance) const {
    const Force f = force(angle);
    const double s = std::sin(angle), c = std::cos(angle), k = solidity / (4.0 * f.loss);
    return (s * s - k * f.along) * spin - (s * c + k * f.around) * advance;
  }
};

/// Flow angle of the ring, rad: Ridders' method between standing water and square on, first within a tenth of a radian
/// above `near`, where slower water has left it.
double flow_angle(const Ring& ring, double advance, double near) {
  double low = 1e-4, high = 0.5 * pi - 1e-6;
  double at_low = ring.residual(low, advance), at_high = 0.0;
  if (at_low >= 0.0) return low;
  if (const double below = std::max(low, near - 0.01), above = near + 0.1; near > low && above < high) {
    const double at_below = ring.residual(below, advance), at_above = ring.residual(above, advance);
    if (at_below < 0.0) low = below, at_low = at_below;
    if (at_above > 0.0) high = above, at_high = at_above;
  }
  if (at_high <= 0.0) at_high = ring.residual(high, advance);
  if (at_high <= 0.0) return high;
  double angle = low;
  for (int i = 0; i < 30 && high - low > 1e-5; ++i) {
    const double middle = 0.5 * (low + high), at_middle = ring.residual(middle, advance);
    const double root = std::sqrt(at_middle * at_middle - at_low * at_high);
    angle = root > 0.0 ? middle - (middle - low) * at_middle / root : middle;  // the residual rises through its root
    const double at = ring.residual(angle, advance);
    if (at == 0.0) return angle;
    // Keep the narrowest bracket of the three points.
    if (at_middle < 0.0) low = middle, at_low = at_middle;
    if (at_middle >= 0.0) high = middle, at_high = at_middle;
    if (at < 0.0 && angle > low) low = angle, at_low = at;
    if (at > 0.0 && angle < high) high = angle, at_high = at;
  }
  return angle;
}

void check(const BladeForm& f, double advance, double reynolds) {
  if (f.blades < 1 || f.blades > 8) throw InvalidInput("blades", Text("are {0}; allowed: 1 to 8", f.blades));
  for (const auto& [what, value] :
       {std::pair{"blade area ratio", f.area_ratio}, {"pitch ratio", f.pitch_ratio}, {"Reynolds number", reynolds}})
    if (!(value > 0.0)) throw InvalidInput(what, Text("is {0}; must be above zero", value));
  if (!(advance >= 0.0)) throw InvalidInput("advance ratio", Text("is {0}; must not be below zero", advance));
}

}  // namespace

double blade_slope(const BladeForm& f, double radius, BladeFlow flow) {
  if (flow == BladeFlow::cavity) return f.cavity_slope;
  // Curved flow over a wide blade takes from its lift what lifting-surface theory takes; form and numbers bring the
  // blade element onto the open-water series (tests/reference/test_propellers.cpp).
  const double solidity = f.blades * blade_chord(f, radius) / (pi * radius);
  return 1.0 / (0.95 + 0.6 * solidity);
}

double blade_chord(const BladeForm& f, double radius) {
  // Z int c dr = area ratio times pi D^2 / 4, r = x D / 2.
  return 0.5 * pi * f.area_ratio / (f.blades * outline_area()) * outline(radius);
}

PropellerCoefficients blade_element(const BladeForm& form, double advance, double disc_reynolds, BladeFlow flow,
                                    RingAngles* before) {
  check(form, advance, disc_reynolds);
  PropellerCoefficients out;
  for (std::size_t i = 0; i < node.size(); ++i) {
    Ring ring;
    const double x = ring.radius = hub + 0.5 * (1.0 - hub) * (1.0 + node[i]);
    ring.blades = form.blades;
    ring.flow = flow;
    ring.chord = blade_chord(form, x);
    ring.spin = pi * x;
    ring.pitch_angle = std::atan(form.pitch_ratio / ring.spin);
    ring.solidity = form.blades * ring.chord / (pi * x);
    ring.slope = blade_slope(form, x, flow);
    ring.zero_angle = flow == BladeFlow::wetted ? form.zero_lift : -form.cup;
    ring.numbers = section_numbers(disc_reynolds * ring.chord * std::hypot(ring.spin, advance));
    const double angle = flow_angle(ring, advance, before ? (*before)[i] : 0.0), s = std::sin(angle),
                 c = std::cos(angle);
    const Ring::Force f = ring.force(angle);
    if (before) (*before)[i] = angle;
    const double speed = ring.spin / (c + ring.solidity / (4.0 * f.loss) * f.around / s);  // W / (n D)
    // dT = W^2 / 2 Z c C dr
    const double band = 0.5 * speed * speed * form.blades * ring.chord * 0.25 * (1.0 - hub) * weight[i];
    out.kt += band * f.along;
    out.kq += band * f.around * 0.5 * x;
  }
  return out;
}

}  // namespace plucky
