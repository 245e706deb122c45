#include "hull/rims.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double held_share = 0.6, orifice = 0.6;

/// m2 times s.
double draining(const RimRun& run, const EdgeRim& rim) {
  return held_on_deck(run, rim) / (orifice * std::sqrt(gravity * rim.height));
}

/// The port deck edge between two stations, with points at both.
std::vector<Vec3> edge_between(const std::vector<Vec3>& edge, double from, double to) {
  std::vector<Vec3> out;
  const std::size_t half = edge.size() / 2;
  for (std::size_t i = 0; i + 1 < half; ++i) {
    const Vec3 &a = edge[i], &b = edge[i + 1];
    if (!(b.x() > a.x()) || b.x() < from || a.x() > to) continue;
    const auto at = [&](double x) { return Vec3(a + (b - a) * std::clamp((x - a.x()) / (b.x() - a.x()), 0.0, 1.0)); };
    if (out.empty()) out.push_back(at(from));
    out.push_back(at(to));
  }
  return out;
}

}  // namespace

std::vector<RimRun> rim_runs(const HullModel& hull, const HullDesign& design) {
  std::vector<RimRun> out;
  for (const EdgeRim& rim : design.rims) {
    RimRun run{.id = rim.id, .port = edge_between(hull.shells.front().deck_edge, rim.x, rim.x + rim.length)};
    Vec3 moment = Vec3::Zero();
    for (std::size_t i = 1; i < run.port.size(); ++i) {
      const Vec3 &a = run.port[i - 1], &b = run.port[i];
      const double step = (b - a).norm(), wide = a.y() + b.y(), along = b.x() - a.x();
      run.length += 2.0 * step;
      moment += 2.0 * step * 0.5 * (a + b);
      run.deck += wide * along;
      run.spread += wide * wide * wide * along / 12.0;
    }
    const double section = rim.bumper ? 0.25 * pi * rim.height * rim.height : std::max(0.0, rim.height) * rim.thickness;
    run.volume = section * run.length;
    if (run.length > 0.0) run.centroid = moment / run.length;
    run.centroid.y() = 0.0;
    if (!rim.bumper) run.centroid.z() += 0.5 * rim.height;
    out.push_back(std::move(run));
  }
  return out;
}

TriangleMesh rim_body(const RimRun& run, const EdgeRim& rim) {
  TriangleMesh out;
  if (run.port.size() < 2) return out;
  // Corners round the edge, anticlockwise seen from ahead on the port side.
  std::vector<Vec2> ring;
  if (rim.bumper) {
    constexpr int corners = 8;
    const double r = 0.5 * rim.height;
    for (int i = 0; i < corners; ++i) {
      const double turn = 2.0 * pi * i / corners;
      ring.emplace_back(r + r * std::cos(turn), r * std::sin(turn));
    }
  } else {
    ring = {{-rim.thickness, 0.0}, {0.0, 0.0}, {0.0, rim.height}, {-rim.thickness, rim.height}};
  }
  const auto n = static_cast<std::uint32_t>(ring.size()), sections = static_cast<std::uint32_t>(run.port.size());
  for (const double side : {1.0, -1.0}) {
    const auto first = static_cast<std::uint32_t>(out.vertices.size());
    for (const Vec3& p : run.port)
      for (const Vec2& c : ring) out.vertices.emplace_back(p.x(), side * std::max(0.0, p.y() + c.x()), p.z() + c.y());
    const auto add = [&](std::uint32_t a, std::uint32_t b, std::uint32_t c) {
      if (side < 0.0) std::swap(b, c);
      out.triangles.push_back({first + a, first + b, first + c});
    };
    for (std::uint32_t i = 0; i + 1 < sections; ++i)
      for (std::uint32_t k = 0; k < n; ++k) {
        const std::uint32_t a = i * n + k, b = i * n + (k + 1) % n;
        add(a, b, b + n);
        add(a, b + n, a + n);
      }
    for (std::uint32_t k = 1; k + 1 < n; ++k) {
      add(0, k + 1, k);
      add((sections - 1) * n, (sections - 1) * n + k, (sections - 1) * n + k + 1);
    }
  }
  return out;
}

double held_on_deck(const RimRun& run, const EdgeRim& rim) {
  return rim.bumper ? 0.0 : held_share * rim.height * run.deck;
}

double draining_time(const RimRun& run, const EdgeRim& rim) {
  if (!(rim.ports > 0.0)) throw InvalidInput(rim.name, "has no ports");
  return draining(run, rim) / rim.ports;
}

double ports_for(const RimRun& run, const EdgeRim& rim, double seconds) {
  return draining(run, rim) / seconds;
}

}  // namespace plucky
