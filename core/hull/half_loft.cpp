#include "hull/half_loft.h"

#include <algorithm>
#include <cmath>

#include "base/tolerance.h"

namespace plucky {

namespace {

/// Rings of points joined by triangles and closed at both ends.
class Skinning {
 public:
  Skinning(std::size_t half, std::size_t edge) : half_(half), edge_(edge), ring_(2 * half) {}

  void add_station(double x, const HalfSection& h) {
    const std::size_t first = skin_.mesh.vertices.size();
    skin_.mesh.vertices.resize(first + ring_);
    for (std::size_t j = 0; j <= half_; ++j) {
      const Vec2& p = h[j];
      skin_.mesh.vertices[first + j] = Vec3(x, p.x(), p.y());
      if (j > 0 && j < half_) skin_.mesh.vertices[first + ring_ - j] = Vec3(x, -p.x(), p.y());
    }
    skin_.deck_edge.push_back(skin_.mesh.vertices[first + edge_]);
    ++stations_;
  }

  [[nodiscard]] LoftedSkin take() {
    for (std::size_t i = skin_.deck_edge.size(); i-- > 0;) {
      const Vec3 p = skin_.deck_edge[i];
      skin_.deck_edge.emplace_back(p.x(), -p.y(), p.z());
    }
    for (std::size_t i = 0; i + 1 < stations_; ++i) join(i);
    cap(0, true);
    cap(stations_ - 1, false);
    // Joins coinciding sides; triangles that collapse by it go, and their marks with them.
    std::vector<Surface> marks;
    for (std::size_t i = 0; i < skin_.mesh.triangles.size(); ++i) {
      const Vec3 &a = skin_.mesh.corner(i, 0), &b = skin_.mesh.corner(i, 1), &c = skin_.mesh.corner(i, 2);
      if (a != b && b != c && c != a) marks.push_back(skin_.surface[i]);
    }
    weld(skin_.mesh, 0.0);
    skin_.surface = std::move(marks);
    return std::move(skin_);
  }

 private:
  [[nodiscard]] std::uint32_t at(std::size_t station, std::size_t j) const {
    return static_cast<std::uint32_t>(station * ring_ + j % ring_);
  }
  void mark(Surface s) { skin_.surface.resize(skin_.mesh.triangles.size(), s); }

  [[nodiscard]] bool on_plane(std::uint32_t a, std::uint32_t b, std::uint32_t c) const {
    const std::vector<Vec3>& v = skin_.mesh.vertices;
    return v[a].y() == 0.0 && v[b].y() == 0.0 && v[c].y() == 0.0;
  }

  void join(std::size_t i) {
    std::vector<Triangle>& t = skin_.mesh.triangles;
    for (std::size_t j = 0; j < ring_; ++j) {
      const auto a = at(i, j), b = at(i + 1, j), c = at(i + 1, j + 1), d = at(i, j + 1);
      // Mirrored diagonals keep the hull exactly symmetrical; the other ones where a triangle would lie in the centre
      // plane, as its mirror image does.
      const bool port = j < half_, flat = port ? on_plane(a, b, c) : on_plane(b, c, d);
      if (port != flat)
        t.insert(t.end(), {{a, c, b}, {a, d, c}});
      else
        t.insert(t.end(), {{a, d, b}, {b, d, c}});
      mark(j >= edge_ && j < ring_ - edge_ ? Surface::deck : Surface::shell);
    }
  }

  void cap(std::size_t station, bool aft) {
    std::vector<Vec2> outline;
    std::vector<std::uint32_t> index;
    double wide = 0.0;
    for (std::size_t j = 0; j < ring_; ++j) {
      const Vec3& p = skin_.mesh.vertices[at(station, j)];
      wide = std::max(wide, p.y());
      if (!outline.empty() && (outline.back() == Vec2(p.y(), p.z()) || outline.front() == Vec2(p.y(), p.z()))) continue;
      outline.emplace_back(p.y(), p.z());
      index.push_back(at(station, j));
    }
    if (wide <= tolerance::weld_m || outline.size() < 3) return;
    for (Triangle k : triangulate_polygon(outline)) {
      if (aft) std::swap(k[1], k[2]);
      skin_.mesh.triangles.push_back({index[k[0]], index[k[1]], index[k[2]]});
    }
    mark(aft ? Surface::transom : Surface::shell);
  }

  std::size_t half_, edge_, ring_, stations_ = 0;
  LoftedSkin skin_;
};

}  // namespace

LoftedSkin loft_halves(const std::vector<double>& stations, const std::function<HalfSection(double)>& half,
                       std::size_t edge) {
  std::vector<HalfSection> all;
  all.reserve(stations.size());
  for (const double x : stations) all.push_back(half(x));
  Skinning skinning(all.front().size() - 1, edge);
  for (std::size_t i = 0; i < all.size(); ++i) skinning.add_station(stations[i], all[i]);
  return skinning.take();
}

void add_straight(HalfSection& to, const Vec2& begin, const Vec2& end, int steps) {
  for (int i = 0; i < steps; ++i) to.push_back(begin + (end - begin) * (static_cast<double>(i) / steps));
}

void add_rounded(HalfSection& to, const Vec2& begin, const Vec2& corner, const Vec2& end, double radius,
                 const LegSteps& steps) {
  const Vec2 in = corner - begin, out = end - corner;
  const double a = in.norm(), b = out.norm();
  const double turn = a > 0.0 && b > 0.0 ? std::acos(std::clamp(in.dot(out) / (a * b), -1.0, 1.0)) : 0.0;
  const double reach = std::min(radius * std::tan(0.5 * turn), 0.9 * std::min(a, b));
  const bool room = reach >= tolerance::weld_m;
  const Vec2 from = room ? Vec2(corner - in * (reach / a)) : corner;
  const Vec2 until = room ? Vec2(corner + out * (reach / b)) : corner;
  add_straight(to, begin, from, steps.first);
  // A circular arc as rational quadratic Bezier with weight cos(turn / 2).
  const double weight = std::cos(0.5 * turn);
  for (int i = 0; i < steps.arc; ++i) {
    const double u = static_cast<double>(i) / steps.arc, v = 1.0 - u;
    const double w0 = v * v, w1 = 2.0 * u * v * weight, w2 = u * u;
    to.push_back(room ? Vec2((w0 * from + w1 * corner + w2 * until) / (w0 + w1 + w2)) : corner);
  }
  add_straight(to, until, end, steps.second);
}

std::vector<double> loft_stations(double length, int count, const std::vector<double>& exactly) {
  std::vector<double> x;
  for (int i = 0; i <= count; ++i) {
    const double u = static_cast<double>(i) / count;
    x.push_back(length * (0.65 * u + 0.35 * std::sin(0.5 * pi * u)));
  }
  x.back() = length;
  for (const double wanted : exactly) {
    const auto nearest = std::min_element(
        x.begin() + 1, x.end() - 1, [&](double a, double b) { return std::abs(a - wanted) < std::abs(b - wanted); });
    *nearest = wanted;
  }
  return x;
}

}  // namespace plucky
