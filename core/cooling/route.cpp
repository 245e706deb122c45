#include "cooling/route.h"

#include <algorithm>
#include <cmath>
#include <queue>

#include "layout/kind.h"

namespace plucky {

namespace {

constexpr double lane_reach = 0.012;  // m from a lane's line that still counts as in it

double outer(const Hose& h) {
  return h.bore + 2.0 * h.wall;
}

double distance_to_segment(const Vec3& p, const Vec3& a, const Vec3& b) {
  const Vec3 d = b - a;
  const double l2 = d.squaredNorm();
  const double t = l2 > 0.0 ? std::clamp((p - a).dot(d) / l2, 0.0, 1.0) : 0.0;
  return (p - a - t * d).norm();
}

double between_segments(const Vec3& a, const Vec3& b, const Vec3& c, const Vec3& d) {
  double least = 1e9;
  const int n = std::max(2, static_cast<int>((b - a).norm() / 0.003));
  for (int i = 0; i <= n; ++i) least = std::min(least, distance_to_segment(a + (b - a) * i / n, c, d));
  return least;
}

bool in_lane(const CoolingCircuit& c, const Vec3& p) {
  return std::any_of(c.lanes.begin(), c.lanes.end(), [&](const Lane& l) {
    return p.x() >= l.from && p.x() <= l.to && std::hypot(p.y() - l.y, p.z() - l.z) < lane_reach;
  });
}

}  // namespace

RouteSpace::RouteSpace(const HullModel& hull, double cell) {
  // Some room behind the transom, where pickups stand.
  const Vec3 margin(0.14, 0.02, 0.05);
  origin_ = hull.box.low - margin;
  const Vec3 size = hull.box.size() + 2.0 * margin;
  constexpr double most_cells = 4e6;  // a larger boat gets coarser ones
  cell = cell_ = std::max(cell, std::cbrt(size.prod() / most_cells));
  nx_ = static_cast<int>(size.x() / cell) + 1;
  ny_ = static_cast<int>(size.y() / cell) + 1;
  nz_ = static_cast<int>(size.z() / cell) + 1;
  columns_.resize(static_cast<std::size_t>(nx_) * ny_);
  for (int i = 0; i < nx_; ++i) {
    const double x = origin_.x() + i * cell;
    const bool aft = x < hull.box.low.x();
    const Section* section = aft || x > hull.box.high.x() ? nullptr : &hull.section_near(x);
    for (int j = 0; j < ny_; ++j) {
      const double y = origin_.y() + j * cell;
      std::vector<Span>& column = columns_[static_cast<std::size_t>(i) * ny_ + j];
      if (aft)
        column = {{hull.box.low.z() - margin.z(), hull.box.high.z()}};
      else if (section)
        for (const Span& z : section->spans(0, y)) column.push_back({z.low + 0.002, z.high - 0.002});
    }
  }
}

/// One search's view of the space: which cells are free for a hose of this thickness.
class Router {
 public:
  Router(const RouteSpace& space, const Layout& layout, const DriveLine& line, const CoolingCircuit& circuit,
         double thickness)
      : s_(space), circuit_(circuit), half_(0.5 * thickness), line_(line) {
    for (const Part& p : layout.parts)
      if (const ComponentKind& kind = traits_of(p.kind); !p.outside && !kind.hoses_pass && !kind.in_the_line)
        boxes_.push_back(p.box());
    const std::size_t count = static_cast<std::size_t>(s_.nx_) * s_.ny_ * s_.nz_;
    state_.assign(count, unknown);
  }

  [[nodiscard]] bool free(const Vec3& p) const {
    const int i = static_cast<int>(std::lround((p.x() - s_.origin_.x()) / s_.cell_));
    const int j = static_cast<int>(std::lround((p.y() - s_.origin_.y()) / s_.cell_));
    if (i < 0 || j < 0 || i >= s_.nx_ || j >= s_.ny_) return false;
    const std::vector<Span>& column = s_.columns_[static_cast<std::size_t>(i) * s_.ny_ + j];
    if (std::none_of(column.begin(), column.end(),
                     [&](const Span& z) { return p.z() >= z.low + half_ && p.z() <= z.high - half_; }))
      return false;
    for (const Box3& b : boxes_)
      if ((p.array() > b.low.array() - half_).all() && (p.array() < b.high.array() + half_).all()) return false;
    return !near_shaft(p);
  }

  [[nodiscard]] bool near_shaft(const Vec3& p) const {
    return line_.known && distance_to_segment(p, line_.fore, line_.exit) < half_ + 0.004;
  }

  /// Corners from a to b; empty where there is no way.
  std::vector<Vec3> way(const Vec3& a, const Vec3& b) {
    const int start = nearest_free(a), goal = nearest_free(b);
    if (start < 0 || goal < 0) return {};
    std::vector<float> cost(state_.size(), 1e30F);
    std::vector<std::int32_t> from(state_.size(), -1);
    using Entry = std::pair<float, int>;
    std::priority_queue<Entry, std::vector<Entry>, std::greater<>> open;
    const Vec3 end = middle(goal);
    cost[start] = 0.0F;
    open.push({0.0F, start});
    while (!open.empty()) {
      const auto [f, at] = open.top();
      open.pop();
      if (at == goal) break;
      const Vec3 here = middle(at);
      if (f > cost[at] + heuristic(here, end) + 1e-6F) continue;
      const int x = at / (s_.ny_ * s_.nz_), y = at / s_.nz_ % s_.ny_, z = at % s_.nz_;
      for (int dx = -1; dx <= 1; ++dx)
        for (int dy = -1; dy <= 1; ++dy)
          for (int dz = -1; dz <= 1; ++dz) {
            const int i = x + dx, j = y + dy, k = z + dz;
            if (i < 0 || j < 0 || k < 0 || i >= s_.nx_ || j >= s_.ny_ || k >= s_.nz_) continue;
            const int next = (i * s_.ny_ + j) * s_.nz_ + k;
            if (next == at || !cell_free(next)) continue;
            const Vec3 there = middle(next);
            // Height is dearer, a lane cheaper; never cheaper than the heuristic thinks.
            const double dear = (in_lane(circuit_, there) ? 0.6 : 1.0) *
                                (1.0 + 0.6 * (there.z() - s_.origin_.z()) / (s_.nz_ * s_.cell_));
            const float c = cost[at] + static_cast<float>((there - here).norm() * dear);
            if (c >= cost[next]) continue;
            cost[next] = c;
            from[next] = at;
            open.push({c + heuristic(there, end), next});
          }
    }
    if (from[goal] < 0 && goal != start) return {};
    std::vector<Vec3> path;
    for (int at = goal; at >= 0; at = from[at]) path.push_back(middle(at));
    std::reverse(path.begin(), path.end());
    return pulled(path);
  }

  [[nodiscard]] const std::vector<Box3>& boxes() const { return boxes_; }

 private:
  enum State : std::uint8_t { unknown, open_, shut };

  [[nodiscard]] Vec3 middle(int cell) const {
    return s_.origin_ + s_.cell_ * Vec3(cell / (s_.ny_ * s_.nz_), cell / s_.nz_ % s_.ny_, cell % s_.nz_);
  }
  /// Never more than the way costs: a lane is cheaper.
  [[nodiscard]] float heuristic(const Vec3& a, const Vec3& b) const {
    return static_cast<float>((circuit_.lanes.empty() ? 1.0 : 0.6) * (b - a).norm());
  }
  bool cell_free(int cell) {
    if (state_[cell] == unknown) state_[cell] = free(middle(cell)) ? open_ : shut;
    return state_[cell] == open_;
  }
  int nearest_free(const Vec3& p) {
    const Vec3 at = (p - s_.origin_) / s_.cell_;
    int best = -1;
    double distance = 1e9;
    constexpr int reach = 4;
    const int x = static_cast<int>(std::lround(at.x())), y = static_cast<int>(std::lround(at.y())),
              z = static_cast<int>(std::lround(at.z()));
    for (int i = std::max(0, x - reach); i <= std::min(s_.nx_ - 1, x + reach); ++i)
      for (int j = std::max(0, y - reach); j <= std::min(s_.ny_ - 1, y + reach); ++j)
        for (int k = std::max(0, z - reach); k <= std::min(s_.nz_ - 1, z + reach); ++k) {
          const int cell = (i * s_.ny_ + j) * s_.nz_ + k;
          const double d = (middle(cell) - p).norm();
          if (d < distance && cell_free(cell)) best = cell, distance = d;
        }
    return best;
  }
  [[nodiscard]] bool sees(const Vec3& a, const Vec3& b) const {
    const int n = std::max(1, static_cast<int>(std::ceil((b - a).norm() / 0.004)));
    for (int i = 0; i <= n; ++i)
      if (!free(a + (b - a) * i / n)) return false;
    return true;
  }
  /// The fewest corners that still see each other; a stretch in a lane stays there.
  [[nodiscard]] std::vector<Vec3> pulled(const std::vector<Vec3>& path) const {
    std::vector<Vec3> out{path.front()};
    for (std::size_t at = 0; at + 1 < path.size();) {
      std::size_t next = at + 1;
      const bool lane = in_lane(circuit_, path[at]);
      for (std::size_t far = at + 2; far < path.size(); ++far) {
        if (in_lane(circuit_, path[far]) != lane) break;
        if (sees(path[at], path[far])) next = far;
      }
      out.push_back(path[next]);
      at = next;
    }
    return out;
  }

  const RouteSpace& s_;
  const CoolingCircuit& circuit_;
  double half_;
  const DriveLine& line_;
  std::vector<Box3> boxes_;
  std::vector<std::uint8_t> state_;
};

namespace {

/// Length, bends, centre and highest point of a path whose corners are rounded as far as they have room.
void measure(HosePath& p, const CoolingCircuit& circuit) {
  const std::vector<Vec3>& c = p.points;
  p.highest = c.front();
  double straight = 0.0, lanes = 0.0;
  Vec3 moment = Vec3::Zero();
  for (std::size_t i = 1; i < c.size(); ++i) {
    const double l = (c[i] - c[i - 1]).norm();
    straight += l;
    moment += 0.5 * l * (c[i] + c[i - 1]);
    if (in_lane(circuit, 0.5 * (c[i] + c[i - 1]))) lanes += l;
    if (c[i].z() > p.highest.z()) p.highest = c[i];
  }
  p.length = straight;
  for (std::size_t i = 1; i + 1 < c.size(); ++i) {
    const Vec3 in = c[i] - c[i - 1], out = c[i + 1] - c[i];
    const double a = in.norm(), b = out.norm();
    if (a < 1e-6 || b < 1e-6) continue;
    const double angle = std::acos(std::clamp(in.dot(out) / (a * b), -1.0, 1.0));
    if (angle < radians(4.0)) continue;
    // The corner may use half of each neighbour, and the whole of one that ends at a port.
    const double room = std::min(i == 1 ? a : 0.5 * a, i + 2 == c.size() ? b : 0.5 * b);
    const double most = room / std::tan(0.5 * std::min(angle, radians(170.0)));
    if (most < p.least_radius) p.least_radius = most, p.tightest = c[i];
    const double radius = std::min(most, std::max(p.wanted_radius, 0.01));
    p.length -= radius * (2.0 * std::tan(0.5 * std::min(angle, radians(170.0))) - angle);
    p.turn += angle;
  }
  p.centre = straight > 0.0 ? Vec3(moment / straight) : c.front();
  p.in_lanes = straight > 0.0 ? lanes / straight : 0.0;
}

}  // namespace

double hose_mass(const Hose& h, double length) {
  const auto wall = [](double bore, double thickness) { return pi * thickness * (bore + thickness); };
  const HoseProperties material = hose_properties(h.material);
  double mass = wall(h.bore, h.wall) * length * material.density;
  if (material.rigid) mass += 2.0 * 0.020 * wall(outer(h), 0.001) * hose_properties(HoseMaterial::silicone).density;
  return mass;
}

std::vector<HosePath> route_hoses(const RouteSpace& space, const Layout& layout, const DriveLine& line,
                                  const CoolingCircuit& circuit) {
  std::vector<HosePath> out;
  for (const Hose& h : circuit.hoses) {
    HosePath p;
    p.hose = h.id;
    const CoolFitting *from = circuit.find(h.from), *to = circuit.find(h.to);
    const Vec3 start = port_place(*from, h.from_port, layout), end = port_place(*to, h.to_port, layout);
    p.wanted_radius = hose_properties(h.material).least_bend * outer(h);
    Router router(space, layout, line, circuit, outer(h));
    // A hose leaves its nipple straight, as far as its bend wants or the room allows.
    const auto stub = [&](const Vec3& at, const Vec3& way) {
      double length = std::max(0.008, 1.05 * p.wanted_radius);
      while (length > 0.005 && !router.free(at + length * way)) length *= 0.8;
      return Vec3(at + length * way);
    };
    std::vector<Vec3> stops{stub(start, port_direction(*from, h.from_port))};
    stops.insert(stops.end(), h.via.begin(), h.via.end());
    stops.push_back(stub(end, port_direction(*to, h.to_port)));
    p.points = {start, stops.front()};
    for (std::size_t i = 1; i < stops.size(); ++i) {
      const std::vector<Vec3> leg = router.way(stops[i - 1], stops[i]);
      // The ends of the search are cells; the stops themselves are what counts.
      if (leg.size() > 2) p.points.insert(p.points.end(), leg.begin() + 1, leg.end() - 1);
      p.points.push_back(stops[i]);
      if (leg.empty())
        for (const Part& part : layout.parts)
          if (!part.outside &&
              between_segments(stops[i - 1], stops[i], part.place, part.place) < 0.5 * part.size.norm() &&
              part.id != from->part && part.id != to->part)
            p.through.push_back(part.id);
    }
    p.points.push_back(end);
    measure(p, circuit);
    p.mass = hose_mass(h, p.length);
    for (std::size_t i = 1; i < p.points.size() && !p.by_shaft; ++i)
      if (line.known && between_segments(p.points[i - 1], p.points[i], line.fore, line.exit) < 0.5 * outer(h) + 0.003)
        p.by_shaft = true;
    out.push_back(std::move(p));
  }
  for (std::size_t i = 0; i < out.size(); ++i)
    for (std::size_t j = 0; j < out.size(); ++j) {
      if (i == j) continue;
      const double touch = 0.5 * (outer(circuit.hoses[i]) + outer(circuit.hoses[j]));
      bool crosses = false;
      // The ends, where two hoses leave one fitting, do not count.
      for (std::size_t a = 2; a + 1 < out[i].points.size() && !crosses; ++a)
        for (std::size_t b = 2; b + 1 < out[j].points.size() && !crosses; ++b)
          crosses = between_segments(out[i].points[a - 1], out[i].points[a], out[j].points[b - 1], out[j].points[b]) <
                    0.9 * touch;
      if (crosses) out[i].crosses.push_back(out[j].hose);
    }
  return out;
}

}  // namespace plucky
