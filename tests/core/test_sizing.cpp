// From the brief to the smallest hull.
#include <gtest/gtest.h>

#include "assessment/assessment.h"
#include "base/error.h"
#include "brief/sizing.h"
#include "hull/family.h"
#include "property.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

PROPERTY(Sizing, TheSmallestHullFloatsItsLoadWithTheWantedFreeboardAndNoSmallerOneDoes) {
  const HullFamily family = test::any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge});
  const SizeWish wish{.load = test::any::whole(300, 4000) / 1000.0, .freeboard = test::any::whole(15, 60) / 1000.0};
  const SizeAnswer a = smallest_hull(family, wish);
  HOLDS(a.solved);
  // Checked by the whole assessment, with the load as one part over the hull's own centre of buoyancy.
  Project p;
  p.hull = design_of(a, wish.skin);
  const auto level = [&](const Project& boat) {
    const auto built = assess(boat);
    const WaterPlane plane = solve_sinkage(built.hull->body, (wish.load + built.mass.total) / wish.density, {});
    double least = 1e300;
    for (const Vec3& q : built.hull->model.deck_edge) least = std::min(least, plane.height(q));
    return least;
  };
  HOLDS(std::abs(level(p) - wish.freeboard) < 0.0015);
  for (const HullParameter& h : all_hull_parameters())
    if (h.dimension == Dimension::length) p.hull.shape.*h.member *= 0.96;
  HOLDS(level(p) < wish.freeboard);
}

PROPERTY(Sizing, MoreLoadOrMoreFreeboardNeverWantASmallerHull) {
  const HullFamily family = test::any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge});
  const SizeWish wish{.load = test::any::whole(300, 3000) / 1000.0, .freeboard = test::any::whole(15, 50) / 1000.0};
  SizeWish heavier = wish, higher = wish;
  heavier.load *= 1.0 + test::any::whole(1, 60) / 100.0;
  higher.freeboard += test::any::whole(1, 20) / 1000.0;
  const SizeAnswer a = smallest_hull(family, wish), b = smallest_hull(family, heavier),
                   c = smallest_hull(family, higher);
  HOLDS(a.solved && b.solved && c.solved);
  HOLDS(b.shape.length > a.shape.length);
  HOLDS(c.shape.length > a.shape.length);
  HOLDS(b.structure > a.structure);
}

TEST(Sizing, LimitsAreTold) {
  SizeWish wish{.load = 1.2, .freeboard = 0.035, .most_length = 0.40, .longest_piece = 0.20};
  const SizeAnswer a = smallest_hull(HullFamily::deep_v, wish);
  EXPECT_TRUE(a.solved);
  EXPECT_TRUE(a.too_long);
  EXPECT_NE(plain(a.message).find("limit"), std::string::npos);
  EXPECT_EQ(a.pieces, static_cast<int>(std::ceil(a.shape.length / 0.20)));
  wish.load = 3000.0;
  EXPECT_FALSE(smallest_hull(HullFamily::deep_v, wish).solved);
  wish.load = 0.0;
  EXPECT_THROW((void)smallest_hull(HullFamily::deep_v, wish), InvalidInput);
}

TEST(Sizing, TheBriefChoosesFamilyAndDrive) {
  Brief b;
  b.water = WaterKind::weedy;
  EXPECT_EQ(recommend(b).propulsor, Propulsor::jet);
  b.water = WaterKind::shallow;
  EXPECT_EQ(recommend(b).propulsor, Propulsor::air_propeller);
  b.water = WaterKind::choppy;
  b.wanted_speed = 10.0;
  EXPECT_EQ(recommend(b).family, HullFamily::deep_v);
  b.wanted_speed = 1.0;
  EXPECT_EQ(recommend(b).family, HullFamily::round_bilge);
}

TEST(Sizing, RulesOfThumbFollowTheTable) {
  // Common practice, no source: 27 in of hull and a 100 A ESC; 36, 40 and 42 mm cans.
  const auto motor = [](double inches) {
    for (const Advice& a : sizing_advice(inches * 0.0254))
      if (std::string(a.topic) == "Motor") return test::quantities(a.text).back().si;
    return 0.0;
  };
  EXPECT_EQ(motor(25), 0.036);
  EXPECT_EQ(motor(37), 0.040);
  EXPECT_EQ(motor(44), 0.042);
  EXPECT_NE(plain(sizing_advice(0.68)[0].text).find("up to"), std::string::npos);
  EXPECT_NE(plain(sizing_advice(0.69)[0].text).find("more than"), std::string::npos);
}

TEST(Sizing, EveryFamilyHasAnAnswerForAnyLoadThatItCarries) {
  for (const Family& f : hull_families()) {
    if (!f.loft) continue;
    for (const double load : {0.2, 1.1, 6.0}) {
      const SizeAnswer a = smallest_hull(f.id, {.load = load, .freeboard = 0.03});
      EXPECT_TRUE(a.solved) << f.key << " " << load;
      EXPECT_GE(a.freeboard, 0.0299) << f.key << " " << load;
    }
  }
}
