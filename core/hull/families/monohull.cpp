#include "hull/families/monohull.h"

#include <algorithm>
#include <cmath>
#include <functional>

#include "base/error.h"
#include "base/tolerance.h"
#include "geometry/curve.h"
#include "hull/half_loft.h"

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
    const double rise = std::tan(deadrise_(x)), strip = chine_flat(x);
    // Flare takes at most part of the half beam; near the stem it fades with it.
    const double taken = softer_min(std::tan(s_.flare) * height, 0.6 * bs, 0.12 * bs);
    const double lean = taken / height;
    // From the pad to the strip at the bottom's angle, over the strip at its own.
    const double lifted = strip * std::tan(form_.chine_angle) - (half_pad(x) + strip) * rise;
    const double plain_y = (bs - taken + lean * lifted) / (1.0 - lean * rise);
    const double plain_z = plain_y * rise + lifted;
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
    if (form_.pad > 0.0 || form_.chine_flat > 0.0) {
      const Vec2 pad(std::min(half_pad(x), 0.5 * corner.x()), zk);
      const double strip = std::min(chine_flat(x), 0.4 * (corner.x() - pad.x()));
      // What the strip rises is left out where the section has no room for it.
      const double under = std::min(corner.y() - strip * std::tan(form_.chine_angle), edge.y());
      const Vec2 inner(corner.x() - strip, std::max(under, zk));
      add_straight(points, foot, pad, 2);
      add_straight(points, pad, inner, bottom);
      add_straight(points, inner, corner, 2);
      add_straight(points, corner, edge, side);
      points.push_back(edge);
      return points;
    }
    // Without a bilge the corner stays one.
    add_rounded(points, foot, corner, edge, bilge > 0 ? s_.bilge_radius : 0.0, {bottom, bilge, side});
    points.push_back(edge);
    return points;
  }

  /// Points of a half section up to the deck edge, less one.
  [[nodiscard]] int steps(int bottom, int bilge, int side) const {
    return form_.pad > 0.0 || form_.chine_flat > 0.0 ? bottom + side + 4 : bottom + bilge + side;
  }
  [[nodiscard]] double half_pad(double x) const { return form_.pad * half_beam(x) / s_.beam; }
  [[nodiscard]] double chine_flat(double x) const { return form_.chine_flat * half_beam(x) / (0.5 * s_.beam); }

 private:
  [[nodiscard]] std::vector<double> control_stations() const {
    std::vector<double> x;
    for (int i = 0; i < 8; ++i) x.push_back(widest_ * i / 8.0);
    for (int i = 0; i <= 20; ++i) x.push_back(widest_ + (s_.length - widest_) * i / 20.0);
    x.push_back(forefoot_);
    if (form_.barge)
      for (int i = 1; i <= 10; ++i) x.push_back(s_.stern_rake * i / 10.0);
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
    if (form_.barge) {
      const double aft = std::max(0.0, 1.0 - x / s_.stern_rake);
      return s_.stern_rise * std::pow(aft, 1.7) + top * std::pow(w, 1.7);
    }
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
  if (form.barge && s.stern_rise >= 0.9 * s.depth)
    throw InvalidInput("Stern rise", Text("{0} lifts the bottom through the deck edge at {1}",
                                          length_quantity(s.stern_rise), length_quantity(s.depth)));
  if (form.barge && s.stern_rake + s.bow_rake > 0.9 * s.length)
    throw InvalidInput("Stern rake",
                       Text("{0} and the bow's {1} leave no level bottom in {2}", length_quantity(s.stern_rake),
                            length_quantity(s.bow_rake), length_quantity(s.length)));
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
  if (const double strips = form.pad + 2.0 * form.chine_flat; strips > 0.6 * s.beam)
    throw InvalidInput("Width of the pad", Text("pad and chine flats take {0} of a beam of {1}: at most 60 %",
                                                length_quantity(strips), length_quantity(s.beam)));
  if (form.bilge && s.bilge_radius > std::min(0.5 * s.beam, s.depth))
    throw InvalidInput("Bilge radius",
                       Text("{0} is more than the section holds: at most {1}", length_quantity(s.bilge_radius),
                            length_quantity(std::min(0.5 * s.beam, s.depth))));
}

/// One station each where the beam is greatest and where the stem begins, so that both measures come out exactly.
std::vector<double> exact_stations(const HullShape& s) {
  return {s.widest * s.length, s.length - s.bow_rake};
}

}  // namespace

LoftedSkin loft_monohull(const HullShape& shape, const MonohullForm& form, double fineness) {
  const Master master(shape, form);
  check_shape(shape, form, master);

  const auto scaled = [&](int n) { return std::max(2, static_cast<int>(std::lround(n * fineness))); };
  const int bottom = scaled(7), side = scaled(5), deck = scaled(3);
  const int bilge = form.bilge ? scaled(6) : 0;
  const int half = master.steps(bottom, bilge, side);  // of the points, the deck edge
  return loft_halves(
      loft_stations(shape.length, scaled(76), exact_stations(shape)),
      [&](double x) {
        HalfSection h = master.half_section(x, bottom, bilge, side);
        const Vec2 edge = h.back();
        const double crown = master.camber(x);
        for (int d = 1; d <= deck; ++d) {
          const double u = 1.0 - static_cast<double>(d) / deck;
          h.emplace_back(edge.x() * u, edge.y() + crown * (1.0 - u * u));
        }
        return h;
      },
      static_cast<std::size_t>(half));
}

FormLines lines_of_monohull(const HullShape& shape, const MonohullForm& form, int stations) {
  const Master master(shape, form);
  check_shape(shape, form, master);
  if (form.pad > 0.0 || form.chine_flat > 0.0)
    throw InvalidInput("panels", "are not laid out for a bottom with a pad or chine flats; set both to nothing");
  FormLines lines;
  lines.flat = form.flat;
  for (const double x : loft_stations(shape.length, std::max(4, stations), exact_stations(shape))) {
    const std::vector<Vec2> half = master.half_section(x, 1, 0, 1);
    lines.keel.emplace_back(x, half[0].x(), half[0].y());
    lines.chine.emplace_back(x, half[1].x(), half[1].y());
    lines.sheer.emplace_back(x, half[2].x(), half[2].y());
    lines.camber.push_back(master.camber(x));
  }
  return lines;
}

}  // namespace plucky
