// The boat under power: balance, limits, search, steering, findings of the drive.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "findings.h"
#include "project/catalogue.h"
#include "property.h"
#include "running/search.h"
#include "shapes.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// The boat of powered_boat() on a coarser hull, for properties.
Project coarse() {
  Project p = powered_boat();
  p.hull.fineness = 0.4;
  return p;
}

}  // namespace

TEST(Power, TheReportAgreesWithItselfAtEverySteadyPoint) {
  const Assessment a = assess(powered_boat());
  const PowerReport& r = a.power;
  ASSERT_TRUE(r.fitted);
  ASSERT_TRUE(r.full.runs()) << r.message;
  ASSERT_EQ(r.sweep.size(), 20u);
  double before = 0.0;
  for (const RunningState& s : r.sweep) {
    if (!s.runs()) continue;
    // Thrust less its deduction is drag; what the battery gives is what the shaft takes and the heat.
    EXPECT_NEAR(s.thrust * (1.0 - 0.02), s.hull.drag, 0.002 * s.hull.drag) << s.throttle;
    const double out = 2.0 * pi * s.revolutions * s.shaft.torque + s.shaft.motor_heat + s.shaft.esc_heat +
                       s.shaft.gear_heat + s.shaft.battery_heat;
    EXPECT_NEAR(out, s.shaft.battery_current * 4 * 3.7, 0.002 * out) << s.throttle;
    EXPECT_GT(s.speed, before);
    before = s.speed;
  }
  EXPECT_NEAR(*r.run_time * r.full.shaft.battery_current, 0.8 * 18000.0, 1e-6);
  ASSERT_TRUE(r.duty);
  EXPECT_GT(r.duty->run_time, *r.run_time);
  EXPECT_LT(r.duty->current, r.full.shaft.battery_current);
  // By pitch and slip it is within a third of the balance: the two schools stand beside each other.
  EXPECT_NEAR(r.full.speed, a.drive.speed, a.drive.speed / 3.0);
}

TEST(Power, SaysWhyThereIsNoAnswer) {
  Project p = powered_boat();
  std::erase_if(p.layout.parts, [](const Part& part) { return part.kind == PartKind::propeller; });
  EXPECT_EQ(assess(p).power.message, Text("missing in the drive: {0}", "Propeller"));
  EXPECT_EQ(finding(assess(p), "drive.gap").severity, Severity::stop);
  // One that the drive lists and that stands nowhere has its numbers and no water round it.
  p = powered_boat();
  Drive d = p.drive();
  std::erase_if(p.layout.parts, [](const Part& part) { return part.kind == PartKind::propeller; });
  set_drive(p, d);
  EXPECT_NE(plain(assess(p).power.message).find("no water propeller stands"), std::string::npos);
  EXPECT_EQ(finding(assess(p), "drive.balance").severity, Severity::watch);
  EXPECT_EQ(finding(assess(p), "layout.nowhere").severity, Severity::watch);
  drive(p)->propulsor = Propulsor::none;
  EXPECT_NE(plain(assess(p).power.message).find("no drive"), std::string::npos);
  p = powered_boat();
  p.layout.parts[0].mass = 60.0;
  EXPECT_FALSE(assess(p).power.fitted);
  // A propeller high in the air moves nothing, and says so instead of a number.
  p = powered_boat();
  part_of(p, PartKind::propeller).place.z() = 0.3;
  const Assessment a = assess(p);
  EXPECT_FALSE(a.power.full.runs());
  EXPECT_NE(plain(finding(a, "drive.balance").text).find("no thrust"), std::string::npos);
}

TEST(Power, ABoatWhoseBowGoesUnderHasNoSpeedBeyond) {
  // A light sled with an air propeller far too high and strong.
  Project p = powered_boat();
  drive(p)->propulsor = Propulsor::air_propeller;
  drive(p)->screw = {.diameter = 0.30, .pitch = 0.20, .blades = 2, .blade_area = 0.12, .bore = 0.005};
  drive(p)->motor.can_diameter = 0.05;
  part_of(p, PartKind::propeller).place = {0.02, 0.0, 0.55};
  const Assessment a = assess(p);
  EXPECT_GE(finding(a, "drive.thrust_line").severity, Severity::watch);
  ASSERT_FALSE(a.power.curve.points().empty());
  EXPECT_FALSE(a.power.curve.ends_because().empty());
  for (const RunningPoint& point : a.power.curve.points()) EXPECT_TRUE(point.holds);
  EXPECT_LT(a.power.curve.points().back().speed, greatest_speed(p.drive()));
  EXPECT_EQ(finding(a, "drive.unjudged").severity, Severity::note);
}

TEST(Power, LimitsAreNamedByTheirWorst) {
  Drive d;
  d.propulsor = Propulsor::propeller;
  d.esc.current_limit = 50.0;
  RunningState s;
  s.status = RunningState::Status::solved;
  s.shaft.motor_current = 55.0;
  s.shaft.battery_current = 40.0;
  s.shaft.torque = 0.1;
  ASSERT_TRUE(broken_limit(d, s, 60.0));
  EXPECT_STREQ(broken_limit(d, s, 60.0)->key, "esc");
  EXPECT_STREQ(broken_limit(d, s, 160.0)->key, "heat");
  s.shaft.motor_current = 45.0;
  EXPECT_FALSE(broken_limit(d, s, 60.0));
  d.coupler.kind = CouplerKind::silicone_tube;
  EXPECT_STREQ(broken_limit(d, s, 60.0)->key, "coupler");
}

// The throttle that is said to keep every limit does keep them, and a little more breaks one.
PROPERTY(Power, TheSafeThrottleIsTheHighestThatBreaksNothing) {
  static const Project base = coarse();
  Project p = base;
  drive(p)->esc.current_limit = any::whole(4, 30);
  drive(p)->motor.temperature_limit = any::whole(45, 120);
  const Assessment a = assess(p);
  HOLDS(a.power.full.runs());
  const PoweredBoat powered(boat_of(a), a.power.curve);
  const auto broken = [&](double u) {
    const RunningState s = powered.at(u);
    return s.runs() && broken_limit(p.drive(), s, powered.winding_after(s, powered.run_time(s.shaft.battery_current)));
  };
  if (*a.power.safe_throttle > 0.05) HOLDS(!broken(*a.power.safe_throttle));
  if (a.power.limit) HOLDS(broken(std::min(1.0, *a.power.safe_throttle + 0.01)));
}

TEST(Power, ADragKeepsWhatRanBeforeAndSaysSo) {
  Assessor assessor;
  Project p = powered_boat();
  const Assessment before = assessor.assess(p);
  EXPECT_FALSE(before.power.stale);
  part_of(p, PartKind::motor).place.z() += 0.001;
  const Assessment during = assessor.assess(p, Care::in_a_drag);
  EXPECT_TRUE(during.power.stale);
  EXPECT_EQ(during.power.full.speed, before.power.full.speed);
  EXPECT_GT(during.power.line.coupler_offset, 0.0009);  // the line itself follows
  EXPECT_FALSE(assessor.assess(p).power.stale);
}

TEST(Search, FindsTheBestAllowedPropellerAndTellsWhatTheOthersBreak) {
  Project p = powered_boat();
  drive(p)->esc.current_limit = 12.0;
  const Assessment a = assess(p);
  const SearchMap map = search_propellers(boat_of(a), steps_between(0.03, 0.055, 6), steps_between(0.03, 0.08, 6));
  ASSERT_EQ(map.cells.size(), 36u);
  const SearchCell* fastest = map.best(Aim::speed);
  ASSERT_NE(fastest, nullptr);
  int broken = 0;
  for (const SearchCell& c : map.cells) {
    if (c.broken) {
      ++broken;
      EXPECT_GT(c.broken->number.si, c.broken->limit.si);
    }
    if (c.allowed()) {
      EXPECT_LE(c.full.speed, fastest->full.speed);
      EXPECT_LE(c.full.shaft.motor_current, 12.0);
      // No screw gains on its pitch, and none gives more than it takes.
      EXPECT_LT(c.full.speed, c.full.revolutions * c.pitch);
      EXPECT_LT(c.full.thrust * c.full.speed, 2.0 * pi * c.full.revolutions * c.full.shaft.torque);
    }
  }
  EXPECT_GT(broken, 0);
  EXPECT_GE(map.best(Aim::run_time)->run_time, fastest->run_time);
  EXPECT_LE(map.best(Aim::coolness)->winding, fastest->winding);
  // The same propeller aboard runs the same.
  drive(p)->screw.diameter = fastest->diameter;
  drive(p)->screw.pitch = fastest->pitch;
  EXPECT_NEAR(assess(p).power.full.speed, fastest->full.speed, 0.02 * fastest->full.speed);
}

TEST(Search, StopsWhenToldAndRefusesImpossibleRanges) {
  const Assessment a = assess(coarse());
  int asked = 0;
  const SearchMap map = search_propellers(boat_of(a), steps_between(0.03, 0.05, 10), steps_between(0.03, 0.08, 10),
                                          [&](double) { return ++asked < 3; });
  EXPECT_LT(map.cells.size(), 100u);
  EXPECT_EQ(asked, 3);
  EXPECT_NE(refusal_of([] { return steps_between(2.0, 1.0, 5); }).find("lower end first"), std::string::npos);
  EXPECT_EQ(steps_between(0.5, 0.9, 1).size(), 1u);
}

TEST(DriveRules, ACouplerOutOfLineGetsAMountThatMendsIt) {
  Project p = powered_boat();
  EXPECT_EQ(finding(assess(p), "drive.coupler").severity, Severity::fine);
  part_of(p, PartKind::motor).place.z() -= 0.0006 / std::cos(drive(p)->shaft.motor_tilt);
  const Finding f = finding(assess(p), "drive.coupler");
  EXPECT_GE(f.severity, Severity::watch);
  EXPECT_NEAR(f.number.si, 0.0006, 2e-6);
  ASSERT_TRUE(f.remedy);
  EXPECT_EQ(plain(f.remedy->label).rfind("Raise", 0), 0u);
  const Project mended = apply(p, *f.remedy);
  EXPECT_EQ(finding(assess(mended), "drive.coupler").severity, Severity::fine);
}

TEST(DriveRules, EveryOfferOfTheDriveMendsItsFinding) {
  struct Fault {
    const char* rule;
    std::function<void(Project&)> make;
  };
  const Fault faults[] = {
      {"drive.strut",
       [](Project& p) {
         drive(p)->mounting = Mounting::strut;
         drive(p)->shaft.strut_angle = radians(3.0);
       }},
      {"drive.immersion", [](Project& p) { part_of(p, PartKind::propeller).place.z() = -0.022; }},
      {"drive.whirling", [](Project& p) { drive(p)->shaft.bearing_spacing = 0.24; }},
      {"drive.esc", [](Project& p) { drive(p)->esc.current_limit = 6.0; }},
      {"drive.dog_gap",
       [](Project& p) {
         drive(p)->mounting = Mounting::strut;
         drive(p)->shaft.kind = ShaftKind::flex_cable;
         drive(p)->shaft.dog_gap = 0.0;
       }},
  };
  for (const Fault& fault : faults) {
    Project p = powered_boat();
    fault.make(p);
    const Finding f = finding(assess(p), fault.rule);
    EXPECT_GE(f.severity, Severity::watch) << fault.rule;
    ASSERT_TRUE(f.remedy) << fault.rule;
    EXPECT_EQ(finding(assess(apply(p, *f.remedy)), fault.rule).severity, Severity::fine) << fault.rule;
  }
}

TEST(DriveRules, TooManyCellsAndPartsThatDoNotFitAreStops) {
  Project p = powered_boat();
  drive(p)->battery.cells = 8;
  drive(p)->coupler.bore_motor = 0.003;
  const Assessment a = assess(p);
  EXPECT_EQ(finding(a, "drive.cells").severity, Severity::stop);
  EXPECT_EQ(finding(a, "drive.fit.motor-coupler").severity, Severity::stop);
}

TEST(DriveRules, TheEscMustStandTheStartFollowTheFieldAndFeedTheServos) {
  Project p = powered_boat();
  const Assessment calm = assess(p);
  EXPECT_GT(calm.power.start.motor_current, calm.power.full.shaft.motor_current);
  drive(p)->esc.burst_limit = 1.2 * calm.power.start.motor_current;
  EXPECT_EQ(finding(assess(p), "drive.start").severity, Severity::fine);
  drive(p)->esc.burst_limit = 0.8 * calm.power.start.motor_current;
  EXPECT_EQ(finding(assess(p), "drive.start").severity, Severity::watch);
  EXPECT_EQ(finding(calm, "drive.field").severity, Severity::fine);
  EXPECT_NEAR(finding(calm, "drive.field").number.si, 2.0 * calm.power.full.revolutions, 1e-9);  // four poles
  drive(p)->motor.poles = 40;
  EXPECT_EQ(finding(assess(p), "drive.field").severity, Severity::watch);
  for (int i = 0; i < 3; ++i) {
    Part servo{.id = p.take_id(), .name = "Servo", .kind = PartKind::servo};
    servo.place = {0.2 + 0.05 * i, 0.04, 0.08};
    p.layout.parts.push_back(servo);
  }
  drive(p)->esc.bec_current = 3.0;
  EXPECT_EQ(finding(assess(p), "drive.bec").severity, Severity::watch);
  drive(p)->esc.bec_current = 5.0;
  EXPECT_EQ(finding(assess(p), "drive.bec").severity, Severity::fine);
}

TEST(DriveRules, EverythingTheReceiverFeedsCountsByWhatItTellsOrUsuallyTakes) {
  Project p = powered_boat();
  const auto aboard = [&](const char* entry) {
    Part part = builtin_catalogue().find(entry)->part;
    part.id = p.take_id();
    part.place = {0.3, 0.03, 0.09};
    p.layout.parts.push_back(part);
    return part.id;
  };
  const auto asks = [&] { return finding(assess(p), "drive.bec").number.si; };
  std::erase_if(p.layout.parts, [](const Part& part) {
    return part.kind == PartKind::servo || part.kind == PartKind::receiver || part.kind == PartKind::camera;
  });
  const Id servo = aboard("Servo 9 g, micro");
  EXPECT_NEAR(asks(), 0.7 + 0.2, 1e-12);  // a receiver goes without saying
  aboard("Receiver 6-channel");
  EXPECT_NEAR(asks(), 0.7 + 0.1, 1e-12);
  const Id lamp = aboard("Beacon with mast, 150 mm");
  EXPECT_NEAR(asks(), 0.7 + 0.1 + 0.15, 1e-12);
  p.layout.find(lamp)->data = {};
  p.layout.find(servo)->data = {};
  EXPECT_NEAR(asks(), 1.2 + 0.1 + 0.1, 1e-12);
  aboard("Bilge pump, small");
  EXPECT_NEAR(asks(), 1.2 + 0.1 + 0.1 + 0.5, 1e-12);
}

TEST(DriveRules, ASwitchMustCarryWhatRunsThroughIt) {
  Project p = powered_boat();
  Part part = builtin_catalogue().find("Switch with key, 60 A")->part;
  part.id = p.take_id();
  part.place = {0.3, 0.03, 0.09};
  p.layout.parts.push_back(part);
  const auto with = [&](double limit) {
    p.layout.find(part.id)->data = PowerSwitch{limit};
    const Assessment a = assess(p);
    EXPECT_EQ(finding(a, "drive.switch").subject, part.id);
    return finding(a, "drive.switch").severity;
  };
  const double battery = assess(p).power.full.shaft.battery_current;
  EXPECT_EQ(with(1.01 * battery), Severity::fine);
  EXPECT_EQ(with(0.99 * battery), Severity::watch);
  EXPECT_EQ(with(0.1), Severity::stop);
  p.layout.find(part.id)->data = {};  // what is not known is not judged
  EXPECT_FALSE(find_finding(assess(p), "drive.switch"));
}

TEST(SteeringReport, PodAndNozzleStopAtTheirOwnStops) {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::nozzle));
  steering(p)->linkage.servo_throw = radians(35.0);
  drive(p)->propulsor = Propulsor::jet;
  drive(p)->jet.nozzle_swing = radians(12.0);
  EXPECT_NEAR(assess(p).steering.angle.value(), radians(12.0), 1e-12);
  drive(p)->jet.nozzle_swing = 1.0;
  EXPECT_GT(assess(p).steering.angle, radians(20.0));
  steering(p)->by = SteeredBy::pod;
  drive(p)->propulsor = Propulsor::propeller;
  drive(p)->mounting = Mounting::pod;
  drive(p)->pod.swing = radians(10.0);
  EXPECT_NEAR(assess(p).steering.angle.value(), radians(10.0), 1e-12);
}

TEST(DriveEdits, MeasuresOfTheDriveReachThePartsInTheBoat) {
  const Project p = powered_boat();
  Drive d = p.drive();
  d.screw.diameter = 0.046;
  d.motor.can_diameter = 0.042;
  Project next = apply(p, {"", ChangeDrive{d}});
  EXPECT_NEAR(part_of(next, PartKind::propeller).size.y(), 0.046, 1e-12);
  EXPECT_NEAR(part_of(next, PartKind::motor).size.z(), 0.042, 1e-12);
  // What the drive did not change stays as the builder typed it.
  Part motor = part_of(next, PartKind::motor);
  motor.size = {0.07, 0.05, 0.05};
  next = apply(next, {"", ChangePart{motor}});
  d = next.drive();
  d.screw.pitch = 0.06;
  next = apply(next, {"", ChangeDrive{d}});
  EXPECT_NEAR(part_of(next, PartKind::motor).size.x(), 0.07, 1e-12);
}

TEST(SteeringReport, ALargerRudderPullsMoreAndAPodDoesNotSteerWithoutThrottle) {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::rudder));
  steering(p)->rudder = {.chord = 0.03, .span = 0.04, .balance = 0.28};
  steering(p)->linkage.servo_throw = radians(20.0);
  // No hull holds more than a weight and a half sideways, however large the rudder.
  const Assessment fast = assess(p);
  EXPECT_GE(fast.steering.turning_radius, std::pow(fast.power.full.speed, 2) / (1.5 * 9.81));
  EXPECT_GE(fast.steering.cruise_radius, fast.hull->model.length());
  // Slow and with a little angle the rudder decides.
  drive(p)->throttle = 0.15;
  steering(p)->linkage.servo_throw = radians(3.0);
  const SteeringReport small = assess(p).steering;
  ASSERT_GT(small.turning_radius, 0.0);
  EXPECT_LT(small.radius_low, small.turning_radius);
  EXPECT_GT(small.radius_high, small.turning_radius);
  EXPECT_GT(small.force_without_throttle, 0.25 * *small.side_force);
  steering(p)->rudder.span = 0.06;
  const SteeringReport large = assess(p).steering;
  // It pulls more, and as a fin it holds more: which turns tighter depends on the hull.
  EXPECT_GT(large.side_force, 1.3 * *small.side_force);
  ASSERT_GT(large.turning_radius, 0.0);
  EXPECT_GT(large.stock_torque, small.stock_torque);
  steering(p)->servo.torque = 1.2 * *large.servo_needed;
  EXPECT_EQ(finding(assess(p), "steer.servo").severity, Severity::watch);
  steering(p)->set_crooked = radians(2.0);
  EXPECT_GT(assess(p).steering.drift, 0.0);
  set_steering(p, steering_by(SteeredBy::nozzle));
  const Assessment nozzle = assess(p);
  EXPECT_EQ(nozzle.steering.force_without_throttle, 0.0);
  EXPECT_NE(plain(finding(nozzle, "steer.throttle").text).find("no throttle, no steering"), std::string::npos);
}

TEST(Fittings, TabsPressTheBowDownAndFinsHoldTheBoatStraight) {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::rudder));
  steering(p)->rudder = {.chord = 0.02, .span = 0.03, .balance = 0.28};
  steering(p)->linkage.servo_throw = radians(2.0);
  drive(p)->throttle = 0.5;
  const Assessment plain = assess(p);
  ASSERT_TRUE(plain.power.full.runs());
  drive(p)->fittings.tab_chord = 0.02;
  drive(p)->fittings.tab_angle = radians(4.0);
  EXPECT_LT(assess(p).power.full.hull.trim, plain.power.full.hull.trim - radians(0.1));
  drive(p)->fittings = {.fins = 2, .fin_toe = 0.0};
  const Assessment finned = assess(p);
  EXPECT_GT(finned.power.full.hull.appendages, plain.power.full.hull.appendages);
  EXPECT_GT(finned.steering.turning_radius, plain.steering.turning_radius);
  EXPECT_EQ(finned.steering.drift, 0.0);
  drive(p)->fittings.fin_toe = radians(-2.0);
  const Assessment crooked = assess(p);
  EXPECT_GT(crooked.steering.drift, 0.0);
  const Finding f = finding(crooked, "steer.fins");
  EXPECT_EQ(f.severity, Severity::watch);
  ASSERT_TRUE(f.remedy);
  EXPECT_EQ(assess(apply(p, *f.remedy)).steering.drift, 0.0);
}

TEST(DriveRules, TooMuchThrustUnderATallBoatTurnsItOverBackwards) {
  Project p = powered_boat();
  const Assessment tame = assess(p);
  ASSERT_GT(tame.power.working->thrust_offset, 0.0);
  EXPECT_GT(tame.power.start.hold.value(), 1.5);
  EXPECT_EQ(finding(tame, "drive.flip").severity, Severity::fine);
  // Four of them on level struts far below: cavitation holds each to a few dozen newtons.
  drive(p)->count = 4;
  drive(p)->battery.cells = 20;
  drive(p)->mounting = Mounting::strut;
  part_of(p, PartKind::propeller).place.z() = -0.08;
  const Assessment wild = assess(p);
  EXPECT_LT(wild.power.start.hold.value(), 1.0);
  EXPECT_EQ(finding(wild, "drive.flip").severity, Severity::stop);
  // A throttle that opens slowly lifts the bow less.
  drive(p)->battery.cells = 6;
  const double quick = assess(p).power.start.trim;
  drive(p)->opening = 3.0;
  EXPECT_LT(assess(p).power.start.trim, quick);
}

// The bow's swing as an oscillator of the moment of inertia 2 m (L/4)^2 (its own mass and as much water), a fifth of
// critical damping: a thrust that grows with the square of the time until the throttle is open lifts the bow beyond its
// balance by what the equation of motion, solved here on its own, gives.
TEST(Power, TheBowSwingsUpWithTheInertiaOfBoatAndWater) {
  Project p = powered_boat();
  for (double opening : {0.10, 0.20, 0.40}) {
    drive(p)->opening = opening;
    const Assessment a = assess(p);
    const StandingStart start = PoweredBoat(boat_of(a), a.power.curve).standing_start(0.15);
    ASSERT_GT(start.tilt, 0.0);
    const double weight = a.mass.total * gravity, stiffness = weight * a.flotation.gm_longitudinal,
                 inertia = 2.0 * a.mass.total * std::pow(0.25 * a.hull->model.length(), 2),
                 damping = 2.0 * 0.2 * std::sqrt(stiffness * inertia);
    double lift = 0.0, rate = 0.0, most = 0.0;
    for (double t = 0.0; t < opening + 1.5; t += 1e-5) {
      const double open = std::min(1.0, t / opening), moment = open * open * stiffness;  // of a lift of 1 at rest
      rate += 1e-5 * (moment - stiffness * lift - damping * rate) / inertia;
      lift += 1e-5 * rate;
      most = std::max(most, lift);
    }
    EXPECT_NEAR(start.trim / start.tilt, most, 0.02 * most) << opening;
  }
}

TEST(SteeringRules, ABindingLinkageIsLimitedByItsOffer) {
  Project p = powered_boat();
  set_steering(p, steering_by(SteeredBy::rudder));
  steering(p)->linkage = {.servo_arm = 0.0163, .horn_arm = 0.010, .distance = 0.3, .servo_throw = radians(36.0)};
  const Finding f = finding(assess(p), "steer.linkage");
  EXPECT_EQ(f.severity, Severity::watch);
  EXPECT_NEAR(degrees(f.number.si), 28.0, 1.1);
  ASSERT_TRUE(f.remedy);
  EXPECT_EQ(finding(assess(apply(p, *f.remedy)), "steer.linkage").severity, Severity::fine);
}
