// Floating bodies with closed forms. Box, prism, cylinder, sphere: first principles (Archimedes, BM = I / V). Wigley
// hull: block coefficient 4/9, water plane coefficient 2/3 by integration of its formula.
#include <gtest/gtest.h>

#include "base/tolerance.h"
#include "flotation/equilibrium.h"
#include "flotation/righting.h"
#include "hull/model.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

TriangleMesh barge(double L, double B, double H) {
  return box_mesh({0, -B / 2, 0}, {L, B / 2, H});
}

}  // namespace

TEST(BoxBarge, HasTheMetacentreOfTheClosedForm) {
  const ImmersedBody body = body_of(barge(1.0, 0.3, 0.12));
  const Immersion im = body.below({{0, 0}, 0.05});
  EXPECT_NEAR(im.volume, 0.015, 1e-15);
  EXPECT_NEAR(im.centre_of_buoyancy().z(), 0.025, 1e-12);
  EXPECT_NEAR(im.waterplane_area, 0.3, 1e-12);
  EXPECT_NEAR(im.waterplane_yy / im.volume, 0.3 * 0.3 / (12 * 0.05), 1e-12);  // BM = B^2 / 12 T = 0.15 m
  EXPECT_NEAR(im.wetted_area, 0.3 + 2 * 0.05 * (1.0 + 0.3), 1e-12);
}

TEST(BoxBarge, FloatsLevelWithKnownMetacentricHeights) {
  const double L = 1.0, B = 0.3, T = 0.05, KG = 0.06;
  const ImmersedBody body = body_of(barge(L, B, 0.12));
  const Equilibrium e = solve_equilibrium(body, {test_water * L * B * T, {L / 2, 0, KG}}, test_water);
  ASSERT_EQ(e.status, FloatStatus::afloat);
  EXPECT_TRUE(e.upright_stable);
  EXPECT_NEAR(e.plane.offset, T, 1e-9);
  EXPECT_NEAR(e.gm_transverse, T / 2 + B * B / (12 * T) - KG, 1e-9);
  EXPECT_NEAR(e.gm_longitudinal, T / 2 + L * L / (12 * T) - KG, 1e-9);
  EXPECT_LE(e.evaluations, 12);
}

TEST(BoxBarge, RightingArmFollowsTheWallSidedFormula) {
  // GZ = sin(p) (GM + BM tan^2(p) / 2) while neither deck edge nor bilge crosses the water.
  const double L = 1.0, B = 0.3, T = 0.06, KG = 0.05;
  const ImmersedBody body = body_of(barge(L, B, 0.14));
  const Loading loading{test_water * L * B * T, {L / 2, 0, KG}};
  const Equilibrium e = solve_equilibrium(body, loading, test_water);
  const double BM = B * B / (12 * T), GM = T / 2 + BM - KG;
  for (const double p : {2.0, 5.0, 10.0, 15.0, 20.0}) {
    const double a = radians(p);
    const HeldHeel held = solve_held_heel(body, loading, test_water, a, e.plane);
    ASSERT_TRUE(held.solved);
    EXPECT_NEAR(held.righting_arm, std::sin(a) * (GM + 0.5 * BM * std::tan(a) * std::tan(a)), 1e-8) << p;
  }
}

TEST(BoxBarge, TrimsByTheLongitudinalFormula) {
  const double L = 1.0, B = 0.3, T = 0.05;
  const ImmersedBody body = body_of(barge(L, B, 0.12));
  // The wall-sided formula lengthways: shift of the CG by d needs tan(t) (BM (1 + tan^2/2) + KB - KG) = -d, bow down
  // for a shift forward.
  const double t = radians(-2.0), BM = L * L / (12 * T), KG = 0.04, KB = T / 2;
  const double tan_t = std::tan(t);
  const double d = -tan_t * (BM * (1.0 + 0.5 * tan_t * tan_t) + KB - KG);
  const Equilibrium e = solve_equilibrium(body, {test_water * L * B * T, {L / 2 + d, 0, KG}}, test_water);
  ASSERT_EQ(e.status, FloatStatus::afloat);
  EXPECT_NEAR(degrees(e.plane.attitude.trim), -2.0, 1e-6);
}

TEST(TriangularPrism, FloatsPointDownAtTheHeightOfItsArea) {
  // Isosceles section, apex down: area below depth T is (b/h) T^2 / 2.
  const double b = 0.2, h = 0.1, L = 0.5;
  const ImmersedBody body = body_of(prism({{0, 0}, {b / 2, h}, {-b / 2, h}}, L));
  const double T = 0.07, V = L * b / h * T * T / 2;
  const Equilibrium e = solve_equilibrium(body, {test_water * V, {L / 2, 0, 0.04}}, test_water);
  ASSERT_EQ(e.status, FloatStatus::afloat);
  EXPECT_NEAR(e.plane.offset, T, 1e-8);
  EXPECT_NEAR(e.immersion.centre_of_buoyancy().z(), 2.0 / 3.0 * T, 1e-8);
  const double width = b * T / h;
  EXPECT_NEAR(e.gm_transverse, 2.0 / 3.0 * T + L * width * width * width / 12 / V - 0.04, 1e-8);
}

TEST(Cylinder, HalfSunkHasItsMetacentreOnTheAxis) {
  const double r = 0.1, L = 0.6;
  const TriangleMesh mesh = cylinder(r, L, 720);
  const ImmersedBody body = body_of(mesh);
  const double half = 0.5 * pi * r * r * L;
  const Equilibrium e = solve_equilibrium(body, {test_water * half * 0.99999, {L / 2, 0, -0.03}}, test_water);
  ASSERT_EQ(e.status, FloatStatus::afloat);
  EXPECT_NEAR(e.plane.offset, 0.0, 1e-5);
  EXPECT_NEAR(e.gm_transverse, 0.03, 0.03e-3);  // M lies on the axis: GM is the CG's depth below it
  EXPECT_NEAR(e.immersion.centre_of_buoyancy().z(), -4 * r / (3 * pi), 1e-5);
}

TEST(Sphere, HalfSunkHasItsMetacentreInTheMiddleForEveryHeel) {
  const double r = 0.1;
  const ImmersedBody body = body_of(sphere(r, 180, 360));
  const double half = 2.0 / 3.0 * pi * r * r * r;
  const Loading loading{test_water * half, {0, 0, -0.02}};
  const Equilibrium e = solve_equilibrium(body, loading, test_water);
  ASSERT_EQ(e.status, FloatStatus::afloat);
  EXPECT_NEAR(e.plane.offset, 0.0, 2e-5);
  EXPECT_NEAR(e.gm_transverse, 0.02, 2e-5);
  // GZ = 0.02 sin(p). Past the beam ends a ball has no stable trim to follow, so the curve is compared up to there.
  const std::vector<double> heels = {0.0, radians(20), radians(40), radians(60), radians(80)};
  for (const RightingPoint& p : righting_arms(body, loading, test_water, heels, e.plane)) {
    ASSERT_TRUE(p.solved);
    EXPECT_NEAR(p.gz, 0.02 * std::sin(p.heel), 3e-5) << degrees(p.heel);
  }
}

TEST(Wigley, HasItsPublishedCoefficients) {
  const double L = 1.0, B = 0.1, T = 0.0625;
  const ImmersedBody body = body_of(wigley(L, B, T, 0.04, 160, 60));
  const Immersion im = body.below({{0, 0}, 0.0});
  EXPECT_NEAR(im.volume / (L * B * T), 4.0 / 9.0, 4.0 / 9.0 * 1e-3);
  EXPECT_NEAR(im.waterplane_area / (L * B), 2.0 / 3.0, 2.0 / 3.0 * 1e-3);
  // KB: integral of z over the section area curve gives 5/8 T above the keel.
  EXPECT_NEAR(im.centre_of_buoyancy().z() + T, 0.625 * T, 0.625 * T * 1e-3);
  // I_T = (2/3) integral of y^3 dx = B^3 L / 12 x 16/35.
  EXPECT_NEAR(im.waterplane_yy, B * B * B * L / 12 * 16.0 / 35.0, 1e-3 * B * B * B * L / 12);
}

TEST(Equilibrium, TellsHowMuchVolumeIsMissingWhenItSinks) {
  const ImmersedBody body = body_of(barge(0.15, 0.05, 0.02));
  const Equilibrium e = solve_equilibrium(body, {0.2, {0.075, 0, 0.01}}, test_water);
  EXPECT_EQ(e.status, FloatStatus::sinks);
  EXPECT_NEAR(e.missing_volume, 0.2e-3 - 0.15e-3, 1e-12);
}

TEST(Equilibrium, LeansToItsSideWhenUprightDoesNotHold) {
  // A tall light box with its weight high up: the wall-sided angle of loll is tan^2 = -2 GM / BM.
  const double L = 1.0, B = 0.2, H = 0.3, T = 0.1;
  const double BM = B * B / (12 * T), KG = T / 2 + BM + 0.002;
  const ImmersedBody body = body_of(barge(L, B, H));
  const Equilibrium e = solve_equilibrium(body, {test_water * L * B * T, {L / 2, 0, KG}}, test_water);
  ASSERT_EQ(e.status, FloatStatus::afloat);
  EXPECT_FALSE(e.upright_stable);
  EXPECT_NEAR(std::abs(degrees(e.plane.attitude.heel)), degrees(std::atan(std::sqrt(2 * 0.002 / BM))), 1e-4);
  EXPECT_GT(e.gm_transverse, 0.0);
}

TEST(Equilibrium, RefusesNonsenseWithTheReason) {
  const ImmersedBody body = body_of(barge(1, 0.3, 0.1));
  EXPECT_THROW((void)solve_equilibrium(body, {-1.0, Vec3::Zero()}, test_water), std::runtime_error);
  EXPECT_THROW((void)solve_equilibrium(body, {1.0, {NAN, 0, 0}}, test_water), std::runtime_error);
  EXPECT_THROW((void)solve_equilibrium(body, {1.0, Vec3::Zero()}, 0.0), std::runtime_error);
  TriangleMesh inside_out = barge(1, 0.3, 0.1);
  flip(inside_out);
  EXPECT_THROW((void)solve_equilibrium(body_of(inside_out), {1.0, Vec3::Zero()}, test_water), std::runtime_error);
}

PROPERTY(ImmersedBodyTree, GivesTheSameAsVisitingEveryTriangle) {
  static const TriangleMesh mesh = wigley(1.0, 0.2, 0.08, 0.05, 40, 16);
  static const ImmersedBody tree = body_of(mesh), flat = body_of(mesh, 1u << 30);
  const auto unit = [](int lo, int hi) { return any::whole(lo, hi) / 1000.0; };
  const WaterPlane plane{{unit(-3141, 3141), unit(-1200, 1200)}, unit(-60, 60)};
  const Immersion a = tree.below(plane), b = flat.below(plane);
  HOLDS(std::abs(a.volume - b.volume) < 1e-15);
  HOLDS((a.moment - b.moment).norm() < 1e-15);
  HOLDS(std::abs(a.wetted_area - b.wetted_area) < 1e-13);
  HOLDS(std::abs(a.waterplane_area - b.waterplane_area) < 1e-13);
  HOLDS(std::abs(a.waterplane_yy - b.waterplane_yy) < 1e-14);
}

PROPERTY(Immersion, DerivativesAreTheWaterPlaneIntegrals) {
  static const ImmersedBody body = body_of(wigley(1.0, 0.2, 0.08, 0.05, 40, 16));
  const double heel = any::whole(-800, 800) / 1000.0, trim = any::whole(-150, 150) / 1000.0;
  const WaterPlane plane{{heel, trim}, any::whole(-30, 30) / 1000.0};
  const double d = 1e-5;
  WaterPlane up = plane, down = plane;
  up.offset += d;
  down.offset -= d;
  const Immersion a = body.below(up), b = body.below(down), m = body.below(plane);
  HOLDS(std::abs((a.volume - b.volume) / (2 * d) - m.waterplane_area) < 1e-4 * std::max(m.waterplane_area, 0.01));
  const double first = (a.moment - b.moment).dot(plane.attitude.ahead()) / (2 * d);
  HOLDS(std::abs(first - m.waterplane_first.x()) < 1e-4);
}

PROPERTY(Equilibrium, LeavesNoForceAndNoMoment) {
  static const ImmersedBody body = body_of(wigley(1.0, 0.2, 0.08, 0.10, 40, 16));
  const double mass = any::whole(2000, 12000) / 1000.0;
  const Vec3 cg(any::whole(-60, 60) / 1000.0, any::whole(-8, 8) / 1000.0, any::whole(-60, 10) / 1000.0);
  const Equilibrium e = solve_equilibrium(body, {mass, cg}, test_water);
  HOLDS(e.status == FloatStatus::afloat);
  HOLDS(std::abs(e.immersion.volume * test_water - mass) < 1e-6 * mass);
  const Vec3 lever = e.immersion.centre_of_buoyancy() - cg;
  HOLDS((lever - lever.dot(e.plane.attitude.up()) * e.plane.attitude.up()).norm() < 1e-6);
  if (e.upright_stable) HOLDS(e.gm_transverse > 0.0);
}

PROPERTY(Equilibrium, AnyBoatThatFloatsKeepsThePromisedTolerances) {
  // Real sections, also capsized, on its side or standing on its end.
  HullDesign design;
  design.family = any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge});
  design.shape = default_shape(design.family);
  design.fineness = 0.3;
  const auto share = [](int lo, int hi) { return any::whole(lo, hi) / 1000.0; };
  design.shape.beam *= share(800, 1300);
  const HullModel model = build_hull(design);
  const ImmersedBody body(model.buoyant);
  const double mass = share(30, 970) * body.volume() * test_water;
  const Vec3 cg(model.box.low.x() + share(150, 750) * model.length(), share(-300, 300) * model.beam(),
                model.box.low.z() + share(0, 1200) * model.box.size().z());
  const Equilibrium e = solve_equilibrium(body, {mass, cg}, test_water);
  if (e.status != FloatStatus::afloat) {
    HOLDS(!e.message.empty());
    return;
  }
  HOLDS(std::abs(e.immersion.volume * test_water - mass) <= 1.001 * tolerance::volume_relative * mass);
  HOLDS(e.residual <= tolerance::lever_relative * body.box().size().norm());
}
