#include "geometry/plane_cut.h"

#include <algorithm>
#include <unordered_map>

namespace plucky {

namespace {

using EdgeKey = std::uint64_t;

EdgeKey edge_key(std::uint32_t a, std::uint32_t b) {
  return (static_cast<EdgeKey>(std::min(a, b)) << 32) | std::max(a, b);
}

/// A piece of outline from one cut mesh edge to the next; equal keys mean the same point.
struct CutSegment {
  EdgeKey from, to;
  Vec2 start, end;
};

Vec2 cut_point(const Vec3& a, const Vec3& b, double x) {
  // Always from the aft end, so that both triangles at an edge compute the same point.
  const Vec3& p = a.x() < b.x() ? a : b;
  const Vec3& q = a.x() < b.x() ? b : a;
  const double u = (x - p.x()) / (q.x() - p.x());
  return {p.y() + u * (q.y() - p.y()), p.z() + u * (q.z() - p.z())};
}

/// Adds the segment in which triangle t meets the plane at x. A corner on the plane counts as forward of it.
void cut_triangle(const TriangleMesh& mesh, const Triangle& t, double x, std::vector<CutSegment>& out) {
  bool forward[3];
  for (int k = 0; k < 3; ++k) forward[k] = mesh.vertices[t[k]].x() >= x;
  if (forward[0] == forward[1] && forward[1] == forward[2]) return;
  for (int k = 0; k < 3; ++k) {
    const int l = (k + 1) % 3, m = (k + 2) % 3;
    // The aft side is entered over edge k-l. The outline runs from there to where it is left again, which puts the
    // solid on its left seen from the bow.
    if (!(forward[k] && !forward[l])) continue;
    const auto leave_from = t[forward[m] ? l : m], leave_to = t[forward[m] ? m : k];
    out.push_back({edge_key(t[k], t[l]), edge_key(leave_from, leave_to),
                   cut_point(mesh.vertices[t[k]], mesh.vertices[t[l]], x),
                   cut_point(mesh.vertices[leave_from], mesh.vertices[leave_to], x)});
  }
}

std::vector<SectionLoop> chain(const std::vector<CutSegment>& segments) {
  std::unordered_multimap<EdgeKey, std::size_t> starts;
  for (std::size_t i = 0; i < segments.size(); ++i) starts.emplace(segments[i].from, i);
  std::vector<bool> used(segments.size(), false);
  std::vector<SectionLoop> loops;
  for (std::size_t first = 0; first < segments.size(); ++first) {
    if (used[first]) continue;
    SectionLoop loop;
    std::size_t at = first;
    for (;;) {
      used[at] = true;
      loop.points.push_back(segments[at].start);
      const auto [begin, end] = starts.equal_range(segments[at].to);
      const auto next = std::find_if(begin, end, [&](const auto& entry) { return !used[entry.second]; });
      if (next == end) break;
      at = next->second;
    }
    loop.closed = segments[at].to == segments[first].from;
    if (!loop.closed) loop.points.push_back(segments[at].end);
    loops.push_back(std::move(loop));
  }
  return loops;
}

}  // namespace

Section::Extent Section::extent() const {
  Extent e;
  for (const SectionLoop& loop : loops)
    for (const Vec2& p : loop.points) {
      e.low = e.low.cwiseMin(p);
      e.high = e.high.cwiseMax(p);
    }
  return e;
}

bool Section::contains(const Vec2& p) const {
  bool inside = false;
  for (const SectionLoop& loop : loops) {
    const auto n = loop.points.size();
    for (std::size_t i = 0, j = n - 1; i < n; j = i++) {
      const Vec2 &a = loop.points[i], &b = loop.points[j];
      if ((a.y() > p.y()) != (b.y() > p.y()) && p.x() < (b.x() - a.x()) * (p.y() - a.y()) / (b.y() - a.y()) + a.x())
        inside = !inside;
    }
  }
  return inside;
}

std::vector<double> Section::crossings(int axis, double at) const {
  std::vector<double> found;
  for (const SectionLoop& loop : loops)
    for (std::size_t i = 0; i < loop.points.size(); ++i) {
      const Vec2 &a = loop.points[i], &b = loop.points[(i + 1) % loop.points.size()];
      if ((a[axis] <= at) == (b[axis] <= at)) continue;
      const double t = (at - a[axis]) / (b[axis] - a[axis]);
      found.push_back(a[1 - axis] + t * (b[1 - axis] - a[1 - axis]));
    }
  return found;
}

std::vector<Span> Section::spans(int axis, double at) const {
  std::vector<Span> found;
  for (const SectionLoop& loop : loops) {
    double twice_area = 0.0;
    std::vector<double> here;
    for (std::size_t i = 0; i < loop.points.size(); ++i) {
      const Vec2 &a = loop.points[i], &b = loop.points[(i + 1) % loop.points.size()];
      twice_area += a.x() * b.y() - a.y() * b.x();
      if ((a[axis] <= at) == (b[axis] <= at)) continue;
      const double t = (at - a[axis]) / (b[axis] - a[axis]);
      here.push_back(a[1 - axis] + t * (b[1 - axis] - a[1 - axis]));
    }
    if (twice_area <= 0.0) continue;
    std::sort(here.begin(), here.end());
    for (std::size_t i = 0; i + 1 < here.size(); i += 2) found.push_back({here[i], here[i + 1]});
  }
  std::sort(found.begin(), found.end(), [](const Span& a, const Span& b) { return a.low < b.low; });
  std::vector<Span> apart;
  for (const Span& s : found)
    if (!apart.empty() && s.low <= apart.back().high)
      apart.back().high = std::max(apart.back().high, s.high);
    else
      apart.push_back(s);
  return apart;
}

double Section::area() const {
  return loops.empty() ? 0.0 : area_below(1e3);
}

double Section::area_below(double z) const {
  // Integral of (z - zeta) d(eta) over the outline below z; the closing line at height z adds nothing.
  double area = 0.0;
  for (const SectionLoop& loop : loops) {
    const auto n = loop.points.size();
    for (std::size_t i = 0; i < n; ++i) {
      Vec2 a = loop.points[i], b = loop.points[(i + 1) % n];
      const double da = z - a.y(), db = z - b.y();
      if (da <= 0.0 && db <= 0.0) continue;
      if (da < 0.0) a = a + (b - a) * (da / (da - db));
      if (db < 0.0) b = a + (b - a) * ((z - a.y()) / (b.y() - a.y()));
      area += 0.5 * ((z - a.y()) + (z - b.y())) * (b.x() - a.x());
    }
  }
  return area;
}

std::vector<Section> sections(const TriangleMesh& mesh, const std::vector<double>& stations, std::size_t triangles) {
  std::vector<std::vector<CutSegment>> segments(stations.size());
  for (std::size_t i = 0; i < std::min(triangles, mesh.triangles.size()); ++i) {
    const Triangle& t = mesh.triangles[i];
    const double x0 = mesh.vertices[t[0]].x(), x1 = mesh.vertices[t[1]].x(), x2 = mesh.vertices[t[2]].x();
    const auto first = std::lower_bound(stations.begin(), stations.end(), std::min({x0, x1, x2}));
    const double last = std::max({x0, x1, x2});
    for (auto it = first; it != stations.end() && *it <= last; ++it)
      cut_triangle(mesh, t, *it, segments[static_cast<std::size_t>(it - stations.begin())]);
  }
  std::vector<Section> result;
  result.reserve(stations.size());
  for (std::size_t i = 0; i < stations.size(); ++i) result.push_back({stations[i], chain(segments[i])});
  return result;
}

TriangleMesh clip_for_integrals(const TriangleMesh& mesh, const Vec3& normal, double offset) {
  TriangleMesh out;
  const auto emit = [&](const Vec3& a, const Vec3& b, const Vec3& c) {
    const auto first = static_cast<std::uint32_t>(out.vertices.size());
    out.vertices.insert(out.vertices.end(), {a, b, c});
    out.triangles.push_back({first, first + 1, first + 2});
  };
  bool have_hub = false;
  Vec3 hub = Vec3::Zero();
  for (const Triangle& t : mesh.triangles) {
    Vec3 polygon[4];
    int corners = 0, cut_from = -1;
    for (int k = 0; k < 3; ++k) {
      const Vec3 &a = mesh.vertices[t[k]], &b = mesh.vertices[t[(k + 1) % 3]];
      const double sa = normal.dot(a) - offset, sb = normal.dot(b) - offset;
      const bool a_in = sa < 0.0, b_in = sb < 0.0;
      if (a_in) polygon[corners++] = a;
      if (a_in != b_in) {
        if (a_in) cut_from = corners;
        // From the inner end, so that both triangles at an edge compute the same point.
        polygon[corners++] = a_in ? Vec3(a + (b - a) * (sa / (sa - sb))) : Vec3(b + (a - b) * (sb / (sb - sa)));
      }
    }
    if (corners < 3) continue;
    emit(polygon[0], polygon[1], polygon[2]);
    if (corners == 4) emit(polygon[0], polygon[2], polygon[3]);
    if (cut_from < 0) continue;
    const Vec3 &p = polygon[cut_from], &q = polygon[(cut_from + 1) % corners];
    if (!have_hub) {
      hub = p;
      have_hub = true;
    }
    emit(hub, q, p);
  }
  return out;
}

TriangleMesh clip_for_integrals(const TriangleMesh& mesh, const Box3& box) {
  TriangleMesh part = mesh;
  for (int axis = 0; axis < 3; ++axis) {
    part = clip_for_integrals(part, Vec3::Unit(axis), box.high[axis]);
    part = clip_for_integrals(part, -Vec3::Unit(axis), -box.low[axis]);
  }
  return part;
}

}  // namespace plucky
