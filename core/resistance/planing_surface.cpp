#include "resistance/planing_surface.h"

#include <algorithm>
#include <cmath>

#include "resistance/friction.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// The mean speed along the bottom is a little below the boat's: Savitsky's (18).
double bottom_speed(double trim, double ratio, double deadrise, double speed) {
  const double t = std::pow(degrees(trim), 1.1);
  const double dynamic = 0.0120 * std::sqrt(ratio) * t;
  const double held = dynamic - 0.0065 * degrees(deadrise) * std::pow(dynamic, 0.6);
  return speed * std::sqrt(std::max(0.1, 1.0 - held / (ratio * std::cos(trim))));
}

}  // namespace

double flat_lift(double trim, double ratio, double cv) {
  return std::pow(trim, 1.1) * (0.0120 * std::sqrt(ratio) + 0.0055 * std::pow(ratio, 2.5) / (cv * cv));
}

double deadrise_lift(double flat, double deadrise) {
  return std::max(0.0, flat - 0.0065 * deadrise * std::pow(flat, 0.60));
}

double pressure_centre(double ratio, double cv) {
  return 0.75 - 1.0 / (5.21 * cv * cv / (ratio * ratio) + 2.39);
}

double dry_chine_ratio(double deadrise, double trim) {
  return 0.5 * std::tan(deadrise) / (pi * std::tan(trim));
}

Wetted wetted_part(const SurfaceForm& s, double trim, double keel) {
  const double dry = dry_chine_ratio(s.deadrise, trim);
  Wetted w{.beam = s.beam, .ratio = keel / s.beam - dry, .keel = keel};
  if (keel < 2.0 * dry * s.beam) w = {keel / (2.0 * dry), dry, keel, true};
  return w;
}

SurfaceForces surface_forces(const SurfaceForm& s, const PlaningWater& w, double trim, double keel) {
  SurfaceForces f;
  f.wet = wetted_part(s, trim, keel);
  const double ratio = f.wet.ratio, beam = f.wet.beam, cv = w.speed / std::sqrt(gravity * beam), b2 = beam * beam;
  const double lift = deadrise_lift(flat_lift(degrees(trim), ratio, cv), degrees(s.deadrise)) * w.head() * b2;
  f.normal = lift / std::cos(trim);
  const double along = bottom_speed(trim, ratio, s.deadrise, w.speed);
  const double cf = friction_coefficient(along * ratio * beam / w.viscosity) + s.roughness;
  f.friction = 0.5 * w.density * along * along * ratio * b2 / std::cos(s.deadrise) * cf;
  f.pressure_point = pressure_centre(ratio, cv) * ratio * beam;
  return f;
}

}  // namespace plucky
