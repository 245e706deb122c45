#include "drive/cavitation.h"

#include <algorithm>
#include <cmath>

#include "geometry/vec.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// Of value and limit the lesser, with a round corner: a fifth below where both are equal.
double softly_limited(double value, double limit) {
  const double square = (value / limit) * (value / limit);
  return value <= 0.0 ? value : value / std::sqrt(std::sqrt(1.0 + square * square));
}

double standing_pressure(const BladeWater& w) {
  return surface_pressure + w.density * gravity * std::max(0.0, w.depth);
}

/// What the water can press on the blades' backs at most, N.
double most_thrust(const BladeArea& b, const BladeWater& w) {
  return 1.2 * standing_pressure(w) * b.projected();
}

}  // namespace

double BladeArea::projected() const {
  return area_ratio * 0.25 * pi * diameter * diameter * std::max(0.4, 1.067 - 0.229 * pitch_ratio);
}

double blade_pressure(const BladeArea& b, const BladeWater& w) {
  const double around = 0.7 * pi * w.revolutions * b.diameter;
  return 0.5 * w.density * (w.advance_speed * w.advance_speed + around * around);
}

double cavitation_number(const BladeArea& b, const BladeWater& w) {
  return standing_pressure(w) / std::max(1.0, blade_pressure(b, w));
}

CavitationLimits cavitation_limits(const BladeArea& b, const BladeWater& w) {
  const double push = blade_pressure(b, w) * b.projected(), sigma = cavitation_number(b, w);
  return {
      .thrust = most_thrust(b, w),
      .torque = 0.200 * b.pitch_ratio * std::pow(sigma, 0.7 + 0.31 * std::pow(b.area_ratio, 0.9)) * push * b.diameter,
      .onset = 0.494 * std::pow(sigma, 0.88) * push};
}

LimitedLoad limited_by_cavitation(const BladeArea& b, const BladeWater& w, double thrust, double torque) {
  LimitedLoad out{thrust, torque, 1.0};
  if (!(thrust > 0.0) || !(torque > 0.0)) return out;
  if (thrust < 0.2 * most_thrust(b, w)) return out;
  const CavitationLimits most = cavitation_limits(b, w);
  out.thrust = softly_limited(thrust, most.thrust);
  out.kept = out.thrust / thrust;
  out.torque = torque * std::max(out.kept, std::min(1.0, softly_limited(torque, most.torque) / torque));
  return out;
}

}  // namespace plucky
