#include "cooling/lump.h"

#include <cmath>

namespace plucky {

double Lump::steady(double loss, double air, double water) const {
  return (loss + to_air * air + to_water * water) / (to_air + to_water);
}

double Lump::at(double time, double loss, double air, double water) const {
  const double end = steady(loss, air, water);
  return end + (air - end) * std::exp(-time * (to_air + to_water) / capacity);
}

std::optional<double> Lump::time_to(double limit, double last, double loss, double air, double water) const {
  const double end = steady(loss, air, water);
  if (end <= limit) return std::nullopt;
  if (limit <= air) return 0.0;
  const double time = -capacity / (to_air + to_water) * std::log((end - limit) / (end - air));
  return time <= last ? std::optional(time) : std::nullopt;
}

Lump lump_of(const Part& p) {
  const Vec3& s = p.size;
  const double surface = 2.0 * (s.x() * s.y() + s.y() * s.z() + s.z() * s.x());
  const bool battery = p.kind == PartKind::battery;
  // 12 W/m2K for finned or bare electronics, 8 for a wrapped pack.
  return {p.effective_mass() * (battery ? 1000.0 : 900.0), (battery ? 8.0 : 12.0) * 0.85 * surface, 0.0};
}

}  // namespace plucky
