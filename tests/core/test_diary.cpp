// The diary: what a run is made with, what creeps, what wants upkeep, whether the boat may go into the water.
#include <gtest/gtest.h>

#include "assessment/diary.h"
#include "base/numbered.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

Diary with_outing(Diary d, const std::string& date, std::vector<double> minutes, const BoatSettings& set_up = {}) {
  Outing o{.id = fresh_id(d.outings), .date = date};
  d.outings.push_back(o);
  for (const double m : minutes) {
    TrialRun r{.set_up = set_up};
    r.numbers.duration = 60.0 * m;
    d = with_run(d, o.id, r);
  }
  return d;
}

const UpkeepItem& item(const std::vector<UpkeepItem>& all, const std::string& key) {
  for (const UpkeepItem& i : all)
    if (i.key == key) return i;
  throw std::runtime_error("no upkeep " + key);
}

/// The same boat with one diary.
Assessment keeping(Assessment a, const Diary& d) {
  a.project.trial.diary = d;
  return a;
}

Assessment fair_boat() {
  Project p = powered_boat();
  Assessment a = assess(p);
  // Findings are other tests' business.
  for (Finding& f : a.findings) f.severity = Severity::fine;
  return a;
}

}  // namespace

TEST(Diary, ARunIsMadeWithTheSettingsOfItsDayAndTellsWhatChangedSince) {
  Project p = powered_boat();
  const Assessment a = assess(p);
  const BoatSettings now = set_up_of(a);
  EXPECT_EQ(now.cells, a.fitted_drive.battery.cells);
  EXPECT_NEAR(*now.mass, a.mass.total, 1e-12);
  EXPECT_FALSE(now.nozzle) << "a screw has no nozzle";
  EXPECT_FALSE(now.tab_angle) << "no tabs are fitted";
  p.trial.diary = with_outing({}, "2026-05-02", {4.0}, now);
  EXPECT_TRUE(changed_since_last_run(assess(p)).empty());
  drive(p)->screw.pitch = 0.052;
  const auto changed = changed_since_last_run(assess(p));
  ASSERT_EQ(changed.size(), 1u);
  EXPECT_STREQ(changed[0].setting->key, "screw_pitch_m");
  EXPECT_EQ(changed[0].was, now.screw_pitch);
  EXPECT_DOUBLE_EQ(*changed[0].is, 0.052);
}

TEST(Diary, ARunThatGoesTakesWhatNamedItAlong) {
  Diary d = with_outing({}, "2026-05-02", {4.0, 5.0});
  d = with_outing(d, "2026-05-09", {6.0});
  ASSERT_EQ(d.runs().size(), 3u);
  d.troubles.push_back({.id = 1, .symptom = "nose-under", .run = 2, .tries = {{1, "lower", "", 3, TryResult::gone}}});
  d = with_upkeep(d, "tube.grease", "2026-05-09");
  EXPECT_EQ(d.upkeep[0].after_run, 3u);
  EXPECT_FALSE(d.troubles[0].open());
  const Diary less = without_outing(d, 2);
  EXPECT_NO_THROW(check_diary(less));
  EXPECT_TRUE(less.troubles[0].open()) << "the run that showed it gone is gone";
  EXPECT_EQ(less.upkeep[0].after_run, 2u);
  EXPECT_EQ(without_run(less, 2).troubles[0].run, 0u);
}

TEST(Diary, WhatNamesNothingIsRefusedWithItsPlace) {
  Diary d = with_outing({}, "2026-05-02", {4.0});
  d.outings[0].runs[0].log = 7;
  EXPECT_NE(refusal_of([&] { return check_diary(d), 0; }).find("attachment 7"), std::string::npos);
  d = with_outing({}, "2026-05-02", {4.0});
  d.outings.push_back(d.outings[0]);
  EXPECT_NE(refusal_of([&] { return check_diary(d), 0; }).find("outing"), std::string::npos);
  d = with_outing({}, "2026-05-02", {4.0});
  d.troubles.push_back({.id = 1, .run = 9});
  EXPECT_NE(refusal_of([&] { return check_diary(d), 0; }).find("run 9"), std::string::npos);
}

TEST(Diary, ItComesBackFromTheFileAsItWas) {
  Project p = powered_boat();
  BoatSettings s;
  s.cells = 3.0;
  Diary d = with_outing({}, "2026-05-02", {4.0}, s);
  d.outings[0].kind = OutingKind::race;
  d.outings[0].wind = 2.5;
  d.outings[0].runs[0].numbers.motor = 61.0;
  d.troubles.push_back({.id = 1,
                        .symptom = "half-speed",
                        .words = "slow",
                        .date = "2026-05-02",
                        .run = 1,
                        .answers = {{1, "screw_air", true}},
                        .tries = {{1, "lower", "screw_air", 1, TryResult::better}}});
  d = with_upkeep(d, "hull.dry", "2026-05-02");
  p.trial.diary = d;
  const Project back = project_from_json(project_to_json(p));
  EXPECT_EQ(back.trial, p.trial);
  EXPECT_FALSE(back.trial.diary.outings[0].runs[0].numbers.esc) << "not measured is not zero";
}

TEST(Upkeep, ATubeIsGreasedByItsHoursOfRunningAndReopensWithThem) {
  const Assessment a = fair_boat();
  const std::string key = "tube.grease", today = "2026-06-01";
  EXPECT_EQ(item(upkeep_of(a, today), key).state, UpkeepState::fine);
  Diary d = with_outing({}, "2026-05-02", {30.0, 15.0});
  EXPECT_EQ(item(upkeep_of(keeping(a, d), today), key).state, UpkeepState::soon);
  d = with_outing(d, "2026-05-09", {20.0});
  EXPECT_EQ(item(upkeep_of(keeping(a, d), today), key).state, UpkeepState::due);
  EXPECT_NEAR(item(upkeep_of(keeping(a, d), today), key).used.si, 3900.0, 1e-9);
  d = with_upkeep(d, key, "2026-05-10");
  EXPECT_EQ(item(upkeep_of(keeping(a, d), today), key).state, UpkeepState::fine);
  EXPECT_EQ(item(upkeep_of(keeping(a, d), today), key).done, "2026-05-10");
}

TEST(Upkeep, CurrentThatCreepsUpAtEqualTurnsOpensTheShaftsUpkeepAgain) {
  Diary d = with_outing({}, "2026-05-02", {2.0, 2.0, 2.0, 2.0, 2.0});
  int i = 0;
  for (TrialRun& r : d.outings[0].runs) {
    r.numbers.revolutions = 150.0 + 10.0 * i;
    r.numbers.current = 12.0 * std::pow(*r.numbers.revolutions / 150.0, 2) * (i == 4 ? 1.25 : 1.0);
    ++i;
  }
  const auto creep = creeping_current(d);
  ASSERT_TRUE(creep);
  EXPECT_NEAR(creep->share, 0.25, 1e-9);
  EXPECT_EQ(creep->before, 4u);
  const Assessment a = keeping(fair_boat(), d);
  const auto all = upkeep_of(a, "2026-06-01");
  EXPECT_EQ(item(all, "line.bearings").state, UpkeepState::due);
  EXPECT_NE(plain(item(all, "line.bearings").because).find("0.25"), std::string::npos);
  EXPECT_EQ(item(all, "line.screws").state, UpkeepState::fine);
  // Another screw is another load: nothing can be said of it yet.
  Diary other = d;
  other.outings[0].runs[4].set_up.screw_pitch = 0.06;
  EXPECT_FALSE(creeping_current(other));
  // Done since, it is done.
  EXPECT_NE(
      item(upkeep_of(keeping(a, with_upkeep(d, "line.bearings", "2026-05-03")), "2026-06-01"), "line.bearings").state,
      UpkeepState::due);
}

TEST(Upkeep, ABatteryIsStoredDaysAfterTheLastOuting) {
  const Diary d = with_outing({}, "2026-05-02", {4.0});
  const Assessment a = keeping(fair_boat(), d);
  EXPECT_EQ(item(upkeep_of(a, "2026-05-02"), "battery.store").state, UpkeepState::fine);
  EXPECT_EQ(item(upkeep_of(a, "2026-05-05"), "battery.store").state, UpkeepState::due);
  const Assessment stored = keeping(a, with_upkeep(d, "battery.store", "2026-05-03"));
  EXPECT_EQ(item(upkeep_of(stored, "2026-07-05"), "battery.store").state, UpkeepState::fine);
}

PROPERTY(Upkeep, MoreRunningNeverMakesAnythingLessDue) {
  static const Assessment a = fair_boat();
  Diary d;
  const int n = any::whole(0, 6);
  for (int i = 0; i < n; ++i) d = with_outing(d, "2026-05-0" + std::to_string(1 + i), {1.0 * any::whole(1, 60)});
  const auto before = upkeep_of(keeping(a, d), "2026-06-01");
  d = with_outing(d, "2026-05-20", {1.0 * any::whole(1, 60)});
  const auto after = upkeep_of(keeping(a, d), "2026-06-01");
  for (const UpkeepItem& i : before) {
    if (i.in_days) continue;
    HOLDS(item(after, i.key).used.si > i.used.si);
    HOLDS(item(after, i.key).state >= i.state);
  }
}

TEST(Launch, ItIsGoOnlyWithEveryCautionTickedAndTheDayTold) {
  Assessment a = fair_boat();
  const LaunchDay calm{.wind = 2.0, .water_temperature = 15.0};
  const auto answer = [&](const LaunchDay& day) { return may_launch(a, launch_checklist(a), day, "2026-06-01"); };
  EXPECT_EQ(answer(calm).verdict, LaunchAnswer::Verdict::no_go);
  for (const CheckLine& l : launch_checklist(a))
    a.project.trial = with_tick(a.project.trial, l.key, true, "2026-06-01");
  EXPECT_EQ(answer(calm).verdict, LaunchAnswer::Verdict::go)
      << plain(answer(calm).against.empty() ? Text() : answer(calm).against[0]);
  EXPECT_EQ(answer({}).verdict, LaunchAnswer::Verdict::not_known);
  EXPECT_EQ(answer({}).unknown.size(), 2u);
  EXPECT_EQ(answer({.wind = 12.0, .water_temperature = 15.0}).verdict, LaunchAnswer::Verdict::no_go);
  EXPECT_FALSE(answer({.wind = 2.0, .water_temperature = 5.0}).mind.empty()) << "cold water is minded";
  a.project.trial = with_tick(a.project.trial, "radio.failsafe", false, "2026-06-01");
  EXPECT_EQ(answer(calm).verdict, LaunchAnswer::Verdict::no_go);
  a.project.trial = with_tick(a.project.trial, "radio.failsafe", true, "2026-06-01");
  a.findings.front().severity = Severity::stop;
  EXPECT_EQ(answer(calm).verdict, LaunchAnswer::Verdict::no_go);
  a.findings.front().ignored = "as wished";
  EXPECT_EQ(answer(calm).verdict, LaunchAnswer::Verdict::go);
}

TEST(Launch, ATroubleThatCanHurtKeepsItAshoreUntilSomethingWasDone) {
  Assessment a = fair_boat();
  for (const CheckLine& l : launch_checklist(a))
    a.project.trial = with_tick(a.project.trial, l.key, true, "2026-06-01");
  const LaunchDay calm{.wind = 2.0, .water_temperature = 15.0};
  Trouble t{.id = 1, .symptom = "runs-away", .words = "ran on"};
  a.project.trial.diary.troubles = {t};
  const auto verdict = [&] { return may_launch(a, launch_checklist(a), calm, "2026-06-01").verdict; };
  EXPECT_EQ(verdict(), LaunchAnswer::Verdict::no_go);
  a.project.trial.diary.troubles[0].tries.push_back({.id = 1, .what = "failsafe set"});
  EXPECT_EQ(verdict(), LaunchAnswer::Verdict::go) << "a change waits for its run";
  a.project.trial.diary.troubles[0].symptom = "half-speed";
  a.project.trial.diary.troubles[0].tries.clear();
  EXPECT_EQ(verdict(), LaunchAnswer::Verdict::go);
}

TEST(Launch, LongerBoatsBearMoreWind) {
  EXPECT_LT(most_wind(0.3), most_wind(0.6));
  EXPECT_NEAR(most_wind(0.6), 5.5, 1e-12);
}
