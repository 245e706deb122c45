// Boats of common practice (no source) run from their files: a steady run near the speed that builders know, and no
// alarm about what is known to go well.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "findings.h"
#include "io/project_file.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Project boat(const std::string& name) {
  return load_project(std::string(PLUCKY_REFERENCE_BOATS) + "/" + name + ".json");
}

Part& part_named(Project& p, const std::string& name) {
  for (Part& part : p.layout.parts)
    if (part.name == name) return part;
  throw std::runtime_error("no part " + name);
}

/// Battery made so heavy and set so that the whole weighs and balances as told.
Project trimmed(Project p, double mass, double cg) {
  for (int i = 0; i < 3; ++i) {
    const Assessment a = assess(p);
    Part& battery = part_named(p, "Battery");
    const double rest = a.mass.total - battery.mass,
                 moment = a.mass.total * a.mass.cg.x() - battery.mass * battery.place.x();
    battery.mass = mass - rest;
    battery.place.x() = (mass * cg - moment) / battery.mass;
  }
  return p;
}

double km_h(const RunningState& s) {
  return 3.6 * s.speed;
}

/// Throttles of a boat between 0 and 1.
RunningState at(const Assessment& a, double throttle) {
  return PoweredBoat(boat_of(a), a.power.curve).at(throttle);
}

}  // namespace

TEST(CommonPractice, TheMonohullRunsItsKnownSpeedsAtAnyUsualMassAndBalance) {
  for (const auto& [name, known] : {std::pair{"monohull-950-6s", 85.0}, {"monohull-950-8s", 112.0}})
    for (double mass : {2.2, 2.7, 3.2})
      for (double balance : {0.32, 0.345}) {
        const Assessment a = assess(trimmed(boat(name), mass, balance * 0.95));
        ASSERT_TRUE(a.power.full.runs()) << a.power.message;
        EXPECT_NEAR(km_h(a.power.full) / known, 1.0, 0.12) << name << " " << mass << " " << balance;
        EXPECT_NE(find_finding(a, "drive.flip")->severity, Severity::stop) << find_finding(a, "drive.flip")->text;
      }
}

TEST(CommonPractice, CanAndEscOfTheMonohullComeBackLukewarm) {
  // Water of 18 degrees from the rudder's nose through ESC and jacket; a run with its share of cruising. About 30
  // known.
  for (const char* name : {"monohull-950-6s", "monohull-950-8s"}) {
    Project p = boat(name);
    const Assessment a = assess(p);
    const PartHeat* motor = a.heat.part(part_named(p, "Motor").id);
    const PartHeat* esc = a.heat.part(part_named(p, "ESC").id);
    ASSERT_TRUE(motor && esc && motor->duty_can) << name;
    EXPECT_NEAR(*motor->duty_can, 30.0, 6.0) << name;
    EXPECT_NEAR(esc->duty_end, 30.0, 6.0) << name;
    EXPECT_NE(find_finding(a, "drive.heat")->severity, Severity::stop) << find_finding(a, "drive.heat")->text;
  }
}

TEST(CommonPractice, TheSmallRacerAndTheSevenHundred) {
  const Assessment racer = assess(boat("boat-590"));
  ASSERT_TRUE(racer.power.full.runs()) << racer.power.message;
  EXPECT_NEAR(km_h(racer.power.full), 76.0, 0.12 * 76.0);
  // 40 mm x 57 mm with two ninths of the disc seen in air at speed: 15 % of slip.
  const Assessment seven = assess(boat("boat-700"));
  const RunningState& s = seven.power.full;
  ASSERT_TRUE(s.runs()) << seven.power.message;
  EXPECT_NEAR((1.0 - s.slip) / (1.0 - 0.15), 1.0, 0.12) << s.slip;
  EXPECT_NEAR(s.load.immersed, 0.83, 0.04);
}

TEST(CommonPractice, ADiscAtTheSurfaceGivesAboutHalfOfTheExpectedSpeed) {
  Project p = boat("dabchick-launch");
  const Assessment deep = assess(p);
  ASSERT_TRUE(deep.power.full.runs());
  EXPECT_LT(deep.power.full.load.air, 0.05);
  part_named(p, "Propeller").place.z() += *deep.power.running_depth - 0.002;
  const Assessment near = assess(p);
  ASSERT_TRUE(near.power.full.runs());
  EXPECT_GT(near.power.full.load.air, 0.5);
  EXPECT_NEAR(near.power.full.speed / deep.power.full.speed, 0.5, 0.12 * 0.5);
  EXPECT_NEAR(at(near, 0.5).speed / at(deep, 0.5).speed, 0.5, 0.12);  // at the foot of the hump a little less
}

TEST(CommonPractice, ThePrintedOutboardPlanesFromAThirdOfThrottleAndStaysOnItsFeet) {
  const Assessment a = assess(boat("outboard-500"));
  ASSERT_TRUE(a.power.full.runs()) << a.power.message;
  EXPECT_GE(at(a, 0.39).hull.planing_share, 0.8);  // 35 % within twelve per cent
  EXPECT_LT(at(a, 0.25).hull.planing_share, 0.5);
  EXPECT_EQ(find_finding(a, "drive.flip")->severity, Severity::fine) << find_finding(a, "drive.flip")->text;
  for (const Finding& f : a.findings)
    if (f.id.rfind("drive.fit", 0) == 0) EXPECT_NE(f.severity, Severity::stop) << f.text;
}

TEST(CommonPractice, TheAirSledGoesUnderAboveSixtyPerCentAndASmallerLowerPropellerCuresIt) {
  Project p = boat("air-sled-560");
  const Assessment a = assess(p);
  EXPECT_FALSE(a.power.full.runs());
  ASSERT_TRUE(a.power.runs_up_to);
  EXPECT_NEAR(*a.power.runs_up_to, 0.60, 0.12 * 0.60);
  EXPECT_NE(plain(a.power.message).find("bow goes under"), std::string::npos);
  EXPECT_FALSE(a.power.winding || a.power.run_time || a.power.duty || a.power.safe_throttle);
  Drive d = p.drive();
  d.screw.diameter = 0.150;
  d.screw.pitch = 0.095;
  d.screw.guard_radius = 0.085;
  p = apply(p, {"", ChangeDrive{d}});
  for (Part& part : p.layout.parts)
    if (part.kind == PartKind::motor || part.kind == PartKind::propeller) part.place.z() = 0.150;
  EXPECT_TRUE(assess(p).power.full.runs());
}

TEST(CommonPractice, TheToyRunsAndTurnsByDifferenceAndFlipsOnlyWhenFarTooStrong) {
  const Assessment toy = assess(boat("toy-300")), strong = assess(boat("toy-300-strong"));
  ASSERT_TRUE(toy.power.full.runs()) << toy.power.message;
  EXPECT_GT(toy.power.full.speed, 2.0);
  ASSERT_TRUE(toy.steering.turning_radius);
  EXPECT_NE(find_finding(toy, "drive.flip")->severity, Severity::stop);
  EXPECT_EQ(find_finding(strong, "drive.flip")->severity, Severity::stop);
}
