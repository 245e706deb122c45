#include "drive/blade_section.h"

#include <algorithm>
#include <cmath>

#include "geometry/vec.h"

namespace plucky {

double section_drag(double reynolds) {
  const double re = std::max(reynolds, 5e3);
  return 0.0095 * std::pow(1e6 / re, re < 1e6 ? 0.4 : 0.15);
}

double section_most_lift(double reynolds) {
  return std::clamp(0.95 * std::pow(std::max(reynolds, 5e3) / 1e5, 0.1), 0.7, 1.4);
}

SectionNumbers section_numbers(double reynolds) {
  return {section_drag(reynolds), section_most_lift(reynolds)};
}

SectionForce section_force(double angle, double zero_angle, const SectionNumbers& numbers, double slope,
                           BladeFlow flow) {
  const double friction = numbers.drag;
  const double attack = angle - zero_angle;
  if (flow == BladeFlow::cavity) {
    // Beyond small angles the plate's normal force levels off at its broadside value of 0.88.
    const double normal = 0.88 * std::tanh(0.5 * pi * slope * attack / 0.88);
    // Square to the face as it stands: what the cup adds pushes along the chord's own normal.
    return {normal * std::cos(angle), std::max(0.0, normal * std::sin(angle)) + 0.5 * friction};
  }
  const double most = numbers.most_lift * (attack < 0.0 ? 0.8 : 1.0);
  const double attached = 2.0 * pi * slope * std::sin(attack);
  const double lift = most * std::tanh(attached / most);
  const double parted = std::abs(attached) > 1e-9 ? 1.0 - lift / attached : 0.0;
  // The flow parts early on a small section; four times the plate's share brings torque at rest onto the series.
  const double across = std::abs(std::sin(attack));
  const double broadside = std::min(4.0 * std::pow(std::max(0.0, parted), 0.7) * across * across, 1.8 * across);
  return {lift, friction * (1.0 + 0.6 * lift * lift) + broadside};
}

}  // namespace plucky
