// Cooling and sealing under random hands: files, edits, flow, warmth and leaks keep to what nature and the builder
// expect.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "assessment/assessment.h"
#include "assessment/checklist.h"
#include "drive/kind.h"
#include "findings.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

double within(double low, double high) {
  return low + (high - low) * any::whole(0, 1001) / 1000.0;
}

template <class E>
E any_up_to(E last) {
  return static_cast<E>(any::whole(0, static_cast<int>(last) + 1));
}

/// A circuit of random fittings on random places, each port used at most once.
CoolingCircuit random_circuit(Project& p) {
  CoolingCircuit c;
  const int fittings = any::whole(0, 9);
  for (int i = 0; i < fittings; ++i) {
    CoolFitting f;
    f.id = p.take_id();
    f.name = "Fitting " + std::to_string(i);
    f.kind = any_up_to(FittingKind::outlet);
    f.place = {within(-0.05, 0.5), within(-0.06, 0.06), within(-0.02, 0.08)};
    for (const FittingNumber& n : fitting_numbers())
      if (any::whole(0, 3) == 0) f.*n.member = within(std::max(0.0, n.low), n.high);
    if (any::either() && !p.layout.parts.empty())
      f.part = p.layout.parts[any::whole<std::size_t>(0, p.layout.parts.size())].id;
    f.blocked = any::whole(0, 6) == 0;
    f.reversed = any::whole(0, 6) == 0;
    f.in_wash = any::either();
    f.calibration = within(0.1, 2.0);
    c.fittings.push_back(f);
  }
  std::vector<std::pair<Id, std::uint32_t>> ports;
  for (const CoolFitting& f : c.fittings)
    for (std::uint32_t i = 0; i < port_count(f.kind); ++i) ports.push_back({f.id, i});
  while (ports.size() >= 2 && any::whole(0, 5) > 0) {
    const auto take = [&] {
      const auto at = static_cast<std::ptrdiff_t>(any::whole<std::size_t>(0, ports.size()));
      const auto port = ports[static_cast<std::size_t>(at)];
      ports.erase(ports.begin() + at);
      return port;
    };
    Hose h;
    h.id = p.take_id();
    std::tie(h.from, h.from_port) = take();
    std::tie(h.to, h.to_port) = take();
    h.material = any_up_to(HoseMaterial::brass);
    h.bore = within(0.001, 0.006);
    h.wall = within(0.0003, 0.002);
    h.kinked = any::whole(0, 5) == 0;
    c.hoses.push_back(h);
  }
  if (any::either()) {
    Lane l;
    l.id = p.take_id();
    l.from = within(0.0, 0.2);
    l.to = l.from + within(0.05, 0.3);
    l.y = within(-0.05, 0.05);
    c.lanes.push_back(l);
  }
  c.water = within(0.0, 30.0);
  c.air = within(0.0, 45.0);
  c.seen_from = any_up_to(DrivingSide::starboard);
  return c;
}

Sealing random_sealing(Project& p) {
  Sealing s;
  s.perimeters = static_cast<std::uint32_t>(any::whole(0, 9));
  s.coat_inside = any::either();
  s.coat_outside = any::either();
  for (const char* key : {"shaft_tube", "hatch_edge:1", "wall", "seam:1", "pushrod", "of a boat long gone:7"}) {
    if (any::either()) continue;
    SealChoice c;
    c.id = p.take_id();
    c.opening = key;
    c.method = any_up_to(SealMethod::coat);
    c.condition = any_up_to(SealCondition::missing);
    c.clearance = within(0.0, 0.001);
    c.length = within(0.0, 0.1);
    c.ring_section = within(0.0, 0.004);
    c.screw_spacing = within(0.0, 0.2);
    c.grease_interval = within(60.0, 1e5);
    c.spring_to_water = any::either();
    c.pair = any::either();
    s.choices.push_back(c);
  }
  for (const Part& part : p.layout.parts)
    if (any::whole(0, 3) == 0)
      s.shields.push_back({.id = p.take_id(), .part = part.id, .shield = any_up_to(Shield::sealed)});
  s.bilge.trigger = within(0.001, 0.1);
  s.bilge.flow = within(1e-6, 1e-4);
  return s;
}

/// A coarse hull: what is tested here does not depend on its smoothness.
Project coarse_boat() {
  static const Project p = [] {
    Project q = powered_boat();
    q.hull.fineness = 0.25;
    return q;
  }();
  return p;
}

Project plumbed_coarse(Plumbing way) {
  const Project p = coarse_boat();
  const Assessment a = assess(p);
  return apply(p, {"", ChangeCooling{plumbed(way, boat_of(a), p.cooling, p.next_id)}});
}

bool finite(const Assessment& a) {
  for (const Finding& f : a.findings) {
    if (!std::isfinite(f.number.si)) return false;
    for (const Quantity& q : test::quantities(f.text))
      if (!std::isfinite(q.si)) return false;
  }
  for (const HoseFlow& h : a.water.hoses)
    if (!std::isfinite(h.flow) || !std::isfinite(h.pressure_from) || !std::isfinite(h.pressure_to)) return false;
  for (const PartHeat& p : a.heat.parts)
    if (!std::isfinite(p.end) || (p.steady_wet && !std::isfinite(*p.steady_wet))) return false;
  for (const SealOpening& o : a.seal.openings)
    if (!std::isfinite(o.expected) || !std::isfinite(o.running) || !std::isfinite(o.worst)) return false;
  return std::isfinite(a.plumbing.mass);
}

}  // namespace

PROPERTY(WaterFiles, AnyCircuitAndAnySealsComeBackTheSame) {
  Project p = coarse_boat();
  p.cooling = random_circuit(p);
  p.sealing = random_sealing(p);
  check_project(p);
  HOLDS(project_from_json(project_to_json(p)) == p);
}

PROPERTY(WaterFiles, AFieldOfTheWrongKindIsRefusedWithItsPlaceOrDoesNotMatter) {
  Project p = coarse_boat();
  p.cooling = random_circuit(p);
  p.sealing = random_sealing(p);
  auto json = nlohmann::ordered_json::parse(project_to_json(p));
  // Any leaf of the two rooms becomes something else.
  const char* room = any::one_of({"cooling", "sealing"});
  const auto flat = json[room].flatten();
  ONLY_IF(!flat.empty());
  auto it = flat.begin();
  std::advance(it, any::whole<std::ptrdiff_t>(0, static_cast<std::ptrdiff_t>(flat.size())));
  const nlohmann::ordered_json::json_pointer leaf(it.key());
  json[room][leaf] =
      any::one_of<nlohmann::ordered_json>({"wet", -1e30, nlohmann::ordered_json::array({1, 2}), true, nullptr});
  try {
    const Project back = project_from_json(json.dump());
    check_project(back);
  } catch (const InvalidInput& e) {
    HOLDS(std::string(e.what()).size() > 5);
  }
}

TEST(WaterBoats, WhateverIsDrawnHasAnAnswerWithoutNumbersThatAreNone) {
  try_on(25, [] {
    Project p = coarse_boat();
    p.cooling = random_circuit(p);
    p.sealing = random_sealing(p);
    const Assessment a = assess(p);
    HOLDS(finite(a));
    HOLDS(a.hoses.size() == p.cooling.hoses.size());
    HOLDS(a.water.solved || a.water.stale || !a.water.message.empty() || p.cooling.empty() || !a.power.full.runs());
    // What comes in through pickups goes out through outlets, or back through a pump that another one presses.
    double balance = 0.0;
    for (const PickupFlow& f : a.water.pickups) balance += f.flow;
    for (const OutletFlow& o : a.water.outlets) balance -= o.flow;
    if (a.water.solved) HOLDS(std::abs(balance) / ml_min < 1e-2);
    // The boat weighs what it weighed and its plumbing.
    Project bare = p;
    bare.cooling = {};
    HOLDS(std::abs(a.mass.total - assess(bare).mass.total - a.plumbing.mass) < 1e-9);
  });
}

PROPERTY(WaterEdits, TakingThingsOutNeverLeavesAnythingHanging) {
  Project p = coarse_boat();
  p.cooling = random_circuit(p);
  p.sealing = random_sealing(p);
  while (!p.layout.parts.empty() && any::whole(0, 4) > 0) {
    const Part gone = p.layout.parts[any::whole<std::size_t>(0, p.layout.parts.size())];
    const Project before = p;
    p = apply(p, {"out", RemovePart{gone.id}});
    for (const CoolFitting& f : p.cooling.fittings) {
      HOLDS(f.part == 0 || p.layout.find(f.part));
      // Nothing jumped.
      HOLDS((fitting_place(f, p.layout) - fitting_place(*before.cooling.find(f.id), before.layout)).norm() < 1e-12);
    }
    for (const PartShield& s : p.sealing.shields) HOLDS(p.layout.find(s.part));
  }
}

PROPERTY(Nipples, TurnAboutTheCanAndStayOnIt) {
  static const Project p = plumbed_coarse(Plumbing::series);
  Project q = p;
  const Part& motor = part_of(q, PartKind::motor);
  for (CoolFitting& f : q.cooling.fittings) {
    if (f.kind != FittingKind::motor_jacket) continue;
    f.turn = within(-3.14, 3.14);
    for (std::uint32_t port : {0U, 1U}) {
      const Vec3 at = port_place(f, port, q.layout) - motor.place, out = port_direction(f, port);
      HOLDS(std::abs(std::hypot(at.y(), at.z()) - 0.5 * motor.size.z()) < 1e-9);
      HOLDS(std::abs(out.norm() - 1.0) < 1e-12);
      HOLDS(std::abs(at.y() * out.z() - at.z() * out.y()) < 1e-9);  // it leaves straight away from the axis
      HOLDS(f.turn == 0.0 || (out.y() > 0.0) == (f.turn > 0.0));    // positive to port
    }
  }
}

TEST(Bore, WiderHosesNeverCarryLessNorRunWarmer) {
  try_on(25, [] {
    static const Project p = plumbed_coarse(Plumbing::separate);
    static const Assessment a = assess(p);
    const Boat boat = boat_of(a);
    const double bore = within(0.0015, 0.005);
    const auto at = [&](double b) { return try_option("", with_bore(p.cooling, b), boat, a.power, a.hull->space); };
    const OptionResult narrow = at(bore), wide = at(1.25 * bore);
    HOLDS(wide.taken >= narrow.taken * (1.0 - 1e-6));
    HOLDS(wide.mass > narrow.mass);
    HOLDS(wide.winding <= narrow.winding + 0.5);
  });
}

TEST(Warmth, AWarmerLakeNeverCoolsBetterAndDryIsNeverCoolerThanWet) {
  try_on(15, [] {
    static const Project p = plumbed_coarse(Plumbing::series);
    Project warm = p;
    const double lake = within(2.0, 25.0);
    warm.cooling.water = lake;
    const Assessment cool = assess(warm);
    warm.cooling.water = lake + within(1.0, 8.0);
    const Assessment warmer = assess(warm);
    HOLDS(cool.heat.parts.size() == warmer.heat.parts.size());
    for (std::size_t i = 0; i < cool.heat.parts.size(); ++i) {
      const PartHeat &c = cool.heat.parts[i], &w = warmer.heat.parts[i];
      HOLDS(w.end >= c.end - 0.05);
      if (!c.cooled) continue;
      HOLDS(c.dry_end >= c.end - 0.05);
      HOLDS((!c.time_dry || !c.time_wet || *c.time_wet >= *c.time_dry - 1.0));
      HOLDS(c.water_in >= lake - 1e-9);
      HOLDS(c.water_out >= c.water_in - 1e-9);
      HOLDS(c.time.size() == c.wet.size() && c.time.size() == c.dry.size());
    }
  });
}

TEST(Leaks, TheBudgetIsTheSumOfItsWaysAndNoSealBeatsASoundOne) {
  try_on(25, [] {
    Project p = coarse_boat();
    p.brief.method = BuildMethod::printed;
    p.brief.longest_piece = within(0.1, 0.7);
    p.sealing = random_sealing(p);
    const Assessment a = assess(p);
    double standing = 0.0, running = 0.0;
    std::set<std::string> keys;
    for (const SealOpening& o : a.seal.openings) {
      standing += o.expected;
      running += o.running;
      HOLDS(keys.insert(o.key).second);
      HOLDS(o.compartment < a.seal.bays.size());
      HOLDS(o.worst >= o.expected);
      HOLDS(o.expected == 0.0 || o.below_water() || o.kind == OpeningKind::wall);
    }
    HOLDS(std::abs(standing - a.seal.expected) <= 1e-9 * standing);
    HOLDS(std::abs(running - a.seal.running) <= 1e-9 * running);
    // Seams: one fewer than the pieces the hull is cut into.
    const auto seams = std::count_if(a.seal.openings.begin(), a.seal.openings.end(),
                                     [](const SealOpening& o) { return o.kind == OpeningKind::seam; });
    const double pieces = std::ceil(a.hull->model.length() / p.brief.longest_piece);
    HOLDS(static_cast<double>(seams) == std::max(0.0, pieces - 1.0));
    // All put right: no way in takes more than before.
    Project sound = p;
    for (SealChoice& c : sound.sealing.choices) c.condition = SealCondition::sound;
    const Assessment b = assess(sound);
    for (const SealOpening& o : a.seal.openings) HOLDS(b.seal.find(o.key)->expected <= o.expected + 1e-15);
  });
}

TEST(CoolRules, AHoseThatBendsTooTightAtAJacketIsHelpedByTurningItsNipples) {
  // The battery lies right over the motor: hoses from upright nipples have no room under it.
  Project p = plumbed_coarse(Plumbing::series);
  const Part& motor = part_of(p, PartKind::motor);
  Part& battery = part_of(p, PartKind::battery);
  battery.rail = 0;
  battery.place = motor.place + Vec3(0.0, 0.0, 0.5 * (motor.size.z() + battery.size.z()) + 0.004);
  const Assessment a = assess(p);
  const Finding* bend = nullptr;
  for (const Finding& f : a.findings)
    if (f.id == "cool.bend" && f.remedy) bend = &f;
  ASSERT_NE(bend, nullptr);
  EXPECT_EQ(bend->remedy->label, "Turn the nipples");
  const auto kinks = [](const Assessment& of) {
    return std::count_if(of.hoses.begin(), of.hoses.end(), [](const HosePath& h) { return h.kinks(); });
  };
  const Assessment turned = assess(apply(p, *bend->remedy));
  EXPECT_LT(kinks(turned), kinks(a));
  for (const Finding& f : turned.findings) EXPECT_FALSE(f.id == "cool.bend" && f.subject == bend->subject);
}

TEST(Checklist, OnlyAShaftLineHasATubeAndOnlyAnOpenScrewANut) {
  const auto asks = [](const Assessment& a, const char* key) {
    const auto lines = launch_checklist(a);
    return std::any_of(lines.begin(), lines.end(), [&](const CheckLine& line) { return line.key == key; });
  };
  Assessment a = assess(coarse_boat());
  for (const DriveKind& kind : drive_kinds()) {
    a.fitted_drive.propulsor = kind.propulsor;
    a.fitted_drive.mounting = kind.mounting;
    const bool pod = kind.propulsor == Propulsor::propeller && kind.mounting == Mounting::pod;
    const bool line = kind.propulsor == Propulsor::propeller && !pod;
    EXPECT_EQ(asks(a, "shaft.greased"), line);
    EXPECT_EQ(asks(a, "screw.free"), pod);
  }
}

TEST(Checklist, TheGreasedTubeTellsAfterHowMuchRunningItWantsGreaseAgain) {
  Project p = coarse_boat();
  const auto shaft = [&] {
    for (const CheckLine& line : launch_checklist(assess(p)))
      if (line.key == "shaft.greased") return line;
    throw std::runtime_error("no such line");
  };
  ASSERT_EQ(test::quantities(shaft().text).size(), 1U);
  EXPECT_EQ(test::quantities(shaft().text)[0].si, 3600.0);
  SealChoice c;
  c.id = p.take_id();
  c.opening = "shaft_tube";
  c.method = SealMethod::greased_tube;
  c.grease_interval = 1200.0;
  p.sealing.choices.push_back(c);
  EXPECT_EQ(test::quantities(shaft().text)[0].si, 1200.0);
  p.sealing.choices[0].method = SealMethod::lip_seals;
  EXPECT_TRUE(test::quantities(shaft().text).empty());
  EXPECT_EQ(plain(shaft().text).find("greased"), std::string::npos);
  p.sealing.choices[0].grease_interval = 0.0;
  EXPECT_NE(refusal_of([&] { check_project(p); }).find("greased again after"), std::string::npos);
}
