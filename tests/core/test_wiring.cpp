// Leads, plugs, fuses, the receiver's supply, lamps and the radio, held against tables and by laws; what boats are told
// of them.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "assessment/assessment.h"
#include "assessment/checklist.h"
#include "assessment/remedies.h"
#include "base/error.h"
#include "drive/leads.h"
#include "drive/power_train.h"
#include "findings.h"
#include "layout/lead_run.h"
#include "layout/radio.h"
#include "layout/resistor.h"
#include "project/edit.h"
#include "project/json.h"
#include "property.h"
#include "running/wiring.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Part leads_part(const Leads& leads) {
  Part part = leads_for(40.0, 40.0, {0.1, 0.1});
  part.data = leads;
  return part;
}

/// The powered boat with these leads aboard.
Project wired_boat(const Leads& leads) {
  Project p = powered_boat();
  Part part = leads_part(leads);
  part.place = {0.35, 0.0, 0.03};
  return apply(p, {"", AddPart{part}});
}

Battery pack(std::uint32_t cells, double capacity, double filled) {
  Battery b;
  b.cells = cells;
  b.capacity = capacity;
  b.filled = filled;
  return b;
}

/// A second battery in the boat's first drive.
Project with_second_battery(const Battery& data, bool parallel) {
  Project p = powered_boat();
  Part second = part_of(p, PartKind::battery);
  second.id = p.take_id();
  second.name = "Second";
  second.rail = 0;
  second.place.y() += 0.05;
  second.data = data;
  p.layout.parts.push_back(second);
  p.drives.front().components.push_back(second.id);
  p.drives.front().parallel = parallel;
  return p;
}

}  // namespace

TEST(Leads, CarryWhatTablesOfSingleConductorsInFreeAirTell) {
  // 90 degC in air of 30 degC, mm2 and A; US code's table of single conductors in free air (memory). The two between 3
  // and 6 mm2 are held down there by the rule of their fuses.
  for (const auto& [copper, current] :
       {std::pair{2.08, 35.0}, {3.31, 40.0}, {5.26, 55.0}, {8.37, 80.0}, {13.30, 105.0}, {21.15, 140.0}})
    EXPECT_NEAR(lead_current(copper * 1e-6, 30.0, 90.0), current, 0.2 * current) << copper;
}

PROPERTY(Leads, AWarmLeadIsRidOfJustWhatItTakes) {
  const double copper = any::whole(20, 2500) * 1e-8, air = any::whole(-5, 45), limit = air + any::whole(5, 200);
  const double current = lead_current(copper, air, limit);
  const auto steady = lead_temperature(copper, current, air);
  HOLDS(steady && std::abs(*steady - limit) < 0.2);
  const auto soon = lead_temperature(copper, current, air, 20.0), later = lead_temperature(copper, current, air, 90.0);
  HOLDS(soon && later);
  HOLDS(air <= *soon && *soon <= *later + 1e-6 && *later <= limit + 0.3);
  // More copper, less warmth; more current, more.
  const auto thick = lead_temperature(1.3 * copper, current, air), more = lead_temperature(copper, 1.1 * current, air);
  HOLDS(thick && *thick < *steady);
  HOLDS(!more || *more > *steady);
}

PROPERTY(Leads, StockIsNeverTooSmallAndTheFuseIsOrdered) {
  const double current = any::whole(1, 2400) * 0.1;
  HOLDS(copper_for(current) >= current / 10e6 * (1.0 - 1e-6) || copper_for(current) == 25e-6);
  HOLDS(plug_current(plug_for(current)) >= current * (1.0 - 1e-9));
  const double rating = fuse_for(current);
  HOLDS(rating >= current && !fuse_time(rating, current));
  const double over = 1.1 + any::whole(1, 900) * 0.01;
  const auto now = fuse_time(rating, over * rating), worse = fuse_time(rating, 1.05 * over * rating);
  HOLDS(now && worse);
  HOLDS(worse->soonest < now->soonest);
  HOLDS(!now->latest || (worse->latest && *worse->latest < *now->latest && now->soonest < *now->latest));
}

PROPERTY(Leads, NothingOfThePowerIsLostOrWonOnTheWay) {
  PowerTrain t{.voltage = any::whole(6, 40) * 1.0,
               .battery_resistance = any::whole(1, 80) * 1e-3,
               .esc_resistance = any::whole(1, 10) * 1e-3,
               .battery_leads = any::whole(0, 20) * 1e-3,
               .motor_leads = any::whole(0, 20) * 1e-3,
               .motor_resistance = any::whole(5, 200) * 1e-3};
  t.count = any::whole(1u, 4u);
  const double throttle = any::whole(1, 101) * 0.01;
  const double revolutions = any::whole(0, 100) * 0.01 * free_revolutions(t, throttle);
  const ShaftState s = shaft_state(t, throttle, revolutions);
  const double in = t.voltage * s.battery_current;
  const double out =
      t.count * (s.torque * 2.0 * pi * revolutions + s.motor_heat + s.esc_heat + s.gear_heat + s.lead_heat) +
      s.battery_heat;
  HOLDS(std::abs(in - out) < 1e-9 * std::max(1.0, in));
  // Copper in the way never makes it stronger.
  PowerTrain bare = t;
  bare.battery_leads = bare.motor_leads = 0.0;
  HOLDS(shaft_state(bare, throttle, revolutions).torque >= s.torque - 1e-12);
}

TEST(Resistors, AreTheNextOfTheirSeries) {
  EXPECT_DOUBLE_EQ(e24(100.0), 100.0);
  EXPECT_DOUBLE_EQ(e24(101.0), 110.0);
  EXPECT_DOUBLE_EQ(e24(0.95), 1.0);
  EXPECT_DOUBLE_EQ(e24(9.5e3), 10e3);
  // A white lamp of 20 mA at 5 V: 100 ohm, 40 mW. Two of them do not light.
  const auto one = lamp_resistor({.current = 0.02, .forward = 3.0});
  ASSERT_TRUE(one);
  EXPECT_DOUBLE_EQ(one->resistance, 100.0);
  EXPECT_NEAR(one->heat, 0.04, 1e-9);
  EXPECT_FALSE(lamp_resistor({.current = 0.02, .forward = 3.0, .in_series = 2}));
  EXPECT_THROW((void)e24(0.0), InvalidInput);
}

PROPERTY(Resistors, ALampNeverGetsMoreThanItShould) {
  const Lamp lamp{.current = any::whole(1, 500) * 1e-3,
                  .forward = any::whole(15, 40) * 0.1,
                  .in_series = any::whole(1, 6) * 1.0,
                  .supply = any::whole(3, 26) * 1.0};
  const auto r = lamp_resistor(lamp);
  const double over = lamp.supply - lamp.in_series * lamp.forward;
  HOLDS(r.has_value() == (over >= 0.3));
  if (r) HOLDS(r->current <= lamp.current * (1.0 + 1e-9) && r->current > 0.86 * lamp.current);
}

PROPERTY(Radio, IsHeardFurtherFromHigherAndNeverThroughWater) {
  const double boat = any::whole(1, 400) * 1e-3, hand = any::whole(50, 250) * 1e-2;
  HOLDS(radio_range(-boat, hand) == 0.0);
  HOLDS(radio_range(1.1 * boat, hand) >= radio_range(boat, hand));
  // Beyond the two waves' break point, 4 pi h1 h2 / wavelength, four times the height is twice the range.
  HOLDS(radio_range(boat, hand) > 4.0 * pi * boat * hand / 0.125 || radio_range(4.0 * boat, hand) > 900.0);
  if (radio_range(4.0 * boat, hand) < 900.0)
    HOLDS(std::abs(radio_range(4.0 * boat, hand) / radio_range(boat, hand) - 2.0) < 1e-9);
}

TEST(Wiring, LongThinLeadsCostSpeedAndTheirLossIsInTheBalance) {
  const Assessment thick = assess(wired_boat({.battery_copper = 10e-6, .motor_copper = 10e-6, .plug = 0.006}));
  const Assessment thin = assess(wired_boat({.battery_copper = 0.5e-6, .motor_copper = 0.5e-6, .plug = 0.006}));
  ASSERT_TRUE(thick.power.full.runs() && thin.power.full.runs());
  EXPECT_TRUE(thin.wiring.told);
  EXPECT_LT(thin.power.full.speed, thick.power.full.speed);
  EXPECT_GT(thin.wiring.battery->drop, 10.0 * thick.wiring.battery->drop);
  const ShaftState& s = thin.power.full.shaft;
  EXPECT_GT(s.lead_heat, 0.0);
  // What the leads are told to lose is what the power train lost in them, but for copper warmer than it takes.
  EXPECT_NEAR(thin.wiring.battery->heat + thin.wiring.motor->heat, s.lead_heat, 0.5 * s.lead_heat);
}

TEST(Wiring, ThinLeadsAreToldAndThickerOnesOffered) {
  const Assessment a = assess(wired_boat({.battery_copper = 0.1e-6, .motor_copper = 0.1e-6, .plug = 0.001}));
  const Finding &leads = finding(a, "drive.leads"), &plugs = finding(a, "drive.plugs");
  EXPECT_GE(leads.severity, Severity::watch);
  EXPECT_GE(plugs.severity, Severity::watch);
  Assessor judge;
  for (const Finding* f : {&leads, &plugs}) {
    ASSERT_TRUE(f->remedy) << f->id;
    EXPECT_TRUE(remedy_betters(*f, a, judge)) << f->id;
  }
  EXPECT_EQ(find_finding(assess(apply(a.project, *leads.remedy)), "drive.leads")->severity, Severity::fine);
}

TEST(Wiring, AFuseHoldsAtFullThrottleAndOpensBeforeTheCopper) {
  const auto severity = [](double fuse, double copper) {
    return finding(assess(wired_boat({.battery_copper = copper, .motor_copper = copper, .plug = 0.006, .fuse = fuse})),
                   "drive.fuse")
        .severity;
  };
  const double full = assess(wired_boat({.battery_copper = 10e-6})).power.full.shaft.battery_current;
  EXPECT_EQ(severity(fuse_for(1.3 * full), 10e-6), Severity::fine);
  EXPECT_EQ(severity(full / 1.2, 10e-6), Severity::watch);
  EXPECT_EQ(severity(full / 2.0, 10e-6), Severity::stop);
  EXPECT_EQ(severity(250.0, 2.5e-6), Severity::watch);
  EXPECT_EQ(severity(0.0, 10e-6), Severity::fine);
}

TEST(Wiring, LeadsNobodyListedAreNotJudgedAsIfSomebodyHad) {
  const Assessment a = assess(powered_boat());
  EXPECT_FALSE(a.wiring.told);
  ASSERT_TRUE(a.wiring.battery && a.wiring.motor);
  EXPECT_LE(finding(a, "drive.leads").severity, Severity::note);
  EXPECT_FALSE(find_finding(a, "drive.plugs"));
  EXPECT_EQ(a.power.full.shaft.lead_heat, 0.0);
}

TEST(Wiring, LeadsMakeNoDriveUnlikeAnother) {
  Project p = wired_boat({.battery_copper = 4e-6});
  Drive d = p.drive();
  d.count = 2;
  set_drive(p, d);
  for (DriveUnit& unit : p.drives)
    std::erase_if(unit.components, [&](Id id) {
      const Part* part = p.layout.component(id);
      return &unit != p.drives.data() && part && part->kind == PartKind::leads;
    });
  EXPECT_FALSE(p.drive().unlike);
}

TEST(Wiring, BatteriesInParallelMustRestAtTheSameVoltage) {
  const auto severity = [](double filled) {
    return finding(assess(with_second_battery(pack(4, 18000.0, filled), true)), "drive.battery_match").severity;
  };
  EXPECT_EQ(severity(1.0), Severity::fine);
  EXPECT_EQ(severity(0.3), Severity::stop);
  const BatteryMatch m = battery_match(pack(4, 18000.0, 1.0), pack(4, 18000.0, 0.3));
  // By hand: 4 cells of 4.20 and 3.75 V over eight times 12 mohm * 3600 / 18000.
  EXPECT_NEAR(m.equalizing, 4.0 * (4.20 - 3.75) / (8.0 * 0.0024), 1e-6);
  EXPECT_NEAR(m.charge_limit, 5.0, 1e-9);
  Project p = with_second_battery(pack(4, 18000.0, 0.3), true);
  p.drives.front().use.throttle = 0.4;  // more charge must not run the motor hot
  const Assessment a = assess(p);
  Assessor judge;
  ASSERT_TRUE(finding(a, "drive.battery_match").remedy);
  EXPECT_TRUE(remedy_betters(finding(a, "drive.battery_match"), a, judge));
}

TEST(Wiring, BeforeTheLaunchJoinedBatteriesAreComparedByHand) {
  const auto asks = [](const Project& p) {
    const auto list = launch_checklist(assess(p));
    return std::any_of(list.begin(), list.end(),
                       [](const CheckLine& l) { return l.key == "battery.alike" && l.caution; });
  };
  EXPECT_FALSE(asks(powered_boat()));
  EXPECT_TRUE(asks(with_second_battery(pack(4, 18000.0, 1.0), true)));
}

TEST(Wiring, BatteriesInSeriesMustEndTogether) {
  EXPECT_EQ(finding(assess(with_second_battery(pack(4, 18000.0, 1.0), false)), "drive.battery_match").severity,
            Severity::fine);
  const Assessment a = assess(with_second_battery(pack(4, 12000.0, 1.0), false));
  EXPECT_EQ(finding(a, "drive.battery_match").severity, Severity::stop);
  EXPECT_EQ(a.fitted_drive.battery.cells, 8u);
  EXPECT_EQ(a.fitted_drive.battery.capacity, 12000.0);
}

TEST(Wiring, AHalfFullBatteryRunsForTheRest) {
  Project p = powered_boat();
  Drive d = p.drive();
  const double full = *assess(p).power.run_time;
  d.battery.filled = 0.6;
  set_drive(p, d);
  const Assessment a = assess(p);
  EXPECT_NEAR(*a.power.run_time, full * (0.8 - 0.4) / 0.8, 1e-6 * full);
  EXPECT_EQ(finding(a, "drive.charge").severity, Severity::note);
  d.battery.filled = 0.15;
  set_drive(p, d);
  EXPECT_EQ(finding(assess(p), "drive.charge").severity, Severity::stop);
}

TEST(Wiring, TheStopStrikesSoonerUnderMoreCurrent) {
  Project p = powered_boat();
  Drive d = p.drive();
  d.esc.cell_cutoff = 3.3;
  d.battery.cell_resistance = 0.006;
  set_drive(p, d);
  const Assessment a = assess(p);
  ASSERT_TRUE(a.wiring.cut_out);
  // At that charge the loaded cell has just the stop's voltage.
  EXPECT_NEAR(3.7 * resting_voltage(*a.wiring.cut_out) - 0.006 * a.power.full.shaft.battery_current, 3.3, 1e-3);
  d.battery.cell_resistance = 0.08;
  set_drive(p, d);
  const Assessment weak = assess(p);
  EXPECT_GT(*weak.wiring.cut_out, *a.wiring.cut_out);
  EXPECT_GE(finding(weak, "drive.cut_out").severity, Severity::watch);
}

TEST(Wiring, ALinearBecBurnsWhatItDoesNotGive) {
  Project p = powered_boat();
  Drive d = p.drive();
  d.esc.bec_linear = true;
  set_drive(p, d);
  Part camera{.name = "Camera", .kind = PartKind::camera, .size = {0.02, 0.02, 0.02}, .mass = 0.02, .outside = true};
  camera.place = {0.4, 0.0, 0.15};
  p = apply(p, {"", AddPart{camera}});
  const Assessment a = assess(p);
  EXPECT_NEAR(a.wiring.bec_heat, (4 * 3.7 - 5.0) * a.wiring.receiver_current, 1e-9);
  const Finding& f = finding(a, "drive.bec_heat");
  EXPECT_EQ(f.severity, Severity::watch);
  Assessor judge;
  ASSERT_TRUE(f.remedy);
  EXPECT_TRUE(remedy_betters(f, a, judge));
}

TEST(Wiring, AMetalHullScreensItsReceiver) {
  Project p = powered_boat();
  p.hull.skin.density = 2700.0;
  const Assessment a = assess(p);
  const Finding& f = finding(a, "drive.screened");
  EXPECT_EQ(f.severity, Severity::watch);
  Assessor judge;
  ASSERT_TRUE(f.remedy);
  EXPECT_TRUE(remedy_betters(f, a, judge));
  EXPECT_FALSE(find_finding(assess(powered_boat()), "drive.screened"));
}

TEST(Wiring, ALampTellsItsResistorAndHowManyStandInSeries) {
  Project p = powered_boat();
  Part lamp{.name = "Lamp", .kind = PartKind::lamp, .size = {0.01, 0.01, 0.01}, .mass = 0.002, .outside = true};
  lamp.place = {0.3, 0.0, 0.15};
  lamp.data = Lamp{.current = 0.02, .forward = 3.0, .in_series = 2};
  p = apply(p, {"", AddPart{lamp}});
  const Assessment a = assess(p);
  const Finding& f = finding(a, "drive.lamp");
  EXPECT_EQ(f.severity, Severity::watch);
  ASSERT_TRUE(f.remedy);
  Assessor judge;
  EXPECT_TRUE(remedy_betters(f, a, judge));
}

TEST(Wiring, WhatFilesToldBeforeTheyKnewLeadsIsReadAsItWas) {
  const Project p = wired_boat({.battery_copper = 4e-6, .motor_copper = 2.5e-6, .plug = 0.0035, .fuse = 40.0});
  const Project back = project_from_json(project_to_json(p));
  EXPECT_EQ(back, p);
  EXPECT_EQ(back.drive().leads.fuse, 40.0);
}

TEST(Wiring, TwoReceiversWantRoomBetweenThemAndAddUp) {
  Project p = powered_boat();
  const Part one = part_of(p, PartKind::receiver);
  const Assessment alone = assess(p);
  EXPECT_FALSE(find_finding(alone, "drive.receivers"));
  Part other = one;
  other.id = p.take_id();
  other.name = "Light receiver";
  other.place.x() += one.size.x() + 0.010;
  p.layout.parts.push_back(other);
  const Assessment near = assess(p);
  const Finding& f = finding(near, "drive.receivers");
  EXPECT_EQ(f.severity, Severity::note);
  EXPECT_NEAR(f.number.si, 0.010, 1e-9);
  EXPECT_GT(near.wiring.receiver_current, alone.wiring.receiver_current);
  p.layout.find(other.id)->place.x() += 0.040;
  EXPECT_EQ(finding(assess(p), "drive.receivers").severity, Severity::fine);
}
