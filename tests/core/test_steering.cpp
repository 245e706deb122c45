// Foils, linkages, turning.
#include <gtest/gtest.h>
#include <rapidcheck/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "shapes.h"
#include "steering/steering.h"

using namespace plucky;
using namespace plucky::test;

TEST(Foil, LiftSlopeLiesBetweenTheKnownLimits) {
  // Jones (1946): slender wings pi A / 2; long ones tend to the section's own slope, here 0.9 of 2 pi.
  EXPECT_NEAR(lift_slope(0.05), 0.5 * pi * 0.05, 0.07 * 0.5 * pi * 0.05);
  EXPECT_NEAR(lift_slope(500.0), 0.9 * 2.0 * pi, 0.01 * 2.0 * pi);
  // Whicker & Fehlner (1958), free-stream slopes per degree at aspect ratios 1, 2, 3 (memory).
  const double per_degree = pi / 180.0;
  EXPECT_NEAR(lift_slope(1.0) * per_degree, 0.0252, 0.08 * 0.0252);
  EXPECT_NEAR(lift_slope(2.0) * per_degree, 0.0430, 0.08 * 0.0430);
  EXPECT_NEAR(lift_slope(3.0) * per_degree, 0.0545, 0.08 * 0.0545);
  EXPECT_NE(refusal_of([] { return lift_slope(0.0); }).find("aspect ratio"), std::string::npos);
}

RC_GTEST_PROP(Foil, ForcesMirrorWithTheAngleAndGrowWithTheSquareOfTheSpeed, ()) {
  const Foil f{.chord = *rc::gen::inRange(10, 60) / 1e3, .span = *rc::gen::inRange(20, 90) / 1e3};
  const double a = *rc::gen::inRange(1, 400) / 1e3, v = *rc::gen::inRange(5, 100) / 10.0;
  // The same Reynolds number at twice the speed: else the faster foil stalls later.
  constexpr double nu = 1e-6;
  const FoilForce one = foil_force(f, a, v, 1000.0, nu), other = foil_force(f, -a, v, 1000.0, nu),
                  twice = foil_force(f, a, 2.0 * v, 1000.0, 2.0 * nu);
  RC_ASSERT(one.lift == -other.lift);
  RC_ASSERT(one.torque == -other.torque);
  RC_ASSERT(one.drag == other.drag && one.drag > 0.0);
  RC_ASSERT(std::abs(twice.lift - 4.0 * one.lift) < 1e-9 * twice.lift);
  RC_ASSERT(one.stalled == (a > stall_angle(v * f.chord / nu)));
}

TEST(Foil, ASmallRudderStallsEarlierAndNoneEarlierForGoingFaster) {
  // 22 degrees from half a million, near 14 at tens of thousands (memory).
  EXPECT_NEAR(degrees(stall_angle(2e6)), 22.0, 1e-9);
  EXPECT_NEAR(degrees(stall_angle(2e4)), 14.0, 1e-9);
  double before = 0.0;
  for (double re = 1e3; re < 1e7; re *= 1.1) {
    EXPECT_GE(stall_angle(re), before);
    before = stall_angle(re);
  }
  const Foil f;
  EXPECT_TRUE(foil_force(f, radians(18.0), 1.0, 1000.0, 1e-6).stalled);
  EXPECT_FALSE(foil_force(f, radians(18.0), 12.0, 1000.0, 1e-6).stalled);
}

TEST(Foil, BalanceTakesTorqueFromTheStockAndTooMuchTurnsItOver) {
  Foil f;
  f.balance = 0.0;
  const double unbalanced = foil_force(f, 0.2, 5.0, 1000.0, 1e-6).torque;
  f.balance = 0.25;
  EXPECT_LT(foil_force(f, 0.2, 5.0, 1000.0, 1e-6).torque, 0.4 * unbalanced);
  f.balance = 0.45;
  EXPECT_LT(foil_force(f, 0.2, 5.0, 1000.0, 1e-6).torque, 0.0);
}

TEST(LinkageCourse, AParallelogramCopiesTheServoAndBindsAtFifty) {
  const Linkage k{.servo_arm = 0.015, .horn_arm = 0.015, .servo_throw = radians(60.0)};
  const LinkageCourse c = linkage_course(k, 121);
  ASSERT_TRUE(c.binds_at);
  EXPECT_NEAR(degrees(*c.binds_at), 50.0, 0.01);
  EXPECT_FALSE(c.stops);
  for (const LinkageStep& s : c.steps) {
    EXPECT_NEAR(s.horn, s.servo, 1e-9);
    EXPECT_NEAR(s.transmission, 0.5 * pi - std::abs(s.servo), 1e-9);
    EXPECT_NEAR(s.leverage, 1.0, 1e-9);
  }
  // The rod moves sideways by what the arm sinks and lengthwise by twice the arm's sine.
  const double free = *c.binds_at;
  EXPECT_NEAR(c.stroke, 2.0 * 0.015 * std::sin(free), 2e-4);
  EXPECT_NEAR(c.hole, k.rod_diameter + 2.0 * 0.015 * (1.0 - std::cos(free)), 2e-4);
}

TEST(LinkageCourse, ALongServoArmOnAShortHornBindsAtTwentyEight) {
  const Linkage k{.servo_arm = 0.0163, .horn_arm = 0.010, .distance = 0.5, .servo_throw = radians(36.0)};
  const LinkageCourse c = linkage_course(k, 73);
  ASSERT_TRUE(c.binds_at);
  EXPECT_NEAR(degrees(*c.binds_at), 28.0, 1.1);
  EXPECT_LT(std::abs(c.horn_starboard), radians(51.0));
  Linkage shorter = k;
  shorter.servo_throw = radians(26.0);
  EXPECT_FALSE(linkage_course(shorter).binds_at);
}

// Virtual work: horn torque over servo torque is servo turn over horn turn, whatever the geometry.
RC_GTEST_PROP(LinkageCourse, LeverageIsTheInverseOfTheAngleGained, ()) {
  Linkage k;
  k.servo_arm = *rc::gen::inRange(8, 20) / 1e3;
  k.horn_arm = *rc::gen::inRange(10, 25) / 1e3;
  k.distance = *rc::gen::inRange(60, 200) / 1e3;
  k.offset = *rc::gen::inRange(-15, 16) / 1e3;
  k.servo_neutral = *rc::gen::inRange(-20, 21) / 100.0;
  k.horn_neutral = *rc::gen::inRange(-20, 21) / 100.0;
  k.servo_throw = 0.35;
  const LinkageCourse c = linkage_course(k, 701);
  RC_PRE(!c.binds_at);
  for (std::size_t i = 10; i + 10 < c.steps.size(); i += 53) {
    const double gained = (c.steps[i + 1].horn - c.steps[i - 1].horn) / (c.steps[i + 1].servo - c.steps[i - 1].servo);
    RC_ASSERT(std::abs(std::abs(gained) * c.steps[i].leverage - 1.0) < 2e-3);
  }
}

TEST(LinkageCourse, RefusesWhatHasNoLengthAndStopsWhereTheRodCannotFollow) {
  EXPECT_NE(refusal_of([] { return linkage_course({.servo_arm = 0.0}); }).find("servo arm"), std::string::npos);
  EXPECT_NE(refusal_of([] { return linkage_course({.distance = -1.0}); }).find("distance"), std::string::npos);
  const LinkageCourse c = linkage_course({.servo_arm = 0.03, .horn_arm = 0.008, .servo_throw = 1.2});
  EXPECT_TRUE(c.stops);
  ASSERT_TRUE(c.binds_at);
  EXPECT_LT(*c.binds_at, 0.6);
}

namespace {

Assessment steered(Steering s, Project p = sample_boat()) {
  p.steering = s;
  return assess(p);
}

}  // namespace

TEST(Steering, NothingToSteerWithSaysSoAndNumbersOutsideTheirRangeAreRefused) {
  EXPECT_FALSE(steered({}).steering.fitted);
  EXPECT_NE(plain(steered({}).steering.message).find("nothing steers"), std::string::npos);
  Steering s{.by = SteeredBy::rudder};
  s.chord = 5.0;
  EXPECT_NE(refusal_of([&] { check_steering(s); }).find("Chord"), std::string::npos);
}
