// Foils, linkages, turning.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/drive_edits.h"
#include "findings.h"
#include "project/json.h"
#include "property.h"
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

PROPERTY(Foil, ForcesMirrorWithTheAngleAndGrowWithTheSquareOfTheSpeed) {
  const Foil f{.chord = any::whole(10, 60) / 1e3, .span = any::whole(20, 90) / 1e3};
  const double a = any::whole(1, 400) / 1e3, v = any::whole(5, 100) / 10.0;
  // The same Reynolds number at twice the speed: else the faster foil stalls later.
  constexpr double nu = 1e-6;
  const FoilForce one = foil_force(f, a, v, 1000.0, nu), other = foil_force(f, -a, v, 1000.0, nu),
                  twice = foil_force(f, a, 2.0 * v, 1000.0, 2.0 * nu);
  HOLDS(one.lift == -other.lift);
  HOLDS(one.torque == -other.torque);
  HOLDS(one.drag == other.drag && one.drag > 0.0);
  HOLDS(std::abs(twice.lift - 4.0 * one.lift) < 1e-9 * twice.lift);
  HOLDS(one.stalled == (a > stall_angle(v * f.chord / nu)));
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
PROPERTY(LinkageCourse, LeverageIsTheInverseOfTheAngleGained) {
  Linkage k;
  k.servo_arm = any::whole(8, 20) / 1e3;
  k.horn_arm = any::whole(10, 25) / 1e3;
  k.distance = any::whole(60, 200) / 1e3;
  k.offset = any::whole(-15, 16) / 1e3;
  k.servo_neutral = any::whole(-20, 21) / 100.0;
  k.horn_neutral = any::whole(-20, 21) / 100.0;
  k.servo_throw = 0.35;
  const LinkageCourse c = linkage_course(k, 701);
  ONLY_IF(!c.binds_at);
  for (std::size_t i = 10; i + 10 < c.steps.size(); i += 53) {
    const double gained = (c.steps[i + 1].horn - c.steps[i - 1].horn) / (c.steps[i + 1].servo - c.steps[i - 1].servo);
    HOLDS(std::abs(std::abs(gained) * c.steps[i].leverage - 1.0) < 2e-3);
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
  set_steering(p, s);
  return assess(p);
}

/// With a rudder and a servo aboard that hold data.
Project steered_boat() {
  Project p = powered_boat();
  for (const char* name : {"Rudder with post, 40 x 60 mm", "Servo standard"}) {
    Part part = builtin_catalogue().find(name)->part;
    part.id = p.take_id();
    part.place = part.kind == PartKind::servo ? Vec3(0.2, 0.0, 0.07) : Vec3(-0.05, 0.0, -0.02);
    p.layout.parts.push_back(part);
  }
  Steering s = steering_by(SteeredBy::rudder);
  s.servo.torque = 0.3;
  set_steering(p, s);
  return p;
}

}  // namespace

TEST(Steering, NothingToSteerWithSaysSoAndNumbersOutsideTheirRangeAreRefused) {
  EXPECT_FALSE(steered({}).steering.fitted);
  EXPECT_NE(plain(steered({}).steering.message).find("nothing steers"), std::string::npos);
  Steering s = steering_by(SteeredBy::rudder);
  s.rudder.chord = 5.0;
  EXPECT_NE(refusal_of([&] { check_steering(s); }).find("Chord"), std::string::npos);
}

TEST(Steering, ReadsItsNumbersFromTheRudderAndServoThatStandInTheBoat) {
  Project p = steered_boat();
  const Steering s = p.steering();
  EXPECT_EQ(s.parts.rudder, part_of(p, PartKind::rudder).id);
  EXPECT_EQ(s.parts.servo, part_of(p, PartKind::servo).id);
  std::get<Servo>(part_of(p, PartKind::servo).data).torque = 0.123;
  EXPECT_EQ(p.steering().servo.torque, 0.123);
  steering(p)->rudder.chord = 0.041;
  EXPECT_EQ(std::get<Rudder>(part_of(p, PartKind::rudder).data).chord, 0.041);
}

TEST(Steering, TellsWhatIsMissingAndTakesWhatComesAboard) {
  Project p = steered_boat();
  const Id servo = part_of(p, PartKind::servo).id;
  const auto named = references_to(p, servo);
  EXPECT_TRUE(std::any_of(named.begin(), named.end(),
                          [](const Text& t) { return plain(t).find("steering lists it") != std::string::npos; }));
  p = apply(p, {"out", RemovePart{servo}});
  EXPECT_EQ(p.steering_use.parts.servo, 0U);
  const Assessment without = assess(p);
  EXPECT_FALSE(without.steering.fitted);
  EXPECT_FALSE(without.steering.servo_margin);
  EXPECT_NE(plain(finding(without, "steer.parts").text).find("missing in the steering: servo"), std::string::npos);
  // One of the catalogue comes aboard and takes the role with its own data.
  const CatalogueEntry& entry = *builtin_catalogue().find("Servo standard, sealed");
  ASSERT_TRUE(swap_fits(without, entry));
  p = apply(p, swap_edit(without, entry));
  EXPECT_EQ(p.steering().servo, std::get<Servo>(entry.part.data));
  EXPECT_FALSE(p.steering().no_servo);
  EXPECT_TRUE(assess(p).steering.fitted);
}

TEST(Steering, ASwapOfTheServoThereAndBackLeavesTheBoatAsItWas) {
  Project p = steered_boat();
  const Catalogue& all = builtin_catalogue();
  p = apply(p, swap_edit(assess(p), *all.find("Servo standard")));
  const Project strong = apply(p, swap_edit(assess(p), *all.find("Servo standard, sealed")));
  EXPECT_GT(strong.steering().servo.torque, p.steering().servo.torque);
  EXPECT_GT(assess(strong).mass.total, assess(p).mass.total);
  Project back = apply(strong, swap_edit(assess(strong), *all.find("Servo standard")));
  EXPECT_EQ(back, p);
}

TEST(Steering, OfEarlierFilesIsGivenToTheParts) {
  const Project p = steered_boat();
  nlohmann::json boat = nlohmann::json::parse(project_to_json(p));
  EXPECT_FALSE(boat["steering"].contains("chord_m")) << "no number stands twice";
  // As files told it before: all at the steering, nothing at the parts.
  boat["steering"].erase("rudder");
  boat["steering"].erase("servo");
  for (auto& part : boat["layout"]["parts"])
    if (part["kind"] == "rudder" || part["kind"] == "servo") {
      for (const auto& [key, value] : part["data"].items()) boat["steering"][key] = value;
      part.erase("data");
    }
  EXPECT_EQ(project_from_json(boat.dump()), p);
  // Without parts of their kinds the numbers are kept all the same.
  boat["layout"]["parts"] = nlohmann::json::array();
  const Steering s = project_from_json(boat.dump()).steering();
  EXPECT_EQ(s.rudder, p.steering().rudder);
  EXPECT_EQ(s.servo, p.steering().servo);
  boat["steering"]["chord_m"] = "wide";
  EXPECT_NE(refusal_of([&] { (void)project_from_json(boat.dump()); }).find("/steering/chord_m"), std::string::npos);
}

TEST(Steering, ListsOnlyComponentsOfItsKinds) {
  Project p = steered_boat();
  p.steering_use.parts.servo = 999;
  EXPECT_NE(refusal_of([&] { check_project(p); }).find("component 999"), std::string::npos);
  p.steering_use.parts.servo = part_of(p, PartKind::battery).id;
  EXPECT_NE(refusal_of([&] { check_project(p); }).find("is no Servo"), std::string::npos);
}
