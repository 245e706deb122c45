#include "build/overhang.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>
#include <numeric>
#include <optional>

namespace plucky {

namespace {

/// Up in a stance, in boat axes; on_bed() turns parts the same way.
Vec3 up_in(Stance stance) {
  switch (stance) {
    case Stance::on_end:
      return Vec3::UnitX();
    case Stance::on_side:
      return Vec3::UnitY();
    case Stance::flat:
    case Stance::diagonal:
      break;
  }
  return Vec3::UnitZ();
}

Vec3 size_in(Stance stance, const Vec3& size) {
  switch (stance) {
    case Stance::on_end:
      return {size.y(), size.z(), size.x()};
    case Stance::on_side:
      return {size.x(), size.z(), size.y()};
    case Stance::flat:
    case Stance::diagonal:
      break;
  }
  return size;
}

/// An edge of a level ceiling, seen from above, and whether a wall goes down from it.
struct CeilingEdge {
  Vec2 a, b;
  bool held = false;
};

/// The widest that lines in this direction hang between walls, m; nothing where one of them has a free end.
std::optional<double> span_along(const std::vector<CeilingEdge>& edges, const Vec2& way) {
  const Vec2 across(-way.y(), way.x());
  double low = 1e300, high = -1e300;
  for (const CeilingEdge& e : edges)
    for (const double o : {e.a.dot(across), e.b.dot(across)}) low = std::min(low, o), high = std::max(high, o);
  constexpr int lines = 24;
  double widest = 0.0;
  for (int k = 0; k < lines; ++k) {
    const double o = low + (high - low) * (k + 0.5) / lines;
    std::vector<std::pair<double, bool>> met;
    for (const CeilingEdge& e : edges) {
      const double a = e.a.dot(across) - o, b = e.b.dot(across) - o;
      if ((a < 0.0) == (b < 0.0)) continue;
      met.emplace_back((e.a + (e.b - e.a) * (a / (a - b))).dot(way), e.held);
    }
    std::sort(met.begin(), met.end());
    for (std::size_t i = 0; i + 1 < met.size(); i += 2) {
      if (!met[i].second || !met[i + 1].second) return std::nullopt;
      widest = std::max(widest, met[i + 1].first - met[i].first);
    }
  }
  return widest;
}

/// Finds the level ceilings among what hangs, and marks those that lines can bridge.
class Ceilings {
 public:
  Ceilings(const TriangleMesh& mesh, Stance stance, const Printer& printer)
      : mesh_(mesh), printer_(printer), up_(up_in(stance)) {
    u_ = up_.unitOrthogonal();
    v_ = up_.cross(u_);
  }

  void mark(std::vector<Hang>& hangs) {
    name_corners();
    std::vector<std::size_t> patch(hangs.size());
    std::iota(patch.begin(), patch.end(), std::size_t{0});
    const auto find = [&](std::size_t i) {
      while (patch[i] != i) i = patch[i] = patch[patch[i]];
      return i;
    };
    const auto ceiling = [&](std::size_t f) { return hangs[f] == Hang::hangs && level(f); };
    for (const auto& [edge, faces] : edges_)
      for (std::size_t k = 1; k < faces.size(); ++k)
        if (ceiling(faces[0]) && ceiling(faces[k])) patch[find(faces[k])] = find(faces[0]);
    std::map<std::size_t, std::vector<CeilingEdge>> rims;
    for (const auto& at : edges_)
      for (const std::size_t f : at.second) {
        const Edge& edge = at.first;
        const std::vector<std::size_t>& faces = at.second;
        if (!ceiling(f)) continue;
        const bool inner = std::any_of(faces.begin(), faces.end(),
                                       [&](std::size_t o) { return o != f && ceiling(o) && find(o) == find(f); });
        if (inner) continue;
        const bool held = std::any_of(faces.begin(), faces.end(), [&](std::size_t o) {
          return o != f && hangs[o] != Hang::hangs && goes_down(o, edge);
        });
        rims[find(f)].push_back({flat(edge.first), flat(edge.second), held});
      }
    std::map<std::size_t, bool> bridged;
    for (const auto& [root, rim] : rims) bridged[root] = can_bridge(rim);
    for (std::size_t f = 0; f < hangs.size(); ++f)
      if (ceiling(f) && bridged[find(f)]) marked_.push_back(f);
    for (const std::size_t f : marked_) hangs[f] = Hang::bridges;
  }

 private:
  using Edge = std::pair<std::size_t, std::size_t>;

  /// Corners at one place are one, whichever faces they belong to.
  void name_corners() {
    constexpr double grid = 1e-7;
    std::map<std::array<long, 3>, std::size_t> known;
    name_.reserve(mesh_.vertices.size());
    for (const Vec3& p : mesh_.vertices) {
      const std::array<long, 3> key{std::lround(p.x() / grid), std::lround(p.y() / grid), std::lround(p.z() / grid)};
      const auto [it, fresh] = known.try_emplace(key, places_.size());
      if (fresh) places_.push_back(p);
      name_.push_back(it->second);
    }
    for (std::size_t f = 0; f < mesh_.triangles.size(); ++f)
      for (std::size_t k = 0; k < 3; ++k) {
        const std::size_t a = name_[mesh_.triangles[f][k]], b = name_[mesh_.triangles[f][(k + 1) % 3]];
        if (a != b) edges_[{std::min(a, b), std::max(a, b)}].push_back(f);
      }
  }

  [[nodiscard]] bool level(std::size_t f) const {
    const Vec3 n = (mesh_.corner(f, 1) - mesh_.corner(f, 0)).cross(mesh_.corner(f, 2) - mesh_.corner(f, 0));
    constexpr double flattest = 0.985;  // within ten degrees: what rises along a line is no bridge
    return std::abs(n.dot(up_)) > flattest * n.norm() && n.norm() > 0.0;
  }
  [[nodiscard]] Vec2 flat(std::size_t corner) const { return {places_[corner].dot(u_), places_[corner].dot(v_)}; }

  /// Whether this face leads down from the edge.
  [[nodiscard]] bool goes_down(std::size_t f, const Edge& edge) const {
    for (const std::uint32_t t : mesh_.triangles[f])
      if (const std::size_t c = name_[t]; c != edge.first && c != edge.second)
        return places_[c].dot(up_) < std::min(places_[edge.first].dot(up_), places_[edge.second].dot(up_)) - 1e-6;
    return false;
  }

  [[nodiscard]] bool can_bridge(const std::vector<CeilingEdge>& rim) const {
    constexpr int ways = 18;
    for (int k = 0; k < ways; ++k) {
      const double turn = pi * (k + 0.01) / ways;
      const std::optional<double> span = span_along(rim, {std::cos(turn), std::sin(turn)});
      if (span && *span <= printer_.bridge * 1.01) return true;
    }
    return false;
  }

  const TriangleMesh& mesh_;
  const Printer& printer_;
  Vec3 up_, u_, v_;
  std::vector<std::size_t> name_;
  std::vector<Vec3> places_;
  std::map<Edge, std::vector<std::size_t>> edges_;
  std::vector<std::size_t> marked_;
};

}  // namespace

std::vector<Hang> hangs_of(const TriangleMesh& mesh, Stance stance, const Printer& printer, bool wall) {
  const Vec3 up = up_in(stance);
  double lowest = 1e300;
  for (const Vec3& v : mesh.vertices) lowest = std::min(lowest, v.dot(up));
  const double limit = std::sin(printer.overhang);
  std::vector<Hang> out;
  out.reserve(mesh.triangles.size());
  for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
    const Vec3 &a = mesh.corner(i, 0), &b = mesh.corner(i, 1), &c = mesh.corner(i, 2);
    const Vec3 n = (b - a).cross(c - a);
    const double area = n.norm(), down = area > 0.0 ? -n.dot(up) / area : 0.0;
    const double top = std::max({a.dot(up), b.dot(up), c.dot(up)});
    if (down > 0.99 && top - lowest < printer.layer)
      out.push_back(Hang::lies_on_bed);
    else
      out.push_back((wall ? std::abs(down) : down) > limit + 1e-9 ? Hang::hangs : Hang::stands);
  }
  Ceilings(mesh, stance, printer).mark(out);
  return out;
}

std::vector<StanceChoice> stances_of(const TriangleMesh& mesh, const Printer& printer, bool wall) {
  std::vector<StanceChoice> out;
  const Vec3 size = bounds(mesh).size();
  const double whole = surface_area(mesh);
  for (const Stance stance : {Stance::flat, Stance::diagonal, Stance::on_end, Stance::on_side}) {
    StanceChoice c{.stance = stance, .fit = fit_in(printer, size, stance), .height = size_in(stance, size).z()};
    if (stance == Stance::diagonal && (out.front().fit.fits || !c.fit.fits)) continue;
    const std::vector<Hang> hangs = hangs_of(mesh, stance, printer, wall);
    for (std::size_t i = 0; i < hangs.size(); ++i) {
      const double area = triangle_area(mesh.corner(i, 0), mesh.corner(i, 1), mesh.corner(i, 2));
      if (hangs[i] == Hang::hangs) c.overhang += area;
      if (hangs[i] == Hang::bridges) c.bridged += area;
    }
    out.push_back(c);
  }
  const double alike = 0.05 * whole;
  double least = 1e300;
  for (const StanceChoice& c : out)
    if (c.fit.fits) least = std::min(least, c.overhang);
  const auto rank = [&](const StanceChoice& c) { return !c.fit.fits ? 2 : c.overhang <= least + alike ? 0 : 1; };
  std::stable_sort(out.begin(), out.end(), [&](const StanceChoice& l, const StanceChoice& r) {
    if (rank(l) != rank(r)) return rank(l) < rank(r);
    return rank(l) == 0 ? l.height < r.height : l.overhang < r.overhang;
  });
  return out;
}

std::vector<Vec3> islands_of(const TriangleMesh& solid, Stance stance, const Printer& printer) {
  const Vec3 up = up_in(stance);
  const std::size_t n = solid.vertices.size();
  std::vector<double> height(n);
  double lowest = 1e300;
  for (std::size_t i = 0; i < n; ++i) lowest = std::min(lowest, height[i] = solid.vertices[i].dot(up));
  // Level corners that hang together count as one; a step under a tenth of a layer is level.
  const double level = 0.1 * printer.layer;
  std::vector<std::size_t> root(n);
  std::iota(root.begin(), root.end(), std::size_t{0});
  const auto find = [&](std::size_t i) {
    while (root[i] != i) i = root[i] = root[root[i]];
    return i;
  };
  for (const Triangle& t : solid.triangles)
    for (std::size_t k = 0; k < 3; ++k)
      if (const std::size_t a = t[k], b = t[(k + 1) % 3]; std::abs(height[a] - height[b]) < level)
        root[find(a)] = find(b);
  // A place that some face leads down from is none; nor is one whose faces look up: there is stuff beneath.
  std::vector<bool> supported(n, false);
  std::vector<double> looks_down(n, 0.0);
  for (std::size_t f = 0; f < solid.triangles.size(); ++f) {
    const Triangle& t = solid.triangles[f];
    const Vec3 normal = (solid.corner(f, 1) - solid.corner(f, 0)).cross(solid.corner(f, 2) - solid.corner(f, 0));
    for (std::size_t k = 0; k < 3; ++k) {
      const std::size_t a = find(t[k]);
      looks_down[a] -= normal.dot(up);
      for (std::size_t m = 0; m < 3; ++m)
        if (find(t[m]) != a && height[t[m]] < height[t[k]]) supported[a] = true;
    }
  }
  std::vector<Vec3> out;
  for (std::size_t i = 0; i < n; ++i)
    if (find(i) == i && !supported[i] && looks_down[i] > 0.0 && height[i] - lowest > printer.layer)
      out.push_back(solid.vertices[i]);
  return out;
}

TriangleMesh stretch_of(const TriangleMesh& skin, double from, double to) {
  TriangleMesh out;
  for (std::size_t i = 0; i < skin.triangles.size(); ++i) {
    std::vector<Vec3> face{skin.corner(i, 0), skin.corner(i, 1), skin.corner(i, 2)};
    // What of it lies before the first plane and behind the second goes.
    for (const auto& [at, side] : {std::pair{from, 1.0}, {to, -1.0}}) {
      std::vector<Vec3> kept;
      for (std::size_t k = 0; k < face.size(); ++k) {
        const Vec3 &a = face[k], &b = face[(k + 1) % face.size()];
        const double in_a = side * (a.x() - at), in_b = side * (b.x() - at);
        if (in_a >= 0.0) kept.push_back(a);
        if ((in_a < 0.0) != (in_b < 0.0)) kept.emplace_back(a + (b - a) * (in_a / (in_a - in_b)));
      }
      face = std::move(kept);
    }
    const auto first = static_cast<std::uint32_t>(out.vertices.size());
    out.vertices.insert(out.vertices.end(), face.begin(), face.end());
    for (std::uint32_t k = 2; k < face.size(); ++k) out.triangles.push_back({first, first + k - 1, first + k});
  }
  return out;
}

}  // namespace plucky
