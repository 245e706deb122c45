// Boats on several planing surfaces: the balance of any of them, and the hydroplane that runs on three points.
#include <gtest/gtest.h>

#include <cmath>
#include <numeric>

#include "assessment/assessment.h"
#include "findings.h"
#include "hull/family.h"
#include "hull/model.h"
#include "property.h"
#include "resistance/planing.h"
#include "running/boat.h"
#include "shapes.h"
#include "texts.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

PlaningState run(const PlaningHull& h, double speed) {
  return solve_planing(h, speed, 998.2, 1.0e-6);
}

/// Two sponsons and the end of the middle, of a boat of 600 mm.
PlaningHull three_points(double lcg) {
  PlaningHull h{.beam = 0.18, .mass = 1.2, .lcg = lcg, .vcg = 0.03};
  h.surfaces = {{.x = 0.27, .z = -0.012, .angle = radians(1.5), .beam = 0.055, .length = 0.2, .count = 2},
                {.x = 0.0, .z = 0.0, .beam = 0.18, .length = 0.27}};
  return h;
}

Assessment hydroplane() {
  Project p = powered_boat();
  p.hull = usual_hull(HullFamily::hydroplane);
  // As a hydroplane is laid out: the weight behind the sponsons, the propeller on a level strut near the surface.
  for (Part& part : p.layout.parts)
    if (part.kind == PartKind::battery || part.kind == PartKind::motor) part.place.x() -= 0.09;
  return assess(p);
}

}  // namespace

PROPERTY(Surfaces, OneAloneIsThePlaningHullItself) {
  PlaningHull h = planing_bottom_of_a_launch();
  h.mass *= any::between(0.7, 1.5);
  h.lcg *= any::between(0.85, 1.15);
  h.deadrise = radians(any::between(0.0, 22.0));
  h.thrust_offset = any::between(-0.01, 0.01);
  h.appendage_area = any::between(0.0, 1e-4);
  h.length = 0.0;
  const double speed = any::between(5.0, 14.0);
  const PlaningState whole = run(h, speed);
  PlaningHull by_surface = h;
  by_surface.surfaces = {{.beam = h.beam, .deadrise = h.deadrise, .length = 14.0 * h.beam}};
  const PlaningState one = run(by_surface, speed);
  if (whole.status == PlaningState::Status::no_balance || whole.trim > radians(13.0)) says_nothing();
  HOLDS(one.status != PlaningState::Status::no_balance);
  HOLDS(std::abs(one.trim - whole.trim) < 1e-4);
  HOLDS(std::abs(one.drag - whole.drag) < 2e-3 * whole.drag);
  HOLDS(std::abs(one.draught - whole.draught) < 1e-3 * h.beam);
}

PROPERTY(Surfaces, ThreePointsCarryTheWeightAndLeaveNoMoment) {
  const double lcg = any::between(0.14, 0.26), speed = any::between(6.0, 20.0);
  PlaningHull h = three_points(lcg);
  h.mass = any::between(0.6, 2.0);
  const PlaningState s = run(h, speed);
  if (s.status == PlaningState::Status::no_balance) says_nothing();
  HOLDS(std::abs(std::accumulate(s.carried.begin(), s.carried.end(), 0.0) - 1.0) < 1e-9);
  // Thrust through the CG along the base line: what it lifts and the bottom's lift are the weight.
  const double weight = h.mass * gravity;
  HOLDS(std::abs(s.lift + s.thrust * std::sin(s.trim) - weight) < 1e-6 * weight);
  HOLDS(std::abs(s.thrust * std::cos(s.trim) - s.drag) < 1e-9 * weight);
  // The lever law, but for the drag that pulls below the CG: the bottom's lift stands that much ahead of it.
  const double shift = (s.pressure_point - lcg) * s.lift;
  HOLDS(shift > -1e-3 * weight * 0.6);
  HOLDS(shift < s.drag * 0.06 + 2e-3 * weight);
}

TEST(Surfaces, TwoSideBySideAreTwoBodies) {
  PlaningHull h = planing_bottom_of_a_launch();
  h.beam *= 0.5;
  h.bodies = 2;
  const PlaningState bodies = run(h, 9.0);
  h.surfaces = {{.beam = h.beam, .deadrise = h.deadrise, .length = 14.0 * h.beam, .count = 2}};
  h.bodies = 1;
  const PlaningState surfaces = run(h, 9.0);
  ASSERT_NE(bodies.status, PlaningState::Status::no_balance);
  EXPECT_NEAR(surfaces.trim, bodies.trim, 2e-4);
  EXPECT_NEAR(surfaces.drag, bodies.drag, 3e-3 * bodies.drag);
}

TEST(Surfaces, ACgFartherAftLoadsTheAfterPointAndRaisesTheBow) {
  double sponsons = 1.1, trim = -1.0;
  for (const double lcg : {0.27, 0.24, 0.21, 0.18}) {
    const PlaningState s = run(three_points(lcg), 14.0);
    ASSERT_EQ(s.carried.size(), 2u) << lcg << plain(s.message);
    EXPECT_LT(s.carried[0], sponsons) << lcg;
    EXPECT_GT(s.trim, trim) << lcg;
    sponsons = s.carried[0];
    trim = s.trim;
  }
  EXPECT_GT(sponsons, 0.4) << "the sponsons carry the most of it as long as the CG lies near their after ends";
}

TEST(Surfaces, RidingOnThreePointsCostsLessThanOnTheWholeBottom) {
  // The same weight at 14 m/s on one flat bottom as wide as the middle, its CG where it runs at a like trim.
  const PlaningState points = run(three_points(0.24), 14.0);
  PlaningHull flat{.beam = 0.18, .mass = 1.2, .lcg = 0.24, .vcg = 0.03};
  const PlaningState whole = run(flat, 14.0);
  ASSERT_NE(points.status, PlaningState::Status::no_balance) << plain(points.message);
  ASSERT_NE(whole.status, PlaningState::Status::no_balance) << plain(whole.message);
  EXPECT_LT(points.drag, 0.8 * whole.drag);
  EXPECT_FALSE(points.message.empty()) << "it says what is not in it";
}

TEST(Hydroplane, ItsSponsonsEndInAnUprightFaceWhereTheyShould) {
  const HullModel m = build_hull(usual_hull(HullFamily::hydroplane));
  const HullShape s = default_shape(HullFamily::hydroplane);
  const double low = 0.3 * s.bridge_height;
  EXPECT_EQ(m.section_near(s.sponson_end + 0.02).spans(1, low).size(), 2u);
  EXPECT_TRUE(m.section_near(s.sponson_end - 0.02).spans(1, low).empty());
  EXPECT_NEAR(m.section_near(0.1).extent().high.x(), 0.5 * s.afterbody_width, 1e-9);
  ASSERT_EQ(m.surfaces.size(), 2u);
  EXPECT_NEAR(m.bottom_height(s.sponson_end + 0.1, 0.5 * s.beam - s.hull_beam + 1e-4), 0.1 * std::tan(s.sponson_angle),
              1e-3);
  // Two boxes and a wedge, to a few percent: middle, sponsons less what their bottoms rise, the bow's rounding left
  // out.
  const double middle = s.afterbody_width * s.sponson_end * (s.depth - s.bridge_height);
  EXPECT_GT(m.volume, middle + 0.5 * s.beam * (s.length - s.sponson_end) * (s.depth - s.bridge_height));
  EXPECT_LT(m.volume, middle + s.beam * (s.length - s.sponson_end) * s.depth);
}

TEST(Hydroplane, RunsAndTellsWhereItsCgLies) {
  const Assessment a = hydroplane();
  const RunningHull h = running_hull(boat_of(a));
  ASSERT_EQ(h.bottom.surfaces.size(), 2u);
  EXPECT_NEAR(h.bottom.surfaces[1].z, 0.0, 1e-3) << "from the transom's keel";
  const RunningPoint fast = run_at(h, 6.0 * std::sqrt(gravity * std::cbrt(h.volume)));
  EXPECT_TRUE(fast.holds || fast.bow_rises) << plain(fast.message);
  // Its CG belongs behind the sponsons' after ends, not at a third of the length.
  const HullShape shape = default_shape(HullFamily::hydroplane);
  EXPECT_NEAR(a.cg_band.high, shape.sponson_end - 0.01 * shape.length, 1e-9);
  EXPECT_NEAR(a.cg_band.high - a.cg_band.low, 0.09 * shape.length, 1e-9);
  ASSERT_TRUE(find_finding(a, "float.cg"));
}

/// A stepped V as its shape gives it, loaded.
PlaningHull stepped(double height, double mass, double lcg_share) {
  HullShape s = started(HullFamily::deep_v, 2);
  s.step_height = height;
  PlaningHull h = planing_bottom_of_a_launch();
  h.surfaces = family_of(HullFamily::deep_v).surfaces(s);
  for (RunningSurface& of : h.surfaces) of.z -= height;
  h.mass = mass;
  h.lcg = lcg_share * s.length;
  return h;
}

PROPERTY(Steps, CarryTheWeightTogetherInTheHollowBehindEach) {
  const double height = any::between(0.002, 0.010), speed = any::between(8.0, 22.0);
  const PlaningHull h = stepped(height, any::between(1.2, 3.0), any::between(0.28, 0.38));
  const PlaningState s = run(h, speed);
  if (s.status == PlaningState::Status::no_balance) says_nothing();
  HOLDS(s.carried.size() == 2u);
  HOLDS(std::abs(s.carried[0] + s.carried[1] - 1.0) < 1e-9);
  HOLDS(s.carried[0] > 0.0);
  const double weight = h.mass * gravity;
  HOLDS(std::abs(s.lift + s.thrust * std::sin(s.trim) - weight) < 1e-6 * weight);
  HOLDS(s.drag > 0.0 && std::isfinite(s.drag));
  // The after part meets the level water behind the step where its keel has come down by the step's height.
  const double from_step = height / std::tan(s.trim);
  HOLDS((s.carried[1] > 0.0) == (from_step < h.surfaces[0].x));
}

TEST(Steps, FreeAFastBoatOfWettedBottom) {
  // The same V without a step has far more bottom wet at 12 and 20 m/s and more to pull (common practice, no source).
  for (const double speed : {12.0, 20.0}) {
    const PlaningHull h = stepped(0.005, 2.2, 0.34);
    PlaningHull one = h;
    one.surfaces.clear();
    one.beam = h.surfaces[0].beam, one.deadrise = h.surfaces[0].deadrise;
    const PlaningState with = run(h, speed), without = run(one, speed);
    ASSERT_NE(with.status, PlaningState::Status::no_balance);
    ASSERT_NE(without.status, PlaningState::Status::no_balance);
    EXPECT_LT(with.friction, 0.6 * without.friction);
    EXPECT_LT(with.drag, 0.7 * without.drag);
    EXPECT_GT(with.trim, radians(1.0));
  }
}

TEST(Hydroplane, MeasuresThatCannotBeAreRefusedByName) {
  const auto refusal = [](double HullShape::*measure, double value) {
    HullDesign d = usual_hull(HullFamily::hydroplane);
    d.shape.*measure = value;
    return refusal_of([&] { return build_hull(d); });
  };
  EXPECT_NE(refusal(&HullShape::sponson_end, 0.5).find("Sponsons end at"), std::string::npos);
  EXPECT_NE(refusal(&HullShape::sponson_angle, radians(7)).find("Angle of the sponsons"), std::string::npos);
  EXPECT_NE(refusal(&HullShape::afterbody_width, 0.1).find("Width of the afterbody"), std::string::npos);
}

TEST(AirWing, SlopeGoesBetweenTheLowWingInFreeAirAndThePlateOnTheWater) {
  // Far up: 2 pi / (1 + 2 / A). Aspect 0.5: 1.2566.
  EXPECT_NEAR(wing_slope(0.3, 0.18, 0.0, 100.0), 1.2566, 1e-3);
  // On the water nothing is lost to downwash.
  EXPECT_NEAR(wing_slope(0.3, 0.18, 0.0, 1e-6), 2.0 * pi, 1e-3);
  // At a tenth of the span: f = 1.6^2 / 3.56 = 0.7191, so 6.2832 / (1 + 2.8764) = 1.6208.
  EXPECT_NEAR(wing_slope(0.3, 0.18, 0.0, 0.03), 1.6208, 1e-3);
}

PROPERTY(AirWing, LiftsMoreTheLowerItRunsAndTheTallerItsPlates) {
  const double span = any::between(0.1, 0.6), area = any::between(0.02, 0.4), plate = any::between(0.0, 0.1);
  const double height = any::between(0.005, 0.2), slope = wing_slope(span, area, plate, height);
  HOLDS(slope > 0.0 && slope <= 2.0 * pi);
  HOLDS(wing_slope(span, area, plate, 1.1 * height) <= slope);
  HOLDS(wing_slope(span, area, plate + 0.01, height) >= slope);
  // What it lifts the water need not carry, and it costs its own drag: weight and moment stay in balance.
  PlaningHull h = three_points(any::between(0.16, 0.24));
  h.mass = any::between(0.8, 1.6);
  h.wings = {{.area = area, .slope = slope, .ahead = any::between(-0.05, 0.15)}};
  const double speed = any::between(6.0, 18.0);
  const PlaningState s = run(h, speed);
  if (s.status == PlaningState::Status::no_balance) says_nothing();
  const double weight = h.mass * gravity;
  HOLDS(std::abs(s.lift + s.wing + s.thrust * std::sin(s.trim) - weight) < 1e-6 * weight);
  HOLDS(s.wing >= 0.0);
  HOLDS(std::abs(s.thrust * std::cos(s.trim) - s.drag) < 1e-9 * weight);
}

TEST(DeepV, APadAndChineFlatsShowInTheSection) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  const double plain_volume = build_hull(d).volume;
  d.shape.pad_width = 0.02;
  const HullModel pad = build_hull(d);
  const Section& s = pad.section_near(0.3);
  EXPECT_NEAR(pad.bottom_height(0.3, 0.009), pad.bottom_height(0.3, 0.0), 1e-4) << "level over the pad";
  EXPECT_GT(pad.bottom_height(0.3, 0.03), pad.bottom_height(0.3, 0.0) + 2e-3);
  EXPECT_GT(pad.volume, plain_volume) << "chines lie lower by what the pad does not rise";
  EXPECT_GT(s.loops.size(), 0u);
  // A reverse chine hangs below the bottom beside it.
  d.shape.pad_width = 0.0;
  d.shape.chine_flat = 0.012;
  d.shape.chine_angle = radians(-15);
  const HullModel reverse = build_hull(d);
  const double chine = planing_bottom(reverse).beam / 2.0;
  EXPECT_LT(reverse.bottom_height(0.3, chine - 0.001), reverse.bottom_height(0.3, chine - 0.013));
  d.shape.chine_flat = 0.08;
  EXPECT_NE(refusal_of([&] { return build_hull(d); }).find("Width of the pad"), std::string::npos);
}
