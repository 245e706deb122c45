#include "hull/traced.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/polyline.h"

namespace plucky {

namespace {

/// Points of a stretch of the half section, from corner to corner.
constexpr std::size_t stretch_steps = 12;

/// Barry & Goldman's pyramid of the centripetal Catmull-Rom curve between b and c, t from 0 to 1.
Vec2 on_curve(const Vec2& a, const Vec2& b, const Vec2& c, const Vec2& d, double t) {
  const auto knot = [](double from, const Vec2& p, const Vec2& q) {
    return from + std::max(1e-6, std::sqrt((q - p).norm()));
  };
  const double t0 = 0.0, t1 = knot(t0, a, b), t2 = knot(t1, b, c), t3 = knot(t2, c, d), u = t1 + t * (t2 - t1);
  const auto mix = [u](const Vec2& p, const Vec2& q, double from, double to) {
    return Vec2(((to - u) * p + (u - from) * q) / (to - from));
  };
  const Vec2 a1 = mix(a, b, t0, t1), a2 = mix(b, c, t1, t2), a3 = mix(c, d, t2, t3);
  return mix(mix(a1, a2, t0, t2), mix(a2, a3, t1, t3), t1, t2);
}

/// Stretches between corners, each with its ends.
std::vector<std::vector<Vec2>> stretches(const TraceSection& s) {
  std::vector<std::vector<Vec2>> out(1);
  for (std::size_t i = 0; i < s.points.size(); ++i) {
    out.back().push_back(s.points[i].at);
    if (s.points[i].corner && i > 0 && i + 1 < s.points.size()) out.push_back({s.points[i].at});
  }
  return out;
}

std::vector<Vec2> smooth(const std::vector<Vec2>& p, int steps) {
  if (p.size() < 3) return p;
  std::vector<Vec2> out{p.front()};
  for (std::size_t i = 0; i + 1 < p.size(); ++i) {
    const Vec2 before = i > 0 ? p[i - 1] : Vec2(2.0 * p[0] - p[1]);
    const Vec2 after = i + 2 < p.size() ? p[i + 2] : Vec2(2.0 * p[i + 1] - p[i]);
    for (int k = 1; k <= steps; ++k)
      out.push_back(on_curve(before, p[i], p[i + 1], after, static_cast<double>(k) / steps));
  }
  return out;
}

}  // namespace

std::optional<double> Trace::scale() const {
  if (!from || !to || !(distance > 0.0)) return std::nullopt;
  const double pixels = (*to - *from).norm();
  return pixels >= 1.0 ? std::optional(distance / pixels) : std::nullopt;
}

std::vector<Vec2> drawn_line(const TraceSection& section, int steps_each) {
  std::vector<Vec2> out;
  for (const std::vector<Vec2>& stretch : stretches(section))
    for (const Vec2& p : smooth(stretch, steps_each))
      if (out.empty() || out.back() != p) out.push_back(p);
  return out;
}

std::vector<OffsetStation> traced_stations(const Trace& trace) {
  const std::optional<double> scale = trace.scale();
  if (!scale) throw InvalidInput("scale", "needs two points apart on the picture and their distance on the boat");
  if (!trace.foot) throw InvalidInput("foot", "needs the point where the centre line meets the base line");
  std::vector<TraceSection> sections = trace.sections;
  std::sort(sections.begin(), sections.end(), [](const auto& a, const auto& b) { return a.x < b.x; });
  std::vector<OffsetStation> out;
  for (const TraceSection& s : sections) {
    const Text place("section at {0}", length_quantity(s.x));
    if (s.points.size() < 2)
      throw InvalidInput(place, Text("has {0} points; two are needed at least", s.points.size()));
    if (!out.empty() && !(s.x > out.back().x)) throw InvalidInput(place, "is there twice");
    // Body plans show the fore body on one side and the after body on the other: the section's own side is outward.
    double sum = 0.0;
    for (const TracePoint& p : s.points) sum += p.at.x() - trace.foot->x();
    const double outward = sum < 0.0 ? -1.0 : 1.0;
    const auto on_boat = [&](const Vec2& p) {
      const double y = outward * (p.x() - trace.foot->x()) * *scale;
      // A point on the centre line is seldom met to the pixel.
      constexpr double near_pixels = 3.0;
      if (y < -near_pixels * *scale)
        throw InvalidInput(place, Text("crosses the centre line by {0}", length_quantity(-y)));
      return Vec2(y < near_pixels * *scale ? 0.0 : y, (trace.foot->y() - p.y()) * *scale);
    };
    if (s.points.front().at.y() < s.points.back().at.y())
      throw InvalidInput(place, "begins at its top: draw from the keel outward and up");
    OffsetStation station{.x = s.x, .half = {}};
    for (const std::vector<Vec2>& stretch : stretches(s)) {
      std::vector<Vec2> even = evenly_along(smooth(stretch, stretch_steps), stretch_steps);
      if (!station.half.empty()) even.erase(even.begin());
      for (const Vec2& p : even) station.half.push_back(on_boat(p));
    }
    out.push_back(std::move(station));
  }
  return out;
}

TriangleMesh skin_of(const DrawnHull& drawn) {
  TriangleMesh skin = skin_from_offsets(traced_stations(drawn.trace));
  for (Vec3& v : skin.vertices) v = v.cwiseProduct(drawn.stretched);
  return skin;
}

}  // namespace plucky
