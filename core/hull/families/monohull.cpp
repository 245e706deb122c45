#include "hull/families/monohull.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "base/error.h"
#include "base/tolerance.h"
#include "geometry/curve.h"

namespace plucky {

namespace {

/// Smooth lesser of two values: rounds the corner over a width k.
double softer_min(double a, double b, double k) {
  return 0.5 * (a + b - std::sqrt((a - b) * (a - b) + k * k));
}

/// The curves every station is cut from, and the rules of the family.
class Master {
 public:
  Master(const HullShape& s, const MonohullForm& form) : form_(form), s_(s) {
    widest_ = s.widest * s.length;
    forefoot_ = s.length - s.bow_rake;
    const std::vector<double> x = control_stations();
    sheer_z_ = spline(x, [&](double at) { return sheer_height(at); });
    keel_z_ = spline(x, [&](double at) { return keel_height(at); });
    half_beam_ = spline(x, [&](double at) { return deck_half_beam(at); });
    deadrise_ = Curve({0.0, 0.5 * s.length, 0.8 * s.length, s.length},
                      {form.deadrise_aft, form.deadrise_amid,
                       form.deadrise_amid + 0.45 * (form.deadrise_bow - form.deadrise_amid), form.deadrise_bow});
  }

  // Where keel meets deck edge, or side meets side, they meet exactly: rounding must not leave slivers at the stem.
  [[nodiscard]] double keel(double x) const {
    const double keel = keel_z_(x), top = sheer_z_(x);
    return top - keel < tolerance::weld_m ? top : keel;
  }
  [[nodiscard]] double sheer(double x) const { return sheer_z_(x); }
  [[nodiscard]] double half_beam(double x) const {
    const double half = half_beam_(x);
    return half < tolerance::weld_m ? 0.0 : half;
  }
  [[nodiscard]] double camber(double x) const {
    const double share = half_beam(x) / (0.5 * s_.beam);
    return s_.camber * share * share;
  }

  /// Where bottom and side would meet without rounding, and whether the plain geometry had to give way.
  struct Corner {
    double y, z;
    bool forced;
  };
  [[nodiscard]] Corner corner(double x) const {
    const double bs = half_beam(x), zk = keel(x), height = sheer(x) - zk;
    if (bs <= 1e-12 || height <= 1e-12) return {0.0, zk, false};
    const double rise = std::tan(deadrise_(x));
    // Flare takes at most part of the half beam; near the stem it fades with it.
    const double taken = softer_min(std::tan(s_.flare) * height, 0.6 * bs, 0.12 * bs);
    const double lean = taken / height;
    const double plain_y = (bs - taken) / (1.0 - lean * rise);
    const double plain_z = plain_y * rise;
    const double top = 0.78 * height;
    const double z = form_.flat ? 0.0 : softer_min(plain_z, top, 0.08 * height);
    const double y = std::max(0.0, bs - lean * (height - z));
    return {y, zk + std::max(0.0, z), std::tan(s_.flare) * height > 0.75 * bs || plain_z > 0.92 * height};
  }

  /// Half section from the keel to the deck edge: points (y, z), always the same number.
  [[nodiscard]] std::vector<Vec2> half_section(double x, int bottom, int bilge, int side) const {
    const double zk = keel(x), zs = sheer(x), bs = half_beam(x);
    const Vec2 foot(0.0, zk), edge(bs, zs);
    const Corner c = corner(x);
    Vec2 corner(c.y, c.z);
    if (bs <= 1e-12) corner = Vec2(0.0, form_.flat ? zk : zk + 0.6 * (zs - zk));
    std::vector<Vec2> points;
    const auto straight = [&](const Vec2& a, const Vec2& b, int n) {
      for (int i = 0; i < n; ++i) points.push_back(a + (b - a) * (static_cast<double>(i) / n));
    };
    if (bilge == 0) {
      straight(foot, corner, bottom);
      straight(corner, edge, side);
    } else {
      const Vec2 in = corner - foot, out = edge - corner;
      const double a = in.norm(), b = out.norm();
      const double turn = a > 0.0 && b > 0.0 ? std::acos(std::clamp(in.dot(out) / (a * b), -1.0, 1.0)) : 0.0;
      // The arc may use up to nine tenths of the shorter leg; towards the ends it shrinks with the section.
      double reach = std::min(s_.bilge_radius * std::tan(0.5 * turn), 0.9 * std::min(a, b));
      if (reach < tolerance::weld_m) reach = 0.0;  // no room for an arc: all its points are the corner itself
      const Vec2 start = reach > 0.0 ? Vec2(corner - in * (reach / a)) : corner;
      const Vec2 end = reach > 0.0 ? Vec2(corner + out * (reach / b)) : corner;
      straight(foot, start, bottom);
      // A circular arc as rational quadratic Bezier with weight cos(turn/2).
      const double weight = std::cos(0.5 * turn);
      for (int i = 0; i < bilge; ++i) {
        if (reach == 0.0) {
          points.push_back(corner);
          continue;
        }
        const double u = static_cast<double>(i) / bilge, v = 1.0 - u;
        const double w0 = v * v, w1 = 2.0 * u * v * weight, w2 = u * u;
        points.push_back((w0 * start + w1 * corner + w2 * end) / (w0 + w1 + w2));
      }
      straight(end, edge, side);
    }
    points.push_back(edge);
    return points;
  }

 private:
  [[nodiscard]] std::vector<double> control_stations() const {
    std::vector<double> x;
    for (int i = 0; i < 8; ++i) x.push_back(widest_ * i / 8.0);
    for (int i = 0; i <= 20; ++i) x.push_back(widest_ + (s_.length - widest_) * i / 20.0);
    x.push_back(forefoot_);
    for (int i = 1; i < 10; ++i) x.push_back(forefoot_ + s_.bow_rake * i / 10.0);
    std::sort(x.begin(), x.end());
    x.erase(std::unique(x.begin(), x.end(), [&](double a, double b) { return std::abs(a - b) < 1e-6 * s_.length; }),
            x.end());
    x.back() = s_.length;
    return x;
  }

  static Curve spline(const std::vector<double>& x, const std::function<double(double)>& y) {
    std::vector<double> values;
    for (double at : x) values.push_back(y(at));
    return {x, values};
  }

  [[nodiscard]] double sheer_height(double x) const {
    const double middle = 0.5 * s_.length;
    const double u = std::max(0.0, (x - middle) / (s_.length - middle));
    return s_.depth + s_.sheer * u * u;
  }

  [[nodiscard]] double keel_height(double x) const {
    const double middle = 0.55 * s_.length;
    const double back = std::max(0.0, 1.0 - x / middle);
    const double top = form_.flat ? s_.bow_rise : sheer_height(s_.length);
    const double w = std::max(0.0, (x - forefoot_) / s_.bow_rake);
    return s_.rocker * back * back + top * std::pow(w, form_.flat ? 1.7 : 2.2);
  }

  [[nodiscard]] double deck_half_beam(double x) const {
    const double half = 0.5 * s_.beam;
    if (x < widest_) {
      const double u = 1.0 - x / widest_;
      return half * (1.0 - (1.0 - s_.transom_width) * u * u);
    }
    const double u = (x - widest_) / (s_.length - widest_);
    return half * (1.0 - (1.0 - s_.bow_width) * std::pow(u, 1.7 + 2.5 * s_.bow_fullness));
  }

  MonohullForm form_;
  HullShape s_;
  double widest_ = 0.0, forefoot_ = 0.0;
  Curve sheer_z_, keel_z_, half_beam_, deadrise_;
};

/// Combinations that would make surfaces cross, each with its reason in the builder's words.
void check_shape(const HullShape& s, const MonohullForm& form, const Master& m) {
  if (s.bow_rake > 0.6 * s.length)
    throw InvalidInput("Bow rake", Text("{0} leaves no straight keel: at most 60 % of the length, {1}",
                                        length_quantity(s.bow_rake), length_quantity(0.6 * s.length)));
  if (s.rocker >= 0.8 * s.depth)
    throw InvalidInput("Rocker", Text("{0} lifts the keel at the transom through the deck edge at {1}",
                                      length_quantity(s.rocker), length_quantity(s.depth)));
  if (form.flat && s.bow_rise >= 0.95 * m.sheer(s.length))
    throw InvalidInput("Bow rise", Text("{0} lifts the bottom through the deck edge, {1} high at the bow",
                                        length_quantity(s.bow_rise), length_quantity(m.sheer(s.length))));
  // A little ahead of amidships all families still have their full section; farther forward the bow closes it by
  // design.
  for (const double share : {0.0, 0.25, 0.5}) {
    const double x = share * s.length;
    const double height = m.sheer(x) - m.keel(x), bs = m.half_beam(x);
    const double side = std::tan(s.flare) * height;
    if (side > 0.75 * bs)
      throw InvalidInput(
          "Flare", Text("{0} over {1} of side takes {2} of the half beam of {3}: no bottom "
                        "would be left",
                        angle_quantity(s.flare), length_quantity(height), length_quantity(side), length_quantity(bs)));
    const Master::Corner c = m.corner(x);
    if (c.forced)
      throw InvalidInput("Deadrise", Text("lifts the chine above the deck edge ({0} over the keel) at {1} from the "
                                          "transom: lower the deadrise, narrow the beam or deepen the hull",
                                          length_quantity(height), length_quantity(x)));
  }
  if (form.bilge && s.bilge_radius > std::min(0.5 * s.beam, s.depth))
    throw InvalidInput("Bilge radius",
                       Text("{0} is more than the section holds: at most {1}", length_quantity(s.bilge_radius),
                            length_quantity(std::min(0.5 * s.beam, s.depth))));
}

/// Stations: even along the body, closer where the bow curves.
std::vector<double> loft_stations(const HullShape& s, int count) {
  std::vector<double> x;
  for (int i = 0; i <= count; ++i) {
    const double u = static_cast<double>(i) / count;
    x.push_back(s.length * (0.65 * u + 0.35 * std::sin(0.5 * pi * u)));
  }
  x.back() = s.length;
  // One station each where the beam is greatest and where the stem begins, so that both measures come out exactly.
  for (const double wanted : {s.widest * s.length, s.length - s.bow_rake}) {
    const auto nearest = std::min_element(
        x.begin() + 1, x.end() - 1, [&](double a, double b) { return std::abs(a - wanted) < std::abs(b - wanted); });
    *nearest = wanted;
  }
  return x;
}

}  // namespace

LoftedSkin loft_monohull(const HullShape& shape, const MonohullForm& form, double fineness) {
  const Master master(shape, form);
  check_shape(shape, form, master);

  const auto scaled = [&](int n) { return std::max(2, static_cast<int>(std::lround(n * fineness))); };
  const int bottom = scaled(7), side = scaled(5), deck = scaled(3);
  const int bilge = form.bilge ? scaled(6) : 0;
  const std::vector<double> xs = loft_stations(shape, scaled(76));

  // Each station is a ring: keel, up the port side, across the deck, down the starboard side.
  const int half = bottom + bilge + side;  // index of the port deck edge
  const int ring = 2 * (half + deck);
  LoftedSkin skin;
  for (const double x : xs) {
    const std::vector<Vec2> h = master.half_section(x, bottom, bilge, side);
    const double bs = h.back().x(), crown = master.camber(x);
    std::vector<Vec3> points(static_cast<std::size_t>(ring));
    for (int j = 0; j <= half; ++j) {
      points[j] = Vec3(x, h[j].x(), h[j].y());
      if (j > 0) points[ring - j] = Vec3(x, -h[j].x(), h[j].y());
    }
    for (int d = 1; d <= deck; ++d) {
      const double u = 1.0 - static_cast<double>(d) / deck;
      const double z = h.back().y() + crown * (1.0 - u * u);
      points[half + d] = Vec3(x, bs * u, z);
      if (d < deck) points[ring - half - d] = Vec3(x, -bs * u, z);
    }
    skin.mesh.vertices.insert(skin.mesh.vertices.end(), points.begin(), points.end());
    skin.deck_edge.push_back(points[half]);
  }
  for (std::size_t i = skin.deck_edge.size(); i-- > 0;) {
    const Vec3 p = skin.deck_edge[i];
    skin.deck_edge.emplace_back(p.x(), -p.y(), p.z());
  }

  std::vector<Triangle>& t = skin.mesh.triangles;
  const auto at = [&](std::size_t station, int j) { return static_cast<std::uint32_t>(station * ring + j % ring); };
  const auto mark = [&](Surface s) { skin.surface.resize(t.size(), s); };
  for (std::size_t i = 0; i + 1 < xs.size(); ++i)
    for (int j = 0; j < ring; ++j) {
      const auto a = at(i, j), b = at(i + 1, j), c = at(i + 1, j + 1), d = at(i, j + 1);
      // Mirrored diagonals keep the hull exactly symmetrical.
      if (j < ring / 2)
        t.insert(t.end(), {{a, c, b}, {a, d, c}});
      else
        t.insert(t.end(), {{a, d, b}, {b, d, c}});
      mark(j >= half && j < ring - half ? Surface::deck : Surface::shell);
    }
  const auto cap = [&](std::size_t station, bool aft) {
    std::vector<Vec2> outline;
    std::vector<std::uint32_t> index;
    for (int j = 0; j < ring; ++j) {
      const Vec3& p = skin.mesh.vertices[at(station, j)];
      if (!outline.empty() && outline.back() == Vec2(p.y(), p.z())) continue;
      outline.emplace_back(p.y(), p.z());
      index.push_back(at(station, j));
    }
    for (Triangle k : triangulate_polygon(outline)) {
      if (aft) std::swap(k[1], k[2]);
      t.push_back({index[k[0]], index[k[1]], index[k[2]]});
    }
    mark(aft ? Surface::transom : Surface::shell);
  };
  cap(0, true);
  if (master.half_beam(shape.length) > 1e-9) cap(xs.size() - 1, false);

  // Joins the stem's coinciding sides; triangles that collapse by it go, and their marks with them.
  std::vector<Surface> marks;
  for (std::size_t i = 0; i < t.size(); ++i) {
    const Vec3 &a = skin.mesh.corner(i, 0), &b = skin.mesh.corner(i, 1), &c = skin.mesh.corner(i, 2);
    if (a != b && b != c && c != a) marks.push_back(skin.surface[i]);
  }
  weld(skin.mesh, 0.0);
  skin.surface = std::move(marks);
  return skin;
}

FormLines lines_of_monohull(const HullShape& shape, const MonohullForm& form, int stations) {
  const Master master(shape, form);
  check_shape(shape, form, master);
  FormLines lines;
  lines.flat = form.flat;
  for (const double x : loft_stations(shape, std::max(4, stations))) {
    const std::vector<Vec2> half = master.half_section(x, 1, 0, 1);
    lines.keel.emplace_back(x, half[0].x(), half[0].y());
    lines.chine.emplace_back(x, half[1].x(), half[1].y());
    lines.sheer.emplace_back(x, half[2].x(), half[2].y());
    lines.camber.push_back(master.camber(x));
  }
  return lines;
}

}  // namespace plucky
