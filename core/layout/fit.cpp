#include "layout/fit.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "layout/kind.h"

namespace plucky {

namespace {

int cylinder_axis(PartShape shape) {
  switch (shape) {
    case PartShape::cylinder_x:
      return 0;
    case PartShape::cylinder_y:
      return 1;
    case PartShape::cylinder_z:
      return 2;
    case PartShape::box:
      break;
  }
  return -1;
}

/// Nearest point of a part's body to p.
Vec3 project_to_part(const Part& part, const Vec3& p) {
  const Box3 box = part.box();
  Vec3 q = p.cwiseMax(box.low).cwiseMin(box.high);
  const int axis = cylinder_axis(part.shape);
  if (axis < 0) return q;
  const int u = (axis + 1) % 3, v = (axis + 2) % 3;
  const double radius = 0.5 * std::min(part.size[u], part.size[v]);
  const Vec2 radial(p[u] - part.place[u], p[v] - part.place[v]);
  const double r = radial.norm();
  if (r > radius) {
    q[u] = part.place[u] + radial.x() * radius / r;
    q[v] = part.place[v] + radial.y() * radius / r;
  }
  return q;
}

/// Nearest point of a triangle to p (Ericson 2005, Real-Time Collision Detection, 5.1.5).
Vec3 project_to_triangle(const Vec3& p, const Vec3& a, const Vec3& b, const Vec3& c) {
  const Vec3 ab = b - a, ac = c - a, ap = p - a;
  const double d1 = ab.dot(ap), d2 = ac.dot(ap);
  if (d1 <= 0.0 && d2 <= 0.0) return a;
  const Vec3 bp = p - b;
  const double d3 = ab.dot(bp), d4 = ac.dot(bp);
  if (d3 >= 0.0 && d4 <= d3) return b;
  const double vc = d1 * d4 - d3 * d2;
  if (vc <= 0.0 && d1 >= 0.0 && d3 <= 0.0) return a + ab * (d1 / (d1 - d3));
  const Vec3 cp = p - c;
  const double d5 = ab.dot(cp), d6 = ac.dot(cp);
  if (d6 >= 0.0 && d5 <= d6) return c;
  const double vb = d5 * d2 - d1 * d6;
  if (vb <= 0.0 && d2 >= 0.0 && d6 <= 0.0) return a + ac * (d2 / (d2 - d6));
  const double va = d3 * d6 - d5 * d4;
  if (va <= 0.0 && d4 - d3 >= 0.0 && d5 - d6 >= 0.0) return b + (c - b) * ((d4 - d3) / ((d4 - d3) + (d5 - d6)));
  const double denominator = va + vb + vc;
  if (!(denominator > 0.0)) return a;
  return a + ab * (vb / denominator) + ac * (vc / denominator);
}

/// Points on the part's surface that decide whether it stands through the skin.
std::vector<Vec3> surface_points(const Part& part) {
  std::vector<Vec3> points;
  const int axis = cylinder_axis(part.shape);
  if (axis < 0) {
    for (int i = -1; i <= 1; ++i)
      for (int j = -1; j <= 1; ++j)
        for (int k = -1; k <= 1; ++k)
          if (i != 0 || j != 0 || k != 0) points.push_back(part.place + 0.5 * part.size.cwiseProduct(Vec3(i, j, k)));
    return points;
  }
  const int u = (axis + 1) % 3, v = (axis + 2) % 3;
  const double radius = 0.5 * std::min(part.size[u], part.size[v]);
  for (const double end : {-0.5, 0.0, 0.5})
    for (int k = 0; k < 16; ++k) {
      Vec3 p = part.place;
      p[axis] += end * part.size[axis];
      p[u] += radius * std::cos(k * pi / 8.0);
      p[v] += radius * std::sin(k * pi / 8.0);
      points.push_back(p);
    }
  return points;
}

/// Triangles of the bare hull within reach of the part.
std::vector<std::size_t> near_triangles(const HullModel& hull, const Box3& reach) {
  std::vector<std::size_t> near;
  for (std::size_t i = 0; i < hull.bare_triangles; ++i) {
    const Vec3 &a = hull.skin.corner(i, 0), &b = hull.skin.corner(i, 1), &c = hull.skin.corner(i, 2);
    const Box3 box{a.cwiseMin(b).cwiseMin(c), a.cwiseMax(b).cwiseMax(c)};
    if (box.overlaps(reach)) near.push_back(i);
  }
  return near;
}

double thickness_at(const HullModel& hull, const Skin& skin, std::size_t triangle) {
  return hull.surface[triangle] == Surface::deck ? skin.deck_thickness : skin.shell_thickness;
}

/// Distance of two convex bodies by alternating projections; the pair of points converges to the nearest ones.
double distance_to_triangle(const Part& part, const Vec3& a, const Vec3& b, const Vec3& c, Vec3& where) {
  Vec3 on_part = project_to_part(part, (a + b + c) / 3.0);
  double distance = 1e300;
  for (int i = 0; i < 40; ++i) {
    where = project_to_triangle(on_part, a, b, c);
    on_part = project_to_part(part, where);
    const double next = (where - on_part).norm();
    if (distance - next < 1e-7) return next;
    distance = next;
  }
  return distance;
}

/// Largest rectangle a x b (a >= b) through an opening L x W (L >= W), turned in plan if need be (Carver 1957).
bool rectangle_passes(double a, double b, double L, double W) {
  if (a < b) std::swap(a, b);
  if (L < W) std::swap(L, W);
  if (a <= L && b <= W) return true;
  if (a <= L || b > W) return false;
  return W >= (2.0 * a * b * L + (a * a - b * b) * std::sqrt(a * a + b * b - L * L)) / (a * a + b * b);
}

/// Where a part's points stand along the boat, each once.
std::vector<double> stations_of(const std::vector<Vec3>& points) {
  std::vector<double> stations;
  stations.reserve(points.size());
  for (const Vec3& p : points) stations.push_back(p.x());
  std::sort(stations.begin(), stations.end());
  stations.erase(std::unique(stations.begin(), stations.end()), stations.end());
  return stations;
}

bool contained(const Vec3& p, const std::vector<double>& stations, const std::vector<Section>& cuts) {
  const auto it = std::lower_bound(stations.begin(), stations.end(), p.x());
  return cuts[static_cast<std::size_t>(it - stations.begin())].contains({p.y(), p.z()});
}

constexpr double through = -1e-9;  // m of clearance: less is through the inner face

}  // namespace

SkinFit fit_to_skin(const HullModel& hull, const Skin& skin, const Part& part) {
  SkinFit fit;
  if (part.outside) {
    fit.clearance = SkinFit::reach_limit;
    return fit;
  }
  const std::vector<Vec3> points = surface_points(part);
  const std::vector<double> stations = stations_of(points);
  const std::vector<Section> cuts = sections(hull.skin, stations, hull.bare_triangles);
  const std::vector<std::size_t> near = near_triangles(hull, part.box().grown(SkinFit::reach_limit + 0.005));
  for (const Vec3& p : points) {
    if (contained(p, stations, cuts)) continue;
    double nearest = near.empty() ? SkinFit::reach_limit : 1e300;
    for (const std::size_t t : near) {
      const Vec3 q = project_to_triangle(p, hull.skin.corner(t, 0), hull.skin.corner(t, 1), hull.skin.corner(t, 2));
      nearest = std::min(nearest, (q - p).norm() + thickness_at(hull, skin, t));
    }
    fit.inside = false;
    if (nearest > fit.cut_depth) {
      fit.cut_depth = nearest;
      fit.where = p;
    }
  }
  if (!fit.inside) return fit;

  fit.clearance = SkinFit::reach_limit;
  const Box3 box = part.box();
  for (const std::size_t t : near) {
    const Vec3 &a = hull.skin.corner(t, 0), &b = hull.skin.corner(t, 1), &c = hull.skin.corner(t, 2);
    const double wall = thickness_at(hull, skin, t);
    const Box3 around{a.cwiseMin(b).cwiseMin(c), a.cwiseMax(b).cwiseMax(c)};
    if (around.distance(box) - wall >= fit.clearance) continue;
    Vec3 where;
    const double gap = distance_to_triangle(part, a, b, c, where) - wall;
    if (gap < fit.clearance) {
      fit.clearance = gap;
      fit.where = where;
    }
  }
  if (fit.clearance < through) {
    fit.inside = false;
    fit.cut_depth = -fit.clearance;
    fit.clearance = 0.0;
  }
  return fit;
}

bool SkinRoom::holds(const Part& part) {
  if (part.outside) return true;
  const Box3 box = part.box();
  if ((box.low - hull_.box.low).minCoeff() < 0.0 || (hull_.box.high - box.high).minCoeff() < 0.0) return false;
  const std::vector<Vec3> points = surface_points(part);
  std::vector<double> stations = stations_of(points);
  if (stations != stations_) {
    cuts_ = sections(hull_.skin, stations, hull_.bare_triangles);
    stations_ = std::move(stations);
  }
  if (!std::all_of(points.begin(), points.end(), [&](const Vec3& p) { return contained(p, stations_, cuts_); }))
    return false;
  const double thickest = std::max(skin_.deck_thickness, skin_.shell_thickness);
  for (const std::size_t t : near_triangles(hull_, box.grown(thickest))) {
    const Vec3 &a = hull_.skin.corner(t, 0), &b = hull_.skin.corner(t, 1), &c = hull_.skin.corner(t, 2);
    Vec3 where;
    if (distance_to_triangle(part, a, b, c, where) - thickness_at(hull_, skin_, t) < through) return false;
  }
  return true;
}

Passage pass_opening(const Vec3& size, double length, double width, double room) {
  if (size.x() <= length && size.y() <= width) return {HatchPassage::straight, 0.0};
  for (int k = 0; k < 3; ++k)
    if (rectangle_passes(size[(k + 1) % 3], size[(k + 2) % 3], length, width)) {
      // Standing on end or on its side needs height below; lying it only needs to be turned in plan.
      if (k == 2) return {HatchPassage::turned, 0.0};
    }
  // End first: the longest side slides in at an angle; the deck plane cuts the part over h / sin(tilt).
  std::array<double, 3> s{size.x(), size.y(), size.z()};
  std::sort(s.begin(), s.end());
  for (const auto& [across, high] : {std::pair{s[1], s[0]}, std::pair{s[0], s[1]}}) {
    if (across <= width && high < length && s[2] <= room) {
      const double tilt = std::asin(high / length);
      if (tilt <= radians(60.0)) return {HatchPassage::tilted, tilt};
    }
  }
  return {};
}

bool overlap(const Part& a, const Part& b) {
  constexpr double touching = 1e-6;
  const Box3 x = a.box(), y = b.box();
  if (((x.low.array() + touching) >= y.high.array()).any() || ((y.low.array() + touching) >= x.high.array()).any())
    return false;
  if (a.shape == PartShape::box && b.shape == PartShape::box) return true;
  Vec3 p = a.place;
  for (int i = 0; i < 60; ++i) p = project_to_part(a, project_to_part(b, p));
  return (project_to_part(b, p) - p).norm() < touching;
}

double gap_between(const Part& a, const Part& b) {
  if (a.shape == PartShape::box && b.shape == PartShape::box) return a.box().distance(b.box());
  Vec3 p = a.place, q = b.place;
  double distance = 1e300;
  for (int i = 0; i < 60; ++i) {
    q = project_to_part(b, p);
    p = project_to_part(a, q);
    const double next = (p - q).norm();
    if (distance - next < 1e-7) return next;
    distance = next;
  }
  return distance;
}

namespace {

/// Neighbours and bulkheads: how close, and which.
void add_gaps(PartFit& fit, const HullDesign& design, const Layout& layout, const Part& part) {
  for (const Part& other : layout.parts) {
    if (other.id == part.id || (part.outside && other.outside)) continue;
    const double gap = gap_between(part, other);
    if (fit.nearest_part != 0 && gap >= fit.part_gap) continue;
    fit.nearest_part = other.id;
    fit.part_gap = gap;
  }
  const Box3 box = part.box();
  for (const Bulkhead& b : design.bulkheads) {
    if (b.is_rib() || b.temporary) continue;
    const double gap = std::max({0.0, b.x - box.high.x(), box.low.x() - (b.x + design.skin.frame_thickness)});
    if (!fit.bulkhead_gap || gap < *fit.bulkhead_gap) fit.bulkhead_gap = gap;
  }
}

}  // namespace

PartFit fit_part(const HullModel& hull, const HullDesign& design, const Layout& layout, const Part& part,
                 const SkinFit& skin) {
  PartFit fit;
  fit.part = part.id;
  fit.skin = skin;
  for (const Part& other : layout.parts)
    // Parts of the drive outside the skin are threaded on each other on purpose.
    if (other.id != part.id && !(part.outside && other.outside) && overlap(part, other))
      fit.overlaps.push_back(other.id);
  if (const ComponentKind& kind = traits_of(part.kind); !part.outside && !kind.in_the_line && !kind.led_through) {
    const Box3 box = part.box();
    for (const Bulkhead& b : design.bulkheads) {
      if (b.is_rib() || b.temporary) continue;
      const double after = b.x, fore = b.x + design.skin.frame_thickness;
      if (box.low.x() < fore - 1e-6 && box.high.x() > after + 1e-6) fit.bulkheads.push_back(b.id);
    }
    for (const Frame& f : hull.frames) {
      if (!f.along || box.low.y() > f.at + design.skin.frame_thickness - 1e-6 || box.high.y() < f.at + 1e-6) continue;
      const Region seen = rectangle({box.low.x(), box.low.z()}, {box.high.x(), box.high.z()});
      if (common(f.shape, seen).area() > 1e-7 && (fit.stringers.empty() || fit.stringers.back() != f.id))
        fit.stringers.push_back(f.id);
    }
  }
  if (!part.outside) {
    const double room = 0.8 * hull.length();
    for (const Hatch& h : design.hatches) {
      const Passage way = pass_opening(part.size, h.length, h.width, room);
      if (fit.hatch == 0 || way.how < fit.passage) {
        fit.passage = way.how;
        fit.tilt = way.tilt;
        fit.hatch = h.id;
      }
    }
  }
  add_gaps(fit, design, layout, part);
  if (part.rail != 0) fit.off_rail = (constrained_place(layout, part, part.place) - part.place).norm() > 1e-6;
  return fit;
}

}  // namespace plucky
