// A hull folded from one sheet: sides are planes, the bottom is bent lengthwise alone, so both lie flat without strain.
#include <algorithm>
#include <array>
#include <cmath>

#include "base/error.h"
#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/half_loft.h"

namespace plucky {

namespace {

constexpr std::array folded_measures{measure::length,    measure::beam,     measure::depth,
                                     measure::bow_width, measure::bow_rise, measure::bow_rake,
                                     measure::flare,     measure::rocker,   measure::camber};

void begin_folded(HullShape& s) {
  s.beam = 0.18;
  s.depth = 0.07;
  s.bow_width = 0.75;
  s.bow_rise = 0.05;
  s.bow_rake = 0.14;
  s.flare = radians(12);
  s.rocker = s.sheer = s.camber = 0.0;
  s.transom_width = 1.0;
}

class Folded {
 public:
  explicit Folded(const HullShape& s) : s_(s), forefoot_(s.length - s.bow_rake) {}

  [[nodiscard]] double keel(double x) const {
    // The rocker is an arc's parabola; the bow plate is plane, so its corners are straight.
    const double back = std::max(0.0, 1.0 - x / (0.55 * s_.length));
    return s_.rocker * back * back + s_.bow_rise * std::max(0.0, x - forefoot_) / s_.bow_rake;
  }
  [[nodiscard]] double half_beam(double x) const {
    return 0.5 * s_.beam * (1.0 - (1.0 - s_.bow_width) * x / s_.length);
  }
  /// On the plane of the side.
  [[nodiscard]] double half_bottom(double x) const { return half_beam(x) - std::tan(s_.flare) * (s_.depth - keel(x)); }
  [[nodiscard]] double camber(double x) const {
    const double share = half_beam(x) / (0.5 * s_.beam);
    return s_.camber * share * share;
  }
  [[nodiscard]] std::vector<double> stations(int count) const { return loft_stations(s_.length, count, {forefoot_}); }

  void check() const {
    if (s_.bow_rake > 0.6 * s_.length)
      throw InvalidInput("Bow rake", Text("{0} leaves no straight keel: at most 60 % of the length, {1}",
                                          length_quantity(s_.bow_rake), length_quantity(0.6 * s_.length)));
    for (const auto& [name, rise] : {std::pair{"Bow rise", s_.bow_rise}, std::pair{"Rocker", s_.rocker}})
      if (rise > 0.9 * s_.depth)
        throw InvalidInput(name, Text("{0} lifts the bottom to the deck edge at {1}: at most nine tenths of it",
                                      length_quantity(rise), length_quantity(s_.depth)));
    for (const double x : {0.0, forefoot_})
      if (const double half = half_bottom(x); half < 0.1 * half_beam(x))
        throw InvalidInput("Flare", Text("leaves a bottom of {0} at {1} from the transom; lower the flare, widen the "
                                         "beam or lower the sides",
                                         length_quantity(std::max(0.0, 2.0 * half)), length_quantity(x)));
  }

 private:
  HullShape s_;
  double forefoot_;
};

LoftedSkin loft_folded(const HullShape& s, double fineness) {
  const Folded hull(s);
  hull.check();
  const auto scaled = [&](int n) { return std::max(2, static_cast<int>(std::lround(n * fineness))); };
  const int bottom = scaled(6), side = scaled(5), deck = scaled(4);
  return loft_halves(
      hull.stations(scaled(70)),
      [&](double x) {
        const double z = hull.keel(x), half = hull.half_beam(x), crown = hull.camber(x);
        const Vec2 chine(hull.half_bottom(x), z), edge(half, s.depth);
        HalfSection h;
        add_straight(h, Vec2(0.0, z), chine, bottom);
        add_straight(h, chine, edge, side);
        for (int d = 0; d <= deck; ++d) {
          const double u = 1.0 - static_cast<double>(d) / deck;
          h.emplace_back(half * u, s.depth + crown * (1.0 - u * u));
        }
        return h;
      },
      static_cast<std::size_t>(bottom + side));
}

FormLines folded_lines(const HullShape& s, int stations) {
  const Folded hull(s);
  hull.check();
  FormLines lines;
  lines.flat = true;
  for (const double x : hull.stations(std::max(4, stations))) {
    lines.keel.emplace_back(x, 0.0, hull.keel(x));
    lines.chine.emplace_back(x, hull.half_bottom(x), hull.keel(x));
    lines.sheer.emplace_back(x, hull.half_beam(x), s.depth);
    lines.camber.push_back(hull.camber(x));
  }
  return lines;
}

}  // namespace

Family folded_family() {
  return {.id = HullFamily::folded,
          .key = "folded",
          .name = "hull folded from one sheet",
          .measures = folded_measures,
          .begin = &begin_folded,
          .loft = &loft_folded,
          .lines = &folded_lines,
          .bottom = BottomForm::flat};
}

}  // namespace plucky
