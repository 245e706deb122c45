#include "geometry/region.h"

#include <algorithm>
#include <cmath>
#include <polyclipping/clipper.hpp>

namespace plucky {

namespace {

namespace cl = ClipperLib;
constexpr double arc_tolerance = 1e-5 * region_grid;  // of rounded corners: a hundredth of a millimetre

cl::Path path_of(const std::vector<Vec2>& loop) {
  cl::Path out;
  out.reserve(loop.size());
  for (const Vec2& p : loop) out.emplace_back(std::llround(region_grid * p.x()), std::llround(region_grid * p.y()));
  return out;
}

cl::Paths paths_of(const Region& r) {
  cl::Paths out;
  for (const auto& loop : r.loops) out.push_back(path_of(loop));
  return out;
}

Region region_from(const cl::Paths& paths) {
  Region out;
  for (const cl::Path& path : paths) {
    if (path.size() < 3) continue;
    std::vector<Vec2> loop;
    loop.reserve(path.size());
    for (const cl::IntPoint& p : path)
      loop.emplace_back(static_cast<double>(p.X) / region_grid, static_cast<double>(p.Y) / region_grid);
    out.loops.push_back(std::move(loop));
  }
  return out;
}

Region clipped(const Region& a, const Region& b, cl::ClipType how) {
  cl::Clipper clipper;
  clipper.StrictlySimple(true);
  clipper.AddPaths(paths_of(a), cl::ptSubject, true);
  clipper.AddPaths(paths_of(b), cl::ptClip, true);
  cl::Paths out;
  clipper.Execute(how, out, cl::pftNonZero, cl::pftNonZero);
  return region_from(out);
}

}  // namespace

double loop_area(const std::vector<Vec2>& loop) {
  double twice = 0.0;
  for (std::size_t i = 0; i < loop.size(); ++i) {
    const Vec2 &a = loop[i], &b = loop[(i + 1) % loop.size()];
    twice += a.x() * b.y() - a.y() * b.x();
  }
  return 0.5 * twice;
}

double Region::area() const {
  double sum = 0.0;
  for (const auto& loop : loops) sum += loop_area(loop);
  return sum;
}

Vec2 Region::centroid() const {
  double twice = 0.0;
  Vec2 moment = Vec2::Zero();
  for (const auto& loop : loops)
    for (std::size_t i = 0; i < loop.size(); ++i) {
      const Vec2 &a = loop[i], &b = loop[(i + 1) % loop.size()];
      const double cross = a.x() * b.y() - a.y() * b.x();
      twice += cross;
      moment += cross * (a + b);
    }
  return twice != 0.0 ? Vec2(moment / (3.0 * twice)) : Vec2(Vec2::Zero());
}

Section::Extent Region::extent() const {
  Section::Extent e;
  for (const auto& loop : loops)
    for (const Vec2& p : loop) e.low = e.low.cwiseMin(p), e.high = e.high.cwiseMax(p);
  return e;
}

Region region_of(const Section& section) {
  cl::Paths in, out;
  for (const SectionLoop& loop : section.loops)
    if (loop.closed && loop.points.size() > 2) in.push_back(path_of(loop.points));
  cl::SimplifyPolygons(in, out, cl::pftEvenOdd);
  return region_from(out);
}

Section section_of(const Region& region) {
  Section s;
  for (const auto& loop : region.loops) s.loops.push_back({loop, true});
  return s;
}

Region disc(const Vec2& centre, double diameter) {
  constexpr int n = 48;
  Region r;
  r.loops.emplace_back();
  for (int i = 0; i < n; ++i)
    r.loops[0].push_back(centre + 0.5 * diameter * Vec2(std::cos(2.0 * pi * i / n), std::sin(2.0 * pi * i / n)));
  return r;
}

Region joined(const Region& a, const Region& b) {
  return clipped(a, b, cl::ctUnion);
}
Region common(const Region& a, const Region& b) {
  return clipped(a, b, cl::ctIntersection);
}
Region without(const Region& a, const Region& b) {
  return clipped(a, b, cl::ctDifference);
}

Region rectangle(const Vec2& low, const Vec2& high) {
  return {{{low, {high.x(), low.y()}, high, {low.x(), high.y()}}}};
}

Region grown(const Region& region, double by) {
  if (by == 0.0) return region;
  cl::ClipperOffset offset(2.0, arc_tolerance);
  offset.AddPaths(paths_of(region), cl::jtRound, cl::etClosedPolygon);
  cl::Paths out;
  offset.Execute(out, region_grid * by);
  return region_from(out);
}

Region shifted(Region region, const Vec2& by) {
  for (auto& loop : region.loops)
    for (Vec2& p : loop) p += by;
  return region;
}

Region swept(const Region& region, const Vec2& by) {
  cl::Clipper clipper;
  for (const Region& end : {region, shifted(region, by)}) clipper.AddPaths(paths_of(end), cl::ptSubject, true);
  for (const auto& loop : region.loops)
    for (std::size_t i = 0; i < loop.size(); ++i) {
      const Vec2 &a = loop[i], &b = loop[(i + 1) % loop.size()];
      std::vector<Vec2> side{a, b, b + by, a + by};
      if (loop_area(side) < 0.0) std::reverse(side.begin(), side.end());
      clipper.AddPath(path_of(side), cl::ptSubject, true);
    }
  cl::Paths out;
  clipper.Execute(cl::ctUnion, out, cl::pftNonZero, cl::pftNonZero);
  return region_from(out);
}

Region simplified(const Region& region, double within) {
  cl::Paths paths = paths_of(region);
  cl::CleanPolygons(paths, region_grid * within);
  return region_from(paths);
}

}  // namespace plucky
