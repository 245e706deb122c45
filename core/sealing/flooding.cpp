#include "sealing/flooding.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

constexpr int layers = 32;

double level_at(double offset, const Attitude& a, double x) {
  const Vec3 up = a.up();
  return (offset - up.x() * x) / up.z();
}

double at(const std::vector<double>& table, double low, double step, double z) {
  const double s = (z - low) / step;
  if (s <= 0.0) return 0.0;
  const auto i = static_cast<std::size_t>(s);
  if (i + 1 >= table.size()) return table.back();
  const double w = s - static_cast<double>(i);
  return (1.0 - w) * table[i] + w * table[i + 1];
}

}  // namespace

Compartment::Compartment(const HullModel& hull, double from, double to, double skin, std::string name)
    : name_(std::move(name)), from_(from), to_(to) {
  // A station to the centimetre: every second of the hull's own.
  const int count = std::max(6, static_cast<int>((to - from) / 0.010));
  for (int i = 0; i < count; ++i) {
    Slice s;
    s.width = (to - from) / count;
    s.x = from + (i + 0.5) * s.width;
    const Section& section = hull.section_near(s.x);
    const Section::Extent e = section.extent();
    if (e.empty()) continue;
    s.low = e.low.y();
    s.step = (e.high.y() - s.low) / layers;
    const double whole = section.area_below(e.high.y());
    // The skin takes a band along the girth from each section: close to twice height plus breadth.
    const double girth = 2.0 * (e.high.y() - e.low.y()) + 2.0 * (e.high.x() - e.low.x());
    const double room = std::clamp(1.0 - skin * girth / std::max(whole, 1e-9), 0.2, 1.0);
    double before = 0.0, moment = 0.0;
    for (int k = 0; k <= layers; ++k) {
      const double z = s.low + k * s.step, area = room * section.area_below(z);
      moment += (area - before) * (z - 0.5 * s.step);
      s.area.push_back(area);
      s.moment.push_back(moment);
      before = area;
    }
    slices_.push_back(std::move(s));
  }
}

double Compartment::volume() const {
  double v = 0.0;
  for (const Slice& s : slices_) v += s.area.back() * s.width;
  return v;
}

Compartment::Part Compartment::below(double offset, const Attitude& a) const {
  Part p;
  for (const Slice& s : slices_) {
    const double z = level_at(offset, a, s.x);
    const double area = at(s.area, s.low, s.step, z), m = at(s.moment, s.low, s.step, z);
    // The breadth of the surface: area gained over a layer about it, none above the roof or under the floor.
    const double over = std::min(z + 0.5 * s.step, s.low + layers * s.step), under = std::max(z - 0.5 * s.step, s.low);
    const double b = z > s.low && over > under && z < s.low + layers * s.step
                         ? (at(s.area, s.low, s.step, over) - at(s.area, s.low, s.step, under)) / (over - under)
                         : 0.0;
    p.volume += area * s.width;
    p.moment += s.width * Vec3(area * s.x, 0.0, m);
    p.second += b * b * b / 12.0 * s.width;
  }
  return p;
}

Compartment::Water Compartment::holding(double wanted, const Attitude& a) const {
  Water w;
  if (slices_.empty()) return w;
  const Vec3 up = a.up();
  double low = 1e9, high = -1e9;
  for (const Slice& s : slices_) {
    const double floor = up.x() * s.x + up.z() * s.low;
    if (floor < low) low = floor, w.lowest_x = s.x;
    high = std::max(high, up.x() * s.x + up.z() * (s.low + layers * s.step));
  }
  w.full = wanted >= volume();
  double bottom = low, top = high;
  for (int i = 0; i < 40; ++i) {
    const double middle = 0.5 * (low + high);
    (below(middle, a).volume < wanted ? low : high) = middle;
  }
  w.offset = w.full ? top : 0.5 * (low + high);
  const Part p = below(w.offset, a);
  w.centre = p.volume > 0.0 ? Vec3(p.moment / p.volume) : Vec3(w.lowest_x, 0.0, 0.0);
  w.surface_second = w.full ? 0.0 : p.second;
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
  std::vector<double> walls{hull.box.low.x()};
  for (const Bulkhead& b : design.bulkheads)
    if (b.watertight && b.x > hull.box.low.x() && b.x < hull.box.high.x()) walls.push_back(b.x);
  walls.push_back(hull.box.high.x());
  std::sort(walls.begin(), walls.end());
  std::vector<Compartment> out;
  for (std::size_t i = 0; i + 1 < walls.size(); ++i) {
    const std::string name = walls.size() == 2       ? "the hull"
                             : i == 0                ? "the after bay"
                             : i + 2 == walls.size() ? "the bow bay"
                             : walls.size() == 4     ? "the middle bay"
                                                     : fmt::format("bay {}", i + 1);
    out.emplace_back(hull, walls[i], walls[i + 1], design.skin.shell_thickness, name);
  }
  return out;
}

std::size_t compartment_at(const std::vector<Compartment>& all, double x) {
  for (std::size_t i = 0; i + 1 < all.size(); ++i)
    if (x < all[i].to()) return i;
  return all.empty() ? 0 : all.size() - 1;
}

double FloodMoment::aboard() const {
  double sum = 0.0;
  for (double w : water) sum += w;
  return sum;
}

double FloodCourse::danger() const {
  double soonest = -1.0;
  for (double t : {to_trim, to_freeboard, to_part, to_capsize, to_sink})
    if (t >= 0.0 && (soonest < 0.0 || t < soonest)) soonest = t;
  return soonest;
}

namespace {

/// The boat at rest with its water aboard.
struct Lying {
  Equilibrium rest;
  std::vector<Compartment::Water> water;
  double gm = 0.0;
};

Lying lie(const ImmersedBody& body, const std::vector<Compartment>& bays, const Loading& loading, double density,
          const std::vector<double>& volumes, const Attitude& start) {
  Lying l;
  Attitude a = start;
  // The water runs to the low end, which lowers it further: settle by repeated balance.
  for (int i = 0; i < 12; ++i) {
    l.water.clear();
    double mass = loading.mass;
    Vec3 moment = loading.mass * loading.cg;
    for (std::size_t k = 0; k < bays.size(); ++k) {
      l.water.push_back(bays[k].holding(volumes[k], a));
      mass += density * volumes[k];
      moment += density * volumes[k] * l.water.back().centre;
    }
    l.rest = solve_equilibrium(body, {mass, moment / mass}, density, {.start = a});
    if (l.rest.status != FloatStatus::afloat) return l;
    const double change = std::abs(l.rest.plane.attitude.trim - a.trim);
    a.heel = 0.0;
    a.trim += 0.8 * (l.rest.plane.attitude.trim - a.trim);
    if (change < 2e-4) break;
  }
  double loss = 0.0;
  for (std::size_t k = 0; k < bays.size(); ++k)
    if (volumes[k] > 1e-9) loss += l.water[k].surface_second;
  l.gm = l.rest.gm_transverse - loss / l.rest.immersion.volume;
  return l;
}

}  // namespace

namespace {

/// When a margin that falls from step to step passes zero.
struct Crossing {
  double before = 1e9, before_time = 0.0;
  void follow(double margin, double time, double& when) {
    if (when < 0.0 && margin < 0.0)
      when = before < 1e8 ? before_time + (time - before_time) * before / (before - margin) : time;
    before = margin;
    before_time = time;
  }
};

}  // namespace

FloodCourse flood(const ImmersedBody& body, const HullModel& hull, const std::vector<Compartment>& bays,
                  const Loading& loading, double density, const std::vector<Inlet>& inlets,
                  const std::vector<BilgePump>& pumps, const std::vector<Wettable>& parts, const FloodLimits& limits) {
  FloodCourse c;
  std::vector<double> water(bays.size(), 0.0), holds;
  for (const Compartment& b : bays) holds.push_back(b.volume());
  std::vector<bool> running(pumps.size(), false);
  Attitude attitude;
  double time = 0.0;
  Crossing trim, freeboard, wet;
  const auto first = [&](double& when, bool is) {
    if (when < 0.0 && is) when = time;
  };
  for (int step = 0; step < 400; ++step) {
    const Lying l = lie(body, bays, loading, density, water, attitude);
    if (l.rest.status != FloatStatus::afloat) {
      if (step == 0) {
        c.message = "the boat does not float to begin with";
        return c;
      }
      first(c.to_sink, true);
      break;
    }
    attitude = l.rest.plane.attitude;
    attitude.heel = 0.0;
    FloodMoment m{.time = time, .water = water, .trim = attitude.trim, .freeboard = 1e9, .gm = l.gm};
    for (const Vec3& p : hull.deck_edge) m.freeboard = std::min(m.freeboard, l.rest.plane.height(p));
    // What comes in, by bay.
    std::vector<double> rate(bays.size(), 0.0);
    for (const Inlet& in : inlets) {
      const double outside = -l.rest.plane.height(in.place);
      const Compartment::Water& w = l.water[in.compartment];
      const double inside = water[in.compartment] > 1e-9
                                ? std::max(0.0, (w.offset - attitude.up().dot(in.place)) / attitude.up().z())
                                : 0.0;
      const double through = outside > std::max(0.0, inside) ? in.flow(outside - inside) : 0.0;
      rate[in.compartment] += std::max(through, in.least);
    }
    for (double r : rate) m.inflow += r;
    for (std::size_t i = 0; i < pumps.size(); ++i) {
      const BilgePump& p = pumps[i];
      const Compartment::Water& w = l.water[p.compartment];
      const double over = level_at(w.offset, attitude, p.x) - p.floor;
      const double stands = water[p.compartment] > 1e-9 ? over : -1.0;
      if (!running[i] && stands >= p.trigger) {
        running[i] = true;
        first(c.pump_started, true);
      }
      if (running[i] && stands <= 0.2 * p.trigger) running[i] = false;
      if (!running[i]) continue;
      const double lift = p.outlet_z - p.floor;
      const double q = p.flow * std::max(0.0, 1.0 - lift / p.head);
      m.pumped += q;
      rate[p.compartment] -= q;
    }
    trim.follow(std::min(attitude.trim - limits.trim_low, limits.trim_high - attitude.trim), time, c.to_trim);
    freeboard.follow(m.freeboard - limits.freeboard, time, c.to_freeboard);
    first(c.to_capsize, l.gm < 0.0);
    double dry = 1e9;
    for (const Wettable& p : parts) {
      if (c.to_part >= 0.0 || water[p.compartment] <= 1e-9) continue;
      const double over = p.underside - level_at(l.water[p.compartment].offset, attitude, p.x);
      if (over < dry) dry = over, c.first_part = p.part;
    }
    if (dry < 1e8) wet.follow(dry, time, c.to_part);
    c.points.push_back(m);
    if (time >= limits.duration || l.gm < 0.0) break;
    // A step fills no bay by more than a hundredth; where little comes in an eighth of the whole is long enough, but a
    // pump wants to be looked at more often.
    double dt = limits.duration / (pumps.empty() ? 8.0 : 120.0);
    for (std::size_t k = 0; k < bays.size(); ++k)
      if (rate[k] != 0.0) dt = std::min(dt, 0.01 * holds[k] / std::abs(rate[k]));
    dt = std::min(std::max(dt, limits.duration / 390.0), std::max(1e-6, limits.duration - time));
    for (std::size_t k = 0; k < bays.size(); ++k) water[k] = std::clamp(water[k] + rate[k] * dt, 0.0, holds[k]);
    time += dt;
  }
  if (c.to_part < 0.0) c.first_part = 0;
  return c;
}

}  // namespace plucky
