#include "hull/from_offsets.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/curve.h"
#include "geometry/polyline.h"
#include "hull/half_loft.h"

namespace plucky {

namespace {

constexpr std::size_t even_steps = 28;  // of a section without corners of its own
constexpr int between = 60;             // stations of the skin, at least

double cross(const Vec2& a, const Vec2& b) {
  return a.x() * b.y() - a.y() * b.x();
}

/// Do two segments cross inside both?
bool segments_cross(const Vec2& a, const Vec2& b, const Vec2& c, const Vec2& d) {
  const Vec2 u = b - a, v = d - c;
  const double side_c = cross(u, c - a), side_d = cross(u, d - a), side_a = cross(v, a - c), side_b = cross(v, b - c);
  return side_c * side_d < 0.0 && side_a * side_b < 0.0;
}

void check_station(const OffsetStation& s, std::size_t index, const OffsetStation* before) {
  const Text place("station {0}", index + 1);
  if (!std::isfinite(s.x)) throw InvalidInput(place, "has no place along the hull");
  if (before && !(s.x > before->x))
    throw InvalidInput(place, Text("at {0} does not lie ahead of the one before it, at {1}", s.x, before->x));
  if (s.half.size() < 2) throw InvalidInput(place, Text("has {0} points; two are wanted at least", s.half.size()));
  for (std::size_t i = 0; i < s.half.size(); ++i) {
    if (!s.half[i].allFinite()) throw InvalidInput(place, Text("point {0} is no place", i + 1));
    if (s.half[i].x() < 0.0)
      throw InvalidInput(place,
                         Text("point {0} lies {1} beyond the centre plane: one side is wanted", i + 1, -s.half[i].x()));
  }
  for (std::size_t i = 0; i + 1 < s.half.size(); ++i)
    for (std::size_t j = i + 2; j + 1 < s.half.size(); ++j)
      if (segments_cross(s.half[i], s.half[i + 1], s.half[j], s.half[j + 1]))
        throw InvalidInput(place,
                           Text("has a knot: the line from point {0} crosses the one from point {1}", i + 1, j + 1));
}

}  // namespace

TriangleMesh skin_from_offsets(const std::vector<OffsetStation>& stations) {
  if (stations.size() < 4)
    throw InvalidInput("offsets", Text("have {0} stations; four are wanted at least", stations.size()));
  for (std::size_t i = 0; i < stations.size(); ++i) check_station(stations[i], i, i > 0 ? &stations[i - 1] : nullptr);
  const bool alike = std::all_of(stations.begin(), stations.end(),
                                 [&](const OffsetStation& s) { return s.half.size() == stations.front().half.size(); });
  std::vector<double> x;
  std::vector<std::vector<Vec2>> halves;
  for (const OffsetStation& s : stations) {
    x.push_back(s.x);
    halves.push_back(alike ? s.half : evenly_along(s.half, even_steps));
  }
  const std::size_t count = halves.front().size();
  std::vector<Curve> y, z;
  for (std::size_t j = 0; j < count; ++j) {
    std::vector<double> ys, zs;
    for (const auto& h : halves) ys.push_back(h[j].x()), zs.push_back(h[j].y());
    y.emplace_back(x, ys);
    z.emplace_back(x, zs);
  }
  // The given stations, and enough between them.
  std::vector<double> at;
  const double step = (x.back() - x.front()) / between;
  for (std::size_t i = 0; i + 1 < x.size(); ++i) {
    const int parts = std::max(1, static_cast<int>(std::ceil((x[i + 1] - x[i]) / step)));
    for (int k = 0; k < parts; ++k) at.push_back(x[i] + (x[i + 1] - x[i]) * k / parts);
  }
  at.push_back(x.back());
  // From the centre plane underneath, over the points, level to the centre plane on top.
  const auto half = [&](double where) {
    HalfSection h;
    h.emplace_back(0.0, z.front()(where));
    for (std::size_t j = 0; j < count; ++j) h.emplace_back(std::max(0.0, y[j](where)), z[j](where));
    const Vec2 edge = h.back();
    for (int d = 1; d <= 3; ++d) h.emplace_back(edge.x() * (1.0 - d / 3.0), edge.y());
    return h;
  };
  TriangleMesh mesh = loft_halves(at, half, count).mesh;
  if (mesh.triangles.empty() || !(signed_volume(mesh) > 0.0))
    throw InvalidInput("offsets", "enclose nothing: do their points run from the keel up to the deck edge?");
  return mesh;
}

}  // namespace plucky
