// Circuit and seals as data: files, tables, refusals, geometry of hoses and bays, what ledger and checklist make of
// them.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/checklist.h"
#include "assessment/consequence.h"
#include "assessment/reason.h"
#include "findings.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// A powered boat with everything of both stages in it.
Project full_boat() {
  Project p = powered_boat();
  const Assessment a = assess(p);
  p = apply(p, {"", ChangeCooling{plumbed(Plumbing::three_outlets, boat_of(a), p.cooling, p.next_id)}});
  p.cooling.hoses[1].via = {{0.1, 0.02, 0.03}, {0.15, 0.03, 0.04}};
  p.cooling.hoses[2].kinked = true;
  p.cooling.hoses[2].material = HoseMaterial::brass;
  p.cooling.fittings[0].calibration = 0.8;
  p.cooling.fittings[0].blocked = true;
  p.cooling.lanes.push_back({.id = p.take_id(), .name = "Port lane", .from = 0.1, .to = 0.4, .y = 0.04, .z = 0.02});
  p.cooling.tests.push_back({.id = p.take_id(),
                             .pickup = p.cooling.fittings[0].id,
                             .throttle = 0.4,
                             .height = 0.3,
                             .recovery = 0.5,
                             .date = "2026-04-30"});
  p.cooling.seen_from = DrivingSide::port;
  p.cooling.water = 12.0;
  p.sealing.perimeters = 3;
  p.sealing.coat_inside = true;
  SealChoice ring;
  ring.id = p.take_id();
  ring.opening = "hatch_edge:1";
  ring.method = SealMethod::o_ring;
  ring.condition = SealCondition::worn;
  ring.ring_section = 0.002;
  p.sealing.choices.push_back(ring);
  p.sealing.shields.push_back({.id = p.take_id(), .part = part_of(p, PartKind::receiver).id, .shield = Shield::dipped});
  p.sealing.bilge.trigger = 0.008;
  LeakTest t{.id = p.take_id(), .date = "2026-05-01", .duration = 1900.0, .mass_before = 1.6, .mass_after = 1.61};
  t.results.push_back(
      {.id = p.take_id(), .opening = "shaft_tube", .round = BathRound::under_thrust, .passed = true, .note = "dry"});
  p.sealing.tests.push_back(t);
  return p;
}

/// The boat's JSON with one text replaced by another.
std::string altered(const Project& p, const std::string& from, const std::string& to) {
  std::string text = project_to_json(p);
  const auto at = text.find(from);
  EXPECT_NE(at, std::string::npos) << from;
  return text.replace(at, from.size(), to);
}

}  // namespace

TEST(WaterData, SurvivesItsFileToTheLastNumber) {
  const Project p = full_boat();
  const Project back = project_from_json(project_to_json(p));
  EXPECT_EQ(back.cooling, p.cooling);
  EXPECT_EQ(back.sealing, p.sealing);
  EXPECT_EQ(back, p);
}

TEST(WaterData, AFileOfBeforeTheseStagesHasThemEmpty) {
  Project p = powered_boat();
  std::string text = project_to_json(p);
  for (const char* key : {"cooling", "sealing"}) {
    auto json = nlohmann::ordered_json::parse(text);
    json.erase(key);
    text = json.dump();
  }
  const Project old = project_from_json(text);
  EXPECT_TRUE(old.cooling.empty());
  EXPECT_TRUE(old.sealing.choices.empty());
}

TEST(WaterData, WhatAFileCannotMeanIsRefusedWithItsPlace) {
  const Project p = full_boat();
  const auto refusal = [&](const char* from, const char* to) {
    return refusal_of([&] { return project_from_json(altered(p, from, to)); });
  };
  EXPECT_NE(refusal("\"kind\": \"esc_cooler\"", "\"kind\": \"kettle\"").find("\"kettle\" is not one of rudder_nose"),
            std::string::npos);
  EXPECT_NE(refusal("\"material\": \"brass\"", "\"material\": 7").find("/cooling/hoses/#"), std::string::npos);
  EXPECT_NE(refusal("\"water_c\": 12.0", "\"water_c\": 400.0").find("/cooling/water_c"), std::string::npos);
  EXPECT_NE(refusal("\"seen_from\": \"port\"", "\"seen_from\": \"behind\"").find("driving side"), std::string::npos);
  EXPECT_NE(refusal("\"method\": \"o_ring\"", "\"method\": \"cork\"").find("\"cork\" is not one of nothing"),
            std::string::npos);
  EXPECT_NE(refusal("\"round\": \"under_thrust\"", "\"round\": \"twice\"").find("/sealing/bath_tests/#"),
            std::string::npos);
  EXPECT_NE(refusal("\"shield\": \"dipped\"", "\"shield\": \"hope\"").find("shield"), std::string::npos);
}

TEST(WaterData, EveryKindHasAKeyANameAndItsWayBack) {
  for (int i = 0; i <= static_cast<int>(FittingKind::outlet); ++i) {
    const auto k = static_cast<FittingKind>(i);
    EXPECT_EQ(fitting_from_key(fitting_key(k)), k);
    EXPECT_STRNE(fitting_name(k), "");
    const CoolFitting f = filled({.kind = k});
    EXPECT_GT(f.bore, 0.0);
    EXPECT_GT(f.mass, 0.0);
    EXPECT_TRUE(!is_pickup(k) || f.recovery > 0.0 || f.pump_pressure > 0.0) << fitting_name(k);
  }
  for (int i = 0; i <= static_cast<int>(HoseMaterial::brass); ++i) {
    const auto m = static_cast<HoseMaterial>(i);
    EXPECT_EQ(hose_from_key(hose_key(m)), m);
    EXPECT_GT(hose_properties(m).density, 800.0);
  }
  for (int i = 0; i <= static_cast<int>(OpeningKind::hole); ++i) {
    const auto k = static_cast<OpeningKind>(i);
    EXPECT_STRNE(opening_name(k), "");
    ASSERT_FALSE(methods_for(k).empty());
    EXPECT_NE(methods_for(k).front(), SealMethod::nothing);
    for (SealMethod m : methods_for(k)) {
      EXPECT_EQ(method_from_key(method_key(m)), m);
      EXPECT_STRNE(advice(k, m).needs, "");
      EXPECT_STRNE(advice(k, m).fails, "");
      EXPECT_TRUE(m == SealMethod::nothing || *advice(k, m).other_school != '\0') << method_name(m);
    }
  }
  for (SealCondition c : {SealCondition::sound, SealCondition::worn, SealCondition::missing})
    EXPECT_EQ(condition_from_key(condition_key(c)), c);
  for (int i = 0; i <= static_cast<int>(Shield::sealed); ++i) {
    const auto s = static_cast<Shield>(i);
    EXPECT_EQ(shield_from_key(shield_key(s)), s);
    EXPECT_GT(std::string(shield_advice(s)).size(), 40U) << shield_name(s);
  }
  for (BathRound r : {BathRound::still, BathRound::shaft_turning, BathRound::under_thrust})
    EXPECT_EQ(round_from_key(round_key(r)), r);
  for (Plumbing w : {Plumbing::none, Plumbing::series, Plumbing::separate, Plumbing::three_outlets, Plumbing::pump_fed})
    EXPECT_EQ(plumbing_from_key(plumbing_key(w)), w);
  EXPECT_THROW((void)plumbing_from_key("drains"), InvalidInput);
}

TEST(WaterData, EveryPickupGivesMoreHeadTheMoreItTakesOfTheStream) {
  // The design's ranges: flush 0.1 to 0.2, 45 degrees 0.5 to 0.7, rudder nose 0.7 to 0.9 (common practice, no source).
  const auto recovery = [](FittingKind k) { return usual_fitting(k).recovery; };
  EXPECT_NEAR(recovery(FittingKind::flush_tap), 0.15, 0.05);
  EXPECT_NEAR(recovery(FittingKind::angled_tap), 0.6, 0.1);
  EXPECT_NEAR(recovery(FittingKind::rudder_nose), 0.8, 0.1);
  EXPECT_GT(recovery(FittingKind::angled_tap), 3.0 * recovery(FittingKind::flush_tap));
}

PROPERTY(Hoses, ArePathsFromPortToPortNoShorterThanTheStraightLine) {
  static const Project p = [] {
    Project q = powered_boat();
    q.hull.fineness = 0.4;
    const Assessment a = assess(q);
    return apply(q, {"", ChangeCooling{plumbed(Plumbing::series, boat_of(a), q.cooling, q.next_id)}});
  }();
  static const Assessment a = assess(p);
  Project moved = p;
  Part& esc = part_of(moved, PartKind::esc);
  esc.place.x() += any::whole(-60, 60) * 1e-3;
  esc.place.y() += any::whole(-20, 20) * 1e-3;
  const auto paths = route_hoses(a.hull->space, moved.layout, a.power.line, moved.cooling);
  for (std::size_t i = 0; i < paths.size(); ++i) {
    const Hose& h = moved.cooling.hoses[i];
    const Vec3 from = port_place(*moved.cooling.find(h.from), h.from_port, moved.layout);
    const Vec3 to = port_place(*moved.cooling.find(h.to), h.to_port, moved.layout);
    HOLDS((paths[i].points.front() - from).norm() < 1e-12);
    HOLDS((paths[i].points.back() - to).norm() < 1e-12);
    double corners = 0.0;
    for (std::size_t k = 1; k < paths[i].points.size(); ++k)
      corners += (paths[i].points[k] - paths[i].points[k - 1]).norm();
    HOLDS(paths[i].length <= corners + 1e-9);
    HOLDS(paths[i].length > 0.8 * (to - from).norm());  // rounded corners are cut, walls are not
    HOLDS(std::abs(paths[i].mass - hose_mass(h, paths[i].length)) < 1e-12);
    HOLDS(paths[i].highest.z() >= std::max(from.z(), to.z()) - 1e-12);
  }
}

PROPERTY(Bays, HoldWhatIsPouredInAndTheWaterRunsToTheLowEnd) {
  static const Project p = powered_boat();
  static const HullModel hull = build_hull(p.hull);
  static const std::vector<Compartment> bays = compartments_of(hull, p.hull);
  const Compartment& bay = bays[0];
  const double poured = bay.volume() * any::whole(1, 95) / 100.0;
  const Attitude lies{0.0, radians(any::whole(-60, 60) / 10.0)};
  const Compartment::Water w = bay.holding(poured, lies);
  const Compartment::Water more = bay.holding(1.04 * poured, lies);
  HOLDS(more.depth >= w.depth - 1e-9);
  HOLDS(w.centre.x() > bay.from() && w.centre.x() < bay.to());
  HOLDS(bay.depth_at(w, lies, w.lowest_x) > 0.0);
  const Compartment::Water level = bay.holding(poured, {0.0, 0.0});
  // Bow up, the water goes aft; bow down, forward.
  if (lies.trim > radians(1.0)) HOLDS(w.centre.x() < level.centre.x() + 1e-6);
  if (lies.trim < radians(-1.0)) HOLDS(w.centre.x() > level.centre.x() - 1e-6);
}

PROPERTY(Flooding, AFasterLeakIsNeverLaterInDanger) {
  static const Project p = powered_boat();
  static const Assessment a = assess(p);
  const double leak = any::whole(5, 200) * 1e-8, place = any::whole(5, 50) / 100.0;
  const auto danger = [&](double q) {
    const std::vector<Inlet> in{
        {"hole", {place, 0.0, 0.0}, compartment_at(a.seal.bays, place), [q](double) { return q; }}};
    return flood(a.hull->body, a.hull->model, a.seal.bays, a.loading(), a.density(), in, {},
                 {{1, "Motor", 0.1, 0.016, compartment_at(a.seal.bays, 0.1)}}, {.duration = 3600.0})
        .danger()
        .value_or(3600.0);
  };
  HOLDS(danger(1.5 * leak) <= danger(leak) * 1.02 + 1.0);
}

TEST(WaterLedger, RowsComeWithWaterAndTellWhy) {
  Project p = powered_boat();
  const Assessment bare = assess(p);
  const auto row = [](const Assessment& a, const std::string& key) {
    for (const LedgerRow& r : ledger(a))
      if (r.key == key) return r;
    throw std::runtime_error(key);
  };
  EXPECT_FALSE(row(bare, "water").value);
  const Assessment wet =
      assess(apply(p, {"", ChangeCooling{plumbed(Plumbing::series, boat_of(bare), p.cooling, p.next_id)}}));
  ASSERT_TRUE(row(wet, "water").value);
  EXPECT_NEAR(row(wet, "water").value->si, wet.water.taken(), 1e-15);
  bool told = false;
  for (const Change& c : consequences(bare, wet)) told = told || c.key == "water";
  EXPECT_TRUE(told);
  const auto why = reasons(wet, "water");
  ASSERT_EQ(why.size(), 2U);  // one pickup, one outlet
  EXPECT_NE(plain(why[0].text).find("climbs "), std::string::npos);
  EXPECT_NEAR(test::quantities(why[1].text)[0].si, wet.water.outlets[0].flow, 1e-15);
  // A leak is a row once it is more than drops.
  SealChoice open;
  open.opening = "shaft_tube";
  open.method = SealMethod::nothing;
  open.clearance = 0.0005;
  Sealing s = p.sealing;
  s.choices.push_back(open);
  const Assessment leaky = assess(apply(p, {"", ChangeSealing{s}}));
  ASSERT_TRUE(row(leaky, "leak").value);
  EXPECT_GT(row(leaky, "leak").value->si, 5.0 * ml_min);
  EXPECT_NE(plain(reasons(leaky, "leak")[0].text).find("Shaft tube"), std::string::npos);
}

TEST(WaterLedger, TheLaunchChecklistAsksForTheHoses) {
  const Project p = full_boat();
  bool asked = false;
  for (const CheckLine& line : launch_checklist(assess(p)))
    asked = asked || plain(line.text).find("Cooling hose") != std::string::npos;
  EXPECT_TRUE(asked);
}

TEST(SealEdits, AHatchThatIsSealedIsClosedForDownfloodingToo) {
  Project p = powered_boat();
  const Id hatch = p.hull.hatches[0].id;
  ASSERT_FALSE(p.hull.hatches[0].sealed);
  SealChoice tape;
  tape.opening = "hatch_edge:" + std::to_string(hatch);
  tape.method = SealMethod::tape;
  Sealing s;
  s.choices.push_back(tape);
  Project taped = apply(p, {"", ChangeSealing{s}});
  EXPECT_TRUE(taped.hull.hatches[0].sealed);
  EXPECT_FALSE(assess(taped).freeboard.downflood_heel.has_value());
  // Opened again on the hull's page, the tape is forgotten.
  HullDesign hull = taped.hull;
  hull.hatches[0].sealed = false;
  const Project opened = apply(taped, {"", ChangeHull{hull}});
  EXPECT_EQ(opened.sealing.choice(tape.opening), nullptr);
  EXPECT_EQ(assess(opened).seal.find(tape.opening)->method, SealMethod::nothing);
}

TEST(SealEdits, APartThatGoesTakesItsShieldAlong) {
  Project p = full_boat();
  ASSERT_EQ(p.sealing.shields.size(), 1U);
  const Project without = apply(p, {"", RemovePart{p.sealing.shields[0].part}});
  EXPECT_TRUE(without.sealing.shields.empty());
}
