#include "build/inner_space.h"

#include <algorithm>
#include <cmath>
#include <limits>

#include "base/error.h"
#include "geometry/mesh_check.h"

namespace plucky {

namespace {

constexpr double least_wall = 1e-4, most_wall = 0.05;
constexpr double coarseness = 2e-5;  // m: corners nearer to their chord than this are left out
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

/// The point of a loop that is lowest, of equals the one nearest to the centre line: where loops are joined from.
std::size_t first_of(const std::vector<Vec2>& loop) {
  std::size_t best = 0;
  for (std::size_t i = 1; i < loop.size(); ++i) {
    const double lower = loop[best].y() - loop[i].y();
    if (lower > 1e-6 || (lower > -1e-6 && std::abs(loop[i].x()) < std::abs(loop[best].x()))) best = i;
  }
  return best;
}

std::vector<Vec2> from_first(std::vector<Vec2> loop) {
  std::rotate(loop.begin(), loop.begin() + static_cast<std::ptrdiff_t>(first_of(loop)), loop.end());
  return loop;
}

/// Joins two loops by triangles of the shortest sides; indices of points, those of the second after those of the first.
std::vector<Triangle> band(const std::vector<Vec3>& a, const std::vector<Vec3>& b) {
  const std::size_t n = a.size(), m = b.size();
  if (n == 0 || m == 0) return {};
  const auto length = [&](std::size_t i, std::size_t j) { return (a[i % n] - b[j % m]).squaredNorm(); };
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
      cost[at(i, j)] = std::min(by_a, by_b) + length(i, j);
    }
  std::vector<Triangle> out;
  for (std::size_t i = n, j = m; i > 0 || j > 0;) {
    const auto pa = static_cast<std::uint32_t>(i % n), pb = static_cast<std::uint32_t>(n + j % m);
    if (along_a[at(i, j)]) {
      --i;
      out.push_back({static_cast<std::uint32_t>(i % n), pa, pb});
    } else {
      --j;
      out.push_back({pa, pb, static_cast<std::uint32_t>(n + j % m)});
    }
  }
  return out;
}

/// Tubes from section to section.
class Tubes {
 public:
  void next(double x, Region region) {
    // A hole in the air is material standing in it: it ends the tube here, so that no wall is lost.
    std::vector<std::vector<Vec2>> loops;
    for (auto& loop : region.loops) {
      if (loop_area(loop) < 0.0) {
        islands_ = true;
        continue;
      }
      loops.push_back(from_first(std::move(loop)));
    }
    std::vector<std::uint32_t> starts;
    for (const auto& loop : loops) {
      starts.push_back(static_cast<std::uint32_t>(mesh_.vertices.size()));
      for (const Vec2& p : loop) mesh_.vertices.emplace_back(x, p.x(), p.y());
    }
    std::vector<std::vector<std::size_t>> ahead(last_.size()), behind(loops.size());
    for (std::size_t i = 0; i < last_.size(); ++i)
      for (std::size_t j = 0; j < loops.size(); ++j)
        if (!common({{last_[i]}}, {{loops[j]}}).empty()) ahead[i].push_back(j), behind[j].push_back(i);
    // A section that goes on neither way encloses nothing and is left out: ends are closed when it is known that there
    // is something between them.
    std::vector<bool> joined_before(loops.size(), false);
    for (std::size_t i = 0; i < last_.size(); ++i) {
      const bool goes_on = ahead[i].size() == 1 && behind[ahead[i][0]].size() == 1;
      if (goes_on && !last_joined_[i]) cap(last_[i], last_starts_[i], false);
      if (!goes_on && last_joined_[i]) cap(last_[i], last_starts_[i], true);
      if (!goes_on) continue;
      const std::size_t j = ahead[i][0];
      join(last_[i], last_starts_[i], loops[j], starts[j]);
      joined_before[j] = true;
    }
    last_ = std::move(loops);
    last_starts_ = std::move(starts);
    last_joined_ = std::move(joined_before);
  }

  TriangleMesh finish() {
    for (std::size_t i = 0; i < last_.size(); ++i)
      if (last_joined_[i]) cap(last_[i], last_starts_[i], true);
    last_.clear();
    weld(mesh_, 0.0);
    return std::move(mesh_);
  }
  [[nodiscard]] bool islands() const { return islands_; }

 private:
  void cap(const std::vector<Vec2>& loop, std::uint32_t start, bool ahead) {
    for (Triangle t : triangulate_polygon(loop)) {
      if (!ahead) std::swap(t[1], t[2]);
      mesh_.triangles.push_back({start + t[0], start + t[1], start + t[2]});
    }
  }

  void join(const std::vector<Vec2>& a, std::uint32_t start_a, const std::vector<Vec2>& b, std::uint32_t start_b) {
    std::vector<Vec3> u, v;
    for (std::size_t i = 0; i < a.size(); ++i) u.push_back(mesh_.vertices[start_a + i]);
    for (std::size_t i = 0; i < b.size(); ++i) v.push_back(mesh_.vertices[start_b + i]);
    const auto n = static_cast<std::uint32_t>(a.size());
    const auto number = [&](std::uint32_t i) { return i < n ? start_a + i : start_b + (i - n); };
    // Loops run anticlockwise seen from the bow: the side of the tube looks outward this way round.
    for (const Triangle& t : band(u, v)) mesh_.triangles.push_back({number(t[0]), number(t[1]), number(t[2])});
  }

  TriangleMesh mesh_;
  std::vector<std::vector<Vec2>> last_;
  std::vector<std::uint32_t> last_starts_;
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
  Tubes tubes;
  for (std::size_t i = 0; i < x.size(); ++i) {
    if (wishes.go_on && !wishes.go_on(static_cast<double>(i) / static_cast<double>(x.size()))) {
      out.message = "stopped";
      return out;
    }
    tubes.next(x[i], section_from(&cuts[i * discs], walls[i], wishes.deck, box.size().z()));
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
