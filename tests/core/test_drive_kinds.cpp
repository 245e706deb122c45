// Every kind of drive is whole, and the list agrees with how files name them.
#include <gtest/gtest.h>

#include <algorithm>

#include "assessment/assessment.h"
#include "assessment/remedies.h"
#include "cooling/circuit.h"
#include "cooling/flow.h"
#include "drive/drive_table.h"
#include "drive/kind.h"
#include "findings.h"
#include "fleet.h"
#include "layout/component.h"
#include "layout/kind.h"
#include "project/catalogue.h"
#include "project/json.h"
#include "running/drive_line.h"
#include "shapes.h"
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
    EXPECT_EQ(k.shaft_line, std::count(k.groups.begin(), k.groups.end(), DriveGroup::shaft) == 1);
    for (const DriveGroup extra : k.extras) EXPECT_EQ(std::count(k.groups.begin(), k.groups.end(), extra), 0);
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

Project jet_boat() {
  Project p = test::powered_boat();
  Drive d = p.drive();
  std::erase_if(p.layout.parts, [](const Part& part) { return part.kind == PartKind::propeller; });
  Part unit{.id = p.take_id(), .name = "Jet", .kind = PartKind::jet, .size = {0.15, 0.036, 0.036}, .mass = 0.18};
  unit.place = {0.06, 0.0, 0.02};
  p.layout.parts.push_back(unit);
  d.propulsor = Propulsor::jet;
  set_drive(p, d);
  return p;
}

TEST(DriveKinds, ACouplerAndShaftMayStandInAJetAndAreMissedByNone) {
  Project p = jet_boat();
  ASSERT_EQ(p.drive().gaps, 0U);
  EXPECT_EQ(p.drive().extras, 0U) << "the shaft line it came from has stayed behind";
  EXPECT_EQ(fit_chain(p.drive()).size(), 1U);
  for (const PartKind kind : {PartKind::coupler, PartKind::shaft})
    for (const CatalogueEntry& e : builtin_catalogue().parts)
      if (e.part.kind == kind && has_data(e.part)) {
        Part part = e.part;
        part.place = {0.2, 0.0, 0.03};
        p = apply(p, {"aboard", AddPart{part}});
        break;
      }
  const Drive d = p.drive();
  EXPECT_TRUE(d.has_extra(DriveGroup::coupler) && d.has_extra(DriveGroup::shaft));
  EXPECT_EQ(d.gaps, 0U);
  EXPECT_EQ(fit_chain(d).size(), 4U);
  EXPECT_STREQ(fit_chain(d).front().key, "motor-coupler");
  EXPECT_NE(test::find_finding(assess(p), "drive.coupler_torque"), nullptr);
  EXPECT_EQ(project_from_json(project_to_json(p)), p);
  for (const Id id : std::vector<Id>(p.drives.front().components))
    if (const Part* part = p.layout.find(id); part && part->kind == PartKind::coupler)
      p = apply(p, {"out", RemovePart{id}});
  EXPECT_FALSE(p.drive().has_extra(DriveGroup::coupler));
  EXPECT_EQ(p.drive().gaps, 0U);
}

TEST(DriveKinds, ANozzleThatThrowsTheStreamUpLiftsTheBow) {
  Project p = jet_boat();
  test::drive(p)->screw = {.diameter = 0.026, .pitch = 0.030, .blades = 3, .blade_area = 0.7, .bore = 0.005};
  const auto run = [&](double pitch) {
    test::drive(p)->jet.nozzle_pitch = pitch;
    return assess(p).power;
  };
  const PowerReport level = run(0.0), up = run(0.1), down = run(-0.1);
  ASSERT_TRUE(level.full.runs() && up.full.runs() && down.full.runs());
  EXPECT_EQ(level.working->thrust_angle, 0.0);
  // The thrust points down ahead, and passes further below the CG by its lever times the sine.
  EXPECT_NEAR(up.working->thrust_angle, -0.1, 1e-12);
  EXPECT_GT(up.working->thrust_offset, level.working->thrust_offset);
  EXPECT_GT(up.full.hull.trim, level.full.hull.trim);
  EXPECT_LT(down.full.hull.trim, level.full.hull.trim);
}

Project fleet_jet(std::uint32_t cells, double kv) {
  Project p = test::of_the_fleet("stickleback");
  Drive d = p.drive();
  d.throttle = 1.0;
  d.battery.cells = cells;
  d.motor.kv = kv;
  set_drive(p, d);
  return p;
}

// Common practice, no source: on two cells such a jet's motor is about 38 degC after a run; on three with too high a Kv
// the impeller over-revs.
TEST(DriveKinds, TwoCellsKeepAJetsMotorCoolAndThreeWithTooMuchKvOverRevIt) {
  const double kv = test::of_the_fleet("stickleback").drive().motor.kv;
  const Assessment two = assess(fleet_jet(2, kv));
  ASSERT_TRUE(two.power.can);
  // What a finger or a thermometer on the motor meets lies between its can and its winding.
  EXPECT_LT(*two.power.can, 38.0);
  EXPECT_GT(*two.power.winding, 38.0);
  EXPECT_LT(*two.power.winding - *two.power.can, 40.0);
  EXPECT_EQ(test::find_finding(two, "drive.over_rev")->severity, Severity::fine);
  const Assessment three = assess(fleet_jet(3, 1.8 * kv));
  const Finding& over = *test::find_finding(three, "drive.over_rev");
  EXPECT_GE(over.severity, Severity::watch);
  // Twice the revolutions of the two cells' push far less than four times.
  EXPECT_LT(three.power.full.thrust / two.power.full.thrust,
            0.8 * std::pow(three.power.full.revolutions / two.power.full.revolutions, 2));
  ASSERT_TRUE(over.remedy);
  Assessor judge;
  EXPECT_TRUE(remedy_betters(over, three, judge));
}

TEST(DriveKinds, ANarrowNozzleStallsTheImpellerAndAWiderOneIsOffered) {
  Project p = test::of_the_fleet("stickleback");
  Drive d = p.drive();
  d.jet.nozzle = 0.010;
  set_drive(p, d);
  const Assessment a = assess(p);
  const Finding& stall = *test::find_finding(a, "drive.pump_stall");
  EXPECT_EQ(stall.severity, Severity::watch);
  ASSERT_TRUE(stall.remedy);
  Assessor judge;
  EXPECT_TRUE(remedy_betters(stall, a, judge));
}

TEST(DriveKinds, ALongerRidePlateAtTheSameAngleLiftsTheSternMore) {
  Project p = jet_boat();
  test::drive(p)->jet.ride_plate_angle = 0.1;
  const DriveKind& kind = drive_kind(p.drive());
  ASSERT_TRUE(kind.tab);
  const auto usual = kind.tab(p.drive());
  ASSERT_TRUE(usual);
  EXPECT_EQ(usual->chord, 0.020);
  test::drive(p)->jet.ride_plate = 0.040;
  EXPECT_EQ(kind.tab(p.drive())->chord, 0.040);
  test::drive(p)->jet.ride_plate = 0.0;
  EXPECT_FALSE(kind.tab(p.drive())) << "none is none";
}

}  // namespace
}  // namespace plucky
