// Every kind of drive is whole, and the list agrees with how files name them.
#include <gtest/gtest.h>

#include <algorithm>

#include "cooling/circuit.h"
#include "cooling/flow.h"
#include "drive/drive_table.h"
#include "drive/kind.h"
#include "layout/component.h"
#include "layout/kind.h"
#include "running/drive_line.h"
#include "steering/design.h"
#include "texts.h"

namespace plucky {
namespace {

Drive of(const DriveKind& kind) {
  Drive d;
  d.propulsor = kind.propulsor;
  d.mounting = kind.mounting;
  return d;
}

TEST(DriveKinds, EachIsFoundByWhatFilesCallIt) {
  for (const DriveKind& k : drive_kinds()) {
    EXPECT_EQ(&drive_kind(propulsor_from_key(propulsor_key(k.propulsor)), mounting_from_key(mounting_key(k.mounting))),
              &k);
    EXPECT_EQ(&drive_kind(of(k)), &k);
  }
  // A mounting means nothing to what is not a screw in the water.
  EXPECT_EQ(drive_kind(Propulsor::jet, Mounting::pod).propulsor, Propulsor::jet);
  EXPECT_EQ(drive_kind(Propulsor::none, Mounting::strut).propulsor, Propulsor::none);
}

TEST(DriveKinds, EachHasAllThatTheStagesAskFor) {
  for (const DriveKind& k : drive_kinds()) {
    if (k.propulsor == Propulsor::none) {
      EXPECT_TRUE(k.groups.empty());
      EXPECT_EQ(k.steered_by, SteeredBy::none);
      continue;
    }
    SCOPED_TRACE(std::string(propulsor_key(k.propulsor)) + " " + mounting_key(k.mounting));
    EXPECT_TRUE(k.takes_motor && k.takes_screw && k.power_for && k.joints && k.place && k.load && k.doubt && k.lay);
    EXPECT_NE(k.in_air, k.water != nullptr) << "in the water or in the air";
    EXPECT_EQ(k.water != nullptr, k.depth != nullptr);
    EXPECT_FALSE(k.in_air && (k.open_screw || k.stream || k.pickup));
    EXPECT_NE(k.steered_by, SteeredBy::none);
    EXPECT_FALSE(k.launch.empty()) << "something turns: a caution before the launch";
    for (const DriveGroup held : {k.bearer, k.motor_in, k.screw_in, k.gearing_in})
      EXPECT_TRUE(has_group(of(k), held)) << drive_group_key(held);
    // What bears the thrust is a component that can stand in the boat.
    EXPECT_EQ(traits_of(kind_of(k.bearer)).role, k.bearer);
    // The groups stand in the order of the power.
    EXPECT_TRUE(std::is_sorted(k.groups.begin(), k.groups.end()));
    EXPECT_EQ(k.shaft_line, has_group(of(k), DriveGroup::shaft));
  }
}

TEST(DriveKinds, JointsRunFromTheMotorToTheScrew) {
  for (const DriveKind& k : drive_kinds()) {
    if (!k.joints) continue;
    const auto joints = k.joints(of(k));
    ASSERT_FALSE(joints.empty());
    EXPECT_EQ(joints.front().inner, "motor shaft");
    EXPECT_EQ(joints.back().outer_diameter, of(k).screw.bore);
  }
}

TEST(DriveKinds, PushLessInThinnerWaterAndNothingWithoutTurning) {
  for (const DriveKind& k : drive_kinds()) {
    if (!k.load) continue;
    const Propulsion p(of(k), 1000.0, 1e-6), light(of(k), 500.0, 1e-6);
    EXPECT_EQ(p.at(0.0, 2.0).thrust, 0.0);
    const double full = p.at(200.0, 2.0).thrust;
    EXPECT_GT(full, 0.0);
    // The water's density is nothing to a screw in the air.
    if (k.in_air)
      EXPECT_EQ(light.at(200.0, 2.0).thrust, full);
    else
      EXPECT_LT(light.at(200.0, 2.0).thrust, full);
  }
}

}  // namespace
}  // namespace plucky
