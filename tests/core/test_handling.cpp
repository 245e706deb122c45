// How boats lie over under their screw and in turns, and what holds them on the plane.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/drive_edits.h"
#include "findings.h"
#include "fleet.h"
#include "property.h"
#include "shapes.h"
#include "steering/handling.h"
#include "steering/turning.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

TEST(Handling, HeelInATurnIsTheBalanceOfMoments) {
  // m v^2 / r times the lever against m g GM sin(heel) over cos(heel): 25 / (9.80665 x 3) x 0.04 / 0.06.
  EXPECT_NEAR(std::tan(heel_in_turn(5.0, 3.0, 0.04, 0.06)), 0.56651, 1e-4);
  EXPECT_EQ(heel_in_turn(0.0, 3.0, 0.04, 0.06), 0.0);
}

PROPERTY(Handling, AHigherMassHeelsMoreAndAStifferBoatLess) {
  const auto some = [](int low, int high) { return any::whole(low, high) / 1000.0; };
  const double v = some(300, 15000), r = some(500, 9000), lever = some(5, 90), gm = some(5, 150);
  const double heel = heel_in_turn(v, r, lever, gm);
  HOLDS(heel > 0.0 && heel < 0.5 * pi);
  HOLDS(heel_in_turn(v, r, 1.1 * lever, gm) > heel);
  HOLDS(heel_in_turn(v, r, lever, 1.1 * gm) < heel);
  HOLDS(heel_in_turn(v, 1.1 * r, lever, gm) < heel);
}

TEST(Handling, OfTheFleetIsKnownWhereTheBoatsRun) {
  for (const std::string name : fleet_boats) {
    const Assessment a = assess(of_the_fleet(name));
    const HandlingReport& h = a.handling;
    EXPECT_TRUE(h.edge_heel && *h.edge_heel > 0.0 && *h.edge_heel < 0.5 * pi) << name;
    if (!a.power.full.runs()) continue;
    // On the plane nobody can tell.
    const bool told = a.steering.turning_radius && a.power.full.hull.planing_share <= 0.5;
    EXPECT_EQ(h.turn_heel.has_value(), told) << name;
    EXPECT_EQ(find_finding(a, "steer.heel") != nullptr, told) << name;
    // An odd screw turns the boat, two hold each other, a jet's stator holds its own.
    const bool turned = a.fitted_drive.turned_right() != 0;
    EXPECT_FALSE(turned && a.fitted_drive.propulsor == Propulsor::jet) << name;
    EXPECT_EQ(h.torque.has_value(), turned) << name;
    if (turned) {
      // By hand: the angle whose tangent is torque over weight and GM.
      EXPECT_NEAR(std::tan(*h.torque_heel) * a.mass.total * gravity * a.flotation.gm_transverse, *h.torque,
                  1e-9 + 1e-6 * *h.torque)
          << name;
      EXPECT_GE(*h.torque, a.power.full.shaft.torque * 0.999) << name;
    }
    if (a.hull->model.planes && a.power.full.hull.planing_share > 0.95 && a.hull->model.surfaces.empty()) {
      EXPECT_TRUE(h.wet_keel && *h.wet_keel > 0.0) << name;
    }
  }
}

TEST(Handling, ScrewsThatTurnTheSameWayAddUpAndTheOtherHandHeelsToTheOtherSide) {
  const auto turning = [](Project p, Turning how) {
    Drive d = p.drive();
    d.turning = how;
    set_drive(p, d);
    return assess(p);
  };
  const Project alone = powered_boat();
  const Assessment right = turning(alone, Turning::right), left = turning(alone, Turning::left);
  ASSERT_TRUE(right.handling.torque && left.handling.torque);
  EXPECT_EQ(*right.handling.torque, *left.handling.torque);
  EXPECT_TRUE(right.handling.to_port && !left.handling.to_port) << "against the screw, clockwise seen from astern";
  EXPECT_EQ(turning(alone, Turning::outward).handling.to_port, true) << "one alone turns right";

  const Project two = with_second_drive(assess(alone));
  const Assessment against = turning(two, Turning::outward), together = turning(two, Turning::left);
  ASSERT_TRUE(together.power.full.runs());
  EXPECT_FALSE(against.handling.torque) << "they hold each other";
  EXPECT_FALSE(turning(two, Turning::inward).handling.torque);
  ASSERT_TRUE(together.handling.torque);
  EXPECT_FALSE(together.handling.to_port);
  EXPECT_NEAR(*together.handling.battery_offset * two.layout.first(PartKind::battery)->mass * gravity,
              2.0 * together.power.full.shaft.torque, 1e-9);
  const Finding f = finding(together, "drive.torque_roll");
  if (f.severity == Severity::fine) return;
  ASSERT_TRUE(f.remedy);
  EXPECT_FALSE(find_finding(assess(apply(together.project, *f.remedy)), "drive.torque_roll"));
}

TEST(Handling, ASafeRadiusLaysTheBoatOverToNineTenths) {
  const Assessment a = assess(of_the_fleet("grebe"));
  ASSERT_TRUE(a.handling.safe_radius && a.handling.turn_heel);
  const double v = a.power.full.speed;
  const double lever =
      std::tan(*a.handling.turn_heel) * a.flotation.gm_transverse * gravity * *a.steering.turning_radius / (v * v);
  EXPECT_NEAR(heel_in_turn(v, *a.handling.safe_radius, lever, a.flotation.gm_transverse), 0.9 * *a.handling.edge_heel,
              1e-6);
}

TEST(Handling, OneOfTwoDrivesBringsItBackSlowerAndToOneSide) {
  const Assessment one = assess(powered_boat());
  EXPECT_FALSE(one.handling.one_dead);
  const Assessment two = assess(with_second_drive(one));
  ASSERT_TRUE(two.power.full.runs()) << two.power.message.words;
  ASSERT_TRUE(two.handling.one_dead);
  const auto& dead = *two.handling.one_dead;
  EXPECT_LT(dead.speed, two.power.full.speed);
  EXPECT_GT(dead.speed, 0.3 * two.power.full.speed);
  const DriveStands& s = two.fitted_drive.stands;
  const double apart = std::abs(two.project.layout.find(s.propulsor)->place.y() -
                                two.project.layout.find(s.second_propulsor)->place.y());
  EXPECT_GT(dead.moment, 0.0);
  // No more than the half of the thrust that both give at a standstill, at its lever.
  EXPECT_LT(dead.moment, 0.5 * apart * two.power.start.thrust);
  const Finding& f = finding(two, "steer.one_dead");
  EXPECT_EQ(f.severity == Severity::fine, dead.held_by && *dead.held_by < 0.8);
}

TEST(Pods, TwoThatSwingDrawTogetherUntilTheirPropellersStrike) {
  Project p = with_second_drive(assess(of_the_fleet("grebe")));
  ASSERT_NE(p.drive().stands.second_propulsor, 0u);
  Drive wide = p.drive();
  wide.pod.swing = 0.8;
  set_drive(p, wide);
  const double diameter = wide.screw.diameter, swing = wide.pod.swing;
  const auto with_distance = [&](double apart) {
    Project at = p;
    at.layout.find(at.drive().stands.propulsor)->place.y() = 0.5 * apart;
    at.layout.find(at.drive().stands.second_propulsor)->place.y() = -0.5 * apart;
    return assess(at);
  };
  // By hand: lines apart by the cosine of the swing.
  const double touch = diameter / std::cos(swing);
  EXPECT_EQ(finding(with_distance(touch + 0.02), "drive.swing_gap").severity, Severity::fine);
  const Assessment struck = with_distance(touch - 0.002);
  const Finding& f = finding(struck, "drive.swing_gap");
  EXPECT_EQ(f.severity, Severity::stop);
  EXPECT_NEAR(f.number.si, (touch - 0.002) * std::cos(swing) - diameter, 1e-6);
  ASSERT_TRUE(f.remedy);
  EXPECT_NE(finding(assess(apply(struck.project, *f.remedy)), "drive.swing_gap").severity, Severity::stop);
  EXPECT_EQ(find_finding(assess(of_the_fleet("grebe")), "drive.swing_gap"), nullptr) << "one pod strikes nothing";
}

namespace {

TurningHull any_turning_hull() {
  const auto some = [](int low, int high) { return any::whole(low, high) / 1000.0; };
  TurningHull h{.hull_length = some(300, 1200)};
  h.waterline_length = 0.95 * h.hull_length;
  h.waterline_beam = h.hull_length * some(80, 800);
  h.draught = h.hull_length * some(20, 150);
  h.block = some(350, 1000);
  h.mass = some(300, 6000), h.cg_x = 0.4 * h.hull_length;
  h.density = 998.2, h.viscosity = 1.0e-6;
  return h;
}

}  // namespace

PROPERTY(TurnDerivatives, NoHullDrivesItsOwnTurnOrItsOwnDrift) {
  const TurningHull h = any_turning_hull();
  RunningPoint p;
  p.speed = any::whole(2, 150) / 10.0, p.wetted_length = h.waterline_length, p.drag = any::whole(1, 400) / 10.0;
  const TurnDerivatives one = turn_derivatives(h, p);
  HOLDS(one.force_sway < 0.0);
  HOLDS(one.moment_yaw < 0.0);
  HOLDS(one.added_mass >= 0.0 && one.added_inertia >= 0.0);
  // Two of them side by side: twice the force, and the farther apart the more they hold against a turn.
  TurningHull two = h;
  two.spacing = any::whole(100, 900) / 1000.0;
  const TurnDerivatives both = turn_derivatives(two, p);
  HOLDS(std::abs(both.force_sway - 2.0 * one.force_sway) < 1e-9 * std::abs(one.force_sway));
  // By hand: each drags back as twice its share of speed, at half the spacing.
  const double apart = 0.5 * p.drag / p.speed * two.spacing * two.spacing;
  HOLDS(std::abs(both.moment_yaw - (2.0 * one.moment_yaw - apart)) < 1e-9 * std::abs(one.moment_yaw) + 1e-12);
}

TEST(TurnDerivatives, ATwinHullIsTwoSlenderOnesNotOneBroadOne) {
  const Assessment a = assess(of_the_fleet("grebe"));
  const TurningHull h = turning_hull(boat_of(a));
  EXPECT_NEAR(h.spacing + h.waterline_beam, a.form.waterline_beam, 1e-9);
  EXPECT_LT(h.waterline_beam, 0.4 * a.form.waterline_beam);
  EXPECT_LE(h.block, 1.0);
  ASSERT_TRUE(a.steering.turning_radius);
  EXPECT_GT(*a.steering.turning_radius, a.hull->model.length()) << "no twin hull spins on the spot at full speed";
}
