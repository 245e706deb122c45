#include "assessment/envelope.h"

#include "assessment/fixtures.h"

#include <algorithm>

namespace plucky {

std::optional<CgEnvelope> cg_envelope(const Assessment& a, double least_gm) {
  const double volume = a.mass.total / a.density();
  if (a.flotation.status != FloatStatus::afloat || volume >= a.hull->body.volume()) return std::nullopt;
  const auto edge = [&](double trim) {
    const WaterPlane plane = solve_sinkage(a.hull->body, volume, {0.0, trim});
    const Vec3 b = a.hull->body.below(plane).centre_of_buoyancy(), n = plane.attitude.up();
    const double slope = n.x() / n.z();
    return CgEnvelope::Edge{b.x() - slope * b.z(), slope};
  };
  CgEnvelope out{
      .aft = edge(a.project.brief.trim_high), .forward = edge(a.project.brief.trim_low), .least_gm = least_gm};
  const Immersion level = a.hull->body.below(solve_sinkage(a.hull->body, volume, {}));
  const double yy =
      level.waterplane_yy - level.waterplane_first.y() * level.waterplane_first.y() / level.waterplane_area;
  out.highest = level.centre_of_buoyancy().z() + yy / level.volume - least_gm;
  return out;
}

std::vector<TrimPoint> trim_against_place(const Assessment& a, Id part, double from, double to, int steps) {
  std::vector<TrimPoint> out;
  const Part* moved = a.project.layout.find(part);
  if (!moved || a.flotation.status != FloatStatus::afloat) return out;
  Attitude start = a.flotation.plane.attitude;
  for (int i = 0; i <= steps; ++i) {
    const double x = from + (to - from) * i / steps;
    Loading loading = a.loading();
    loading.cg.x() += mass_with_fixtures(a, *moved) * (x - moved->place.x()) / loading.mass;
    const Equilibrium e = solve_equilibrium(a.hull->body, loading, a.density(), {.start = start});
    if (e.status != FloatStatus::afloat || !e.upright()) continue;
    start = e.plane.attitude;
    out.push_back({x, e.plane.attitude.trim});
  }
  return out;
}

}  // namespace plucky
