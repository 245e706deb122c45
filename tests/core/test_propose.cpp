// Whole boats from a brief: complete, afloat, upright, without a stop where the brief can be met; the wish that is in
// the way where it cannot.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "assessment/fit_out.h"
#include "assessment/ideas.h"
#include "assessment/places.h"
#include "assessment/proposal_hull.h"
#include "assessment/propose.h"
#include "base/error.h"
#include "brief/sizing.h"
#include "drive/kind.h"
#include "hull/family.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

ProposalWish launch_wish() {
  ProposalWish w;
  w.brief.payload = 0.2;
  w.brief.wanted_speed = 6.0;
  w.brief.run_time = 360.0;
  w.brief.most_length = 0.8;
  w.count = 2;
  return w;
}

bool has(const Project& p, PartKind kind) {
  return std::any_of(p.layout.parts.begin(), p.layout.parts.end(), [&](const Part& q) { return q.kind == kind; });
}

}  // namespace

TEST(Ideas, FollowTheWaterTheSpeedAndTheWayOfBuilding) {
  ProposalWish w;
  w.brief.wanted_speed = 2.0;
  for (const WaterKind water : {WaterKind::sheltered, WaterKind::choppy, WaterKind::weedy, WaterKind::shallow}) {
    w.brief.water = water;
    const auto ideas = ideas_for(w);
    ASSERT_FALSE(ideas.empty()) << water_kind_name(water);
    for (std::size_t i = 1; i < ideas.size(); ++i) EXPECT_LE(ideas[i].suits, ideas[i - 1].suits);
    if (water != WaterKind::weedy && water != WaterKind::shallow) continue;
    for (const BoatIdea& i : ideas) EXPECT_NE(i.propulsor, Propulsor::propeller) << "weed winds round shafts";
  }
  w.brief.water = WaterKind::sheltered;
  w.brief.method = BuildMethod::sheet_metal;
  for (const BoatIdea& i : ideas_for(w)) EXPECT_NE(family_of(i.family).lines, nullptr) << "sheets want panels";
  w.brief.method = BuildMethod::printed;
  w.brief.wanted_speed = 14.0;
  const auto fast = ideas_for(w);
  EXPECT_TRUE(std::any_of(fast.begin(), fast.end(), [](const BoatIdea& i) { return i.family == HullFamily::tunnel; }));
  for (const BoatIdea& i : fast) EXPECT_TRUE(family_of(i.family).planes);
  // What is decided stays decided, even against the rules of thumb.
  w.family = HullFamily::round_bilge, w.propulsor = Propulsor::propeller;
  for (const BoatIdea& i : ideas_for(w)) EXPECT_EQ(i.family, HullFamily::round_bilge);
}

TEST(HullGrowth, GrowsForWhatFindsNoRoomAndLeavesWhatNoSizeMends) {
  Project p = powered_boat();
  const Assessment a = assess(p);
  double parts = 0.0;
  for (const MassItem& i : a.mass.items)
    if (i.part != 0) parts += i.mass;
  // Held to its length it only has to hold its parts; it is believed after some tries.
  HullGrowth held(9.0, 10.0);
  EXPECT_FALSE(held.learn(a, true)) << "ten metres of freeboard";
  EXPECT_NEAR(held.load(), parts, 1e-12) << "not what it began with";
  EXPECT_FALSE(held.learn(a, true));
  EXPECT_TRUE(held.learn(a, true));

  // A servo in the skin asks for a larger hull, twice; then it is not a matter of room, and the hull is as it was.
  Part servo{.id = p.take_id(), .name = "Servo", .kind = PartKind::servo, .size = {0.04, 0.02, 0.04}, .mass = 0.04};
  servo.place = {0.3, 0.5 * a.hull->model.beam(), 0.05};
  p.layout.parts.push_back(servo);
  const Assessment crowded = assess(p);
  ASSERT_FALSE(crowded.fit(servo.id)->stands_free());
  HullGrowth growth(1.0, 0.0);
  EXPECT_FALSE(growth.learn(crowded, true));
  const double once = growth.room();
  EXPECT_GT(once, 1.1);
  EXPECT_FALSE(growth.learn(crowded, true));
  EXPECT_GT(growth.room(), once);
  EXPECT_TRUE(growth.learn(crowded, true));
  EXPECT_EQ(growth.room(), once);
}

TEST(FittedUnrun, HasWhatTheBoatWillHaveButItsLeads) {
  Project bare;
  bare.hull.shape = default_shape(HullFamily::deep_v);
  bare.brief.payload = 0.15;
  bare.brief.wanted_speed = 6.0;
  const Assessment empty = assess(bare);
  const Project unrun = fitted_unrun(empty, Propulsor::propeller, Mounting::shaft, builtin_catalogue());
  for (const PartKind kind :
       {PartKind::motor, PartKind::battery, PartKind::esc, PartKind::propeller, PartKind::coupler, PartKind::shaft,
        PartKind::servo, PartKind::rudder, PartKind::receiver, PartKind::payload})
    EXPECT_TRUE(has(unrun, kind)) << static_cast<int>(kind);
  const Assessment a = assess(unrun);
  // Coupler and shaft are one behind the other, clear of the skin, in any hull.
  for (const Part& part : unrun.layout.parts)
    if (part.kind == PartKind::coupler || part.kind == PartKind::shaft) {
      EXPECT_TRUE(a.fit(part.id)->overlaps.empty()) << part.name;
    }
  EXPECT_TRUE(a.fit(unrun.layout.first(PartKind::coupler)->id)->skin.inside);
  EXPECT_THROW((void)fitted_unrun(empty, Propulsor::none, Mounting::shaft, builtin_catalogue()), InvalidInput);
}

TEST(Propose, WhatIsChosenSitsOnItsShaftWithABushWhereItsBoreIsWider) {
  ProposalWish w;
  w.brief.type = BoatType::displacement;
  w.brief.payload = 0.3;
  w.brief.wanted_speed = 1.2;
  w.brief.run_time = 900.0;
  w.brief.most_length = 0.8;
  w.family = HullFamily::twin_hull;
  w.at_hand = {"Motor 28 x 30 mm outrunner, 1150 rpm/V"};
  w.count = 1;
  const Proposals found = propose(w, builtin_catalogue());
  ASSERT_FALSE(found.boats.empty());
  const Assessment a = assess(found.boats.front().project);
  for (const Finding& f : a.findings) {
    if (f.id.rfind("drive.fit.", 0) != 0) continue;
    EXPECT_EQ(f.severity, Severity::fine) << f.text;
    EXPECT_NEAR(f.number.si, f.limit.si, 6e-5) << f.text;
  }
  // This motor has a shaft of 3 mm, the catalogue's propellers have bores of 4: the bush is named.
  const Layout& layout = a.project.layout;
  const auto bushed = [](const Part& p) {
    return std::holds_alternative<Screw>(p.data) && p.name.ends_with("with a bush");
  };
  EXPECT_TRUE(std::any_of(layout.unplaced.begin(), layout.unplaced.end(), bushed) ||
              std::any_of(layout.parts.begin(), layout.parts.end(), bushed));
}

TEST(Propose, ALaunchComesWholeWithEveryReasonAndTheSameTwice) {
  const ProposalWish wish = launch_wish();
  int told = 0;
  std::set<double> shares;
  const Proposals found = propose(wish, builtin_catalogue(),
                                  {.trying =
                                       [&](const Text& what, double share) {
                                         EXPECT_FALSE(what.empty());
                                         EXPECT_TRUE(share >= 0.0 && share <= 1.0);
                                         ++told;
                                         return true;
                                       },
                                   .ready = {}});
  ASSERT_FALSE(found.boats.empty()) << plain(found.message);
  EXPECT_GT(told, 1);
  const Proposal& first = found.boats.front();
  EXPECT_TRUE(first.sound());
  EXPECT_EQ(first.merit, Merit::nearest);
  ASSERT_TRUE(first.speed);
  EXPECT_GT(*first.speed, 0.93 * wish.brief.wanted_speed);
  EXPECT_GE(first.reasons.size(), 3u);
  for (const Proposal& p : found.boats) {
    // It is an ordinary boat: it can be saved, read and assessed, and says of itself what the proposal said.
    const Project again = project_from_json(project_to_json(p.project));
    const Assessment a = assess(again);
    EXPECT_NEAR(a.mass.total, p.mass, 1e-6);
    EXPECT_EQ(a.count(Severity::stop), p.stops);
    EXPECT_TRUE(a.flotation.upright());
    EXPECT_GE(a.freeboard.least, 0.5 * wish.brief.wanted_freeboard);
    EXPECT_TRUE(a.hull->mesh.clean());
    for (const PartKind kind :
         {PartKind::battery, PartKind::esc, PartKind::motor, PartKind::receiver, PartKind::payload})
      EXPECT_TRUE(has(p.project, kind)) << static_cast<int>(kind);
    EXPECT_LE(p.length, wish.brief.most_length + 1e-6);
    EXPECT_EQ(p.project.brief.payload, wish.brief.payload);
  }
}

TEST(Propose, TheSameWishGivesTheSameBoat) {
  ProposalWish wish = launch_wish();
  wish.count = 1;
  wish.family = HullFamily::flat_bottom, wish.propulsor = Propulsor::air_propeller;
  const Proposals once = propose(wish, builtin_catalogue()), again = propose(wish, builtin_catalogue());
  ASSERT_EQ(once.boats.size(), 1u);
  ASSERT_EQ(again.boats.size(), 1u);
  EXPECT_EQ(project_to_json(again.boats.front().project), project_to_json(once.boats.front().project));
}

TEST(Propose, WhatWouldBeTooFastIsHeldToItsSpeedAndRunsAsLongAsItShould) {
  ProposalWish wish;
  wish.brief.water = WaterKind::choppy;
  wish.brief.payload = 0.5;
  wish.brief.wanted_speed = 1.3;
  wish.brief.run_time = 2400.0;
  wish.brief.most_length = 0.9;
  wish.count = 1;
  wish.family = HullFamily::round_bilge, wish.propulsor = Propulsor::propeller, wish.mounting = Mounting::shaft;
  const Proposals found = propose(wish, builtin_catalogue());
  ASSERT_EQ(found.boats.size(), 1u) << plain(found.message);
  const Proposal& boat = found.boats.front();
  EXPECT_TRUE(boat.sound());
  ASSERT_TRUE(boat.speed && boat.run_time);
  const Drive d = boat.project.drive();
  EXPECT_LT(d.throttle, 0.8);
  EXPECT_LE(d.cruise_throttle, d.throttle);
  EXPECT_GE(*boat.speed, 0.95 * wish.brief.wanted_speed);
  EXPECT_LT(*boat.speed, 1.3 * wish.brief.wanted_speed);
  EXPECT_GE(*boat.run_time, 0.95 * wish.brief.run_time);
  EXPECT_TRUE(std::any_of(boat.reasons.begin(), boat.reasons.end(),
                          [](const Text& r) { return plain(r).find("of the throttle at most") != std::string::npos; }));
  // With the whole throttle it is much faster and empty long before.
  Project open = boat.project;
  Drive full = d;
  full.throttle = 1.0;
  set_drive(open, full);
  const Assessment a = assess(open);
  EXPECT_GT(a.power.full.speed, 1.3 * *boat.speed);
  EXPECT_LT(a.power.duty->run_time, 0.7 * *boat.run_time);
}

TEST(Propose, NothingStandsInTheWayOfTheBattery) {
  ProposalWish wish = launch_wish();
  wish.count = 1;
  wish.family = HullFamily::deep_v, wish.propulsor = Propulsor::propeller, wish.mounting = Mounting::shaft;
  const Proposals found = propose(wish, builtin_catalogue());
  ASSERT_EQ(found.boats.size(), 1u) << plain(found.message);
  const Project& p = found.boats.front().project;
  const Part& battery = *p.layout.first(PartKind::battery);
  for (const Part& part : p.layout.parts) {
    const bool moves = part.kind == PartKind::esc || part.kind == PartKind::receiver;
    EXPECT_FALSE(moves && shares_its_plan(part, battery)) << part.name;
  }
  EXPECT_EQ(std::count_if(found.boats.front().assessed->findings.begin(), found.boats.front().assessed->findings.end(),
                          [](const Finding& f) { return f.id == "build.barred" && f.severity >= Severity::watch; }),
            0);
}

TEST(Propose, WhatIsDecidedAndWhatIsAtHandIsInTheBoat) {
  ProposalWish wish = launch_wish();
  wish.count = 1;
  wish.family = HullFamily::deep_v;
  wish.propulsor = Propulsor::propeller;
  wish.mounting = Mounting::shaft;
  wish.at_hand = {"4S 3300 lithium polymer, 40 C"};
  const Proposals found = propose(wish, builtin_catalogue());
  ASSERT_EQ(found.boats.size(), 1u) << plain(found.message);
  const Project& p = found.boats.front().project;
  EXPECT_EQ(p.hull.family, HullFamily::deep_v);
  EXPECT_EQ(p.drive().mounting, Mounting::shaft);
  const Part* battery = p.layout.first(PartKind::battery);
  ASSERT_NE(battery, nullptr);
  EXPECT_EQ(battery->name, wish.at_hand.front());
}

TEST(Propose, AHullThatIsFixedComesOutAsItIs) {
  ProposalWish wish = launch_wish();
  wish.count = 1;
  wish.shape = started(HullFamily::deep_v, 1);
  EXPECT_NE(refusal_of([&] { return propose(wish, builtin_catalogue()); }).find("without a family"), std::string::npos);
  wish.family = HullFamily::deep_v;
  wish.propulsor = Propulsor::propeller, wish.mounting = Mounting::shaft;
  const Proposals found = propose(wish, builtin_catalogue());
  ASSERT_EQ(found.boats.size(), 1u) << plain(found.message);
  EXPECT_EQ(found.boats.front().project.hull.shape, *wish.shape);
  wish.shape->flare = radians(44);
  EXPECT_NE(refusal_of([&] { return propose(wish, builtin_catalogue()); }).find("Flare"), std::string::npos);
}

TEST(Propose, WhatNothingMeetsSaysWhichWishIsInTheWay) {
  ProposalWish wish = launch_wish();
  wish.count = 1;
  wish.family = HullFamily::round_bilge;
  wish.propulsor = Propulsor::propeller;
  wish.mounting = Mounting::shaft;
  wish.brief.wanted_speed = 12.0;
  const Proposals found = propose(wish, builtin_catalogue());
  ASSERT_EQ(found.boats.size(), 1u);
  ASSERT_FALSE(found.boats.front().misses.empty());
  EXPECT_NE(plain(found.boats.front().misses.front()).find("instead of"), std::string::npos);
  // Sheets do not bend to a round bilge.
  wish.brief.method = BuildMethod::ply;
  const Proposals none = propose(wish, builtin_catalogue());
  EXPECT_TRUE(none.boats.empty());
  EXPECT_FALSE(none.message.empty());
}

TEST(Propose, StopsWhenToldAndRefusesNonsense) {
  const ProposalWish wish = launch_wish();
  const Proposals stopped =
      propose(wish, builtin_catalogue(), {.trying = [](const Text&, double) { return false; }, .ready = {}});
  EXPECT_TRUE(stopped.boats.empty());
  EXPECT_NE(plain(stopped.message).find("Stopped"), std::string::npos);
  ProposalWish bad = wish;
  bad.at_hand = {"A motor that nobody makes"};
  EXPECT_THROW((void)propose(bad, builtin_catalogue()), InvalidInput);
  bad = wish;
  bad.brief.payload = -1.0;
  EXPECT_THROW((void)propose(bad, builtin_catalogue()), InvalidInput);
  bad = wish;
  bad.count = 0;
  EXPECT_THROW((void)propose(bad, builtin_catalogue()), InvalidInput);
  bad = wish;
  bad.family = HullFamily::imported;
  EXPECT_THROW((void)propose(bad, builtin_catalogue()), InvalidInput);
}

TEST(Sizing, ATwinHullKeepsItsBridgeOutOfTheWater) {
  const SizeAnswer a = smallest_hull(HullFamily::twin_hull, {.load = 1.5, .freeboard = 0.02});
  ASSERT_TRUE(a.solved);
  EXPECT_LT(a.draught, 0.76 * a.shape.bridge_height);
}
