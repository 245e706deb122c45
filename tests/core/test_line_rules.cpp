// Findings of the drive's line, of pods, jets and air propellers, and of the steering's boot and hole.
#include <gtest/gtest.h>

#include <cmath>
#include <functional>

#include "assessment/assessment.h"
#include "findings.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Severity severity(const Project& p, const char* id) {
  const Assessment a = assess(p);
  const Finding* f = find_finding(a, id);
  EXPECT_NE(f, nullptr) << id;
  return f ? f->severity : Severity::fine;
}

/// The powered boat with a unit in place of motor and propeller: a pod astern or a jet in the bottom.
Project with_unit(Propulsor propulsor, const Vec3& place, const Vec3& size) {
  Project p = powered_boat();
  Drive d = p.drive();
  std::erase_if(p.layout.parts, [](const Part& part) { return part.kind == PartKind::propeller; });
  const PartKind kind = propulsor == Propulsor::jet ? PartKind::jet : PartKind::pod;
  Part unit{.id = p.take_id(), .name = "Unit", .kind = kind, .size = size, .place = place, .mass = 0.18};
  unit.outside = true;
  p.layout.parts.push_back(unit);
  d.propulsor = propulsor;
  d.mounting = Mounting::pod;
  set_drive(p, d);
  return p;
}

Project with_pod() {
  return with_unit(Propulsor::propeller, {-0.05, 0.0, 0.0}, {0.08, 0.05, 0.15});
}

Project with_jet() {
  return with_unit(Propulsor::jet, {0.05, 0.0, 0.02}, {0.15, 0.036, 0.036});
}

Project with_air_propeller() {
  Project p = powered_boat();
  drive(p)->propulsor = Propulsor::air_propeller;
  drive(p)->screw = {.diameter = 0.152, .pitch = 0.102, .blade_area = 0.12, .bore = 0.005, .guard_radius = 0.085};
  part_of(p, PartKind::propeller).place = {0.03, 0.0, 0.24};
  return p;
}

}  // namespace

TEST(LineRules, APodWantsSlackForItsSwingAndItsDiscInWater) {
  Project p = with_pod();
  EXPECT_EQ(severity(p, "drive.immersion"), Severity::fine);
  EXPECT_EQ(severity(p, "drive.cable_slack"), Severity::fine);
  drive(p)->pod.swing = 1.4;
  Assessment a = assess(p);
  const Finding* slack = find_finding(a, "drive.cable_slack");
  ASSERT_NE(slack, nullptr);
  EXPECT_EQ(slack->severity, Severity::watch);
  EXPECT_NEAR(slack->limit.si, 0.04 * 1.4, 1e-12);  // the arc of its edge
  ASSERT_TRUE(slack->remedy);
  EXPECT_EQ(severity(apply(p, *slack->remedy), "drive.cable_slack"), Severity::fine);
  // A plate above the blades needs less water over them.
  drive(p)->pod.swing = 0.6;
  const double with_plate = assess(p).power.working->wanted_depth;
  drive(p)->pod.plate = false;
  EXPECT_NEAR(assess(p).power.working->wanted_depth, 3.0 * with_plate, 1e-12);
  // No shaft line, so nothing is said about couplers.
  EXPECT_EQ(find_finding(assess(p), "drive.coupler"), nullptr);
}

TEST(LineRules, APodTooHighIsLoweredByItsOffer) {
  Project p = with_pod();
  p.layout.parts.back().place.z() = 0.10;
  const Assessment a = assess(p);
  const Finding* f = find_finding(a, "drive.immersion");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::stop);
  ASSERT_TRUE(f->remedy);
  EXPECT_EQ(plain(f->remedy->label).rfind("Lower the pod", 0), 0u);
  // From rest first; the deeper it stands the faster it runs, and the hollow behind the transom asks for a little more.
  p = apply(p, *f->remedy);
  for (int i = 0; i < 3; ++i) {
    const Assessment next = assess(p);
    if (const Finding* more = find_finding(next, "drive.immersion"); more->remedy) p = apply(p, *more->remedy);
  }
  EXPECT_EQ(severity(p, "drive.immersion"), Severity::fine);
}

TEST(LineRules, AJetIntakeIsFlushAndWet) {
  Project p = with_jet();
  EXPECT_EQ(severity(p, "drive.intake"), Severity::fine);
  EXPECT_EQ(severity(p, "drive.immersion"), Severity::fine);
  drive(p)->jet.intake_step = 0.0015;
  const Assessment a = assess(p);
  const Finding* f = find_finding(a, "drive.intake");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::watch);
  EXPECT_NE(plain(f->text).find("stands below"), std::string::npos);
  ASSERT_TRUE(f->remedy);
  EXPECT_EQ(severity(apply(p, *f->remedy), "drive.intake"), Severity::fine);
  drive(p)->jet.intake_step = -0.0015;
  const Assessment sunk = assess(p);
  EXPECT_NE(plain(find_finding(sunk, "drive.intake")->text).find("sunk into"), std::string::npos);
  // An intake under the rising forefoot stands out of the water.
  p = with_jet();
  p.layout.parts.back().place.x() = 0.54;
  const Assessment dry = assess(p);
  ASSERT_NE(find_finding(dry, "drive.immersion"), nullptr);
  EXPECT_EQ(find_finding(dry, "drive.immersion")->severity, Severity::stop);
}

TEST(LineRules, AnAirPropellerWantsAGuardAndRoom) {
  Project p = with_air_propeller();
  EXPECT_EQ(severity(p, "drive.guard"), Severity::fine);
  EXPECT_EQ(severity(p, "drive.tip"), Severity::fine);
  drive(p)->screw.guard_radius = 0.0;
  EXPECT_EQ(severity(p, "drive.guard"), Severity::watch);
  drive(p)->screw.guard_radius = 0.074;  // inside the blades
  EXPECT_EQ(severity(p, "drive.tip"), Severity::stop);
  drive(p)->screw.guard_radius = 0.0;
  part_of(p, PartKind::propeller).place.z() = 0.12;  // blades in the deck
  EXPECT_EQ(severity(p, "drive.tip"), Severity::stop);
}

TEST(LineRules, ASurfacePropellerWantsHalfItsDisc) {
  Project p = powered_boat();
  drive(p)->screw.surface = true;
  part_of(p, PartKind::propeller).place.z() = 0.0;
  const Assessment half = assess(p);
  ASSERT_NE(find_finding(half, "drive.immersion"), nullptr);
  EXPECT_NEAR(find_finding(half, "drive.immersion")->number.si, 0.5, 0.15);
  EXPECT_EQ(find_finding(half, "drive.immersion")->severity, Severity::fine);
  part_of(p, PartKind::propeller).place.z() = -0.05;
  EXPECT_EQ(severity(p, "drive.immersion"), Severity::watch);
}

TEST(LineRules, BladesNearTheBottomAndASteepShaftAreSeen) {
  Project p = powered_boat();
  part_of(p, PartKind::propeller).place = {0.02, 0.0, -0.021};  // under the hull, a millimetre free
  EXPECT_EQ(severity(p, "drive.tip"), Severity::watch);
  part_of(p, PartKind::propeller).place.z() = -0.010;
  EXPECT_EQ(severity(p, "drive.tip"), Severity::stop);
  p = powered_boat();
  drive(p)->shaft.exit_x = -0.01;
  EXPECT_EQ(severity(p, "drive.shaft_angle"), Severity::watch);
}

TEST(LineRules, AUniversalJointTellsItsSwing) {
  Project p = powered_boat();
  drive(p)->coupler.kind = CouplerKind::universal_joint;
  drive(p)->shaft.motor_tilt = 0.0;  // the motor level, the shaft as it runs
  const Assessment a = assess(p);
  const Finding* f = find_finding(a, "drive.coupler");
  ASSERT_NE(f, nullptr);
  const std::vector<Quantity> told = test::quantities(f->text);
  ASSERT_EQ(told.size(), 3u);
  const double angle = a.power.line.coupler_angle;
  EXPECT_NEAR(told[2].si, 1.0 / std::cos(angle) - std::cos(angle), 1e-12);
}

TEST(LineRules, ASoftHullUsesUpACouplerAndAPlateTakesItOut) {
  Project p = powered_boat();
  drive(p)->coupler.kind = CouplerKind::rigid;
  p.hull.skin.shell_thickness = 0.0004;
  const Assessment a = assess(p);
  const Finding* f = find_finding(a, "drive.flex");
  ASSERT_NE(f, nullptr);
  EXPECT_GT(f->number.si, 0.0);
  if (f->severity == Severity::fine) {
    EXPECT_LE(f->number.si, f->limit.si);
  } else {
    ASSERT_TRUE(f->remedy);
  }
  drive(p)->shaft.common_plate = true;
  EXPECT_EQ(find_finding(assess(p), "drive.flex"), nullptr);
}

TEST(SteeringRules, BootAndHoleAreMadeLargeEnoughByTheirOffers) {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::rudder));
  steering(p)->boot_stroke = 0.004;
  steering(p)->boot_hole = 0.0021;
  for (const char* rule : {"steer.boot", "steer.hole"}) {
    const Assessment a = assess(p);
    const Finding* f = find_finding(a, rule);
    ASSERT_NE(f, nullptr);
    EXPECT_EQ(f->severity, Severity::watch) << rule;
    ASSERT_TRUE(f->remedy) << rule;
    p = apply(p, *f->remedy);
    EXPECT_EQ(severity(p, rule), Severity::fine) << rule;
  }
  steering(p)->pull_pull = true;  // cables have neither
  EXPECT_EQ(find_finding(assess(p), "steer.boot"), nullptr);
  set_steering(p, steering_by(SteeredBy::differential));
  drive(p)->count = 2;
  const Assessment twin = assess(p);
  EXPECT_FALSE(twin.steering.side_force);
  EXPECT_GT(twin.steering.turning_radius, 0.0);
  EXPECT_NE(find_finding(twin, "steer.throttle"), nullptr);
}

TEST(LineRules, ASecondMotorOutOfLineIsFoundByHowFarAndPutRight) {
  Project p = powered_boat();
  for (PartKind kind : {PartKind::motor, PartKind::propeller}) {
    Part& first = part_of(p, kind);
    first.place.y() = 0.03;
    Part second = first;
    second.id = p.take_id();
    second.place.y() = -0.03;
    p.layout.parts.push_back(second);
  }
  drive(p)->count = 2;
  EXPECT_EQ(severity(p, "drive.second"), Severity::fine);
  Part* second = nullptr;
  for (Part& part : p.layout.parts)
    if (part.kind == PartKind::motor) second = &part;
  second->place.y() -= 0.015;
  const Finding f = finding(assess(p), "drive.second");
  EXPECT_EQ(f.severity, Severity::stop);
  EXPECT_EQ(f.subject, second->id);
  EXPECT_NEAR(f.number.si, 0.015, 1e-9);
  ASSERT_TRUE(f.remedy);
  EXPECT_NEAR(apply(p, *f.remedy).layout.find(second->id)->place.y(), -0.03, 1e-9);
  // Along its own shaft it may stand where it likes.
  second->place.y() += 0.015;
  const Part& screw = part_of(p, PartKind::propeller);
  Vec3 along = part_of(p, PartKind::motor).place - screw.place;
  along.y() = -along.y();
  second->place += 0.01 * along.normalized();
  EXPECT_EQ(severity(p, "drive.second"), Severity::fine);
}

TEST(LineRules, AJetsMotorStandsOnItsLine) {
  Project p = with_jet();
  const auto shift = [&p](const Vec3& by) { part_of(p, PartKind::motor).place += by; };
  part_of(p, PartKind::motor).place = part_of(p, PartKind::jet).place + Vec3(0.2, 0.0, 0.0);
  EXPECT_EQ(severity(p, "drive.coupler"), Severity::fine);
  shift({0.0, 0.0, 0.00008});  // its shaft runs straight into the impeller
  EXPECT_EQ(severity(p, "drive.coupler"), Severity::watch);
  Drive with_coupler = p.drive();
  with_coupler.extras |= 1u << static_cast<unsigned>(DriveGroup::coupler);
  with_coupler.coupler.kind = CouplerKind::jaw;
  set_drive(p, with_coupler);
  EXPECT_EQ(severity(p, "drive.coupler"), Severity::fine);
  shift({0.0, 0.006, 0.0});
  const Assessment a = assess(p);
  const Finding* f = find_finding(a, "drive.coupler");
  ASSERT_NE(f, nullptr);
  EXPECT_EQ(f->severity, Severity::stop);
  EXPECT_NEAR(f->number.si, std::hypot(0.006, 0.00008), 1e-9);
  ASSERT_TRUE(f->remedy);
  const Project mended = apply(p, *f->remedy);
  EXPECT_EQ(severity(mended, "drive.coupler"), Severity::fine);
}
