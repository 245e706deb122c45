// The boat as the running methods see it, its waters at speed, and answers that are never nonsense.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "assessment/consequence.h"
#include "assessment/reason.h"
#include "drive/cavitation.h"
#include "drive/drive_table.h"
#include "drive/water_jet.h"
#include "hull/family.h"
#include "property.h"
#include "running/boat.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

double finite_share(const Assessment& a) {
  int all = 0, finite = 0;
  const auto count = [&](double v) { ++all, finite += std::isfinite(v); };
  for (const LedgerRow& r : ledger(a))
    if (r.value) {
      count(r.value->si);
      for (const ReasonLine& line : reasons(a, r.key))
        for (const Quantity& q : test::quantities(line.text)) count(q.si);
    }
  for (const Finding& f : a.findings) {
    for (const Quantity& q : test::quantities(f.text)) count(q.si);
    if (f.remedy)
      for (const Quantity& q : test::quantities(f.remedy->label)) count(q.si);
    count(f.number.si);
    count(f.limit.si);
  }
  for (const RunningState& s : a.power.sweep)
    for (const double v : {s.speed, s.revolutions, s.thrust, s.slip, s.efficiency, s.shaft.battery_current}) count(v);
  for (const HeatCourse* c : {&a.power.dry, &a.power.wet})
    for (const double v : c->winding) count(v);
  for (const std::optional<double>& v :
       {a.steering.side_force, a.steering.stock_torque, a.steering.servo_needed, a.steering.turning_radius,
        a.steering.cruise_radius, a.handling.turn_heel, a.steering.drift})
    if (v) count(*v);
  return all == 0 ? 0.0 : static_cast<double>(finite) / all;
}

}  // namespace

TEST(PlaningBottom, IsTheVOfAPrism) {
  // 20 degrees of deadrise to a chine 90 mm out, sides leaning out a little.
  const double rise = 0.09 * std::tan(radians(20.0));
  const std::vector<Vec2> section{{0.0, 0.0}, {0.09, rise}, {0.1, 0.1}, {-0.1, 0.1}, {-0.09, rise}};
  HullModel hull;
  hull.skin = prism(section, 0.6, 40);
  hull.box = {{0.0, -0.1, 0.0}, {0.6, 0.1, 0.1}};
  std::vector<double> stations;
  for (int i = 0; i < 40; ++i) stations.push_back(0.005 + 0.59 * i / 39.0);
  hull.sections = sections(hull.skin, stations);
  const PlaningBottom b = planing_bottom(hull);
  EXPECT_NEAR(b.beam, 0.18, 1e-9);
  EXPECT_NEAR(degrees(b.deadrise), 20.0, 1e-6);
}

TEST(PlaningBottom, FollowsTheDeadriseOfTheFamily) {
  for (const double deadrise : {10.0, 18.0, 24.0}) {
    HullDesign d = usual_hull(HullFamily::deep_v);
    d.shape.deadrise_transom = d.shape.deadrise_midships = radians(deadrise);
    const PlaningBottom b = planing_bottom(build_hull(d));
    EXPECT_NEAR(degrees(b.deadrise), deadrise, 2.0);
    EXPECT_LT(b.beam, d.shape.beam + 1e-9);
    EXPECT_GT(b.beam, 0.6 * d.shape.beam);
  }
  EXPECT_LT(degrees(planing_bottom(build_hull(usual_hull(HullFamily::flat_bottom))).deadrise), 3.0);
  EXPECT_FALSE(family_of(HullFamily::round_bilge).planes);
  EXPECT_TRUE(family_of(HullFamily::flat_bottom).planes);
}

TEST(RunningWater, IsTheLevelUnderTheBoatAndAHollowBehindADryTransom) {
  RunningPoint p;
  p.draught = 0.03;
  p.trim = radians(3.0);
  EXPECT_NEAR(p.water_at(0.0), 0.03, 1e-12);
  EXPECT_NEAR(p.water_at(0.2), 0.03 - 0.2 * std::tan(radians(3.0)), 1e-12);
  EXPECT_GT(p.water_at(-0.05), 0.03);  // wet: the level goes on
  p.transom_dry = 1.0;
  EXPECT_NEAR(p.water_at(-0.05), 0.0, 1e-12);  // dry: level with the edge
  p.transom_dry = 0.5;
  EXPECT_NEAR(p.water_at(-0.05), 0.5 * (0.03 + 0.05 * std::tan(radians(3.0))), 1e-12);
}

TEST(RunningWater, ATransomRunsDryAsTheBoatGetsFaster) {
  const Assessment a = assess(powered_boat());
  double before = -1.0;
  for (const RunningPoint& p : a.power.curve.points()) {
    EXPECT_GE(p.transom_dry, before);
    before = p.transom_dry;
  }
  EXPECT_EQ(before, 1.0);
  EXPECT_LT(a.power.curve.points().front().transom_dry, 0.05);
}

TEST(RunningHull, TakesAppendagesAndAirFromThePartsOutside) {
  Project p = powered_boat();
  const RunningHull bare = running_hull(boat_of(assess(p)));
  Part rudder{.id = p.take_id(), .name = "Rudder", .kind = PartKind::rudder};
  rudder.size = {0.04, 0.006, 0.08};
  rudder.place = {-0.10, 0.0, 0.0};
  rudder.outside = true;
  p.layout.parts.push_back(rudder);
  const RunningHull with_rudder = running_hull(boat_of(assess(p)));
  EXPECT_GT(with_rudder.bottom.appendage_area, bare.bottom.appendage_area);
  EXPECT_GT(with_rudder.bottom.appendage_depth, 0.0);
  Part mast{.id = p.take_id(), .name = "Mast", .kind = PartKind::camera};
  mast.size = {0.02, 0.04, 0.2};
  mast.place = {0.3, 0.0, 0.22};
  mast.outside = true;
  p.layout.parts.push_back(mast);
  const RunningHull with_mast = running_hull(boat_of(assess(p)));
  EXPECT_GT(with_mast.bottom.air_area, with_rudder.bottom.air_area + 0.9 * 0.04 * 0.15);
  EXPECT_EQ(with_mast.bottom.lcg, assess(p).mass.cg.x() - assess(p).hull->model.box.low.x());
}

TEST(RunningHull, ARidePlateTurnedDownLowersTheTrim) {
  Project p = powered_boat();
  drive(p)->propulsor = Propulsor::jet;
  const Assessment a = assess(p);
  RunningHull flat = running_hull(boat_of(a));
  EXPECT_EQ(flat.bottom.tab_chord, 0.0);
  drive(p)->jet.ride_plate_angle = radians(4.0);
  const Assessment b = assess(p);
  const RunningHull down = running_hull(boat_of(b));
  EXPECT_GT(down.bottom.tab_chord, 0.0);
  const RunningPoint without = run_at(flat, 6.0), with = run_at(down, 6.0);
  ASSERT_TRUE(without.holds && with.holds);
  EXPECT_LT(with.trim, without.trim);
}

TEST(WaterJet, AtRestThePumpGivesWhatTheNozzleTakes) {
  const WaterJet jet;
  const JetState s = jet_state(jet, 300.0, 0.0, 1000.0);
  // Head of the pump at this flow is the jet's energy with its losses (no head comes from a boat at rest).
  const double area = 0.25 * pi * jet.nozzle * jet.nozzle;
  EXPECT_NEAR(s.flow, s.jet_speed * area, 1e-12);
  const double head = 0.5 * (1.0 + jet.nozzle_loss) * s.jet_speed * s.jet_speed;
  const double tip = pi * 300.0 * jet.diameter;
  EXPECT_LT(head, 0.5 * 0.49 * tip * tip);  // Euler at 0.7 R, half of it reached
  EXPECT_GT(head, 0.05 * tip * tip);
  // Of the shaft's power the jet carries a third to a half: pump and duct take the rest.
  const double jet_power = 0.5 * 1000.0 * s.flow * s.jet_speed * s.jet_speed, shaft = 2.0 * pi * 300.0 * s.torque;
  EXPECT_GT(jet_power / shaft, 0.25);
  EXPECT_LT(jet_power / shaft, 0.5);
}

PROPERTY(WaterJet, ThrustAndTorqueGoWithTheSquareOfTheSpeeds) {
  const WaterJet jet{.diameter = any::whole(20, 60) / 1e3, .nozzle = any::whole(12, 19) / 1e3};
  const double n = any::whole(50, 500), v = any::whole(0, 80) / 10.0;
  const JetState one = jet_state(jet, n, v, 1000.0), two = jet_state(jet, 2.0 * n, 2.0 * v, 1000.0);
  HOLDS(std::abs(two.thrust - 4.0 * one.thrust) < 1e-9 * (1.0 + std::abs(two.thrust)));
  HOLDS(std::abs(two.torque - 4.0 * one.torque) < 1e-9 * (1.0 + std::abs(two.torque)));
  HOLDS(one.torque > 0.0);
}

PROPERTY(WaterJet, WhereTheWaterDoesNotFollowNothingIsWon) {
  WaterJet jet{.diameter = any::whole(20, 60) / 1e3, .pitch_ratio = any::whole(6, 18) / 10.0};
  jet.nozzle = jet.diameter * any::whole(4, 9) / 10.0;
  const double n = any::whole(50, 900), v = any::whole(0, 150) / 10.0;
  const JetState sound = jet_state(jet, n, v, 1000.0);
  jet.suction = surface_pressure / 1000.0;
  const JetState s = jet_state(jet, n, v, 1000.0), faster = jet_state(jet, n, v + 1.0, 1000.0);
  HOLDS(s.kept > 0.0 && s.kept <= 1.0 && s.flow <= sound.flow && s.torque <= sound.torque && s.torque > 0.0);
  // What leaves in the stream over what came in with it is never more than the shaft gave.
  const double in = (1.0 - jet.wake) * v;
  HOLDS(0.5 * 1000.0 * s.flow * (s.jet_speed * s.jet_speed - in * in) <= 2.0 * pi * n * s.torque);
  // Way on helps the water to follow.
  HOLDS(faster.kept >= 0.999 * s.kept || faster.flow > s.flow);
}

TEST(WaterJet, ManyRevolutionsOutrunTheWater) {
  const WaterJet jet{.diameter = 0.028, .nozzle = 0.021, .pitch_ratio = 1.0, .suction = surface_pressure / 1000.0};
  // As builders of 28 mm jets find: 13 000 rpm push, 30 000 at a standstill only howl.
  EXPECT_GT(jet_state(jet, 13000.0 / 60.0, 4.0, 1000.0).kept, 0.95);
  const JetState howls = jet_state(jet, 30000.0 / 60.0, 0.0, 1000.0);
  EXPECT_LT(howls.kept, 0.6);
  EXPECT_LT(howls.thrust, 2.0 * jet_state(jet, 15000.0 / 60.0, 0.0, 1000.0).thrust);
}

// Whatever numbers a builder types into the drive and the steering, there is an answer or a reason, never a NaN.
PROPERTY(Power, NoDriveGivesANumberThatIsNone) {
  static const Project base = [] {
    Project p = powered_boat();
    p.hull.fineness = 0.4;
    return p;
  }();
  Project p = base;
  drive(p)->propulsor = static_cast<Propulsor>(any::whole(0, 4));
  drive(p)->mounting = static_cast<Mounting>(any::whole(0, 3));
  drive(p)->coupler.kind = static_cast<CouplerKind>(any::whole(0, 7));
  drive(p)->shaft.kind = static_cast<ShaftKind>(any::whole(0, 3));
  // A few numbers go anywhere within their range, by orders of magnitude where it is wide.
  const auto numbers = drive_numbers();
  for (int i = any::whole(0, 6); i > 0; --i) {
    const DriveNumber& n = numbers[any::whole<std::size_t>(0, numbers.size())];
    const double share = any::whole(0, 1001) / 1000.0;
    n.of(*drive(p)) = n.low > 0.0 ? n.low * std::pow(n.high / n.low, share) : n.low + share * (n.high - n.low);
  }
  ONLY_IF(drive(p)->shaft.bore <= 0.95 * drive(p)->shaft.diameter);
  steering(p)->by = static_cast<SteeredBy>(any::whole(0, 6));
  for (int i = any::whole(0, 4); i > 0; --i) {
    const SteeringNumber& n = steering_numbers()[any::whole<std::size_t>(0, steering_numbers().size())];
    n.of(*steering(p)) = n.low + (n.high - n.low) * any::whole(0, 1001) / 1000.0;
  }
  part_of(p, PartKind::propeller).place += Vec3(0.0, 0.0, any::whole(-30, 200) / 1e3);
  const Assessment a = assess(p);
  HOLDS(finite_share(a) == 1.0);
  for (const RunningState& s : a.power.sweep) HOLDS(s.runs() || !s.message.empty());
  if (!a.power.full.runs()) HOLDS(!a.power.message.empty());
}

TEST(Ledger, EveryRowOfTheRunHasItsReasons) {
  const Assessment a = assess(powered_boat());
  for (const char* key : {"speed", "slip_speed", "current", "winding", "run_time"}) {
    EXPECT_FALSE(reasons(a, key).empty()) << key;
    bool there = false;
    for (const LedgerRow& r : ledger(a)) there = there || (r.key == key && r.value);
    EXPECT_TRUE(there) << key;
  }
}
