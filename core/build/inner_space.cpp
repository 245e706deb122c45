#include "build/inner_space.h"

#include <algorithm>
#include <cmath>
#include <functional>
#include <limits>
#include <optional>

#include "base/error.h"
#include "geometry/crossing_faces.h"
#include "geometry/mesh_check.h"

namespace plucky {

namespace {

constexpr double least_wall = 1e-4, most_wall = 0.05;
constexpr double coarseness = 2e-5;  // m: corners nearer to their chord than this are left out
constexpr int most_halvings = 6;     // of the way from section to section
constexpr int discs = 11;            // of the ball, its middle among them: between two the wall is 1.2 % thinner

double wall_at(const WallWishes& w, double x) {
  const double t = w.shell(x);
  if (!(t >= least_wall && t <= most_wall))
    throw InvalidInput("wall", Text("{0} is not between 0.1 and 50 mm", length_quantity(t)));
  return t;
}

/// Places of the ball's discs along x, from -1 to 1 of its radius; closer towards the ends, where they shrink fast.
double disc_place(int k) {
  return std::sin(pi * (static_cast<double>(k) / (discs - 1) - 0.5));
}

/// The hull's sections at the discs of one station, as regions.
Region section_from(const Region* cuts, double wall, double deck, double height) {
  Region air;
  for (int k = 0; k < discs; ++k) {
    const double u = disc_place(k), radius = wall * std::sqrt(std::max(0.0, 1.0 - u * u));
    // The deck's own thickness: the shell goes on upward, and the deck comes down from its own height.
    const Region open = deck > 0.0 ? swept(cuts[k], Vec2(0.0, 2.0 * (wall + height))) : cuts[k];
    const Region rest = grown(open, -radius);
    air = k == 0 ? rest : common(air, rest);
    if (air.empty()) return air;
  }
  if (deck > 0.0) {
    const Region& here = cuts[discs / 2];
    air = common(air, shifted(here, Vec2(0.0, -deck)));
    air = common(air, here);
  }
  // Specks that no tool reaches and no printer leaves.
  std::erase_if(air.loops, [&](const auto& loop) { return std::abs(loop_area(loop)) < 1e-6; });
  return simplified(air, coarseness);
}

std::vector<Region> cut_at_discs(const TriangleMesh& hull, const std::vector<double>& stations,
                                 const std::vector<double>& walls) {
  std::vector<std::pair<double, std::size_t>> at;
  for (std::size_t i = 0; i < stations.size(); ++i)
    for (int k = 0; k < discs; ++k) at.emplace_back(stations[i] + walls[i] * disc_place(k), i * discs + k);
  std::sort(at.begin(), at.end());
  // Stations must increase: equal places share one cut.
  std::vector<double> x;
  std::vector<std::size_t> which(at.size());
  for (const auto& [place, index] : at) {
    if (x.empty() || place > x.back() + 1e-12) x.push_back(place);
    which[index] = x.size() - 1;
  }
  std::vector<Region> regions;
  for (const Section& s : sections(hull, x)) regions.push_back(region_of(s));
  std::vector<Region> out;
  out.reserve(which.size());
  for (const std::size_t i : which) out.push_back(regions[i]);
  return out;
}

/// Triangles between two loops; indices of points, those of the second after those of the first.
struct Band {
  double cost = std::numeric_limits<double>::infinity();  ///< m2: squares of the sides from loop to loop
  std::vector<Triangle> triangles;
};

/// The band of the least cost of those that join a point of the first loop to one of the second.
Band band_from(const std::vector<Vec3>& a, std::size_t first_a, const std::vector<Vec3>& b, std::size_t first_b) {
  const std::size_t n = a.size(), m = b.size();
  if (n == 0 || m == 0) return {};
  const auto in_a = [&](std::size_t i) { return (first_a + i) % n; };
  const auto in_b = [&](std::size_t j) { return (first_b + j) % m; };
  std::vector<double> cost((n + 1) * (m + 1), std::numeric_limits<double>::infinity());
  std::vector<char> along_a((n + 1) * (m + 1), 0);
  const auto at = [&](std::size_t i, std::size_t j) { return i * (m + 1) + j; };
  cost[0] = 0.0;
  for (std::size_t i = 0; i <= n; ++i)
    for (std::size_t j = 0; j <= m; ++j) {
      if (i == 0 && j == 0) continue;
      // One point must not see the whole other loop: a side would be there twice.
      if ((j == 0 && 2 * i >= n) || (j == m && 2 * i <= n) || (i == 0 && 2 * j >= m) || (i == n && 2 * j <= m))
        continue;
      const double by_a = i > 0 ? cost[at(i - 1, j)] : std::numeric_limits<double>::infinity();
      const double by_b = j > 0 ? cost[at(i, j - 1)] : std::numeric_limits<double>::infinity();
      along_a[at(i, j)] = by_a <= by_b;
      cost[at(i, j)] = std::min(by_a, by_b) + (a[in_a(i)] - b[in_b(j)]).squaredNorm();
    }
  Band out{.cost = cost.back(), .triangles = {}};
  const auto point_a = [&](std::size_t i) { return static_cast<std::uint32_t>(in_a(i)); };
  const auto point_b = [&](std::size_t j) { return static_cast<std::uint32_t>(n + in_b(j)); };
  for (std::size_t i = n, j = m; i > 0 || j > 0;) {
    if (along_a[at(i, j)]) {
      out.triangles.push_back({point_a(i - 1), point_a(i), point_b(j)});
      --i;
    } else {
      out.triangles.push_back({point_a(i), point_b(j), point_b(j - 1)});
      --j;
    }
  }
  return out;
}

/// The best of bands that join a point of the first loop to the nearest of the second: which points belong together is
/// not known, since what is lowest may change its side from section to section.
Band band(const std::vector<Vec3>& a, const std::vector<Vec3>& b) {
  constexpr std::size_t tries = 4;
  Band best;
  if (a.empty() || b.empty()) return best;
  for (std::size_t k = 0; k < tries; ++k) {
    const std::size_t i = k * a.size() / tries;
    const auto nearest = std::min_element(b.begin(), b.end(), [&](const Vec3& p, const Vec3& q) {
      return (p - a[i]).squaredNorm() < (q - a[i]).squaredNorm();
    });
    Band now = band_from(a, i, b, static_cast<std::size_t>(nearest - b.begin()));
    if (now.cost < best.cost) best = std::move(now);
  }
  return best;
}

/// A section to come, and how it goes on from the last.
struct Step {
  double x = 0.0;
  std::vector<std::vector<Vec2>> loops;
  std::vector<std::optional<std::size_t>> goes_on;  ///< for each loop of the last section, the one it leads to
  TriangleMesh sides;                               ///< points of the last section, then those of this one
  bool crosses = false;                             ///< the sides cut through each other
  bool island = false;                              ///< there is material standing in the air
};

/// Tubes from section to section.
class Tubes {
 public:
  [[nodiscard]] Step step(double x, const Region& region) const {
    Step s{.x = x};
    // A hole in the air is material standing in it: it ends the tube here, so that no wall is lost.
    for (const auto& loop : region.loops) {
      if (loop_area(loop) > 0.0)
        s.loops.push_back(loop);
      else
        s.island = true;
    }
    std::vector<std::vector<std::size_t>> ahead(last_.size()), behind(s.loops.size());
    for (std::size_t i = 0; i < last_.size(); ++i)
      for (std::size_t j = 0; j < s.loops.size(); ++j)
        if (!common({{last_[i]}}, {{s.loops[j]}}).empty()) ahead[i].push_back(j), behind[j].push_back(i);
    add_points(s.sides, last_, last_x_);
    const std::vector<std::uint32_t> starts = add_points(s.sides, s.loops, x);
    std::uint32_t start = 0;
    for (std::size_t i = 0; i < last_.size(); ++i) {
      const bool on = ahead[i].size() == 1 && behind[ahead[i][0]].size() == 1;
      s.goes_on.push_back(on ? std::optional(ahead[i][0]) : std::nullopt);
      if (on) join(s.sides, start, last_[i].size(), starts[ahead[i][0]], s.loops[ahead[i][0]].size());
      start += static_cast<std::uint32_t>(last_[i].size());
    }
    s.crosses = !find_crossing_faces(s.sides, 1).empty();
    return s;
  }

  void take(Step s) {
    const auto first = static_cast<std::uint32_t>(mesh_.vertices.size());  // of this section
    const auto before = first - count(last_);
    add_points(mesh_, s.loops, s.x);
    for (const Triangle& t : s.sides.triangles)
      mesh_.triangles.push_back({before + t[0], before + t[1], before + t[2]});
    // A section that goes on neither way encloses nothing and is left out: ends are closed when it is known that there
    // is something between them.
    std::vector<bool> joined_before(s.loops.size(), false);
    std::uint32_t start = before;
    for (std::size_t i = 0; i < last_.size(); ++i) {
      if (s.goes_on[i] && !last_joined_[i]) cap(last_[i], start, false);
      if (!s.goes_on[i] && last_joined_[i]) cap(last_[i], start, true);
      if (s.goes_on[i]) joined_before[*s.goes_on[i]] = true;
      start += static_cast<std::uint32_t>(last_[i].size());
    }
    last_ = std::move(s.loops);
    last_x_ = s.x;
    last_joined_ = std::move(joined_before);
    islands_ = islands_ || s.island;
  }

  TriangleMesh finish() {
    take(step(last_x_, {}));
    weld(mesh_, 0.0);
    return std::move(mesh_);
  }
  [[nodiscard]] bool islands() const { return islands_; }
  [[nodiscard]] double last() const { return last_x_; }

 private:
  using Loops = std::vector<std::vector<Vec2>>;

  static std::uint32_t count(const Loops& loops) {
    std::size_t sum = 0;
    for (const auto& loop : loops) sum += loop.size();
    return static_cast<std::uint32_t>(sum);
  }

  /// Where each loop's points begin.
  static std::vector<std::uint32_t> add_points(TriangleMesh& m, const Loops& loops, double x) {
    std::vector<std::uint32_t> starts;
    for (const auto& loop : loops) {
      starts.push_back(static_cast<std::uint32_t>(m.vertices.size()));
      for (const Vec2& p : loop) m.vertices.emplace_back(x, p.x(), p.y());
    }
    return starts;
  }

  void cap(const std::vector<Vec2>& loop, std::uint32_t start, bool ahead) {
    for (Triangle t : triangulate_polygon(loop)) {
      if (!ahead) std::swap(t[1], t[2]);
      mesh_.triangles.push_back({start + t[0], start + t[1], start + t[2]});
    }
  }

  static void join(TriangleMesh& m, std::uint32_t start_a, std::size_t size_a, std::uint32_t start_b,
                   std::size_t size_b) {
    const auto points = [&m](std::uint32_t start, std::size_t size) {
      return std::vector<Vec3>(m.vertices.begin() + start, m.vertices.begin() + start + static_cast<long>(size));
    };
    const auto n = static_cast<std::uint32_t>(size_a);
    const auto number = [&](std::uint32_t i) { return i < n ? start_a + i : start_b + (i - n); };
    // Loops run anticlockwise seen from the bow: the side of the tube looks outward this way round.
    for (const Triangle& t : band(points(start_a, size_a), points(start_b, size_b)).triangles)
      m.triangles.push_back({number(t[0]), number(t[1]), number(t[2])});
  }

  TriangleMesh mesh_;
  Loops last_;
  double last_x_ = 0.0;
  std::vector<bool> last_joined_;  ///< to the section before
  bool islands_ = false;
};

std::vector<double> stations_of(const Box3& box, const WallWishes& w) {
  const double from = box.low.x() + wall_at(w, box.low.x()), to = box.high.x() - wall_at(w, box.high.x());
  std::vector<double> x;
  if (!(to > from)) return x;
  const int n = std::max(2, static_cast<int>(std::ceil((to - from) / w.step)));
  // The end faces themselves are walls: the first section lies a hair within.
  for (int i = 0; i <= n; ++i) x.push_back(from + 1e-7 + (to - from - 2e-7) * i / n);
  for (const double s : w.stations)
    if (s > from && s < to) x.push_back(s);
  std::sort(x.begin(), x.end());
  x.erase(std::unique(x.begin(), x.end(), [](double a, double b) { return b - a < 1e-6; }), x.end());
  return x;
}

}  // namespace

Region inner_section(const TriangleMesh& hull, const WallWishes& wishes, double x) {
  const double wall = wall_at(wishes, x);
  const std::vector<Region> cuts = cut_at_discs(hull, {x}, {wall});
  return section_from(cuts.data(), wall, wishes.deck, bounds(hull).size().z());
}

InnerSpace inner_space(const TriangleMesh& hull, const WallWishes& wishes) {
  if (hull.triangles.empty() || !check_mesh(hull, false).closed())
    throw InvalidInput("hull", "is not closed: there is no inside to leave a wall around");
  InnerSpace out;
  const Box3 box = bounds(hull);
  const std::vector<double> x = stations_of(box, wishes);
  std::vector<double> walls;
  walls.reserve(x.size());
  for (const double at : x) walls.push_back(wall_at(wishes, at));
  const std::vector<Region> cuts = cut_at_discs(hull, x, walls);
  const double height = box.size().z();
  Tubes tubes;
  // Where a section differs so much from the last that the sides between them would cross, those between are made too.
  const std::function<void(double, const Region&, int)> go_to = [&](double to, const Region& region, int halvings) {
    Step step = tubes.step(to, region);
    if (step.crosses && halvings > 0) {
      const double half = 0.5 * (tubes.last() + to), wall = wall_at(wishes, half);
      go_to(half, section_from(cut_at_discs(hull, {half}, {wall}).data(), wall, wishes.deck, height), halvings - 1);
      go_to(to, region, halvings - 1);
    } else {
      tubes.take(std::move(step));
    }
  };
  for (std::size_t i = 0; i < x.size(); ++i) {
    if (wishes.go_on && !wishes.go_on(static_cast<double>(i) / static_cast<double>(x.size()))) {
      out.message = "stopped";
      return out;
    }
    go_to(x[i], section_from(&cuts[i * discs], walls[i], wishes.deck, height), most_halvings);
  }
  out.mesh = tubes.finish();
  if (tubes.islands()) {
    out.mesh = {};
    out.message = "the space inside runs round a column: this hull cannot be hollowed section by section";
    return out;
  }
  out.done = true;
  return out;
}

}  // namespace plucky
