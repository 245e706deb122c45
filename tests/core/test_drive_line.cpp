// Shafts, couplers, joints, the line from motor to propeller, and heat.
#include <gtest/gtest.h>

#include <cmath>

#include "drive/fit_chain.h"
#include "drive/power_train.h"
#include "drive/shafting.h"
#include "drive/thermal.h"
#include "property.h"
#include "running/drive_line.h"
#include "running/motor_mount.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

const ShaftStock steel = stock_of(ShaftMaterial::stainless_steel);

DriveLine line_of(const Project& p) {
  return drive_line(build_hull(p.hull), p.layout, p.drive());
}

}  // namespace

TEST(Shafting, WhirlsAsMakersOfScrewsReckon) {
  // Makers of ball screws: n = 9.7e7 d / L^2 rpm and mm between simple supports, with 0.8 for safety (memory).
  for (const double d : {3.0, 4.0, 25.0})
    for (const double l : {90.0, 200.0, 1000.0}) {
      const double rpm = 60.0 * whirling_speed(1e-3 * d, 0.0, 1e-3 * l, stock_of(ShaftMaterial::spring_steel));
      EXPECT_NEAR(0.8 * rpm, 9.7e7 * d / (l * l), 0.03 * 0.8 * rpm) << d << " " << l;
    }
}

TEST(Shafting, TorsionIsWhatTheSectionIntegratesTo) {
  // T = int tau(r) r dA with tau linear in r.
  for (const double bore : {0.0, 0.002, 0.003}) {
    const double d = 0.004, most = torsion_stress(0.5, d, bore);
    double torque = 0.0;
    constexpr int rings = 20000;
    for (int i = 0; i < rings; ++i) {
      const double r = 0.5 * (bore + (d - bore) * (i + 0.5) / rings), dr = 0.5 * (d - bore) / rings;
      torque += most * r / (0.5 * d) * r * 2.0 * pi * r * dr;
    }
    EXPECT_NEAR(torque, 0.5, 1e-6);
  }
  EXPECT_NE(refusal_of([] { return whirling_speed(0.004, 0.005, 0.1, steel); }).find("a wall"), std::string::npos);
}

PROPERTY(Shafting, AHollowShaftWhirlsFasterAndIsWeaker) {
  const double d = any::whole(20, 80) / 1e4, bore = d * any::whole(10, 90) / 100.0;
  const double span = any::whole(50, 400) / 1e3;
  HOLDS(whirling_speed(d, bore, span, steel) > whirling_speed(d, 0.0, span, steel));
  HOLDS(torsion_stress(1.0, d, bore) > torsion_stress(1.0, d, 0.0));
  HOLDS(std::abs(whirling_speed(d, 0.0, 2.0 * span, steel) * 4.0 / whirling_speed(d, 0.0, span, steel) - 1.0) < 1e-12);
}

TEST(Coupler, APrintStripsAndASiliconeTubeSlipsLongBeforeMetal) {
  Coupler c{.kind = CouplerKind::collet, .bore_motor = 0.003, .bore_shaft = 0.004};
  const double metal = coupler_strength(c);
  c.material = ShaftMaterial::pla_print;
  const double print = coupler_strength(c);
  c.kind = CouplerKind::silicone_tube;
  const double tube = coupler_strength(c);
  EXPECT_GT(metal, 10.0 * print);
  EXPECT_GT(print, 2.0 * tube);
  // Common practice, no source: a printed coupler from 3 to 4 mm lets go at about a third of the torque of a 36 mm
  // motor at 80 A and 2050 rpm/V, and a silicone tube wants the throttle held to about a third.
  const double full = 80.0 / (2050.0 * pi / 30.0);
  EXPECT_LT(print, 0.5 * full);
  EXPECT_GT(print, 0.1 * full);
  c.diameter = 0.004;
  c.kind = CouplerKind::rigid;
  EXPECT_EQ(coupler_strength(c), 0.0);
}

TEST(Coupler, AUniversalJointSwingsTheSpeedWithItsAngle) {
  EXPECT_EQ(universal_joint_swing(0.0), 0.0);
  // 15 degrees: 6.9 % (handbook tables of Cardan joints, memory).
  EXPECT_NEAR(universal_joint_swing(radians(15.0)), 0.069, 0.001);
}

TEST(FitChain, NamesEveryJointAndWhatIsWrongWithIt) {
  Drive d;
  d.propulsor = Propulsor::propeller;
  const auto joints = fit_chain(d);
  ASSERT_EQ(joints.size(), 5u);
  for (const Joint& j : joints) EXPECT_EQ(j.fit, Joint::Fit::matched) << j.key;
  d.coupler.bore_motor = 0.006;
  EXPECT_EQ(fit_chain(d)[0].fit, Joint::Fit::adapter);
  EXPECT_NE(plain(fit_chain(d)[0].words).find("reducing sleeve"), std::string::npos);
  d.shaft.diameter = 0.005;
  EXPECT_EQ(fit_chain(d)[1].fit, Joint::Fit::misfit);
  EXPECT_NE(plain(fit_chain(d)[4].words).find("does not go into"), std::string::npos);
  d.mounting = Mounting::pod;
  ASSERT_EQ(fit_chain(d).size(), 1u);
  EXPECT_EQ(fit_chain(d)[0].inner, "motor shaft");
  d.gearing.ratio = 2.0;
  EXPECT_EQ(fit_chain(d)[0].inner, "the leg's shaft");
  EXPECT_TRUE(fit_chain({}).empty());
}

TEST(DriveLine, PartsOnOneLineAreInLine) {
  const Project p = powered_boat();
  const DriveLine line = line_of(p);
  ASSERT_TRUE(line.known);
  EXPECT_LT(line.coupler_offset, 1e-9);
  EXPECT_LT(line.coupler_angle, 1e-7);
  EXPECT_NEAR(line.shaft_angle, drive(p)->shaft.motor_tilt, 1e-9);
  EXPECT_NEAR(line.tube_length, 0.27 - 0.030 - drive(p)->motor.shaft_reach, 1e-9);
  EXPECT_LT((line.motor_wanted - part_of(const_cast<Project&>(p), PartKind::motor).place).norm(), 1e-9);
}

// Whatever is moved out of line, the place the line wants the motor at puts it right again.
PROPERTY(DriveLine, TheWantedPlaceMendsAnyMisplacedMotor) {
  Project p = powered_boat();
  Part& motor = part_of(p, PartKind::motor);
  const Vec3 off(any::whole(-20, 21) / 1e3, any::whole(-20, 21) / 1e4, any::whole(-80, 81) / 1e4);
  motor.place += off;
  const DriveLine bad = line_of(p);
  const Vec3 along(std::cos(bad.shaft_angle), 0.0, std::sin(bad.shaft_angle));
  HOLDS(std::abs(bad.coupler_offset - (off - along * along.dot(off)).norm()) < 1e-9);
  motor.place = bad.motor_wanted;
  HOLDS(line_of(p).coupler_offset < 1e-9);
}

TEST(DriveLine, SaysWhichPartIsMissing) {
  Project p = powered_boat();
  std::erase_if(p.layout.parts, [](const Part& part) { return part.kind == PartKind::motor; });
  EXPECT_FALSE(line_of(p).known);
  EXPECT_NE(plain(line_of(p).missing).find("no motor"), std::string::npos);
  drive(p)->propulsor = Propulsor::jet;
  EXPECT_FALSE(line_of(p).known);
  EXPECT_TRUE(line_of(p).missing.empty());
}

TEST(DriveLine, ACableBendsMoreTheMoreTheStrutDiffersFromTheMotor) {
  Project p = powered_boat();
  drive(p)->mounting = Mounting::strut;
  drive(p)->shaft.kind = ShaftKind::flex_cable;
  drive(p)->shaft.strut_angle = 0.0;
  const DriveLine bent = line_of(p);
  ASSERT_TRUE(bent.bend_radius);
  drive(p)->shaft.strut_angle = radians(-8.0);
  EXPECT_LT(*line_of(p).bend_radius, *bent.bend_radius);
  drive(p)->shaft.strut_angle = drive(p)->shaft.motor_tilt;
  EXPECT_GT(*line_of(p).bend_radius, 100.0);  // straight
  EXPECT_GT(flex_shortening(0.3, 0.5, 1.0), 0.0);
  EXPECT_EQ(flex_shortening(0.3, 5.0, 1.0), flex_shortening(0.3, 1.0, 1.0));
}

PROPERTY(Immersion, TheShareOfADiscIsItsSegment) {
  const double r = 0.02, depth = any::whole(-250, 251) / 1e4;
  int wet = 0;
  constexpr int n = 200;
  for (int i = 0; i < n; ++i)
    for (int j = 0; j < n; ++j) {
      const double x = (2.0 * (i + 0.5) / n - 1.0), z = (2.0 * (j + 0.5) / n - 1.0);
      wet += x * x + z * z < 1.0 && z * r < depth;
    }
  HOLDS(std::abs(immersed_share(depth, r) - wet / (pi / 4.0 * n * n)) < 0.01);
}

TEST(Immersion, WhatThePropulsorMeetsFollowsItsPlaceAndTheWater) {
  Drive d;
  d.propulsor = Propulsor::propeller;
  d.screw.diameter = 0.04;
  Working w{.place = {-0.05, 0.0, 0.0}, .shield = 0.008};
  const PropulsorWater deep = propulsor_water(d, w, [](double) { return 0.03; });
  ASSERT_TRUE(deep.disc);
  EXPECT_EQ(deep.disc->depth, 0.03);
  EXPECT_EQ(deep.disc->shield, 0.008);
  EXPECT_FALSE(deep.disc->surface);
  d.screw.surface = true;
  EXPECT_TRUE(propulsor_water(d, w, [](double) { return 0.0; }).disc->surface);
  d.propulsor = Propulsor::jet;
  w.inlet = {0.1, 0.0, 0.0};
  d.jet.intake_length = 0.08;
  EXPECT_EQ(propulsor_water(d, w, [](double) { return 0.001; }).share, 1.0);
  EXPECT_EQ(propulsor_water(d, w, [](double) { return -0.03; }).share, 0.0);
  // Half the intake's length out of the water.
  EXPECT_NEAR(propulsor_water(d, w, [](double x) { return 0.06 - x; }).share, 0.5, 1e-12);
}

TEST(Working, AHighThrustLinePassesAboveTheCg) {
  Project p = powered_boat();
  const HullModel hull = build_hull(p.hull);
  const auto rest = [](double) { return 0.04; };
  const Vec3 cg(0.2, 0.0, 0.05);
  const auto water = working_place(hull, p.layout, p.drive(), cg, rest);
  ASSERT_TRUE(water);
  EXPECT_GT(water->thrust_offset, 0.0);
  EXPECT_NEAR(water->rest_depth, 0.04 + 0.034 - 0.020, 1e-9);
  EXPECT_NEAR(water->below_keel, 0.054, 1e-3);
  drive(p)->propulsor = Propulsor::air_propeller;
  part_of(p, PartKind::propeller).place = {0.03, 0.0, 0.25};
  const auto air = working_place(hull, p.layout, p.drive(), cg, rest);
  EXPECT_NEAR(air->thrust_offset, -0.20, 1e-9);
  part_of(p, PartKind::propeller).place.z() += 0.04;
  EXPECT_NEAR(working_place(hull, p.layout, p.drive(), cg, rest)->thrust_offset, -0.24, 1e-9);
}

TEST(Heat, SteadyStateCarriesAwayWhatIsLost) {
  const Motor m;
  const Cooling c;
  const MotorHeat h = motor_heat(m, c);
  const HeatCourse run = heat_course(h, c, 15.0, 0.02, 6.0, 36000.0);
  ASSERT_FALSE(run.runs_away);
  EXPECT_NEAR(run.winding.back(), *run.steady_winding, 0.1);
  const double copper = 15.0 * 15.0 * 0.02 * (1.0 + 0.00393 * (*run.steady_winding - 20.0));
  EXPECT_NEAR(h.can_to_air * (*run.steady_can - c.air), copper + 6.0, 1e-6);
  EXPECT_NEAR(h.winding_to_can * (*run.steady_winding - *run.steady_can), copper, 1e-6);
}

// What the nodes have stored is what was lost less what went away.
PROPERTY(Heat, EnergyIsNeitherMadeNorLost) {
  Motor m;
  m.can_diameter = any::whole(20, 60) / 1e3;
  const Cooling c{.jacket = any::either()};
  const MotorHeat h = motor_heat(m, c);
  const double amps = any::whole(1, 30), ohm = 0.015, iron = any::whole(0, 20);
  const HeatCourse run = heat_course(h, c, amps, ohm, iron, 60.0, 600);
  ONLY_IF(!run.burns());
  double in = 0.0, out = 0.0;
  for (std::size_t i = 1; i < run.time.size(); ++i) {
    const double dt = run.time[i] - run.time[i - 1], w = 0.5 * (run.winding[i] + run.winding[i - 1]),
                 can = 0.5 * (run.can[i] + run.can[i - 1]);
    in += dt * (amps * amps * ohm * (1.0 + 0.00393 * (w - 20.0)) + iron);
    out += dt * (h.can_to_air * (can - c.air) + h.can_to_water * (can - c.water));
  }
  const double stored = h.winding_capacity * (run.winding.back() - run.winding.front()) +
                        h.can_capacity * (run.can.back() - run.can.front());
  HOLDS(std::abs(stored - (in - out)) < 1e-6 * (1.0 + in));
}

TEST(Heat, WaterCoolsAndAnOverloadBurnsInsteadOfGoingOnForEver) {
  const Motor m;
  const Cooling dry, wet{.jacket = true};
  const double amps = 60.0, ohm = winding_resistance(m);
  const HeatCourse a = heat_course(motor_heat(m, dry), dry, amps, ohm, 10.0, 300.0),
                   b = heat_course(motor_heat(m, wet), wet, amps, ohm, 10.0, 300.0);
  EXPECT_GT(a.winding.back(), b.winding.back() + 10.0);
  const HeatCourse burnt_out = heat_course(motor_heat(m, dry), dry, 400.0, ohm, 10.0, 600.0);
  EXPECT_TRUE(burnt_out.burns());
  EXPECT_LE(burnt_out.winding.back(), burnt);
  EXPECT_GT(burnt_out.time_to(100.0), 0.0);
  EXPECT_LT(burnt_out.time_to(100.0), burnt_out.time_to(200.0));
  EXPECT_FALSE(a.time_to(1000.0));
  Motor outrunner = m;
  outrunner.outrunner = true;  // no jacket fits round a can that turns
  EXPECT_EQ(motor_heat(outrunner, wet).can_to_water, 0.0);
}

TEST(PowerTrain, WhatTheMakersDoNotTellIsEstimatedAndWhatTheyTellIsTaken) {
  Drive d;
  const PowerTrain guessed = power_train(d);
  EXPECT_GT(guessed.battery_resistance, 0.001);
  EXPECT_NEAR(guessed.motor_resistance, likely_resistance(d.motor.can_diameter, d.motor.can_length, d.motor.kv), 1e-12);
  d.motor.resistance = 0.011;
  d.battery.cell_resistance = 0.002;
  d.esc.resistance = 0.0015;
  const PowerTrain told = power_train(d);
  EXPECT_EQ(told.motor_resistance, 0.011);
  EXPECT_NEAR(told.battery_resistance, 3 * 0.002 + 0.001, 1e-12);
  EXPECT_EQ(told.esc_resistance, 0.0015);
  // A bigger cell resists less; an outrunner less than an inrunner of its size.
  EXPECT_LT(likely_cell_resistance(18000.0), likely_cell_resistance(7920.0));
  EXPECT_LT(likely_resistance(0.035, 0.036, 115.0, true), likely_resistance(0.035, 0.036, 115.0));
}

TEST(MotorMount, PutsTheAxisWhereTheLineWantsIt) {
  const Project p = powered_boat();
  const HullModel hull = build_hull(p.hull);
  const DriveLine line = line_of(p);
  const MotorMount m = motor_mount(hull, p.hull.skin, drive(p)->motor, line);
  EXPECT_NEAR(m.tilt, line.shaft_angle, 1e-12);
  // The can's after face lies on the line: its height follows from exit, angle and skin.
  const double on_line = line.exit.z() + (m.plate_x - line.exit.x()) * std::tan(line.shaft_angle);
  EXPECT_NEAR(m.axis_height, on_line - hull.bottom_height(m.plate_x, 0.0) - p.hull.skin.shell_thickness, 1e-9);
  EXPECT_NEAR(m.screw_circle, 0.025, 1e-12);
  EXPECT_GT(m.shim, 0.0);
}

TEST(MotorMount, AStifferOrThickerHullFlexesLess) {
  Project p = powered_boat();
  const HullModel hull = build_hull(p.hull);
  const DriveLine line = line_of(p);
  const double print = flex_at_coupler(hull, p.hull.skin, line, 20.0, 0.06);
  EXPECT_GT(print, 0.0);
  EXPECT_LT(print, 1e-3);
  EXPECT_NEAR(flex_at_coupler(hull, p.hull.skin, line, 40.0, 0.06), 2.0 * print, 1e-12);
  p.hull.skin.density = 2700.0;  // aluminium
  EXPECT_LT(flex_at_coupler(hull, p.hull.skin, line, 20.0, 0.06), 0.1 * print);
}
