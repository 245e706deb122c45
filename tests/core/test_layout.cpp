// Mass, fit, hatches.
#include <gtest/gtest.h>

#include <set>

#include "layout/component.h"
#include "layout/fit.h"
#include "layout/mass.h"
#include "project/catalogue.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// A box hull 1 x 0.2 x 0.1 m with 2 mm skin: distances can be counted on fingers.
HullDesign box_hull() {
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<const TriangleMesh>(box_mesh({0, -0.1, 0}, {1, 0.1, 0.1}));
  d.skin.shell_thickness = d.skin.deck_thickness = 0.002;
  return d;
}

Part block(Vec3 size, Vec3 place) {
  Part p;
  p.id = 7;
  p.name = "Block";
  p.size = size;
  p.place = place;
  p.mass = 0.1;
  return p;
}

}  // namespace

TEST(Fit, MeasuresClearanceToTheInsideOfTheSkin) {
  const HullDesign d = box_hull();
  const HullModel hull = build_hull(d);
  const SkinFit fit = fit_to_skin(hull, d.skin, block({0.1, 0.04, 0.04}, {0.5, 0, 0.03}));
  EXPECT_TRUE(fit.inside);
  EXPECT_NEAR(fit.clearance, 0.03 - 0.02 - 0.002, 1e-7);
}

TEST(Fit, TellsHowDeepAPartStandsThroughTheSkin) {
  const HullDesign d = box_hull();
  const HullModel hull = build_hull(d);
  const SkinFit fit = fit_to_skin(hull, d.skin, block({0.1, 0.04, 0.04}, {0.5, 0.085, 0.05}));
  EXPECT_FALSE(fit.inside);
  EXPECT_NEAR(fit.cut_depth, 0.005 + 0.002, 1e-6);
  // Within the outer skin but into its thickness counts as through as well.
  const SkinFit touching = fit_to_skin(hull, d.skin, block({0.1, 0.04, 0.04}, {0.5, 0.079, 0.05}));
  EXPECT_FALSE(touching.inside);
  EXPECT_NEAR(touching.cut_depth, 0.001, 1e-6);
}

TEST(Fit, ACylinderFitsDeeperIntoAVThanItsBox) {
  HullDesign d;
  d.shape = default_shape(HullFamily::deep_v);
  const HullModel hull = build_hull(d);
  Part motor = block({0.06, 0.036, 0.036}, {0.2, 0, 0.0225});
  const bool box_inside = fit_to_skin(hull, d.skin, motor).inside;
  motor.shape = PartShape::cylinder_x;
  EXPECT_FALSE(box_inside);
  EXPECT_TRUE(fit_to_skin(hull, d.skin, motor).inside);
}

TEST(Overlap, IsSymmetricAndIgnoresTouching) {
  const Part a = block({0.1, 0.1, 0.1}, {0, 0, 0}), b = block({0.1, 0.1, 0.1}, {0.1, 0, 0}),
             c = block({0.1, 0.1, 0.1}, {0.099, 0, 0});
  EXPECT_FALSE(overlap(a, b));
  EXPECT_TRUE(overlap(a, c));
  EXPECT_TRUE(overlap(c, a));
  // Two cylinders corner to corner: their boxes overlap, they do not.
  Part p = block({0.1, 0.04, 0.04}, {0, 0, 0}), q = block({0.1, 0.04, 0.04}, {0, 0.035, 0.035});
  EXPECT_TRUE(overlap(p, q));
  p.shape = q.shape = PartShape::cylinder_x;
  EXPECT_FALSE(overlap(p, q));
}

TEST(Gap, IsTheShortestWayBetweenParts) {
  Part a = block({0.1, 0.04, 0.04}, {0, 0, 0}), b = block({0.1, 0.04, 0.04}, {0.13, 0.05, 0});
  EXPECT_NEAR(gap_between(a, b), std::hypot(0.03, 0.01), 1e-9);
  // Side by side as cylinders: from axis to axis less the two radii.
  b.place = {0.02, 0.05, 0.03};
  a.shape = b.shape = PartShape::cylinder_x;
  EXPECT_NEAR(gap_between(a, b), std::hypot(0.05, 0.03) - 0.04, 1e-6);
  b.place = {0.02, 0.01, 0.01};
  EXPECT_NEAR(gap_between(a, b), 0.0, 1e-9);
  HullDesign d = box_hull();
  d.bulkheads.push_back({.id = 20, .x = 0.7});
  Layout layout;
  layout.parts = {block({0.1, 0.04, 0.04}, {0.5, 0, 0.03}), block({0.05, 0.04, 0.04}, {0.5, 0.06, 0.03})};
  layout.parts[1].id = 8;
  const HullModel hull = build_hull(d);
  const PartFit fit = fit_part(hull, d, layout, layout.parts[0], {});
  EXPECT_EQ(fit.nearest_part, 8u);
  EXPECT_NEAR(fit.part_gap, 0.02, 1e-9);
  EXPECT_NEAR(*fit.bulkhead_gap, 0.15, 1e-9);
}

TEST(Hatch, LetsPartsThroughInTheLeastAwkwardWay) {
  EXPECT_EQ(pass_opening({0.10, 0.05, 0.03}, 0.12, 0.06, 0.5).how, HatchPassage::straight);
  EXPECT_EQ(pass_opening({0.05, 0.10, 0.03}, 0.12, 0.06, 0.5).how, HatchPassage::turned);
  const Passage tilted = pass_opening({0.138, 0.048, 0.034}, 0.10, 0.06, 0.5);
  EXPECT_EQ(tilted.how, HatchPassage::tilted);
  EXPECT_NEAR(degrees(tilted.tilt), degrees(std::asin(0.034 / 0.10)), 1e-9);
  EXPECT_EQ(pass_opening({0.138, 0.048, 0.034}, 0.10, 0.03, 0.5).how, HatchPassage::never);
}

PROPERTY(Hatch, AWiderOpeningNeverPassesLess) {
  const auto side = [] { return any::whole(5, 150) / 1000.0; };
  const Vec3 size(side(), side(), side());
  const double L = side(), W = side(), more = side();
  const bool narrow = pass_opening(size, L, W, 1.0).how != HatchPassage::never;
  const bool wide = pass_opening(size, L + more, W + more, 1.0).how != HatchPassage::never;
  HOLDS(!narrow || wide);
}

TEST(MassBudget, AddsSkinAndPartsAndFindsTheCentre) {
  HullDesign d = box_hull();
  d.skin.density = 1000.0;
  const HullModel hull = build_hull(d);
  Layout layout;
  layout.parts.push_back(block({0.1, 0.04, 0.04}, {0.2, 0.05, 0.03}));
  layout.parts[0].mass = 0.4;
  const MassBudget m = mass_budget(hull, d, layout);
  // Area of the box 2 (0.2 + 0.1 + 0.02) = 0.64 m2, 2 mm, 1000 kg/m3.
  EXPECT_NEAR(m.total, 0.64 * 0.002 * 1000.0 + 0.4, 1e-9);
  EXPECT_NEAR(m.cg.y(), 0.4 * 0.05 / m.total, 1e-9);
  layout.parts[0].measured_mass = 0.5;
  const MassBudget weighed = mass_budget(hull, d, layout);
  EXPECT_NEAR(weighed.total - m.total, 0.1, 1e-12);
  EXPECT_NEAR(weighed.measured_share, 0.5 / weighed.total, 1e-12);
  EXPECT_NEAR(without(weighed, 7).total, 0.64 * 0.002 * 1000.0, 1e-9);
}

TEST(MassBudget, WeighsThePlanesBesideTheDriveByHand) {
  HullDesign d = box_hull();
  d.skin.density = 650.0;
  d.skin.deck_thickness = 0.0008;
  const HullModel hull = build_hull(d);
  EXPECT_TRUE(fitting_masses({}, hull, d.skin).empty()) << "none without one";
  Fittings f;
  f.tab_chord = 0.02, f.tab_share = 0.5;
  f.fins = 2, f.fin_chord = 0.03, f.fin_span = 0.02, f.fin_thickness = 0.001;
  f.turn_fin_depth = 0.04, f.turn_fin_chord = 0.025, f.turn_fin_x = 0.2, f.turn_fin_y = -0.03;
  f.wing = {.span = 0.3, .chord = 0.08, .x = 0.02, .z = 0.12};
  const std::vector<MassItem> items = fitting_masses(f, hull, d.skin);
  ASSERT_EQ(items.size(), 4u);
  const auto of = [&](const char* name) {
    return *std::find_if(items.begin(), items.end(), [&](const MassItem& i) { return i.name == Text(name); });
  };
  // The box is 0.2 m wide.
  EXPECT_NEAR(of("Wing").mass, 2.0 * 0.3 * 0.08 * 0.0008 * 650.0, 1e-12);
  EXPECT_TRUE(of("Wing").place.isApprox(Vec3(0.0, 0.0, hull.box.low.z() + 0.12), 1e-12)) << "middle of its chord";
  EXPECT_NEAR(of("Trim tabs").mass, 0.02 * 0.5 * 0.2 * 0.0015 * 2700.0, 1e-9);
  EXPECT_NEAR(of("Fins").mass, 2 * 0.03 * 0.03 * 0.001 * 2700.0, 1e-12);
  EXPECT_NEAR(of("Turn fin").mass, 0.025 * 0.06 * 0.001 * 2700.0, 1e-12);
  EXPECT_LT(of("Turn fin").place.y(), 0.0) << "to its side";
}

TEST(Rail, HoldsItsPartsOnItsLineAndWithinItsTravel) {
  Layout layout;
  layout.rails.push_back({.id = 3, .from = 0.1, .to = 0.3, .y = 0.01, .z = 0.02});
  Part p = block({0.1, 0.04, 0.03}, {0, 0, 0});
  p.rail = 3;
  const Vec3 place = constrained_place(layout, p, {0.7, 0.5, 0.5});
  EXPECT_NEAR((place - Vec3(0.3, 0.01, 0.035)).norm(), 0.0, 1e-12);
}

TEST(Catalogue, ComponentsOfADriveComeWithTheirDataAndAreKeptWithThem) {
  const Catalogue& c = builtin_catalogue();
  std::set<PartKind> kinds;
  std::vector<CatalogueEntry> own;
  for (const CatalogueEntry& e : c.parts) {
    const auto group = group_of(e.part.kind);
    if (!group) continue;
    kinds.insert(e.part.kind);
    EXPECT_TRUE(has_data(e.part)) << e.part.name;
    Drive d;
    put_data(e.part, d);
    EXPECT_EQ(refusal_of([&] {
                check_drive(d);
                return 0;
              }),
              "")
        << e.part.name;
    own.push_back(e);
  }
  EXPECT_EQ(kinds.size(), 10u);
  EXPECT_GE(own.size(), 90u);
  const Catalogue back = catalogue_from_json(parts_to_json(own));
  ASSERT_EQ(back.parts.size(), own.size());
  for (std::size_t i = 0; i < own.size(); ++i) EXPECT_EQ(back.parts[i].part, own[i].part) << own[i].part.name;
}

TEST(Catalogue, CollectionsOfEarlierVersionsBringTheirNumbersToTheirParts) {
  const Catalogue c = catalogue_from_json(
      R"({"parts": [{"name": "Mine", "kind": "motor", "size_m": [0.05, 0.03, 0.03], "mass_kg": 0.2}],
          "drive_parts": [{"name": "Mine", "part": "motor", "numbers": {"kv_rad_s_v": 100, "can_length_m": 0.055}},
                          {"name": "My ESC", "part": "esc", "numbers": {"current_limit_a": 44}}]})");
  ASSERT_EQ(c.parts.size(), 2u);
  EXPECT_EQ(std::get<Motor>(c.parts[0].part.data).kv, 100.0);
  EXPECT_EQ(c.parts[0].part.size.x(), 0.055);
  EXPECT_EQ(c.parts[0].part.mass, 0.2);
  EXPECT_EQ(std::get<Esc>(c.parts[1].part.data).current_limit, 44.0);
  // Its weight was not told: a part that it replaces keeps its own.
  const Part old{.id = 3, .name = "Old", .kind = PartKind::esc, .mass = 0.08};
  EXPECT_EQ(swapped(old, c.parts[1]).mass, 0.08);
  EXPECT_NE(
      refusal_of([] {
        return catalogue_from_json(
            R"({"parts": [], "drive_parts": [{"name": "x", "part": "esc", "numbers": {"current_limit_a": -4}}]})");
      }).find("drive_parts/0/numbers"),
      std::string::npos);
  EXPECT_NE(refusal_of([] {
              return catalogue_from_json(
                  R"({"parts": [{"name": "x", "kind": "esc", "data": {"current_limit_a": 4, "colour": 3}}]})");
            }).find("data/colour"),
            std::string::npos);
}

TEST(Catalogue, HoldsEveryKindABuilderReachesFor) {
  const Catalogue& c = builtin_catalogue();
  EXPECT_GT(c.parts.size(), 60u);
  EXPECT_GT(c.materials.size(), 10u);
  for (const PartKind kind :
       {PartKind::battery, PartKind::esc, PartKind::motor, PartKind::receiver, PartKind::servo, PartKind::pump,
        PartKind::hose, PartKind::camera, PartKind::payload, PartKind::ballast, PartKind::foam}) {
    int n = 0;
    for (const CatalogueEntry& e : c.parts) n += e.part.kind == kind;
    EXPECT_GT(n, 0) << part_kind_name(kind);
  }
  for (const CatalogueEntry& e : c.parts) {
    EXPECT_GT(e.part.mass, 0.0) << e.part.name;
    EXPECT_GT(e.part.size.minCoeff(), 0.0) << e.part.name;
    EXPECT_EQ(e.part.lithium,
              e.part.name.find("lithium") != std::string::npos || e.part.name.find("18650") != std::string::npos)
        << e.part.name;
  }
}
