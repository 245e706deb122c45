#include "build/insertion.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <cstdint>
#include <map>
#include <optional>
#include <queue>
#include <tuple>

namespace plucky {

namespace {

enum Cell : std::uint8_t { wall, room, deck, door, above };

constexpr int tilts = 13;  // from bow end straight down to straight up
constexpr double tilt_step = radians(15.0);
constexpr double upright(int k) {
  return tilt_step * (k - tilts / 2);
}

}  // namespace

/// Numbers of cells along x, y, z and where the first one's middle is.
struct HullRoom::Cells {
  double h = 0.004;
  Vec3 first = Vec3::Zero();
  int nx = 0, ny = 0, nz = 0;
  std::vector<std::uint8_t> kind;
  Box3 box;
  std::vector<Hatch> doors;
  /// Walls with an opening, by their station: which cells of that layer, along z and y, they fill.
  std::map<double, std::vector<std::uint8_t>> ribs;

  /// Does a wall at that station fill this cell of the layer?
  [[nodiscard]] bool filled(double station, std::size_t in_layer) const {
    const auto rib = ribs.find(station);
    return rib == ribs.end() || rib->second[in_layer] != 0;
  }

  [[nodiscard]] std::size_t at(int i, int j, int k) const {
    return (static_cast<std::size_t>(i) * static_cast<std::size_t>(nz) + static_cast<std::size_t>(k)) *
               static_cast<std::size_t>(ny) +
           static_cast<std::size_t>(j);
  }
  [[nodiscard]] double x(int i) const { return first.x() + h * i; }
  [[nodiscard]] double y(int j) const { return first.y() + h * j; }
  [[nodiscard]] double z(int k) const { return first.z() + h * k; }
  [[nodiscard]] int near(int axis, double v) const { return static_cast<int>(std::lround((v - first[axis]) / h)); }

  [[nodiscard]] bool open(std::size_t cell, double at_x, const HullState& s) const {
    if (at_x < s.from || at_x > s.to) return true;
    switch (kind[cell]) {
      case wall:
        return false;
      case room:
      case door:
      case above:
        return true;
      case deck:
        return !s.deck_on;
    }
    return false;
  }

  /// 1 for each cell that is not free in that state.
  [[nodiscard]] std::vector<std::uint8_t> shut_in(const HullState& s) const {
    std::vector<std::uint8_t> out(kind.size());
    for (int i = 0; i < nx; ++i) {
      const double at_x = x(i);
      const auto wall_at = std::find_if(s.bulkheads.begin(), s.bulkheads.end(),
                                        [&](double b) { return std::abs(at_x - b) <= 0.501 * h; });
      const bool there = at_x >= s.from && at_x <= s.to, bulkhead = wall_at != s.bulkheads.end();
      const std::size_t first_cell = at(i, 0, 0);
      for (std::size_t cell = first_cell; cell < at(i + 1, 0, 0); ++cell)
        out[cell] = there && (!open(cell, at_x, s) || (bulkhead && (kind[cell] == room || kind[cell] == deck) &&
                                                       filled(*wall_at, cell - first_cell)))
                        ? 1
                        : 0;
    }
    for (const Box3& b : s.standing) {
      const auto begin = [&](int axis) {
        return std::max(0, static_cast<int>(std::ceil((b.low[axis] - first[axis]) / h)));
      };
      const auto last = [&](int axis, int n) {
        return std::min(n - 1, static_cast<int>(std::floor((b.high[axis] - first[axis]) / h)));
      };
      for (int i = begin(0); i <= last(0, nx); ++i)
        for (int k = begin(2); k <= last(2, nz); ++k)
          for (int j = begin(1); j <= last(1, ny); ++j) out[at(i, j, k)] = 1;
    }
    return out;
  }

  /// Could a box of this size pass one of the doors at all, tilted as it may be?
  [[nodiscard]] bool may_pass(const Vec3& size, const HullState& s) const {
    if (!s.deck_on || s.from > box.low.x() || s.to < box.high.x()) return true;
    return std::any_of(doors.begin(), doors.end(), [&](const Hatch& d) {
      return size.y() <= d.width + h && std::min(size.x(), size.z()) <= d.length + h;
    });
  }
};

HullRoom::HullRoom(const HullModel& hull, const HullDesign& design) {
  auto c = std::make_shared<Cells>();
  c->h = std::clamp(hull.length() / 150.0, 0.002, 0.02);
  c->box = hull.box;
  c->doors = design.hatches;
  c->first = hull.box.low + Vec3(0.5, 0.0, 0.5) * c->h;
  const Vec3 size = hull.box.size();
  c->nx = std::max(1, static_cast<int>(std::ceil(size.x() / c->h)));
  c->ny = static_cast<int>(std::ceil(size.y() / c->h)) + 1;
  c->nz = std::max(1, static_cast<int>(std::ceil(size.z() / c->h)));
  c->kind.assign(static_cast<std::size_t>(c->nx) * static_cast<std::size_t>(c->ny) * static_cast<std::size_t>(c->nz),
                 wall);
  const double shell = design.skin.shell_thickness, plate = design.skin.deck_thickness;
  for (int i = 0; i < c->nx; ++i) {
    const double x = c->x(i);
    if (x < hull.box.low.x() + shell || x > hull.box.high.x() - shell) continue;
    const Section& section = hull.section_near(x);
    // Between the sides, at each height; then between bottom and deck, at each breadth.
    std::vector<std::uint8_t> between(static_cast<std::size_t>(c->ny) * static_cast<std::size_t>(c->nz), 0);
    for (int k = 0; k < c->nz; ++k)
      for (const Span& s : section.spans(1, c->z(k)))
        for (int j = 0; j < c->ny; ++j)
          if (c->y(j) > s.low + shell && c->y(j) < s.high - shell)
            between[static_cast<std::size_t>(k) * static_cast<std::size_t>(c->ny) + static_cast<std::size_t>(j)] = 1;
    for (int j = 0; j < c->ny; ++j) {
      const double y = c->y(j);
      const std::vector<Span> spans = section.spans(0, y);
      if (spans.empty()) continue;
      const bool hatch = std::any_of(design.hatches.begin(), design.hatches.end(), [&](const Hatch& k) {
        return x > k.x && x < k.x + k.length && std::abs(y - k.y) < 0.5 * k.width;
      });
      const double over = spans.back().high;
      for (int k = 0; k < c->nz; ++k) {
        const double z = c->z(k);
        std::uint8_t& cell = c->kind[c->at(i, j, k)];
        if (z >= over) cell = above;
        if (!between[static_cast<std::size_t>(k) * static_cast<std::size_t>(c->ny) + static_cast<std::size_t>(j)])
          continue;
        for (const Span& s : spans) {
          const bool topmost = s.high == over;
          if (z > s.low + shell && z < (topmost ? s.high : s.high - plate)) cell = room;
        }
      }
      // One layer of cells is the deck, however thin the plate is: it must not fall between two middles.
      const int k = std::clamp(c->near(2, over - 0.5 * plate), 0, c->nz - 1);
      c->kind[c->at(i, j, k)] = hatch ? door : deck;
      if (k + 1 < c->nz && c->z(k + 1) < over) c->kind[c->at(i, j, k + 1)] = hatch ? door : deck;
    }
  }
  add_frames(*c, hull, design);
  cells_ = c;
}

void HullRoom::add_frames(Cells& c, const HullModel& hull, const HullDesign& design) {
  for (const Frame& f : hull.frames) {
    const Section::Extent e = f.shape.extent();
    const Section shape = section_of(f.shape);
    if (f.along) {
      const int first = c.near(1, f.at), last = c.near(1, f.at + design.skin.frame_thickness);
      for (int i = std::max(0, c.near(0, e.low.x())); i <= std::min(c.nx - 1, c.near(0, e.high.x())); ++i)
        for (int k = std::max(0, c.near(2, e.low.y())); k <= std::min(c.nz - 1, c.near(2, e.high.y())); ++k) {
          if (!shape.contains({c.x(i), c.z(k)})) continue;
          for (int j = std::max(0, first); j <= std::min(c.ny - 1, last); ++j) c.kind[c.at(i, j, k)] = wall;
        }
      continue;
    }
    const auto b = std::find_if(design.bulkheads.begin(), design.bulkheads.end(),
                                [&](const Bulkhead& one) { return one.id == f.id; });
    if (b == design.bulkheads.end() || !b->is_rib()) continue;
    std::vector<std::uint8_t>& filled = c.ribs[b->x];
    filled.assign(static_cast<std::size_t>(c.nz) * static_cast<std::size_t>(c.ny), 0);
    for (int k = 0; k < c.nz; ++k)
      for (int j = 0; j < c.ny; ++j) filled[c.at(0, j, k)] = shape.contains({c.y(j), c.z(k)}) ? 1 : 0;
  }
}

double HullRoom::cell() const {
  return cells_->h;
}

namespace {

/// A cell's index along the axes.
struct Node {
  int x = 0, y = 0, z = 0, tilt = 0;
};

}  // namespace

struct HullRoom::Free {
  HullState state;
  std::vector<std::uint16_t> before;  ///< how many cells that are not free lie before each, along y
};

std::shared_ptr<const HullRoom::Free> HullRoom::prepare(const HullState& state) const {
  const Cells& c = *cells_;
  auto out = std::make_shared<Free>();
  out->state = state;
  const std::vector<std::uint8_t> shut = c.shut_in(state);
  const auto ny = static_cast<std::size_t>(c.ny);
  out->before.assign(static_cast<std::size_t>(c.nx) * static_cast<std::size_t>(c.nz) * (ny + 1), 0);
  for (std::size_t line = 0; line < shut.size() / ny; ++line) {
    const std::uint8_t* cells = &shut[line * ny];
    std::uint16_t* sums = &out->before[line * (ny + 1)];
    for (std::size_t j = 0; j < ny; ++j) sums[j + 1] = static_cast<std::uint16_t>(sums[j] + cells[j]);
  }
  return out;
}

Insertion HullRoom::insertion_through(const Box3& part, const Free& prepared) const {
  const Cells& c = *cells_;
  const HullState& state = prepared.state;
  const std::vector<std::uint16_t>& before = prepared.before;
  const double less = 0.75 * c.h;
  const Vec3 size = (part.size() - Vec3::Constant(2.0 * less)).cwiseMax(0.2 * c.h);
  Insertion out;
  const Vec3 middle = 0.5 * (part.low + part.high);
  const auto ny = static_cast<std::size_t>(c.ny);
  const auto row = [&](int i, int k) {
    return (static_cast<std::size_t>(i) * static_cast<std::size_t>(c.nz) + static_cast<std::size_t>(k)) * (ny + 1);
  };
  // The box from the side, as cells round its middle: at each tilt, and between them so finely that no corner turns
  // past a cell.
  const int fine =
      std::max(1, static_cast<int>(std::ceil(tilt_step * 0.5 * std::hypot(size.x(), size.z()) / (0.8 * c.h))));
  std::vector<std::vector<std::pair<int, int>>> outline(static_cast<std::size_t>((tilts - 1) * fine + 1));
  std::vector<int> low(tilts), fore(tilts);
  // Discs that cover it: where each of them is free all is, and nothing else need be looked at.
  const int discs = std::clamp(
      static_cast<int>(std::ceil(std::max(size.x(), size.z()) / std::max(std::min(size.x(), size.z()), c.h))), 1, 12);
  int disc = 0;  // cells
  std::vector<std::vector<std::pair<int, int>>> middles(outline.size());
  for (int t = 0; t < static_cast<int>(outline.size()); ++t) {
    const double turn = upright(0) + tilt_step * t / fine, cos = std::cos(turn), sin = std::sin(turn);
    std::vector<std::pair<int, int>>& cells = outline[static_cast<std::size_t>(t)];
    const int across = std::max(1, static_cast<int>(std::ceil(size.x() / c.h)));
    const int up = std::max(1, static_cast<int>(std::ceil(size.z() / c.h)));
    for (int a = 0; a <= across; ++a)
      for (int b = 0; b <= up; ++b) {
        const double u = size.x() * (static_cast<double>(a) / across - 0.5),
                     v = size.z() * (static_cast<double>(b) / up - 0.5);
        const bool rim = a == 0 || a == across || b == 0 || b == up;
        if (!rim && (a % 3 != 0 || b % 3 != 0)) continue;  // inside, every third is enough
        cells.emplace_back(static_cast<int>(std::lround((u * cos - v * sin) / c.h)),
                           static_cast<int>(std::lround((u * sin + v * cos) / c.h)));
      }
    std::sort(cells.begin(), cells.end());
    cells.erase(std::unique(cells.begin(), cells.end()), cells.end());
    // What is farthest out meets something first.
    std::stable_sort(cells.begin(), cells.end(), [](const auto& l, const auto& r) {
      return l.first * l.first + l.second * l.second > r.first * r.first + r.second * r.second;
    });
    const double along = std::max(size.x(), size.z()), thick = std::min(size.x(), size.z());
    const double axis_x = size.x() >= size.z() ? cos : -sin, axis_z = size.x() >= size.z() ? sin : cos;
    for (int k = 0; k < discs; ++k) {
      const double at = along * ((k + 0.5) / discs - 0.5);
      middles[static_cast<std::size_t>(t)].emplace_back(static_cast<int>(std::lround(at * axis_x / c.h)),
                                                        static_cast<int>(std::lround(at * axis_z / c.h)));
    }
    disc = static_cast<int>(std::ceil(0.5 * std::hypot(thick, along / discs) / c.h)) + 1;
    if (t % fine != 0) continue;
    const auto whole = static_cast<std::size_t>(t / fine);
    for (const auto& [dx, dz] : cells) {
      low[whole] = std::min(low[whole], dz);
      fore[whole] = std::max(fore[whole], dx);
    }
  }
  const int half = static_cast<int>(std::floor(0.5 * size.y() / c.h));
  const bool aft_open = state.from > c.box.low.x(), fore_open = state.to < c.box.high.x();
  // For each y: how far, in cells along x or z, the nearest one is that is shut somewhere in the box's width.
  std::vector<std::vector<std::uint8_t>> distance(ny);
  const auto distance_at = [&](int y) -> const std::vector<std::uint8_t>& {
    std::vector<std::uint8_t>& d = distance[static_cast<std::size_t>(y)];
    if (!d.empty()) return d;
    d.assign(static_cast<std::size_t>(c.nx) * static_cast<std::size_t>(c.nz), 0);
    const auto from = static_cast<std::size_t>(std::max(y - half, 0)),
               to = static_cast<std::size_t>(std::min(y + half, c.ny - 1)) + 1;
    const auto at = [&](int i, int k) -> std::uint8_t& {
      return d[static_cast<std::size_t>(i) * static_cast<std::size_t>(c.nz) + static_cast<std::size_t>(k)];
    };
    const auto value = [&](int i, int k) {
      if (k >= c.nz) return 254;
      if (k < 0 || (i < 0 && !aft_open) || (i >= c.nx && !fore_open)) return 0;
      return i < 0 || i >= c.nx ? 254 : static_cast<int>(at(i, k));
    };
    const auto nearer = [&](int i, int k, std::initializer_list<std::pair<int, int>> others) {
      int best = at(i, k);
      for (const auto& [di, dk] : others) best = std::min(best, value(i + di, k + dk) + 1);
      at(i, k) = static_cast<std::uint8_t>(best);
    };
    for (int i = 0; i < c.nx; ++i)
      for (int k = 0; k < c.nz; ++k)
        if (const std::size_t r = row(i, k); before[r + to] == before[r + from]) at(i, k) = 254;
    for (int i = 0; i < c.nx; ++i)
      for (int k = 0; k < c.nz; ++k) nearer(i, k, {{-1, -1}, {-1, 0}, {-1, 1}, {0, -1}});
    for (int i = c.nx; i-- > 0;)
      for (int k = c.nz; k-- > 0;) nearer(i, k, {{1, 1}, {1, 0}, {1, -1}, {0, 1}});
    return d;
  };
  const auto free_at = [&](const Node& n, int turned) {
    const int from = n.y - half, to = n.y + half;
    if (from >= 0 && to < c.ny) {
      const std::vector<std::uint8_t>& d = distance_at(n.y);
      bool clear = true;
      for (const auto& [dx, dz] : middles[static_cast<std::size_t>(turned)]) {
        const int i = n.x + dx, k = n.z + dz;
        if (k < disc) clear = false;
        if (i < 0 || i >= c.nx || k < 0 || k >= c.nz) {
          clear = clear && k >= c.nz + disc;
          continue;
        }
        const int away = d[static_cast<std::size_t>(i) * static_cast<std::size_t>(c.nz) + static_cast<std::size_t>(k)];
        if (away == 0) return false;
        clear = clear && away > disc;
      }
      if (clear) return true;
    }
    // Wider than the hull: only where it is over it.
    if ((from < 0 || to >= c.ny) && n.z + low[static_cast<std::size_t>(n.tilt)] <= c.nz) return false;
    for (const auto& [dx, dz] : outline[static_cast<std::size_t>(turned)]) {
      const int i = n.x + dx, k = n.z + dz;
      if (k < 0) return false;
      if (k >= c.nz) continue;  // over everything
      if (i < 0 || i >= c.nx) {
        if (i < 0 ? aft_open : fore_open) continue;
        return false;
      }
      const std::size_t r = row(i, k);
      if (before[r + static_cast<std::size_t>(std::min(to, c.ny - 1)) + 1] !=
          before[r + static_cast<std::size_t>(std::max(from, 0))])
        return false;
    }
    return true;
  };
  const auto free = [&](const Node& n) { return free_at(n, n.tilt * fine); };
  /// Turned from one tilt to the next, is it free all the while?
  const auto turns = [&](const Node& n, int from_tilt) {
    for (int t = std::min(n.tilt, from_tilt) * fine + 1; t < std::max(n.tilt, from_tilt) * fine; ++t)
      if (!free_at(n, t)) return false;
    return true;
  };
  const int top = c.nz + 1;
  const auto outside = [&](const Node& n) {
    const auto t = static_cast<std::size_t>(n.tilt);
    if (n.z + low[t] >= top) return true;
    return c.x(n.x - fore[t]) > std::min(state.to, c.box.high.x()) ||
           c.x(n.x + fore[t]) < std::max(state.from, c.box.low.x());
  };
  // The nearest free pose to its place.
  const Node home{c.near(0, middle.x()), c.near(1, middle.y()), c.near(2, middle.z()), tilts / 2};
  std::optional<Node> start;
  for (int reach = 0; reach <= 2 && !start; ++reach)
    for (int dz = reach; dz >= -reach && !start; --dz)
      for (int dy = -reach; dy <= reach && !start; ++dy)
        for (int dx = -reach; dx <= reach && !start; ++dx) {
          const Node n{home.x + dx, home.y + dy, home.z + dz, home.tilt};
          if (n.x >= 0 && n.x < c.nx && n.y >= 0 && n.y < c.ny && n.z >= 0 && n.z < c.nz && free(n)) start = n;
        }
  if (!start) return out;
  out.judged = true;
  if (!c.may_pass(size, state)) return out;
  // Its middle may be as far over the hull, and beyond open ends, as half of it is long.
  const int over = static_cast<int>(std::ceil(0.5 * std::hypot(size.x(), size.z()) / c.h)) + 3;
  const int beyond = aft_open || fore_open ? over : 0;
  const int room_x = c.nx + 2 * beyond, room_z = c.nz + over;
  const auto number = [&](const Node& n) {
    return static_cast<std::uint32_t>((((n.x + beyond) * c.ny + n.y) * room_z + n.z) * tilts + n.tilt);
  };
  const auto node = [&](std::uint32_t id) {
    Node n;
    int rest = static_cast<int>(id);
    n.tilt = rest % tilts;
    rest /= tilts;
    n.z = rest % room_z;
    rest /= room_z;
    n.y = rest % c.ny;
    n.x = rest / c.ny - beyond;
    return n;
  };
  // By which step each was reached.
  struct Step {
    int x, y, z, tilt;
  };
  static constexpr std::array steps{Step{0, 0, 1, 0}, Step{1, 0, 0, 0},  Step{-1, 0, 0, 0}, Step{0, 0, -1, 0},
                                    Step{0, 1, 0, 0}, Step{0, -1, 0, 0}, Step{0, 0, 0, 1},  Step{0, 0, 0, -1}};
  constexpr std::uint8_t not_yet = 255, first = 254;
  std::vector<std::uint8_t> by(
      static_cast<std::size_t>(room_x) * static_cast<std::size_t>(c.ny) * static_cast<std::size_t>(room_z) * tilts,
      not_yet);
  using Entry = std::tuple<int, int, std::uint32_t>;  // guess of the whole way, way so far, node
  std::priority_queue<Entry, std::vector<Entry>, std::greater<>> open;
  // Up to the deck's height and along to the nearest door; twice as much as it is at least, for any way will do.
  const auto guess = [&](const Node& n) {
    const int up = std::max(0, top - n.z - low[static_cast<std::size_t>(n.tilt)]);
    if (up == 0 || !state.deck_on || c.doors.empty()) return 2 * up;
    double aside = std::numeric_limits<double>::infinity();
    for (const Hatch& d : c.doors)
      aside = std::min(aside, std::max({0.0, d.x - c.x(n.x), c.x(n.x) - d.x - d.length}) +
                                  std::max(0.0, std::abs(c.y(n.y) - d.y) - 0.5 * d.width));
    return 2 * (up + static_cast<int>(aside / c.h));
  };
  // With nothing else in, going farther aside than between its place and the middle of a door gains nothing.
  int low_y = 0, high_y = c.ny - 1;
  if (state.standing.empty()) {
    low_y = std::min(start->y, c.near(1, 0.0));
    high_y = std::max(start->y, c.near(1, 0.0));
    for (const Hatch& d : c.doors) {
      low_y = std::min(low_y, c.near(1, d.y));
      high_y = std::max(high_y, c.near(1, d.y));
    }
    low_y = std::max(0, low_y - 1);
    high_y = std::min(c.ny - 1, high_y + 1);
  }
  by[number(*start)] = first;
  open.emplace(guess(*start), 0, number(*start));
  std::optional<Node> goal;
  while (!open.empty() && !goal) {
    const auto [whole, so_far, id] = open.top();
    open.pop();
    const Node n = node(id);
    if (outside(n)) goal = n;
    for (std::size_t s = 0; s < steps.size() && !goal; ++s) {
      const Step& d = steps[s];
      const Node m{n.x + d.x, n.y + d.y, n.z + d.z, n.tilt + d.tilt};
      if (m.x < -beyond || m.x >= c.nx + beyond || m.y < low_y || m.y > high_y || m.z < 0 || m.z >= room_z ||
          m.tilt < 0 || m.tilt >= tilts)
        continue;
      const std::uint32_t next = number(m);
      if (by[next] != not_yet || !free(m) || (d.tilt != 0 && !turns(m, n.tilt))) continue;
      by[next] = static_cast<std::uint8_t>(s);
      const int cost = so_far + 1 + std::abs(d.tilt);
      open.emplace(cost + guess(m), cost, next);
    }
  }
  if (!goal) return out;
  for (Node n = *goal;;) {
    out.way.push_back({{c.x(n.x), c.y(n.y), c.z(n.z)}, upright(n.tilt)});
    const std::uint8_t s = by[number(n)];
    if (s == first) break;
    const Step& d = steps[s];
    n = {n.x - d.x, n.y - d.y, n.z - d.z, n.tilt - d.tilt};
  }
  out.way.push_back({middle, 0.0});
  return out;
}

bool HullRoom::passes(const std::vector<Pose>& way, const Vec3& size, const std::vector<Box3>& standing) const {
  const double h = cells_->h;
  const Vec3 judged = (size - Vec3::Constant(1.5 * h)).cwiseMax(0.2 * h);
  const int across = std::max(1, static_cast<int>(std::ceil(judged.x() / h))),
            up = std::max(1, static_cast<int>(std::ceil(judged.z() / h)));
  for (const Pose& pose : way) {
    const double cos = std::cos(pose.tilt), sin = std::sin(pose.tilt);
    const double reach = 0.5 * std::hypot(judged.x(), judged.z());
    for (const Box3& b : standing) {
      if (b.low.y() > pose.place.y() + 0.5 * judged.y() || b.high.y() < pose.place.y() - 0.5 * judged.y()) continue;
      if (b.low.x() > pose.place.x() + reach || b.high.x() < pose.place.x() - reach) continue;
      if (b.low.z() > pose.place.z() + reach || b.high.z() < pose.place.z() - reach) continue;
      for (int i = 0; i <= across; ++i)
        for (int k = 0; k <= up; ++k) {
          const double u = judged.x() * (static_cast<double>(i) / across - 0.5),
                       v = judged.z() * (static_cast<double>(k) / up - 0.5);
          const double x = pose.place.x() + u * cos - v * sin, z = pose.place.z() + u * sin + v * cos;
          if (x > b.low.x() && x < b.high.x() && z > b.low.z() && z < b.high.z()) return false;
        }
    }
  }
  return true;
}

bool HullRoom::clear(const Vec3& from, const Vec3& to, double radius, const HullState& state) const {
  const Cells& c = *cells_;
  const double length = (to - from).norm();
  const int steps = std::max(1, static_cast<int>(std::ceil(2.0 * length / c.h)));
  for (int s = 0; s <= steps; ++s) {
    const Vec3 p = from + (to - from) * (static_cast<double>(s) / steps);
    for (const Box3& b : state.standing)
      if (((p.array() > b.low.array() - radius) && (p.array() < b.high.array() + radius)).all()) return false;
    if (p.x() < state.from || p.x() > state.to) continue;
    for (const double b : state.bulkheads)
      if (std::abs(p.x() - b) <= 0.501 * c.h &&
          c.filled(b, c.at(0, std::clamp(c.near(1, p.y()), 0, c.ny - 1), std::clamp(c.near(2, p.z()), 0, c.nz - 1))))
        return false;
    const int i = c.near(0, p.x()), j = c.near(1, p.y()), k = c.near(2, p.z());
    if (k >= c.nz) continue;
    if (i < 0 || i >= c.nx || j < 0 || j >= c.ny || k < 0 || !c.open(c.at(i, j, k), p.x(), state)) return false;
  }
  return true;
}

}  // namespace plucky
