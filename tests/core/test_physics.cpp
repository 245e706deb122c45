// Laws the hydrostatics must obey whatever the hull: energy, symmetry, similarity, and flooding by closed forms.
#include <gtest/gtest.h>

#include "flotation/righting.h"
#include "hull/model.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

TriangleMesh family_skin(HullFamily family) {
  HullDesign d;
  d.family = family;
  d.shape = default_shape(family);
  return build_hull(d).skin;
}

const ImmersedBody& family_body(int which) {
  static const ImmersedBody bodies[] = {body_of(family_skin(HullFamily::deep_v)),
                                        body_of(family_skin(HullFamily::flat_bottom)),
                                        body_of(family_skin(HullFamily::round_bilge))};
  return bodies[which];
}

Loading random_loading(const ImmersedBody& body) {
  const auto share = [](int low, int high) { return any::whole(low, high + 1) / 100.0; };
  const Box3& box = body.box();
  return {
      test_water * body.volume() * share(12, 35),
      {box.low.x() + box.size().x() * share(36, 46), box.size().y() * share(-3, 3), box.size().z() * share(25, 45)}};
}

}  // namespace

PROPERTY(Righting, ANearCurveOnlyTellsWhereToLookFirst) {
  const ImmersedBody& body = family_body(any::whole(0, 3));
  const Loading there = random_loading(body);
  const Equilibrium e = solve_equilibrium(body, there, test_water);
  ONLY_IF(e.upright());
  Loading here = there;
  for (int axis = 0; axis < 3; ++axis) here.cg[axis] += any::whole(-30, 31) / 1e4 * (axis == 0 ? 4.0 : 1.0);
  here.mass *= 1.0 + any::whole(-20, 21) / 1000.0;
  const Equilibrium moved = solve_equilibrium(body, here, test_water);
  ONLY_IF(moved.upright());
  const Stability near = assess_stability(body, there, test_water, e.plane);
  const Stability cold = assess_stability(body, here, test_water, moved.plane),
                  warm = assess_stability(body, here, test_water, moved.plane, 37, &near);
  for (const auto side : {&Stability::starboard, &Stability::port})
    for (std::size_t k = 0; k < (cold.*side).size(); ++k) {
      const RightingPoint &a = (cold.*side)[k], &b = (warm.*side)[k];
      HOLDS(a.solved == b.solved);
      // Where a hull has two stable trims at one heel each look may find its own; the usual hull has one.
      if (std::abs(a.plane.attitude.trim - b.plane.attitude.trim) < radians(1.0)) HOLDS(std::abs(a.gz - b.gz) < 1e-6);
    }
  HOLDS(std::abs(cold.max_arm - warm.max_arm) < 1e-6);
}

PROPERTY(Energy, WorkOfTheRightingArmIsTheRiseOfGOverB) {
  // Potential energy per weight is the height of G over B; rolling free to sink and trim, its derivative over heel is
  // GZ cos(trim). The area under the curve must give back the height, by an integral that knows nothing of water
  // planes.
  const ImmersedBody& body = family_body(any::whole(0, 3));
  const Loading loading = random_loading(body);
  const Equilibrium e = solve_equilibrium(body, loading, test_water);
  ONLY_IF(e.upright());
  WaterPlane upright = e.plane;
  upright.attitude.heel = 0.0;
  std::vector<double> heels;
  for (int i = 0; i <= 120; ++i) heels.push_back(radians(0.5 * i));
  const auto points = righting_arms(body, loading, test_water, heels, upright);
  const auto height = [&](const RightingPoint& p) {
    return p.plane.attitude.up().dot(loading.cg - body.below(p.plane).centre_of_buoyancy());
  };
  double work = 0.0, largest = 0.0;
  for (std::size_t i = 1; i < points.size(); ++i) {
    HOLDS(points[i].solved);
    const auto moment = [&](const RightingPoint& p) { return p.gz * std::cos(p.plane.attitude.trim); };
    work += 0.5 * (moment(points[i]) + moment(points[i - 1])) * (points[i].heel - points[i - 1].heel);
    largest = std::max(largest, std::abs(points[i].gz));
  }
  HOLDS(std::abs(work - (height(points.back()) - height(points.front()))) < 2e-4 * largest + 1e-7);
}

PROPERTY(Stability, SlopeOfTheRightingArmAtRestIsTheMetacentricHeight) {
  const ImmersedBody& body = family_body(any::whole(0, 3));
  Loading loading = random_loading(body);
  loading.cg.y() = 0.0;
  const Equilibrium e = solve_equilibrium(body, loading, test_water);
  ONLY_IF(e.upright() && e.upright_stable);
  const double step = radians(0.2);
  const double gz = solve_held_heel(body, loading, test_water, step, e.plane).righting_arm;
  const double minus = solve_held_heel(body, loading, test_water, -step, e.plane).righting_arm;
  // At rest GZ' = GM cos(trim).
  const double slope = (gz - minus) / (2.0 * step);
  HOLDS(std::abs(slope - e.gm_transverse * std::cos(e.plane.attitude.trim)) < 0.02 * e.gm_transverse);
}

PROPERTY(Equilibrium, MirroredWeightMirrorsHeel) {
  const ImmersedBody& body = family_body(any::whole(0, 3));
  const Loading loading = random_loading(body);
  Loading mirrored = loading;
  mirrored.cg.y() = -loading.cg.y();
  const Equilibrium a = solve_equilibrium(body, loading, test_water), b = solve_equilibrium(body, mirrored, test_water);
  ONLY_IF(a.upright() && a.upright_stable);
  HOLDS(b.status == FloatStatus::afloat);
  HOLDS(std::abs(a.plane.attitude.heel + b.plane.attitude.heel) < 1e-6);
  HOLDS(std::abs(a.plane.attitude.trim - b.plane.attitude.trim) < 1e-6);
  // Weight to port lifts the starboard side: heel towards the weight.
  if (std::abs(loading.cg.y()) > 1e-4) {
    HOLDS((a.plane.attitude.heel > 0.0) == (loading.cg.y() < 0.0));
  }
}

PROPERTY(Equilibrium, DoesNotCareWhereTheOriginLies) {
  static const TriangleMesh skin = family_skin(HullFamily::round_bilge);
  const ImmersedBody& body = family_body(2);
  const Loading loading = random_loading(body);
  const auto metres = [] { return any::whole(-3000, 3000) / 1000.0; };
  const Vec3 shift(metres(), metres(), metres());
  TriangleMesh moved = skin;
  for (Vec3& v : moved.vertices) v += shift;
  const Equilibrium a = solve_equilibrium(body, loading, test_water);
  const Equilibrium b = solve_equilibrium(body_of(moved), {loading.mass, loading.cg + shift}, test_water);
  HOLDS(a.status == b.status);
  ONLY_IF(a.upright() && a.upright_stable);
  HOLDS(std::abs(a.plane.attitude.trim - b.plane.attitude.trim) < 1e-6);
  HOLDS(std::abs(a.plane.attitude.heel - b.plane.attitude.heel) < 1e-6);
  HOLDS(std::abs(a.gm_transverse - b.gm_transverse) < 1e-5);
  HOLDS((a.immersion.centre_of_buoyancy() + shift - b.immersion.centre_of_buoyancy()).norm() < 1e-6);
}

PROPERTY(Equilibrium, ScalesLikeAModel) {
  // Twice as long is eight times as heavy: the same attitude, lengths in proportion.
  static const TriangleMesh skin = family_skin(HullFamily::deep_v);
  const ImmersedBody& body = family_body(0);
  const Loading loading = random_loading(body);
  const double k = any::whole(20, 400) / 100.0;
  TriangleMesh scaled = skin;
  for (Vec3& v : scaled.vertices) v *= k;
  const Equilibrium a = solve_equilibrium(body, loading, test_water);
  const Equilibrium b = solve_equilibrium(body_of(scaled), {loading.mass * k * k * k, k * loading.cg}, test_water);
  ONLY_IF(a.upright() && a.upright_stable);
  HOLDS(std::abs(a.plane.attitude.trim - b.plane.attitude.trim) < 1e-6);
  HOLDS(std::abs(k * a.plane.offset - b.plane.offset) < 1e-6 * k);
  HOLDS(std::abs(k * a.gm_transverse - b.gm_transverse) < 1e-5 * k);
  HOLDS(std::abs(k * k * a.immersion.wetted_area - b.immersion.wetted_area) < 1e-5 * k * k);
}

PROPERTY(Immersion, MoreWaterMeansMoreOfEverythingWet) {
  const ImmersedBody& body = family_body(any::whole(0, 3));
  const Attitude attitude{any::whole(-3000, 3000) / 1000.0, any::whole(-400, 400) / 1000.0};
  const double h = any::whole(-150, 150) / 1000.0, d = any::whole(1, 50) / 1000.0;
  const Immersion low = body.below({attitude, h}), high = body.below({attitude, h + d});
  HOLDS(high.volume >= low.volume - 1e-15);
  HOLDS(high.wetted_area >= low.wetted_area - 1e-12);
  HOLDS(low.volume > -1e-15);
  HOLDS(high.volume < body.volume() + 1e-12);
}

TEST(Heel, OfABoxByItsOffCentreWeightIsTheWallSidedAngle) {
  // GZ of the centred box minus the weight's lever d cos(p) must vanish: solved here for d at a chosen angle.
  const double L = 0.6, B = 0.2, T = 0.05, KG = 0.05, p = radians(8.0);
  const double BM = B * B / (12 * T), GM = T / 2 + BM - KG;
  const double d = std::tan(p) * (GM + 0.5 * BM * std::tan(p) * std::tan(p));
  const ImmersedBody body = body_of(box_mesh({0, -B / 2, 0}, {L, B / 2, 0.12}));
  const Equilibrium e = solve_equilibrium(body, {test_water * L * B * T, {L / 2, -d, KG}}, test_water);
  ASSERT_EQ(e.status, FloatStatus::afloat);
  EXPECT_NEAR(degrees(e.plane.attitude.heel), 8.0, 1e-5);  // weight to starboard, heel to starboard
}

TEST(Heel, OfABoxOnItsSideIsABoxWithItsMeasuresExchanged) {
  const double L = 0.6, B = 0.2, D = 0.1, mass = 4.0;
  const ImmersedBody body = body_of(box_mesh({0, -B / 2, 0}, {L, B / 2, D}));
  const Loading loading{mass, {L / 2, 0, 0.03}};
  const HeldHeel side =
      solve_held_heel(body, loading, test_water, radians(90), solve_equilibrium(body, loading, test_water).plane);
  ASSERT_TRUE(side.solved);
  EXPECT_NEAR(side.immersion.waterplane_area, L * D, 1e-9);
  EXPECT_NEAR(side.immersion.volume, mass / test_water, 1e-9);
  // Buoyancy stands at half depth, the weight at 0.03: lever 0.02, turning it further over is what negative would mean.
  EXPECT_NEAR(std::abs(side.righting_arm), D / 2 - 0.03, 1e-9);
  EXPECT_GT(side.righting_arm, 0.0);
}

TEST(Flooding, AChamberThatFillsIsLostBuoyancy) {
  // A box that loses an eighth of its length on one side floats as a box with that piece cut away.
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<const TriangleMesh>(box_mesh({0, -0.1, 0}, {0.8, 0.1, 0.1}));
  d.chambers.push_back({.id = 1, .x = 0.3, .length = 0.1, .inner = 0.0, .z_low = -1.0, .z_high = 1.0, .port = true});
  const HullModel model = build_hull(d);
  const ImmersedBody flooded(model.buoyant);
  EXPECT_NEAR(flooded.volume(), 0.8 * 0.2 * 0.1 - 0.1 * 0.1 * 0.1, 1e-12);
  const double depth = 0.04;
  const Immersion im = flooded.below({{0, 0}, depth});
  EXPECT_NEAR(im.waterplane_area, 0.8 * 0.2 - 0.1 * 0.1, 1e-12);
  EXPECT_NEAR(im.volume, im.waterplane_area * depth, 1e-12);
  EXPECT_NEAR(im.centre_of_buoyancy().y(), -0.1 * 0.1 * 0.05 / (0.8 * 0.2 - 0.1 * 0.1), 1e-12);
  // The piece's own wall is no outer skin.
  EXPECT_NEAR(im.wetted_area, 0.8 * 0.2 + 2 * depth * (0.8 + 0.2), 1e-9);
  // It heels to the side that lost its buoyancy.
  const Equilibrium e = solve_equilibrium(flooded, {4.0, {0.4, 0, 0.04}}, test_water);
  EXPECT_LT(e.plane.attitude.heel, radians(-1.0));  // to port
}

TEST(Flooding, ASealedCabinRaisesTheVanishingAngle) {
  HullDesign d;
  d.shape = default_shape(HullFamily::deep_v);
  const auto vanishing = [&] {
    const ImmersedBody body(build_hull(d).buoyant);
    const Loading loading{1.6, {0.22, 0, 0.045}};
    const Equilibrium e = solve_equilibrium(body, loading, test_water);
    return assess_stability(body, loading, test_water, e.plane).vanishing_angle.value_or(pi);
  };
  const double bare = vanishing();
  d.cabins.push_back({.id = 1, .x = 0.08, .length = 0.3, .width = 0.13, .height = 0.07, .lean = 0.2});
  EXPECT_GT(vanishing(), bare + radians(10.0));
  d.cabins[0].sealed = false;
  EXPECT_NEAR(vanishing(), bare, 1e-9);
}

TEST(Stability, AOneSidedChamberRollsTheBoatHomeOnlyTheRightWayRound) {
  // Deep flooded chamber on the port side of a slim, low-weighted hull: upside down the boat is pulled round to one
  // side.
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<const TriangleMesh>(
      prism({{-0.1, 0}, {0.1, 0}, {0.1, 0.1}, {0.04, 0.2}, {-0.04, 0.2}, {-0.1, 0.1}}, 0.6, 10));
  const Loading loading{4.5, {0.3, 0, 0.03}};
  const auto curve = [&] {
    const ImmersedBody body(build_hull(d).buoyant);
    const Equilibrium e = solve_equilibrium(body, loading, test_water);
    WaterPlane upright = e.plane;
    upright.attitude.heel = 0.0;
    return assess_stability(body, loading, test_water, upright);
  };
  const Stability plain = curve();
  d.chambers.push_back({.id = 1, .x = 0.1, .length = 0.4, .inner = 0.02, .z_low = 0.1, .z_high = 0.3, .port = true});
  const Stability chambered = curve();
  ASSERT_EQ(plain.starboard.size(), 37u);
  // Symmetrical without it, lopsided with it.
  EXPECT_NEAR(plain.starboard[30].gz, -plain.port[30].gz, 1e-6);
  EXPECT_GT(std::abs(chambered.starboard[30].gz + chambered.port[30].gz), 1e-3);
}

TEST(Water, SaltCarriesTheBoatHigher) {
  const ImmersedBody& body = family_body(0);
  const Loading loading{1.6, {0.24, 0, 0.05}};
  const Equilibrium fresh = solve_equilibrium(body, loading, 998.2), salt = solve_equilibrium(body, loading, 1026.0);
  EXPECT_NEAR(fresh.immersion.volume / salt.immersion.volume, 1026.0 / 998.2, 1e-9);
  EXPECT_GT(fresh.plane.z_at(0.3), salt.plane.z_at(0.3));
}
