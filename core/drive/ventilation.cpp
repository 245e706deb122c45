#include "drive/ventilation.h"

#include <algorithm>
#include <cmath>

#include "base/blend.h"
#include "geometry/vec.h"
#include "water/fluid.h"

namespace plucky {

double drawing_depth(double radius, double speed, double inflow) {
  if (!(inflow > 0.0)) return 0.0;
  const double sink = pi * radius * radius * inflow;
  // The vortices that blades throw off carry air down a third deeper than a plain sink does (fits Koushan 2006,
  // memory).
  const double still = 1.35 * std::pow(sink * sink / (2.55 * 2.55 * gravity), 0.2);
  const double passes = speed > 0.0 ? radius * std::sqrt(1.0 + inflow / speed) : still;
  return std::min(still, passes);
}

double inflow_of(double thrust, double radius, double speed, double density) {
  if (!(thrust > 0.0)) return 0.0;
  const double disc = pi * radius * radius;
  return 0.5 * (std::sqrt(speed * speed + 2.0 * thrust / (density * disc)) - speed);
}

double air_share(const DiscPlace& p, double radius, double speed, double inflow, AirHistory history) {
  // Tips through the surface; blades made for it stand in cavities as soon as they pass it.
  const double through = 1.0 - p.depth / radius;
  double carried = smooth_step(through / (p.surface ? 0.3 : 1.6));
  const double draws = drawing_depth(radius, speed, inflow), depth = p.depth + p.shield;
  if (draws <= 0.0) return carried;
  const double none_from = history == AirHistory::from_rest ? 1.25 : 1.0;
  // Air that came with the start stays about blades that pass close under the surface for as long as they work: within
  // 0.3 of the diameter (common practice, no source).
  if (history == AirHistory::from_rest && !p.surface) {
    const double loaded = speed > 0.0 ? smooth_step(inflow / speed / 0.04) : 1.0;
    carried = std::max(carried, loaded * smooth_step((1.6 - depth / radius) / 0.35));
  }
  // A disc that hardly works draws nothing, even where it breaks the surface.
  const double works = speed > 0.0 ? smooth_step(inflow / speed / 0.6) : 1.0;
  return std::max(carried, works * smooth_step((none_from - depth / draws) / 0.35));
}

double immersed_share(double depth, double radius) {
  const double h = std::clamp(depth / radius, -1.0, 1.0);
  return 1.0 - (std::acos(h) - h * std::sqrt(1.0 - h * h)) / pi;
}

double minsaas_share(double depth, double radius) {
  const double h = depth / radius;
  if (h >= 1.3) return 1.0;
  return h <= -0.48 ? 0.0 : 1.0 - 0.675 * std::pow(1.0 - 0.769 * h, 1.258);
}

double near_surface_share(double depth, double radius) {
  return minsaas_share(std::max(depth, radius), radius);
}

}  // namespace plucky
