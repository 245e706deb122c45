// What findings offer: the edit is taken, the boat it makes is assessed, and the finding is gone or less.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/fixtures.h"
#include "assessment/places.h"
#include "assessment/remedies.h"
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
