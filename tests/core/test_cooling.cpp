// The circuit in a boat: paths, flow, priming, heat, ways to plumb it, its findings.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "assessment/rules.h"
#include "base/error.h"
#include "cooling/options.h"
#include "drive/water_film.h"
#include "findings.h"
#include "project/catalogue.h"
#include "project/edit.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// The powered boat with a circuit of this kind.
Project plumbed_boat(Plumbing plumbing, Project p = powered_boat()) {
  const Assessment a = assess(p);
  return apply(p, {"", ChangeCooling{plumbed(plumbing, boat_of(a), p.cooling, p.next_id)}});
}

/// The same on a coarser hull, for properties.
Project coarse(Plumbing plumbing) {
  Project p = powered_boat();
  p.hull.fineness = 0.4;
  return plumbed_boat(plumbing, p);
}

CoolFitting& fitting(Project& p, FittingKind kind) {
  for (CoolFitting& f : p.cooling.fittings)
    if (f.kind == kind) return f;
  throw std::runtime_error("no such fitting");
}

double flow_of(const Assessment& a, FittingKind kind) {
  for (const CoolFitting& f : a.project.cooling.fittings)
    if (f.kind == kind)
      if (const CoolerFlow* k = a.water.cooler(f.id)) return k->flow;
  return -1.0;
}

}  // namespace

TEST(HoseMass, IsItsWallsByHand) {
  // 3 mm bore, 1 mm wall: pi (2.5^2 - 1.5^2) = 12.57 mm2; a metre of silicone at 1.15 g/cm3: 14.45 g.
  Hose h{.bore = 0.003, .wall = 0.001};
  EXPECT_NEAR(hose_mass(h, 1.0), 12.566e-6 * 1150.0, 1e-6);
  // A metre of 4 x 0.5 mm aluminium tube: pi (2^2 - 1.5^2) = 5.50 mm2 x 2.7 = 14.84 g, with two silicone ends of 20 mm
  // over its 4 mm: pi (3^2 - 2^2) = 15.71 mm2 x 1.15 x 40 mm = 0.72 g.
  h.material = HoseMaterial::aluminium;
  h.wall = 0.0005;
  EXPECT_NEAR(hose_mass(h, 1.0), 5.498e-6 * 2700.0 + 15.708e-6 * 1150.0 * 0.040, 1e-6);
}

TEST(Heat, EffectivenessIsTheTextbooks) {
  // A stream against a body of one temperature: 1 - exp(-NTU); NTU 1: 0.632, 2: 0.865 (Kays & London's limit, memory).
  const double stream = 998.2 * 4182.0 * 5e-6;
  EXPECT_NEAR(effectiveness(stream, 5e-6, 998.2), 0.632, 0.001);
  EXPECT_NEAR(effectiveness(2.0 * stream, 5e-6, 998.2), 0.865, 0.001);
  EXPECT_EQ(effectiveness(3.0, 0.0, 998.2), 0.0);
}

TEST(Circuit, EachWayToPlumbRunsAndIsWhole) {
  for (Plumbing p : {Plumbing::series, Plumbing::separate, Plumbing::three_outlets, Plumbing::pump_fed}) {
    const Assessment a = assess(plumbed_boat(p));
    EXPECT_TRUE(a.faults.empty()) << plumbing_name(p) << ": " << (a.faults.empty() ? "" : a.faults[0].sentence);
    ASSERT_TRUE(a.water.solved) << a.water.message;
    EXPECT_GT(a.water.taken(), 50.0 * ml_min) << plumbing_name(p);
    double out = 0.0;
    for (const OutletFlow& o : a.water.outlets) {
      EXPECT_TRUE(o.primed);
      out += o.flow;
    }
    EXPECT_NEAR(out / ml_min, a.water.taken() / ml_min, 0.01);  // what goes in comes out
    EXPECT_GT(flow_of(a, FittingKind::motor_jacket), 0.0);
    EXPECT_LT(a.power.wet.winding.back(), a.power.dry.winding.back());
  }
  EXPECT_TRUE(assess(plumbed_boat(Plumbing::none)).project.cooling.empty());
}

TEST(Circuit, MovingThePartMovesItsHosesMassAndCg) {
  Project p = plumbed_boat(Plumbing::series);
  const Assessment before = assess(p);
  double parts = 0.0;
  for (const MassItem& m : before.mass.items)
    if (plain(m.name).find("hose") != std::string::npos || plain(m.name).find("jacket") != std::string::npos)
      parts += m.mass;
  EXPECT_GT(parts, 0.005);
  Part& esc = part_of(p, PartKind::esc);
  esc.place.x() += 0.08;
  const Assessment after = assess(p);
  EXPECT_NE(after.plumbing.length, before.plumbing.length);
  EXPECT_NE(after.hoses[0].points.back().x(), before.hoses[0].points.back().x());
  // By hand: the hoses' own moments and the ESC's are all that changed.
  const double change = after.mass.total - before.mass.total;
  EXPECT_NEAR(change, after.plumbing.mass - before.plumbing.mass, 1e-9);
}

TEST(Circuit, APartThatIsTakenOutLeavesItsNipplesWhereTheyStood) {
  const Project p = plumbed_boat(Plumbing::series);
  Layout layout = p.layout;
  Vec3 stood = Vec3::Zero();
  for (const Part& x : p.layout.parts)
    if (x.kind == PartKind::esc) stood = x.place;
  std::erase_if(layout.parts, [](const Part& x) { return x.kind == PartKind::esc; });
  Project left = apply(p, {"", ChangeLayout{layout}});
  EXPECT_EQ(fitting(left, FittingKind::esc_cooler).part, 0U);
  EXPECT_EQ(fitting(left, FittingKind::esc_cooler).place, stood);
  EXPECT_EQ(assess(left).water.message, Text("missing in the drive: {0}", "ESC"));
  Part other = builtin_catalogue().find("ESC 100 A, up to 6S, water-cooled")->part;
  other.place = stood;
  EXPECT_TRUE(assess(apply(left, {"", AddPart{other}})).water.solved);
}

TEST(Circuit, HosesKeepClearOfPartsAndShaftWhereThereIsAWay) {
  const Assessment a = assess(plumbed_boat(Plumbing::separate));
  for (const HosePath& path : a.hoses) {
    EXPECT_FALSE(path.by_shaft);
    EXPECT_TRUE(path.through.empty());
    const Hose& h = *a.project.cooling.find_hose(path.hose);
    // Points of the way itself; the ends are on the nipples of parts.
    for (std::size_t i = 2; i + 2 < path.points.size(); ++i)
      for (const Part& part : a.project.layout.parts) {
        if (part.outside || in_the_line(part.kind)) continue;
        const Box3 body = part.box().grown(-0.001);
        EXPECT_FALSE((path.points[i].array() > body.low.array()).all() &&
                     (path.points[i].array() < body.high.array()).all())
            << part.name << " hose " << h.id;
      }
  }
}

TEST(Circuit, ALaneDrawsTheHoseIntoIt) {
  Project p = plumbed_boat(Plumbing::series);
  const double before = assess(p).hoses[0].in_lanes;
  EXPECT_EQ(before, 0.0);
  // From the pickup forward to the ESC, low on the port side.
  const Assessment a = assess(p);
  const HosePath& path = a.hoses[0];
  const double x0 = path.points.front().x() + 0.02, x1 = path.points.back().x() - 0.02;
  if (x1 - x0 < 0.05) GTEST_SKIP() << "the ESC stands beside the pickup";
  p.cooling.lanes.push_back({.id = p.take_id(),
                             .from = std::max(0.02, x0),
                             .to = x1,
                             .y = 0.03,
                             .z = a.hull->model.bottom_height(0.5 * (x0 + x1), 0.03) + 0.012});
  EXPECT_GT(assess(p).hoses[0].in_lanes, 0.2);
}

TEST(Circuit, AHigherLoopStartsLaterAndOneTooHighNever) {
  Project p = plumbed_boat(Plumbing::series);
  const auto starts = [&](double z) {
    Project q = p;
    fitting(q, FittingKind::outlet).place.z() = z;
    const Assessment a = assess(q);
    return start_speed(a.water_sweep, fitting(q, FittingKind::outlet).id);
  };
  const std::optional<double> low = starts(0.06), high = starts(0.40);
  ASSERT_TRUE(low && high);
  EXPECT_GT(*low, 0.0);
  EXPECT_GT(*high, 1.5 * *low);
  for (CoolFitting& f : p.cooling.fittings)
    if (is_pickup(f.kind)) f.calibration = 0.002;  // a tap that takes next to nothing of the stream
  EXPECT_FALSE(starts(0.06));
  const Finding f = finding(assess(p), "cool.start");
  EXPECT_EQ(f.severity, Severity::stop);
  EXPECT_NE(plain(f.text).find("never runs"), std::string::npos);
}

TEST(Circuit, BlockedKinkedDryAndBackwardAreSeenAndMended) {
  const Project whole = plumbed_boat(Plumbing::series);
  const double sound = assess(whole).water.taken();
  Project p = whole;
  for (CoolFitting& f : p.cooling.fittings)
    if (is_pickup(f.kind)) f.blocked = true;
  Assessment a = assess(p);
  EXPECT_LT(a.water.taken() / ml_min, 0.01);
  EXPECT_EQ(finding(a, "cool.blocked").severity, Severity::stop);
  EXPECT_NEAR(assess(apply(p, *finding(a, "cool.blocked").remedy)).water.taken(), sound, 1e-12);

  p = whole;
  p.cooling.hoses[1].kinked = true;
  a = assess(p);
  EXPECT_LT(a.water.taken(), 0.7 * sound);
  EXPECT_GT(a.water.taken(), 0.01 * sound);  // a quarter of the bore is left
  EXPECT_EQ(finding(a, "cool.kinked").severity, Severity::watch);

  p = whole;
  for (CoolFitting& f : p.cooling.fittings)
    if (is_pickup(f.kind)) f.place.z() += 0.12;
  a = assess(p);
  EXPECT_LT(a.water.taken() / ml_min, 0.01);
  EXPECT_NE(plain(finding(a, "cool.pickup").text).find("draws air"), std::string::npos);
  EXPECT_GT(assess(apply(p, *finding(a, "cool.pickup").remedy)).water.taken(), 0.5 * sound);

  p = plumbed_boat(Plumbing::pump_fed);
  fitting(p, FittingKind::pump).reversed = true;
  a = assess(p);
  EXPECT_LT(a.water.taken() / ml_min, 0.01);
  const Finding backward = finding(a, "cool.circuit");
  EXPECT_NE(plain(backward.text).find("wrong way round"), std::string::npos) << backward.text;
  EXPECT_GT(assess(apply(p, *backward.remedy)).water.taken(), 0.0);
}

TEST(Circuit, FaultsNameTheThing) {
  Project p = plumbed_boat(Plumbing::series);
  Project cut = p;
  cut.cooling.hoses.pop_back();  // the way overboard
  std::string all;
  for (const CircuitFault& f : assess(cut).faults) all += plain(f.sentence) + " ";
  EXPECT_NE(all.find("Motor jacket is a dead end: its outlet leads nowhere"), std::string::npos) << all;
  EXPECT_NE(all.find("Outlet has no hose"), std::string::npos) << all;
  // Two coolers in a ring.
  Project ring = p;
  ring.cooling.hoses.erase(ring.cooling.hoses.begin());
  ring.cooling.hoses.pop_back();
  const Id esc = fitting(ring, FittingKind::esc_cooler).id, jacket = fitting(ring, FittingKind::motor_jacket).id;
  ring.cooling.hoses.push_back({.id = ring.take_id(), .from = jacket, .to = esc, .from_port = 1, .to_port = 0});
  all.clear();
  for (const CircuitFault& f : assess(ring).faults) all += plain(f.sentence) + " ";
  EXPECT_NE(all.find("lies in a loop that feeds itself"), std::string::npos) << all;
  // What cannot be drawn at all is refused with its name.
  Project bad = p;
  bad.cooling.hoses[0].bore = 0.0;
  EXPECT_NE(refusal_of([&] { check_project(bad); }).find("bore of 0"), std::string::npos);
  bad = p;
  bad.cooling.hoses[1].from = bad.cooling.hoses[0].from;
  bad.cooling.hoses[1].from_port = bad.cooling.hoses[0].from_port;
  EXPECT_NE(refusal_of([&] { check_project(bad); }).find("where another hose is"), std::string::npos);
  bad = p;
  bad.cooling.hoses[0].to = 9999;
  EXPECT_NE(refusal_of([&] { check_project(bad); }).find("not there"), std::string::npos);
}

TEST(Circuit, OutletsAreSeenKeptApartAndAboveTheWater) {
  Project p = plumbed_boat(Plumbing::separate);
  EXPECT_THROW((void)finding(assess(p), "cool.outlet_side"), std::runtime_error);
  p.cooling.seen_from = DrivingSide::port;
  const Finding hidden = finding(assess(p), "cool.outlet_side");
  EXPECT_EQ(hidden.severity, Severity::note);
  ASSERT_TRUE(hidden.remedy);
  fitting(p, FittingKind::outlet).place.z() = -0.02;
  EXPECT_EQ(finding(assess(p), "cool.outlet_low").severity, Severity::watch);
  // Both coolers into one tee and one outlet, against the makers' advice.
  Project joined = plumbed_boat(Plumbing::separate);
  auto& c = joined.cooling;
  std::vector<Id> outs;
  for (const CoolFitting& f : c.fittings)
    if (f.kind == FittingKind::outlet) outs.push_back(f.id);
  const Id tee = joined.take_id();
  c.fittings.push_back({.id = tee, .name = "Joining tee", .kind = FittingKind::tee, .place = {0.2, -0.03, 0.04}});
  std::uint32_t port = 0;
  for (Hose& h : c.hoses)
    if (h.to == outs[0] || h.to == outs[1]) h.to = tee, h.to_port = port++;
  std::erase_if(c.fittings, [&](const CoolFitting& f) { return f.id == outs[1]; });
  c.hoses.push_back({.id = joined.take_id(), .from = tee, .to = outs[0], .from_port = 2, .to_port = 0});
  const Assessment a = assess(joined);
  EXPECT_EQ(finding(a, "cool.joined").subject, tee);
}

TEST(Taps, FortyFiveDegreesAgainstFlushOnAJet) {
  Project p = powered_boat();
  Drive d = p.drive();
  d.propulsor = Propulsor::jet;
  d.throttle = 0.4;
  Part jet{.id = p.take_id(),
           .name = "Jet",
           .kind = PartKind::jet,
           .size = {0.16, 0.045, 0.045},
           .place = {0.07, 0.0, 0.03}};
  jet.outside = true;
  jet.may_get_wet = true;
  p.layout.parts.push_back(jet);
  std::erase_if(p.layout.parts, [](const Part& x) { return x.kind == PartKind::propeller; });
  set_drive(p, d);
  const Assessment a = assess(p);
  ASSERT_TRUE(a.power.full.runs()) << a.power.message;
  const Boat boat = boat_of(a);
  const CoolingCircuit c = plumbed(Plumbing::series, boat, p.cooling, p.next_id);
  const RouteSpace& space = a.hull->space;
  const OptionResult flush = try_option("flush", with_pickup(c, FittingKind::flush_tap), boat, a.power, space);
  const OptionResult angled = try_option("angled", with_pickup(c, FittingKind::angled_tap), boat, a.power, space);
  EXPECT_GT(angled.motor_flow, 1.5 * flush.motor_flow);
  EXPECT_LE(angled.winding, flush.winding);
  const OptionResult three = try_option("3", with_bore(c, 0.003), boat, a.power, space);
  const OptionResult four = try_option("4", with_bore(c, 0.004), boat, a.power, space);
  EXPECT_GT(four.motor_flow, 1.1 * three.motor_flow);
  EXPECT_GT(four.mass, three.mass);
}

TEST(HeightTest, GivesTheRecoveryBack) {
  EXPECT_NEAR(recovery_from_height(0.30, 3.0), 2.0 * 9.80665 * 0.30 / 9.0, 1e-12);
  EXPECT_THROW((void)recovery_from_height(0.0, 3.0), InvalidInput);
  EXPECT_THROW((void)recovery_from_height(0.3, 0.0), InvalidInput);
  // Calibrated by what the model itself would climb nothing changes; by half of it the flow falls.
  Project p = plumbed_boat(Plumbing::series);
  const Assessment a = assess(p);
  const double flow = a.water.taken();
  for (CoolFitting& f : p.cooling.fittings)
    if (is_pickup(f.kind)) f.calibration = 0.5;
  const Assessment half = assess(p);
  EXPECT_LT(half.water.taken(), 0.85 * flow);
  EXPECT_NEAR(half.water.pickups[0].head, 0.5 * a.water.pickups[0].head, 1e-9);
}

PROPERTY(Circuit, HeatLeavesWithTheWaterThatTakesIt) {
  static const Project p = coarse(Plumbing::series);
  static const Assessment a = assess(p);
  const Boat boat = boat_of(a);
  const CooledBoat cooled(boat, p.cooling, a.hoses);
  std::vector<double> heat;
  double sum = 0.0;
  for (std::size_t i = 0; i < a.water.coolers.size(); ++i) {
    heat.push_back(any::whole(0, 200) * 1.0);
    sum += heat.back();
  }
  const auto warmed = cooled.water_on_its_way(a.water, heat);
  double warmest = 0.0;
  for (const auto& w : warmed) {
    HOLDS(w.out >= w.in - 1e-12);
    warmest = std::max(warmest, w.out);
  }
  // One loop in series: the last cooler's water has taken all of it.
  const double rise = sum / (boat.density * 4182.0 * a.water.taken());
  HOLDS(std::abs(warmest - p.cooling.water - rise) < 1e-6 + 1e-6 * rise);
}

TEST(WaterFilm, IsTheHandbooks) {
  // A long tube's laminar film hangs on neither bore nor flow: 3.66 times 0.60 W/mK times pi to the metre.
  for (double bore : {0.002, 0.003, 0.006}) EXPECT_NEAR(tube_film(bore, 200.0, 1e-6) / 200.0, 6.90, 0.01 * 6.90);
  // Against Gnielinski's other correlation in turbulent flow.
  for (double re : {6e3, 1e4, 3e4, 1e5}) {
    const double friction = std::pow(0.79 * std::log(re) - 1.64, -2.0) / 8.0;
    const double nusselt =
        friction * (re - 1000.0) * 7.0 / (1.0 + 12.7 * std::sqrt(friction) * (std::pow(7.0, 2.0 / 3.0) - 1.0));
    const double bore = 0.003, length = 0.10, flow = re * pi * bore * 1.0034e-6 / 4.0;
    const double wanted = nusselt * 0.60 / bore * pi * bore * length;
    EXPECT_NEAR(tube_film(bore, length, flow), wanted, 0.2 * wanted) << re;
  }
  // 3 mm by 100 mm under an ESC at 180 ml/min: about 2 W/K (common practice, no source).
  EXPECT_NEAR(tube_film(0.003, 0.10, 180.0 * ml_min), 2.0, 0.4);
  EXPECT_EQ(jacket_film(0.036, 0.06, 0.0), 0.0);
  EXPECT_THROW((void)tube_film(0.0, 0.1, 1e-6), InvalidInput);
}

PROPERTY(WaterFilm, MoreWaterNeverTakesLess) {
  const double bore = any::whole(15, 80) / 1e4, length = any::whole(10, 500) / 1e3;
  const double can = any::whole(20, 60) / 1e3;
  double tube = 0.0, jacket = 0.0;
  for (double flow = 1e-8; flow < 1e-4; flow *= 1.3) {
    HOLDS(tube_film(bore, length, flow) >= tube);
    HOLDS(jacket_film(can, length, flow) >= jacket);
    tube = tube_film(bore, length, flow);
    jacket = jacket_film(can, length, flow);
  }
}

TEST(Heat, ARunWithCruisingIsCoolerThanOneAtTheLimit) {
  Project p = plumbed_boat(Plumbing::series);
  drive(p)->cruise_throttle = 0.3;
  drive(p)->full_share = 0.2;
  const Assessment a = assess(p);
  ASSERT_EQ(a.heat.parts.size(), 3U);
  for (const PartHeat& part : a.heat.parts) EXPECT_LT(part.duty_end, part.end + 1.0) << part.name;
  drive(p)->full_share = 1.0;
  drive(p)->cruise_throttle = 1.0;
  for (const PartHeat& part : assess(p).heat.parts) EXPECT_NEAR(part.duty_end, part.end, 1.0) << part.name;
}

TEST(CoolRules, WithoutWaterTheyTellTheTimeAndPlumbingMendsIt) {
  Project p = powered_boat();
  drive(p)->motor.temperature_limit = 60.0;  // a winding that must stay cool
  const Assessment a = assess(p);
  const Finding f = finding(a, "cool.dry");
  ASSERT_EQ(f.severity, Severity::watch) << f.text;
  EXPECT_NEAR(f.number.si, a.heat.dry.back().time.value(), 1e-9);
  ASSERT_TRUE(f.remedy);
  const Assessment wet = assess(apply(p, *f.remedy));
  EXPECT_EQ(finding(wet, "cool.dry").severity, Severity::fine);
  EXPECT_TRUE(wet.power.water_cooled);
  // A gentle boat needs none and says so.
  drive(p)->motor.temperature_limit = 200.0;
  drive(p)->throttle = 0.1;
  EXPECT_NE(plain(finding(assess(p), "cool.dry").text).find("No water needed"), std::string::npos);
}

TEST(CoolRules, APrintedMountSoftensOverAHotMotor) {
  EXPECT_EQ(builtin_catalogue().find_material("PLA print")->softens, 55.0);
  EXPECT_FALSE(builtin_catalogue().find_material("Aluminium 0.5 mm")->softens);
  Project p = powered_boat();
  p.hull.skin.material = "PLA print";
  p.cooling.air = 54.0;
  EXPECT_NE(finding(assess(p), "cool.mount").severity, Severity::fine);
}

TEST(Compare, OneRunInRubberWeighsTwiceTheRunInThinAluminium) {
  // Common practice, no source: a run in rubber is about twice the run in thin aluminium with two rubber ends.
  Hose rubber{.material = HoseMaterial::rubber, .bore = 0.003, .wall = 0.0015};
  Hose thin{.material = HoseMaterial::aluminium, .bore = 0.003, .wall = 0.0003};
  const double ratio = hose_mass(rubber, 0.30) / hose_mass(thin, 0.30);
  EXPECT_GT(ratio, 1.6);
  EXPECT_LT(ratio, 3.2);
  const Assessment a = assess(plumbed_boat(Plumbing::series));
  const auto runs = compare_hose(a.project.cooling, a.project.cooling.hoses[0].id, boat_of(a), a.power, a.hull->space);
  ASSERT_EQ(runs.size(), 7U);
  for (const OptionResult& o : runs) EXPECT_NE(o.mass, a.plumbing.mass) << o.name;
}

TEST(Compare, TheTableHoldsTheBoatAsItIsAndItsAlternatives) {
  const Assessment a = assess(plumbed_boat(Plumbing::series));
  const auto table = compare_options(a.project.cooling, boat_of(a), a.power, a.hull->space);
  ASSERT_GE(table.size(), 8U);
  EXPECT_NEAR(table[0].taken, a.water.taken(), 1e-12);
  EXPECT_NEAR(table[0].mass, a.plumbing.mass, 1e-12);
  EXPECT_EQ(table[1].taken, 0.0);
  EXPECT_GT(table[1].winding, table[0].winding);
  EXPECT_EQ(table[0].cg_shift, 0.0);
}
