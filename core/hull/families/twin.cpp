#include "hull/families/twin.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "base/tolerance.h"
#include "hull/half_loft.h"

namespace plucky {

namespace {

/// How many steps each stretch of a half section has.
struct Steps {
  int bridge, wall, bottom, bilge, side, deck;
  /// Index of the deck edge.
  [[nodiscard]] std::size_t edge() const {
    return static_cast<std::size_t>(bridge + 2 * (wall + bottom + bilge) + 1 + side);
  }
};

class Twin {
 public:
  Twin(const HullShape& s, const TwinForm& form) : s_(s), form_(form) {
    narrows_from_ = std::min(0.6 * s.length, s.length - s.bow_rake);
  }

  /// Width of one body.
  [[nodiscard]] double width(double x) const {
    const double u = std::max(0.0, (x - narrows_from_) / (s_.length - narrows_from_));
    const double w = s_.hull_beam * (1.0 - std::pow(u, 1.7 + 2.5 * s_.bow_fullness));
    return w < tolerance::weld_m ? 0.0 : w;
  }
  [[nodiscard]] double keel(double x) const {
    const double back = std::max(0.0, 1.0 - x / (0.55 * s_.length));
    const double w = std::max(0.0, (x - (s_.length - s_.bow_rake)) / s_.bow_rake);
    const double run =
        form_.sponsons ? std::max(0.0, x - s_.sponson_end) * std::tan(s_.sponson_angle) : s_.rocker * back * back;
    const double z = run + (s_.bridge_height - (form_.sponsons ? run : 0.0)) * std::pow(w, 2.2);
    return s_.bridge_height - z < tolerance::weld_m ? s_.bridge_height : z;
  }

  /// Where a half section turns, m, and the deck's crown over its edge.
  struct Corners {
    Vec2 inner_top, inner, foot, outer, outer_top, overhang, edge;
    double crown;
  };
  [[nodiscard]] Corners corners(double x) const {
    const bool alone = form_.sponsons && x < s_.sponson_end;  // the middle behind the sponsons
    const double w = alone ? 0.0 : width(x), bridge = s_.bridge_height, zk = w > 0.0 ? keel(x) : bridge;
    const double in = alone ? 0.5 * s_.afterbody_width : 0.5 * s_.beam - s_.hull_beam + form_.keel * (s_.hull_beam - w);
    double out = in + w;
    const double deck = form_.deck_follows || alone ? out : 0.5 * s_.beam;
    if (deck - out < tolerance::weld_m) out = deck;
    const double deep = bridge - zk, share = deck / (0.5 * s_.beam);
    const Vec2 foot(in + form_.keel * w, zk);
    // The chines stay below the bridge, however steep the bottom is.
    const auto chine = [&](double y) {
      const double rise = std::min(std::tan(s_.deadrise_midships) * std::abs(y - foot.x()), 0.75 * deep);
      return Vec2(y, zk + rise);
    };
    return {.inner_top = {in, bridge},
            .inner = chine(in),
            .foot = foot,
            .outer = chine(out),
            .outer_top = {out, bridge},
            .overhang = {deck, bridge},
            .edge = {deck, s_.depth},
            .crown = s_.camber * share * share};
  }

  [[nodiscard]] HalfSection half(double x, const Steps& n) const {
    const Corners c = corners(x);
    HalfSection h;
    add_straight(h, Vec2(0.0, s_.bridge_height), c.inner_top, n.bridge);
    add_rounded(h, c.inner_top, c.inner, c.foot, s_.bilge_radius, {n.wall, n.bilge, n.bottom});
    add_rounded(h, c.foot, c.outer, c.outer_top, s_.bilge_radius, {n.bottom, n.bilge, n.wall});
    add_straight(h, c.outer_top, c.overhang, 1);
    add_straight(h, c.overhang, c.edge, n.side);
    h.push_back(c.edge);
    for (int d = 1; d <= n.deck; ++d) {
      const double u = 1.0 - static_cast<double>(d) / n.deck;
      h.emplace_back(c.edge.x() * u, s_.depth + c.crown * (1.0 - u * u));
    }
    return h;
  }

  void check() const {
    const double gap = s_.beam - 2.0 * s_.hull_beam;
    if (gap < 0.05 * s_.beam)
      throw InvalidInput("Beam of one hull", Text("{0} twice leaves no room between the hulls in a beam of {1}",
                                                  length_quantity(s_.hull_beam), length_quantity(s_.beam)));
    if (s_.bridge_height > 0.93 * s_.depth)
      throw InvalidInput("Height of the bridge", Text("{0} leaves no bridge under a deck at {1}",
                                                      length_quantity(s_.bridge_height), length_quantity(s_.depth)));
    if (s_.rocker > 0.6 * s_.bridge_height)
      throw InvalidInput("Rocker", Text("{0} lifts the keels at the transom to the bridge at {1}",
                                        length_quantity(s_.rocker), length_quantity(s_.bridge_height)));
    if (s_.bow_rake > 0.6 * s_.length)
      throw InvalidInput("Bow rake", Text("{0} leaves no straight keel: at most 60 % of the length, {1}",
                                          length_quantity(s_.bow_rake), length_quantity(0.6 * s_.length)));
    const double run = std::max(form_.keel, 1.0 - form_.keel) * s_.hull_beam;
    if (const double rise = std::tan(s_.deadrise_midships) * run; rise > 0.75 * (s_.bridge_height - s_.rocker))
      throw InvalidInput("Deadrise, midships",
                         Text("lifts the chine to the bridge: {0} over the keel, the bridge is at {1}",
                              length_quantity(rise), length_quantity(s_.bridge_height)));
    if (form_.sponsons) check_sponsons();
    if (s_.bilge_radius > std::min(0.5 * s_.hull_beam, s_.bridge_height))
      throw InvalidInput("Bilge radius",
                         Text("{0} is more than the section holds: at most {1}", length_quantity(s_.bilge_radius),
                              length_quantity(std::min(0.5 * s_.hull_beam, s_.bridge_height))));
  }

  /// Where the loft has its stations; an upright face is two that lie next to one another.
  [[nodiscard]] std::vector<double> stations(int count) const {
    std::vector<double> exactly{narrows_from_, s_.length - s_.bow_rake};
    if (form_.sponsons) exactly.push_back(s_.sponson_end);
    std::vector<double> x = loft_stations(s_.length, count, exactly);
    if (form_.sponsons)
      x.insert(std::lower_bound(x.begin(), x.end(), s_.sponson_end), s_.sponson_end - 1e-4 * s_.length);
    return x;
  }

 private:
  void check_sponsons() const {
    const double forefoot = s_.length - s_.bow_rake, gap = s_.beam - 2.0 * s_.hull_beam;
    if (s_.sponson_end > 0.9 * forefoot || s_.sponson_end < 0.1 * s_.length)
      throw InvalidInput(
          "Sponsons end at",
          Text("{0} from the transom is not between a tenth of the length, {1}, and where the bow begins, {2}",
               length_quantity(s_.sponson_end), length_quantity(0.1 * s_.length), length_quantity(0.9 * forefoot)));
    if (const double rise = (forefoot - s_.sponson_end) * std::tan(s_.sponson_angle); rise > 0.8 * s_.bridge_height)
      throw InvalidInput("Angle of the sponsons",
                         Text("lifts their bottoms {0} by the bow, the middle's bottom is {1} over their after ends",
                              length_quantity(rise), length_quantity(s_.bridge_height)));
    if (s_.afterbody_width < gap || s_.afterbody_width > s_.beam)
      throw InvalidInput("Width of the afterbody",
                         Text("{0} is not between the width of the tunnel, {1}, and the beam, {2}",
                              length_quantity(s_.afterbody_width), length_quantity(gap), length_quantity(s_.beam)));
  }

  HullShape s_;
  TwinForm form_;
  double narrows_from_ = 0.0;
};

}  // namespace

LoftedSkin loft_twin(const HullShape& s, const TwinForm& form, double fineness) {
  const Twin twin(s, form);
  twin.check();
  const auto scaled = [&](int n) { return std::max(2, static_cast<int>(std::lround(n * fineness))); };
  const Steps n{.bridge = scaled(3),
                .wall = scaled(4),
                .bottom = scaled(4),
                .bilge = scaled(5),
                .side = scaled(3),
                .deck = scaled(4)};
  return loft_halves(
      twin.stations(scaled(70)), [&](double x) { return twin.half(x, n); }, n.edge());
}

FormLines lines_of_twin(const HullShape& s, const TwinForm& form, int stations) {
  const Twin twin(s, form);
  twin.check();
  FormLines l;
  for (const double x : twin.stations(stations)) {
    const auto c = twin.corners(x);
    const auto at = [x](const Vec2& v) { return Vec3(x, v.x(), v.y()); };
    l.roof.push_back(at(c.inner_top));
    l.keel.push_back(at(c.foot));
    l.chine.push_back(at(c.outer));
    l.sheer.push_back(at(c.edge));
    l.camber.push_back(c.crown);
  }
  return l;
}

}  // namespace plucky
