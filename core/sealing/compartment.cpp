#include "sealing/compartment.h"

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {

constexpr double slice_length = 0.020;  // m: what trims and spills shows no finer
constexpr std::size_t outline_points = 36;

std::vector<Vec2> thinned(const std::vector<Vec2>& points) {
  if (points.size() <= outline_points) return points;
  std::vector<Vec2> out;
  for (std::size_t i = 0; i < outline_points; ++i) out.push_back(points[i * points.size() / outline_points]);
  return out;
}

double cross(const Vec2& a, const Vec2& b) {
  return a.x() * b.y() - a.y() * b.x();
}

double signed_area(const std::vector<Vec2>& loop) {
  double area = 0.0;
  for (std::size_t i = 0; i < loop.size(); ++i) area += 0.5 * cross(loop[i], loop[(i + 1) % loop.size()]);
  return area;
}

}  // namespace

double level_at(double offset, const Attitude& a, double x) {
  const Vec3 up = a.up();
  return (offset - up.x() * x) / up.z();
}

Compartment::Compartment(const HullModel& hull, std::size_t shell, double from, double to, double skin, Text name)
    : name_(std::move(name)), shell_(shell), from_(from), to_(to) {
  const int count = std::max(8, static_cast<int>((to - from) / slice_length));
  for (int i = 0; i < count; ++i) {
    Slice s;
    s.width = (to - from) / count;
    s.x = from + (i + 0.5) * s.width;
    const Section& section = hull.shells[shell].section_near(s.x);
    const Section::Extent e = section.extent();
    if (e.empty()) continue;
    s.low = e.low.y();
    s.high = e.high.y();
    const double whole = section.area_below(s.high);
    // The skin takes a band along the girth from each section: close to twice height plus breadth.
    const double girth = 2.0 * (s.high - s.low) + 2.0 * (e.high.x() - e.low.x());
    double drawn = 0.0;
    for (const SectionLoop& loop : section.loops) {
      s.loops.push_back(thinned(loop.points));
      drawn += signed_area(s.loops.back());
    }
    if (drawn < 0.0)
      for (auto& loop : s.loops) std::reverse(loop.begin(), loop.end());
    if (std::abs(drawn) < 1e-9) continue;
    s.room = std::clamp(1.0 - skin * girth / std::max(whole, 1e-9), 0.2, 1.0) * whole / std::abs(drawn);
    volume_ += s.room * std::abs(drawn) * s.width;
    slices_.push_back(std::move(s));
  }
}

Compartment::Part Compartment::below(double offset, const Attitude& a) const {
  Part p;
  const Vec3 up = a.up();
  const Vec2 normal(up.y(), up.z()), along(up.z(), -up.y());
  const double square = normal.squaredNorm(), length = std::sqrt(square);
  for (const Slice& s : slices_) {
    const double d = offset - up.x() * s.x;
    // From a point on the surface line itself the closing edge along it encloses nothing.
    const Vec2 foot = normal * (d / square);
    double area = 0.0, line = 0.0, first = 0.0, second = 0.0;
    Vec2 moment = Vec2::Zero();
    const auto add = [&](const Vec2& from, const Vec2& to) {
      const double piece = 0.5 * cross(from - foot, to - foot);
      area += piece;
      moment += piece * (foot + from + to) / 3.0;
    };
    for (const std::vector<Vec2>& loop : s.loops) {
      Vec2 before = loop.back();
      double under_before = d - normal.dot(before);
      for (const Vec2& at : loop) {
        const double under = d - normal.dot(at);
        if ((under > 0.0) != (under_before > 0.0)) {
          const Vec2 meets = before + (at - before) * (under_before / (under_before - under));
          const double across = along.dot(meets) / length, sign = under > 0.0 ? -1.0 : 1.0;
          line += sign * across;
          first += sign * across * across / 2.0;
          second += sign * across * across * across / 3.0;
          under > 0.0 ? add(meets, at) : add(before, meets);
        } else if (under > 0.0) {
          add(before, at);
        }
        before = at;
        under_before = under;
      }
    }
    const double share = s.room * s.width;
    p.volume += share * area;
    p.moment += share * Vec3(area * s.x, moment.x(), moment.y());
    p.surface += share * line / length;
    p.breadths += s.width * line;
    p.surface_first += s.width * first;
    p.surface_second += s.width * second;
  }
  return p;
}

Compartment::Water Compartment::holding(double wanted, const Attitude& a, const double* near) const {
  Water w;
  if (slices_.empty()) return w;
  const Vec3 up = a.up();
  double low = 0.0, high = 0.0, bottom = 0.0;
  bool begun = false;
  for (const Slice& s : slices_) {
    const double floor = up.x() * s.x + up.z() * s.low;
    if (!begun || floor < bottom) bottom = floor, w.lowest_x = s.x;
    for (const std::vector<Vec2>& loop : s.loops)
      for (const Vec2& p : loop) {
        const double height = up.x() * s.x + up.y() * p.x() + up.z() * p.y();
        low = begun ? std::min(low, height) : height;
        high = begun ? std::max(high, height) : height;
        begun = true;
      }
  }
  w.full = wanted >= volume_ * (1.0 - 1e-9);
  Part p;
  if (w.full) {
    w.offset = high;
    p = below(high, a);
  } else {
    // Newton on the surface's area, kept between floor and roof.
    w.offset = near && *near > low && *near < high ? *near : low + (high - low) * wanted / volume_;
    for (int i = 0; i < 60; ++i) {
      p = below(w.offset, a);
      const double error = p.volume - wanted;
      if (std::abs(error) < 1e-9 * volume_) break;
      (error < 0.0 ? low : high) = w.offset;
      const double step = p.surface > 0.0 ? w.offset - error / p.surface : low;
      w.offset = step > low && step < high ? step : 0.5 * (low + high);
    }
  }
  w.centre = p.volume > 0.0 ? Vec3(p.moment / p.volume) : Vec3(w.lowest_x, 0.0, 0.0);
  if (!w.full && p.breadths > 0.0)
    w.surface_second = std::max(0.0, p.surface_second - p.surface_first * p.surface_first / p.breadths);
  w.depth = (w.offset - bottom) / up.z();
  return w;
}

double Compartment::depth_at(const Water& water, const Attitude& a, double x) const {
  const Slice* near = nullptr;
  for (const Slice& s : slices_)
    if (!near || std::abs(s.x - x) < std::abs(near->x - x)) near = &s;
  return near ? std::max(0.0, level_at(water.offset, a, x) - near->low) : 0.0;
}

std::vector<Compartment> compartments_of(const HullModel& hull, const HullDesign& design) {
  const Box3& main = hull.shells.front().box;
  std::vector<double> walls{main.low.x()};
  for (const Bulkhead& b : design.bulkheads)
    if (b.watertight && !b.temporary && b.x > main.low.x() && b.x < main.high.x()) walls.push_back(b.x);
  walls.push_back(main.high.x());
  std::sort(walls.begin(), walls.end());
  std::vector<Compartment> out;
  for (std::size_t i = 0; i + 1 < walls.size(); ++i) {
    const Text name = walls.size() == 2       ? Text("the hull")
                      : i == 0                ? Text("the after bay")
                      : i + 2 == walls.size() ? Text("the bow bay")
                      : walls.size() == 4     ? Text("the middle bay")
                                              : Text("bay {0}", i + 1);
    out.emplace_back(hull, 0, walls[i], walls[i + 1], design.skin.shell_thickness, name);
  }
  for (std::size_t i = 1; i < hull.shells.size(); ++i) {
    const ShellModel& s = hull.shells[i];
    out.emplace_back(hull, i, s.box.low.x(), s.box.high.x(), design.skin.shell_thickness, s.name);
  }
  return out;
}

std::size_t compartment_at(const std::vector<Compartment>& all, double x, std::size_t shell) {
  std::size_t last = 0;
  for (std::size_t i = 0; i < all.size(); ++i) {
    if (all[i].shell() != shell) continue;
    last = i;
    if (x < all[i].to()) break;
  }
  return last;
}

}  // namespace plucky
