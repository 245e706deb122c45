// What findings offer: the edit is taken, the boat it makes is assessed, and the finding is gone or less.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/fixtures.h"
#include "assessment/places.h"
#include "assessment/remedies.h"
#include "assessment/running_edits.h"
#include "findings.h"
#include "fleet.h"
#include "layout/lead_run.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// What a finding's offer makes of a boat.
Assessment taken(const Assessment& a, const Finding& f) {
  return assess(apply(a.project, *f.remedy));
}

}  // namespace

TEST(Offers, ATurnThatDipsTheDeckEdgeIsEasedByLessHelm) {
  Project p = of_the_fleet("grebe");
  Part mast{.id = p.take_id(), .name = "Mast", .kind = PartKind::ballast, .size = {0.02, 0.02, 0.02}, .mass = 0.2};
  mast.outside = true;
  mast.place = assess(p).mass.cg + Vec3(0.0, 0.0, 0.12);
  p.layout.parts.push_back(mast);
  const Assessment a = assess(p);
  const Finding f = finding(a, "steer.heel");
  ASSERT_EQ(f.severity, Severity::watch);
  ASSERT_TRUE(f.remedy);
  const Assessment eased = taken(a, f);
  EXPECT_LT(eased.project.steering().linkage.servo_throw, p.steering().linkage.servo_throw);
  EXPECT_LT(finding(eased, "steer.heel").severity, Severity::watch);
  EXPECT_LE(*eased.handling.turn_heel, 0.9 * *eased.handling.edge_heel + 1e-9);
  // Not much more is taken than it needs.
  EXPECT_LT(*eased.steering.turning_radius, 1.5 * *a.handling.safe_radius);
}

TEST(Offers, WhatFloodsABoatInTimeIsSealedWhereMostComesIn) {
  Project p = of_the_fleet("dabchick");
  p.brief.water = WaterKind::choppy;
  p.sealing.choices.clear();
  for (const SealOpening& o : assess(p).seal.openings)
    if (o.kind == OpeningKind::hatch_edge) choice_for(p.sealing, o).method = SealMethod::nothing;
  const Assessment a = assess(p);
  const Finding f = finding(a, "seal.driven");
  ASSERT_GE(f.severity, Severity::watch);
  ASSERT_TRUE(f.remedy);
  const Assessment sealed = taken(a, f);
  EXPECT_LT(sealed.seal.running, 0.5 * a.seal.running);
  EXPECT_GT(finding(sealed, "seal.driven").number.si, f.number.si);
}

TEST(Offers, AnEscFarFromItsBatteryMovesNearer) {
  Project p = of_the_fleet("mudwren");
  Part& esc = part_of(p, PartKind::esc);
  const HullModel hull = assess(p).hull->model;
  esc.place = {hull.box.low.x() + 0.95 * hull.length(), 0.0, hull.box.low.z() + 0.6 * hull.box.size().z()};
  const Assessment a = assess(p);
  const Finding f = finding(a, "build.lead");
  ASSERT_EQ(f.severity, Severity::watch) << lead_length(esc, part_of(p, PartKind::battery));
  ASSERT_TRUE(f.remedy);
  const Assessment near = taken(a, f);
  EXPECT_EQ(finding(near, "build.lead").severity, Severity::fine);
  EXPECT_TRUE(near.fit(esc.id)->stands_free());
}

TEST(Offers, AMotorThatSoftensAPrintGetsAMountOfMetal) {
  Project p = powered_boat();
  p.hull.skin.material = "PLA print";
  p.cooling.air = 54.0;
  const Assessment a = assess(p);
  const Finding f = finding(a, "cool.mount");
  ASSERT_GE(f.severity, Severity::watch);
  ASSERT_TRUE(f.remedy);
  const Assessment on_metal = taken(a, f);
  EXPECT_EQ(find_finding(on_metal, "cool.mount"), nullptr);
  ASSERT_EQ(on_metal.project.build.fixtures.size(), p.build.fixtures.size() + 1);
  EXPECT_EQ(on_metal.project.build.fixtures.back().material, FixtureMaterial::aluminium);
  EXPECT_EQ(finding(on_metal, "build.fixture_heat").severity, Severity::fine);
  // It is carried about: the boat weighs it.
  EXPECT_GT(on_metal.mass.total, a.mass.total);
}

TEST(Offers, AnOutletTooNearForItsHoseMovesAlongTheSide) {
  int mended = 0;
  for (const std::string name : fleet_boats) {
    const Project p = of_the_fleet(name);
    for (const Hose& h : p.cooling.hoses) {
      const CoolFitting &out = *p.cooling.find(h.to), &source = *p.cooling.find(h.from);
      if (out.kind != FittingKind::outlet || out.part != 0) continue;
      // Right beside the nipple that feeds it.
      Project near = p;
      for (CoolFitting& fitting : near.cooling.fittings)
        if (fitting.id == out.id) fitting.place.x() = port_place(source, h.from_port, p.layout).x();
      const Assessment a = assess(near);
      const Finding* f = find_finding(a, "cool.bend", h.id);
      if (!f || !f->remedy || plain(f->remedy->label) != "Move the outlet") continue;
      const Assessment moved = taken(a, *f);
      EXPECT_EQ(find_finding(moved, "cool.bend", h.id), nullptr) << name;
      EXPECT_NE(moved.project.cooling.find(out.id)->place, near.cooling.find(out.id)->place) << name;
      ++mended;
    }
  }
  EXPECT_GT(mended, 0);
}

TEST(Offers, AnEscTooNearForItsHosesMovesAway) {
  int mended = 0;
  for (const std::string name : fleet_boats) {
    const Project p = of_the_fleet(name);
    const Part* esc = p.layout.first(PartKind::esc);
    if (!esc) continue;
    // Step by step towards the motor, as far as it finds room: somewhere a hose has no way to bend.
    const Assessment free = assess(p);
    for (int k = 1; k <= 6; ++k) {
      Project near = p;
      near.layout.find(esc->id)->place.x() -= 0.012 * k;
      if (!place_is_free(free, *esc, near.layout.find(esc->id)->place)) continue;
      const Assessment a = assess(near);
      for (const Hose& h : near.cooling.hoses) {
        const Finding* f = find_finding(a, "cool.bend", h.id);
        if (!f || !f->remedy || !std::holds_alternative<MovePart>(f->remedy->change)) continue;
        const Assessment moved = taken(a, *f);
        EXPECT_EQ(find_finding(moved, "cool.bend", h.id), nullptr) << name;
        EXPECT_TRUE(moved.fit(esc->id)->stands_free()) << name;
        ++mended;
      }
    }
  }
  EXPECT_GT(mended, 0);
}

TEST(RunningEdits, AThrottleLimitKeepsTheWishedSpeedAndNoMore) {
  int limited = 0;
  for (const std::string name : fleet_boats) {
    const Assessment a = assess(of_the_fleet(name));
    if (!a.power.full.runs()) continue;
    const double wished = 0.6 * a.power.full.speed;
    EXPECT_FALSE(with_throttle_limit(a, 0.0)) << "nobody wished a speed";
    EXPECT_FALSE(with_throttle_limit(a, 0.95 * a.power.full.speed)) << "not much faster";
    const auto held = with_throttle_limit(a, wished);
    if (!held) continue;
    const Assessment b = assess(*held);
    EXPECT_GE(b.power.full.speed, wished) << name;
    EXPECT_LT(b.power.full.speed, a.power.full.speed) << name;
    EXPECT_LT(b.fitted_drive.cruise_throttle, b.fitted_drive.throttle) << name;
    EXPECT_GT(b.power.duty->run_time, a.power.duty->run_time) << name;
    ++limited;
  }
  EXPECT_GT(limited, 4);
}

TEST(RunningEdits, AHotDryBoatRunsWithWaterAndAnAirBoatHasNone) {
  Project p = powered_boat();
  p.cooling = {};
  const Assessment dry = assess(p);
  const auto wet = with_circuit(dry, Plumbing::series);
  ASSERT_TRUE(wet);
  EXPECT_FALSE(wet->cooling.empty());
  // Laid anew it has one circuit, not two.
  const auto again = with_circuit(assess(*wet), Plumbing::series);
  ASSERT_TRUE(again);
  EXPECT_EQ(again->cooling.hoses.size(), wet->cooling.hoses.size());
  EXPECT_FALSE(with_circuit(assess(of_the_fleet("mudwren")), Plumbing::series));
  Assessor judge;
  const auto stops = [](const Assessment& a) { return fault_weight(a); };
  EXPECT_LE(fault_weight(as_it_will_run(judge, dry, stops)), fault_weight(dry) + 1e-9);
}

PROPERTY(DriveNeeds, TheRuleOfThumbAsksForMoreTheHeavierAndTheFasterABoatIs) {
  const double weight = any::between(2.0, 60.0), speed = any::between(0.5, 25.0);
  for (const DriveKind& kind : drive_kinds())
    for (const bool fast : {false, true}) {
      if (!kind.power_for) continue;  // a boat without a drive
      const double power = kind.power_for(weight, speed, fast);
      HOLDS(power > 0.0 && std::isfinite(power));
      HOLDS(kind.power_for(weight, 1.1 * speed, fast) > power);
      HOLDS(kind.power_for(1.1 * weight, speed, fast) > power);
    }
}

PROPERTY(Places, BesideAnotherPartNothingIsInAnyonesWay) {
  const Project p = of_the_fleet(fleet_boats[any::whole(0, static_cast<int>(std::size(fleet_boats)) - 1)]);
  const Assessment a = assess(p);
  const Part* battery = p.layout.first(PartKind::battery);
  HOLDS(battery);
  const double edge = any::whole(8, 30) / 1000.0, within = any::whole(40, 250) / 1000.0;
  const Part box{.id = 9000, .name = "Box", .size = {2.0 * edge, edge, 0.5 * edge}, .mass = 0.01};
  const std::optional<Vec3> at = place_beside(a, box, *battery, within);
  if (!at) return;
  HOLDS((*at - battery->place).norm() <= within + 1e-9);
  HOLDS(place_is_free(a, box, *at));
  Part there = box;
  there.place = *at;
  HOLDS(!shares_its_plan(there, *battery));
}
