// A boat over a bed: drag, what touches it, what is said of its speed.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "findings.h"
#include "fleet.h"
#include "project/json.h"
#include "resistance/wave.h"
#include "shapes.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Assessment over_a_bed(const char* boat, double depth) {
  Project p = of_the_fleet(boat);
  p.brief.depth = depth;
  return assess(p);
}

}  // namespace

TEST(ShallowWater, WhatHangsDeepestTouchesFirst) {
  const Assessment deep = over_a_bed("grebe", 0.0);
  EXPECT_FALSE(find_finding(deep, "float.depth"));
  const Finding clear = finding(over_a_bed("grebe", 2.0), "float.depth");
  EXPECT_EQ(clear.severity, Severity::fine);
  const double down = clear.number.si;
  EXPECT_GE(down, deep.form.draught);
  EXPECT_EQ(finding(over_a_bed("grebe", 1.2 * down), "float.depth").severity, Severity::watch);
  EXPECT_EQ(finding(over_a_bed("grebe", 0.9 * down), "float.depth").severity, Severity::stop);
}

TEST(ShallowWater, ADisplacementBoatIsSlowerOverABed) {
  const Assessment deep = over_a_bed("grebe", 0.0);
  ASSERT_TRUE(deep.power.full.runs());
  const double speed = deep.power.full.speed;
  // A bed over which it runs at 0.85 of the critical speed.
  const Assessment bed = over_a_bed("grebe", std::pow(speed / 0.85, 2) / gravity);
  ASSERT_TRUE(bed.power.full.runs());
  EXPECT_LT(bed.power.full.speed, speed);
  EXPECT_GT(bed.power.full.speed, 0.7 * speed);
  EXPECT_EQ(find_finding(deep, "drive.shallow"), nullptr);
  EXPECT_EQ(finding(over_a_bed("grebe", 50.0), "drive.shallow").severity, Severity::fine);
  EXPECT_NEAR(over_a_bed("grebe", 50.0).power.full.speed, speed, 1e-3 * speed);
}

TEST(ShallowWater, NearTheCriticalSpeedNobodyCanTellAndItSaysSo) {
  const double speed = over_a_bed("dabchick", 0.0).power.full.speed;
  const Assessment a = over_a_bed("dabchick", speed * speed / gravity);
  ASSERT_TRUE(a.power.full.runs());
  EXPECT_EQ(finding(a, "drive.shallow").severity, Severity::note);
  const Project back = project_from_json(project_to_json(a.project));
  EXPECT_EQ(back, a.project);
}
