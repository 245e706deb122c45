// Questions turned round, uncertainty, stability of whole boats.
#include <gtest/gtest.h>

#include <random>

#include "flotation/righting.h"
#include "flotation/solvers.h"
#include "flotation/spread.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {
ImmersedBody barge(double L, double B, double H) {
  return body_of(box_mesh({0, -B / 2, 0}, {L, B / 2, H}));
}
}  // namespace

PROPERTY(Slide, PutsTheBoatAtTheWantedTrim) {
  static const ImmersedBody body = body_of(wigley(0.8, 0.2, 0.06, 0.08, 40, 12));
  const Loading loading{3.0, {any::whole(-20, 20) / 1000.0, 0.0, -0.02}};
  const double wanted = any::whole(-20, 21) / 1000.0, part = 0.5;
  const SlideAnswer answer = slide_for_trim(body, loading, test_water, part, wanted);
  HOLDS(answer.solved);
  Loading moved = loading;
  moved.cg.x() += answer.distance * part / loading.mass;
  const Equilibrium e = solve_equilibrium(body, moved, test_water);
  HOLDS(std::abs(e.plane.attitude.trim - wanted) < 1e-6);
}

TEST(Ballast, BringsTheBoatToItsWaterLineLevel) {
  const ImmersedBody body = barge(0.6, 0.2, 0.12);
  const Loading light{2.0, {0.25, 0.004, 0.05}};
  const BallastAnswer b = ballast_for_waterline(body, light, test_water, 0.05, 0.01);
  ASSERT_TRUE(b.solved) << b.message;
  EXPECT_NEAR(b.mass, 0.6 * 0.2 * 0.05 * test_water - 2.0, 1e-9);
  const Loading with{light.mass + b.mass, (light.mass * light.cg + b.mass * b.place) / (light.mass + b.mass)};
  const Equilibrium e = solve_equilibrium(body, with, test_water);
  EXPECT_NEAR(e.plane.offset, 0.05, 1e-9);
  EXPECT_NEAR(e.plane.attitude.trim, 0.0, 1e-9);
  EXPECT_NEAR(e.plane.attitude.heel, 0.0, 1e-9);
  EXPECT_NEAR(e.gm_transverse, b.gm_transverse, 1e-9);
  EXPECT_FALSE(ballast_for_waterline(body, light, test_water, 0.01, 0.01).solved);
  const Loading nose_heavy{2.0, {0.5, 0, 0.05}};
  EXPECT_FALSE(ballast_for_waterline(body, nose_heavy, test_water, 0.018, 0.01).solved);
}

TEST(Swamped, CountsWhatStillDisplacesWater) {
  // 1 kg of plastic of 1250 kg/m3 carries 0.8 kg; 0.2 kg are missing, and 10 % of reserve: foam of 50 kg/m3.
  const SwampedAnswer s = swamped_flotation({{1.0, 1.0 / 1250.0}}, 1000.0, 50.0, 0.1);
  EXPECT_NEAR(s.floats_mass, 0.8, 1e-12);
  EXPECT_NEAR(s.foam_volume, 0.3 / 950.0, 1e-12);
  EXPECT_EQ(swamped_flotation({{1.0, 0.002}}, 1000.0, 50.0, 0.1).foam_volume, 0.0);
  EXPECT_THROW((void)swamped_flotation({}, 1000.0, 1100.0, 0.1), std::runtime_error);
}

TEST(Spread, AgreesWithFullSolutionsOfTheSameScatter) {
  const ImmersedBody body = barge(0.6, 0.2, 0.12);
  std::vector<UncertainMass> masses{{1.2, 0.06, {0.30, 0, 0.05}, Vec3::Constant(0.002)},
                                    {0.8, 0.03, {0.28, 0.01, 0.04}, Vec3::Constant(0.004)}};
  const auto load = [&](const std::vector<UncertainMass>& m) {
    Loading l;
    Vec3 moment = Vec3::Zero();
    for (const auto& i : m) {
      l.mass += i.mass;
      moment += i.mass * i.place;
    }
    l.cg = moment / l.mass;
    return l;
  };
  const Equilibrium e = solve_equilibrium(body, load(masses), test_water);
  const std::vector<Vec3> corners{{0, 0.1, 0.12}, {0.6, 0.1, 0.12}, {0, -0.1, 0.12}, {0.6, -0.1, 0.12}};
  const Spread s = sample_spread(e, MassScatter(masses), masses, test_water, corners);
  EXPECT_EQ(s.samples, 10000);
  EXPECT_FALSE(s.wide);
  // The reference: an ordinary normal distribution and a full equilibrium per sample.
  std::mt19937 random(3);
  std::normal_distribution<double> normal;
  std::vector<double> trims, heels, boards;
  for (int k = 0; k < 3000; ++k) {
    auto drawn = masses;
    for (auto& m : drawn) {
      m.mass += m.mass_sigma * normal(random);
      for (int axis = 0; axis < 3; ++axis) m.place[axis] += m.place_sigma[axis] * normal(random);
    }
    const Equilibrium full = solve_equilibrium(body, load(drawn), test_water);
    trims.push_back(full.plane.attitude.trim);
    heels.push_back(full.plane.attitude.heel);
    double least = 1e9;
    for (const Vec3& c : corners) least = std::min(least, full.plane.height(c));
    boards.push_back(least);
  }
  const auto at = [](std::vector<double>& v, double share) {
    std::sort(v.begin(), v.end());
    return v[static_cast<std::size_t>(share * static_cast<double>(v.size() - 1))];
  };
  const double trim_width = s.trim.high - s.trim.low, heel_width = s.heel.high - s.heel.low;
  EXPECT_NEAR(s.trim.low, at(trims, 0.05), 0.05 * trim_width);
  EXPECT_NEAR(s.trim.high, at(trims, 0.95), 0.05 * trim_width);
  EXPECT_NEAR(s.heel.low, at(heels, 0.05), 0.05 * heel_width);
  EXPECT_NEAR(s.heel.high, at(heels, 0.95), 0.05 * heel_width);
  EXPECT_NEAR(s.least_freeboard.low, at(boards, 0.05), 0.06 * (s.least_freeboard.high - s.least_freeboard.low));
}

TEST(Spread, OneScatterServesEveryPlaceOfTheSameMasses) {
  const ImmersedBody body = barge(0.6, 0.2, 0.12);
  std::vector<UncertainMass> masses{{1.2, 0.06, {0.30, 0, 0.05}, Vec3::Constant(0.002)},
                                    {0.8, 0.03, {0.28, 0.01, 0.04}, Vec3::Constant(0.004)}};
  const MassScatter scatter(masses);
  masses[0].place.x() += 0.02;
  ASSERT_TRUE(scatter.is_of(masses));
  const Equilibrium e =
      solve_equilibrium(body, {2.0, (1.2 * masses[0].place + 0.8 * masses[1].place) / 2.0}, test_water);
  const Spread kept = sample_spread(e, scatter, masses, test_water, {}),
               fresh = sample_spread(e, MassScatter(masses), masses, test_water, {});
  EXPECT_EQ(kept.trim.low, fresh.trim.low);
  EXPECT_EQ(kept.heel.high, fresh.heel.high);
  masses[0].mass_sigma *= 2.0;
  EXPECT_FALSE(scatter.is_of(masses));
  EXPECT_THROW((void)sample_spread(e, scatter, masses, test_water, {}), InvalidInput);
  masses[0].mass_sigma = -1.0;
  EXPECT_THROW((void)MassScatter(masses), InvalidInput);
}

TEST(Spread, CertainMassesHaveNoWidth) {
  const ImmersedBody body = barge(0.6, 0.2, 0.12);
  const Equilibrium e = solve_equilibrium(body, {2.0, {0.3, 0, 0.05}}, test_water);
  const std::vector<UncertainMass> one{{2.0, 0.0, {0.3, 0, 0.05}, Vec3::Zero()}};
  const Spread s = sample_spread(e, MassScatter(one, 100), one, test_water, {{0, 0, 0.12}});
  EXPECT_EQ(s.trim.low, s.trim.high);
  EXPECT_NEAR(s.least_freeboard.middle, 0.12 - 2.0 / 120.0, 1e-6);
}

TEST(Stability, OfAShallowBoxUpsideDownIsAsGoodAsUpright) {
  const ImmersedBody body = barge(0.6, 0.2, 0.08);
  const Loading loading{3.0, {0.3, 0, 0.04}};
  const Equilibrium e = solve_equilibrium(body, loading, test_water);
  const Stability s = assess_stability(body, loading, test_water, e.plane);
  // Symmetrical top and bottom: the arm vanishes at 90 degrees and the boat lies happily at 180.
  ASSERT_TRUE(s.vanishing_angle.has_value());
  EXPECT_NEAR(degrees(*s.vanishing_angle), 90.0, 0.5);
  EXPECT_FALSE(s.self_righting);
  EXPECT_NEAR(degrees(s.rests_at), 180.0, 1.0);
  EXPECT_GT(s.area, 0.0);
}

TEST(Stability, BulkyTopAndLowWeightRightFromEveryAngle) {
  // A slim box with a roof like a lifeboat's: a triangle on top, ballast at the keel.
  const ImmersedBody body =
      body_of(prism({{-0.1, 0}, {0.1, 0}, {0.1, 0.08}, {0.03, 0.26}, {-0.03, 0.26}, {-0.1, 0.08}}, 0.6, 12));
  const Loading loading{5.0, {0.3, 0, 0.02}};
  const Equilibrium e = solve_equilibrium(body, loading, test_water);
  EXPECT_TRUE(assess_stability(body, loading, test_water, e.plane).self_righting);
}

TEST(Submersion, OfAPointFollowsTheHeel) {
  const ImmersedBody body = barge(0.6, 0.2, 0.08);
  const Loading loading{6.0, {0.3, 0, 0.03}};
  const Equilibrium e = solve_equilibrium(body, loading, test_water);
  const auto side = righting_arms(body, loading, test_water, heel_steps(), e.plane);
  // The deck edge at half beam, 30 mm over the water: tan(heel) = 0.3 while wall-sided.
  const auto heel = submersion_heel(side, {0.3, -0.1, 0.08});
  ASSERT_TRUE(heel.has_value());
  EXPECT_NEAR(degrees(*heel), degrees(std::atan(0.3)), 0.5);
  EXPECT_FALSE(submersion_heel(side, {0.3, 0.0, 0.9}).has_value() &&
               *submersion_heel(side, {0.3, 0.0, 0.9}) < radians(80));
}
