#include "brief/sizing.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "flotation/equilibrium.h"
#include "hull/family.h"
#include "hull/morph.h"
#include "layout/mass.h"

namespace plucky {

namespace {

constexpr double coarse = 0.35;  // fineness: sizes are wanted to a millimetre or two, many are tried

/// How much smaller and larger than its usual size a family's measures allow, within 0.2 to 3 m of length.
std::pair<double, double> scales_of(HullFamily family, const HullShape& usual) {
  double low = 0.2 / usual.length, high = 3.0 / usual.length;
  for (const HullParameter& p : hull_parameters(family)) {
    const double value = usual.*p.member;
    if (p.dimension != Dimension::length || !(value > 0.0)) continue;
    low = std::max(low, p.low / value), high = std::min(high, p.high / value);
  }
  // Scaled and read again a limit must not lie beyond itself.
  constexpr double hair = 1e-9;
  return {low * (1.0 + hair), high * (1.0 - hair)};
}

struct Trial {
  double structure = 0.0, mass = 0.0, freeboard = -1.0, draught = 0.0, gm = 0.0;
};

/// Loads a hull of this shape and lets it sink level.
Trial float_level(HullFamily family, const HullShape& shape, const SizeWish& wish) {
  HullDesign design{.family = family, .shape = shape, .skin = wish.skin, .fineness = coarse};
  const HullModel hull = build_hull(design);
  const ImmersedBody body(hull.buoyant);
  const MassBudget structure = mass_budget(hull, design, {});
  Trial t{.structure = structure.total, .mass = structure.total + wish.load};
  const double volume = t.mass / wish.density;
  if (volume >= 0.999 * body.volume()) return t;
  const WaterPlane plane = solve_sinkage(body, volume, {});
  t.freeboard = 1e300;
  for (const Vec3& p : hull.deck_edge) t.freeboard = std::min(t.freeboard, plane.height(p));
  t.draught = plane.offset - hull.box.low.z();
  // A quarter of the height under a bridge keeps the waves off it (common practice, no source).
  if (const auto dry_from = family_of(family).dry_from)
    t.freeboard = std::min(t.freeboard, wish.freeboard + 0.75 * dry_from(shape) - t.draught);
  const Immersion im = body.below(plane);
  const double load_z = hull.box.low.z() + 0.4 * shape.depth;
  const double kg = (structure.total * structure.cg.z() + wish.load * load_z) / t.mass;
  t.gm = im.centre_of_buoyancy().z() + im.waterplane_yy / im.volume - kg;
  return t;
}

}  // namespace

SizeAnswer smallest_hull(HullFamily family, const SizeWish& wish) {
  if (!(wish.load > 0.0)) throw InvalidInput("load", "must be more than zero");
  if (!(wish.freeboard > 0.0)) throw InvalidInput("freeboard", "must be more than zero");
  SizeAnswer answer{.family = family};
  const HullShape usual = default_shape(family);
  auto [low, high] = scales_of(family, usual);
  if (float_level(family, scaled(usual, Vec3::Constant(high)), wish).freeboard < wish.freeboard) {
    answer.message = {"A {0} of {1} still does not carry this load with that freeboard.", family_name(family),
                      length_quantity(high * usual.length)};
    return answer;
  }
  // Freeboard grows with size: bisection to less than a millimetre of length.
  while ((high - low) * usual.length > 5e-4) {
    const double middle = 0.5 * (low + high);
    (float_level(family, scaled(usual, Vec3::Constant(middle)), wish).freeboard < wish.freeboard ? low : high) = middle;
  }
  answer.shape = scaled(usual, Vec3::Constant(high));
  const Trial t = float_level(family, answer.shape, wish);
  answer.solved = true;
  answer.structure = t.structure;
  answer.mass = t.mass;
  answer.freeboard = t.freeboard;
  answer.draught = t.draught;
  answer.gm = t.gm;
  if (wish.longest_piece > 0.0)
    answer.pieces = std::max(1, static_cast<int>(std::ceil(answer.shape.length / wish.longest_piece - 1e-6)));
  answer.too_long = wish.most_length > 0.0 && answer.shape.length > wish.most_length;
  if (answer.too_long) answer.message = "Longer than the limit in the brief.";
  if (t.gm < 0.005) answer.message = "Carries the load but would be tender: give it more beam or keep the load low.";
  return answer;
}

HullDesign design_of(const SizeAnswer& answer, const Skin& skin) {
  return {.family = answer.family, .shape = answer.shape, .skin = skin};
}

Recommendation recommend(const Brief& b) {
  if (b.water == WaterKind::shallow)
    return {HullFamily::flat_bottom, BoatType::air_sled, Propulsor::air_propeller,
            "Very shallow water: nothing may hang below the bottom, so an air propeller on a flat sled; a jet where "
            "there is a hand's breadth of water."};
  if (b.water == WaterKind::weedy)
    return {HullFamily::flat_bottom, BoatType::jet, Propulsor::jet,
            "Weed winds round shafts: a jet with a weed grate, or an air propeller if there is much of it. Clear the "
            "grate often."};
  if (b.wanted_speed > 4.0)
    return {HullFamily::deep_v, BoatType::shaft_monohull, Propulsor::propeller,
            b.water == WaterKind::choppy
                ? "Speed in a chop: a deep V cuts the waves and keeps its propeller in the water."
                : "Speed: a planing V bottom with a shaft; less deadrise is faster on flat water, more is softer."};
  return {HullFamily::round_bilge, BoatType::displacement, Propulsor::propeller,
          "Slow work and loads: a round bilge needs least power below its hull speed; tight turning comes from a "
          "steerable outboard or twin screws."};
}

std::vector<Advice> sizing_advice(double length) {
  constexpr double inch = 0.0254;
  std::vector<Advice> out;
  if (length <= 27 * inch)
    out.push_back(
        {"ESC",
         {"Up to {0} of hull: an ESC of up to {1}.", length_quantity(27 * inch), Quantity{100.0, Dimension::current}}});
  else
    out.push_back({"ESC",
                   {"Over {0} of hull: an ESC of more than {1}.", length_quantity(27 * inch),
                    Quantity{100.0, Dimension::current}}});
  struct Can {
    double low, high, diameter;
    const char* text;
  };
  constexpr Can cans[] = {{0.0, 20 * inch, 0.028, "Under {0} of hull: a motor can of about {1} or less."},
                          {20 * inch, 32.5 * inch, 0.036, "About {0} of hull: a motor can of {1}."},
                          {32.5 * inch, 40 * inch, 0.040, "About {0} of hull: a motor can of {1}."},
                          {40 * inch, 1e3, 0.042, "{0} of hull: a motor can of {1} or more."}};
  for (const Can& c : cans)
    if (length > c.low && length <= c.high)
      out.push_back({"Motor", {c.text, length_quantity(c.low == 0.0 ? c.high : length), length_quantity(c.diameter)}});
  out.push_back({"Cells", "Up to 6 in series counts as low voltage; 8 and more is a high-voltage set."});
  out.push_back(
      {"Revolutions", {"Under load about {0} of Kv times nominal voltage.", Quantity{0.8, Dimension::ratio}}});
  out.push_back({"Slip",
                 {"{0} to {1} at speed, {2} is typical.", Quantity{0.10, Dimension::ratio},
                  Quantity{0.20, Dimension::ratio}, Quantity{0.15, Dimension::ratio}}});
  return out;
}

}  // namespace plucky
