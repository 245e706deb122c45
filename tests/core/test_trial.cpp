// Bath test, weighing, checklist, ignored findings, adopted masses.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>
#include <random>

#include "assessment/checklist.h"
#include "base/error.h"
#include "findings.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"
#include "trial/bath_test.h"
#include "trial/weighing.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// What a rule would show at the named points of a boat floating so.
std::vector<FreeboardReading> read_off(const Assessment& a) {
  std::vector<FreeboardReading> points = bath_points(a.hull->model);
  for (FreeboardReading& p : points) p.freeboard = a.flotation.plane.height(p.place);
  return points;
}

std::string complaint(const std::vector<FreeboardReading>& readings, const Assessment& a, double sigma = 0.001) {
  return refusal_of([&] { return solve_bath_test(a.hull->body, a.density(), readings, sigma, 0.05); });
}

}  // namespace

PROPERTY(BathTest, GivesAKnownMassAndCgBackFromTheFreeboards) {
  Project p = sample_boat();
  p.layout.parts[1].mass = any::whole(100, 900) / 1000.0;
  p.layout.parts[3].mass = any::whole(0, 200) / 1000.0;
  p.layout.parts[0].rail = 0;
  p.layout.parts[0].place.x() = any::whole(150, 400) / 1000.0;
  p.layout.parts[2].place.y() = any::whole(-30, 30) / 1000.0;
  const Assessment a = assess(p);
  ONLY_IF(a.flotation.upright());
  std::vector<FreeboardReading> readings = read_off(a);
  ONLY_IF(std::all_of(readings.begin(), readings.end(), [](const auto& r) { return r.freeboard > -0.02; }));
  if (any::either()) readings.erase(readings.begin() + any::whole(0, 2), readings.end() - 2);
  if (readings.size() < 3) readings = read_off(a);
  const BathAnswer b = solve_bath_test(a.hull->body, a.density(), readings, 0.001, a.mass.cg.z());
  HOLDS(b.solved);
  HOLDS(std::abs(b.mass - a.mass.total) < 1e-4 * a.mass.total);
  HOLDS((b.cg - a.mass.cg).norm() < 2e-4);
  HOLDS(b.mass_sigma > 0.0);
}

TEST(BathTest, ItsUncertaintyIsThatOfManyMisreadings) {
  const Assessment a = assess(sample_boat());
  const std::vector<FreeboardReading> exact = read_off(a);
  const BathAnswer told = solve_bath_test(a.hull->body, a.density(), exact, 0.001, a.mass.cg.z());
  std::minstd_rand random(7);
  std::normal_distribution<double> scatter(0.0, 0.001);
  double mass = 0.0, x = 0.0;
  constexpr int tries = 600;
  for (int i = 0; i < tries; ++i) {
    std::vector<FreeboardReading> readings = exact;
    for (FreeboardReading& r : readings) r.freeboard += scatter(random);
    const BathAnswer b = solve_bath_test(a.hull->body, a.density(), readings, 0.001, a.mass.cg.z());
    ASSERT_TRUE(b.solved);
    mass += std::pow(b.mass - told.mass, 2) / tries;
    x += std::pow(b.cg.x() - told.cg.x(), 2) / tries;
  }
  EXPECT_NEAR(std::sqrt(mass), told.mass_sigma, 0.12 * told.mass_sigma);
  EXPECT_NEAR(std::sqrt(x), told.cg_sigma.x(), 0.12 * told.cg_sigma.x());
  // Twice as careless, twice as unsure.
  EXPECT_NEAR(solve_bath_test(a.hull->body, a.density(), exact, 0.002, a.mass.cg.z()).mass_sigma, 2.0 * told.mass_sigma,
              1e-9);
}

TEST(BathTest, AMisreadingShowsAsMisfit) {
  const Assessment a = assess(sample_boat());
  std::vector<FreeboardReading> readings = read_off(a);
  EXPECT_LT(solve_bath_test(a.hull->body, a.density(), readings, 0.001, 0.05).misfit, 1e-6);
  readings[2].freeboard += 0.010;
  EXPECT_GT(solve_bath_test(a.hull->body, a.density(), readings, 0.001, 0.05).misfit, 0.002);
}

TEST(BathTest, SaysWhyItCannot) {
  const Assessment a = assess(sample_boat());
  std::vector<FreeboardReading> readings = read_off(a);
  EXPECT_NE(complaint({readings[0], readings[1]}, a).find("three points"), std::string::npos);
  EXPECT_NE(complaint({readings[0], readings[1], readings[0]}, a).find("same place"), std::string::npos);
  EXPECT_NE(complaint(readings, a, 0.0).find("more than zero"), std::string::npos);
  std::vector<FreeboardReading> line = {readings[0], readings[2], readings[4]};
  for (std::size_t i = 0; i < 3; ++i) line[i].place.y() = 0.02, line[i].place.z() = 0.1;
  const BathAnswer bad = solve_bath_test(a.hull->body, a.density(), line, 0.001, 0.05);
  EXPECT_FALSE(bad.solved);
  EXPECT_NE(plain(bad.message).find("one line"), std::string::npos);
  for (FreeboardReading& r : readings) r.freeboard = 0.5;
  EXPECT_FALSE(solve_bath_test(a.hull->body, a.density(), readings, 0.001, 0.05).solved);
}

TEST(BathTest, AnAdoptedMassIsTheBoatsOwn) {
  Project p = sample_boat();
  const Assessment planned = assess(p);
  // The built boat is heavier aft: what the bath shows, and what adopting it must give.
  Project built = p;
  built.layout.parts[1].mass += 0.120;
  const Assessment real = assess(built);
  const BathAnswer b = solve_bath_test(planned.hull->body, planned.density(), read_off(real), 0.001, real.mass.cg.z());
  p.layout.correction = correction_to(planned.mass, b.mass, b.cg);
  p.layout.correction->origin = "bath test";
  const Assessment adopted = assess(p);
  EXPECT_NEAR(adopted.mass.total, real.mass.total, 1e-4);
  EXPECT_NEAR(adopted.flotation.plane.attitude.trim, real.flotation.plane.attitude.trim, radians(0.02));
  // A second adoption measures against the parts again, not on top of the first.
  const MassCorrection again = correction_to(adopted.mass, b.mass, b.cg);
  EXPECT_NEAR(again.mass, p.layout.correction->mass, 1e-9);
  EXPECT_NEAR((again.moment - p.layout.correction->moment).norm(), 0.0, 1e-9);
  // Known as a whole, it scatters as its measurement does.
  EXPECT_LT(adopted.spread.mass.high - adopted.spread.mass.low, planned.spread.mass.high - planned.spread.mass.low);
  EXPECT_EQ(project_from_json(project_to_json(p)), p);
}

TEST(Weighing, TwoScalesGiveTheLever) {
  // 600 g at 100 mm and 300 g at 400 mm: 900 g at 200 mm.
  const FoundMass f =
      weigh_boat({{.place = {0.1, 0, 0}, .mass = 0.6}, {.place = {0.4, 0, 0}, .mass = 0.3}}, 0.0005, 0.001, 0.05);
  EXPECT_NEAR(f.mass, 0.9, 1e-12);
  EXPECT_NEAR(f.cg.x(), 0.2, 1e-12);
  EXPECT_GT(f.cg_sigma.x(), 0.0);
  const auto refuse = [](std::vector<SupportReading> s) {
    EXPECT_THROW((void)weigh_boat(s, 0.0005, 0.001, 0.05), InvalidInput);
  };
  refuse({{.place = {0.1, 0, 0}, .mass = 0.6}});
  refuse({{.place = {0.1, 0, 0}, .mass = 0.6}, {.place = {0.105, 0, 0}, .mass = 0.3}});
  refuse({{.place = {0.1, 0, 0}, .mass = -0.6}, {.place = {0.4, 0, 0}, .mass = 0.9}});
  refuse({{.place = {0.1, 0, 0}, .mass = 0.0}, {.place = {0.4, 0, 0}, .mass = 0.0}});
}

PROPERTY(Weighing, ThreeSupportsGiveAnyCgBetweenThemBack) {
  const Vec3 corner[] = {{0.05, 0.08, 0}, {0.05, -0.07, 0}, {0.55, 0.01, 0}};
  const double u = any::whole(1, 98) / 100.0, v = (1.0 - u) * any::whole(1, 99) / 100.0;
  const double share[] = {u, v, 1.0 - u - v}, mass = any::whole(200, 5000) / 1000.0;
  std::vector<SupportReading> s;
  Vec3 cg = Vec3::Zero();
  for (int i = 0; i < 3; ++i) {
    s.push_back({.place = corner[i], .mass = share[i] * mass});
    cg += share[i] * corner[i];
  }
  const FoundMass f = weigh_boat(s, 0.0005, 0.001, 0.05);
  HOLDS(std::abs(f.mass - mass) < 1e-9);
  HOLDS((f.cg.head<2>() - cg.head<2>()).norm() < 1e-9);
}

PROPERTY(Weighing, ABoatHungFromAnyPointHasItsCgUnderTheHook) {
  // A body hangs so that its CG is straight below: the tilt follows from where both are.
  const Vec3 cg(any::whole(100, 400) * 1e-3, 0.0, any::whole(10, 80) * 1e-3);
  const double mass = any::whole(200, 5000) * 1e-3;
  const auto hung = [&](double x, double z) {
    const double tilt = std::atan2(x - cg.x(), z - cg.z());
    return SupportReading{.place = {x, 0.0, z}, .mass = mass, .tilt = tilt};
  };
  const double z = cg.z() + any::whole(60, 200) * 1e-3;
  const SupportReading fore = hung(cg.x() + any::whole(10, 60) * 1e-3, z),
                       aft = hung(cg.x() - any::whole(10, 60) * 1e-3, z);
  HOLDS(*fore.tilt > 0.0);  // hooked ahead of its CG the bow goes up
  const FoundMass once = weigh_hung({fore}, 0.001, radians(0.5), cg.z());
  HOLDS((once.cg - cg).norm() < 1e-9);
  HOLDS(std::abs(once.mass - mass) < 1e-12);
  if (*fore.tilt - *aft.tilt > radians(5.0)) {
    // A wrong height as drawn does no harm any more.
    const FoundMass twice = weigh_hung({fore, aft}, 0.001, radians(0.5), cg.z() + 0.05);
    HOLDS((twice.cg - cg).norm() < 1e-9);
    HOLDS(twice.cg_sigma.x() > 0.0 && twice.cg_sigma.z() > 0.0);
  }
}

TEST(Weighing, WhatHangsAlikeOrNotAtAllIsRefused) {
  const SupportReading h{.place = {0.3, 0.0, 0.2}, .mass = 1.0, .tilt = 0.1};
  const auto why = [](std::vector<SupportReading> s) {
    return refusal_of([&] { return weigh_hung(s, 0.001, 0.01, 0.05); });
  };
  EXPECT_NE(why({}).find("one or more"), std::string::npos);
  EXPECT_NE(why({h, h}).find("5 degrees"), std::string::npos);
  SupportReading none = h;
  none.tilt.reset();
  EXPECT_NE(why({none}).find("no tilt"), std::string::npos);
  SupportReading over = h;
  over.tilt = 1.2;
  EXPECT_NE(why({over}).find("60"), std::string::npos);
  SupportReading empty = h;
  empty.mass = 0.0;
  EXPECT_NE(why({empty}).find("nothing"), std::string::npos);
}

TEST(Checklist, BeginsWithTheBoatsOwnFindingsAndItsParts) {
  Project p = sample_boat();
  p.layout.parts[0].place.x() = 0.40;  // bow down
  drive(p)->propulsor = Propulsor::air_propeller;
  const Assessment a = assess(p);
  ASSERT_NE(find_finding(a, "float.trim"), nullptr);
  const auto lines = launch_checklist(a);
  EXPECT_TRUE(lines.front().from_finding);
  const auto has = [&](const std::string& key) {
    return std::any_of(lines.begin(), lines.end(), [&](const CheckLine& l) { return l.key == key; });
  };
  EXPECT_TRUE(has("finding:float.trim:0"));
  EXPECT_TRUE(has("battery.state"));
  EXPECT_TRUE(has("air.guard"));
  EXPECT_FALSE(has("propeller.clear"));
  EXPECT_TRUE(has("radio.failsafe"));
  p.layout.parts[0].lithium = false;
  const auto others = launch_checklist(assess(p));
  EXPECT_TRUE(std::none_of(others.begin(), others.end(), [](const CheckLine& l) { return l.key == "battery.state"; }));
}

TEST(Checklist, TicksAreDatedKeptAndTakenOff) {
  Project p = sample_boat();
  p.trial = with_tick(p.trial, "radio.range", true, "2026-05-02");
  p.trial = with_tick(p.trial, "battery.state", true, "2026-05-03");
  p.trial = with_tick(p.trial, "radio.range", true, "2026-05-04");
  ASSERT_EQ(p.trial.ticks.size(), 2u);
  p = project_from_json(project_to_json(p));
  for (const CheckLine& l : launch_checklist(assess(p)))
    if (l.key == "radio.range") {
      EXPECT_EQ(l.done, "2026-05-04");
    }
  EXPECT_EQ(with_tick(p.trial, "radio.range", false, "").ticks.size(), 1u);
}

TEST(Findings, AnIgnoredOneStaysQuietUntilItGetsWorse) {
  Project p = sample_boat();
  p.brief.wanted_freeboard = 0.09;
  const Assessment before = assess(p);
  const Finding* f = find_finding(before, "float.freeboard");
  ASSERT_NE(f, nullptr);
  const Severity was = f->severity;
  ASSERT_GT(was, Severity::fine);
  p.ignored.push_back({"float.freeboard", 0, static_cast<int>(was), "only for the bath", "2026-05-02"});
  Assessment a = assess(p);
  EXPECT_EQ(find_finding(a, "float.freeboard")->ignored, "only for the bath");
  EXPECT_EQ(a.count(was), before.count(was) - 1);
  EXPECT_EQ(project_from_json(project_to_json(p)), p);
  // Worse than it was when it was ignored: it counts again.
  p.ignored[0].severity = static_cast<int>(was) - 1;
  EXPECT_TRUE(find_finding(assess(p), "float.freeboard")->ignored.empty());
  p.ignored[0].reason.clear();
  EXPECT_THROW(check_project(p), InvalidInput);
}

TEST(Findings, TheBathTestIsComparedWithThePlan) {
  Project p = sample_boat();
  const Assessment planned = assess(p);
  BathTest t{.id = 1, .date = "2026-05-02", .note = {}, .readings = {}, .reading_sigma = 0.001, .found = {}};
  t.found = {.mass = planned.mass.total + 0.15, .mass_sigma = 0.01, .cg = planned.mass.cg};
  p.trial.bath_tests.push_back(t);
  const Assessment a = assess(p);
  const Finding* f = find_finding(a, "trial.bath_mass");
  ASSERT_NE(f, nullptr);
  EXPECT_NEAR(f->number.si, t.found.mass, 1e-9);
  EXPECT_EQ(f->severity, Severity::watch);
  ASSERT_TRUE(f->remedy);
  const Assessment after = assess(apply(p, *f->remedy));
  EXPECT_NEAR(after.mass.total, t.found.mass, 1e-9);
  EXPECT_EQ(find_finding(after, "trial.bath_mass")->severity, Severity::fine);
}
