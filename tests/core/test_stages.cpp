// The list of stages: each once, each after what it reads from, each true to its own name.
#include <gtest/gtest.h>

#include <set>

#include "assessment/consequence.h"
#include "assessment/stages/stage_list.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

TEST(Stages, EachStageStandsOnceInTheListWithANameOfItsOwn) {
  std::set<Stage> stages;
  std::set<std::string> names;
  for (const StageRun& s : stage_runs()) {
    EXPECT_TRUE(stages.insert(s.stage).second) << s.name;
    EXPECT_TRUE(names.insert(s.name).second) << s.name;
    EXPECT_STREQ(stage_name(s.stage), s.name);
  }
  EXPECT_EQ(stages.size(), static_cast<std::size_t>(Stage::trial));
  EXPECT_EQ(*stages.begin(), Stage::brief);
  EXPECT_EQ(*stages.rbegin(), Stage::trial);
}

TEST(Stages, AStageIsJudgedByNumbersThatTheLedgerHas) {
  std::set<std::string> known;
  for (const LedgerRow& r : ledger(assess(powered_boat()))) EXPECT_TRUE(known.insert(r.key).second) << r.key;
  for (const StageRun& s : stage_runs()) {
    EXPECT_EQ(s.judged_by.size(), 8u) << s.name;  // the cells of the strip
    std::set<std::string> once;
    for (const std::string& key : s.judged_by) {
      EXPECT_TRUE(known.contains(key)) << s.name << ": " << key;
      EXPECT_TRUE(once.insert(key).second) << s.name << ": " << key;
    }
  }
}

TEST(Stages, RulesOfAStageSpeakForThatStageOnly) {
  for (const Project& boat : {Project{}, sample_boat(), powered_boat()}) {
    const Assessment a = assess(boat);
    for (const StageRun& s : stage_runs()) {
      std::vector<Finding> found;
      if (s.rules) s.rules(a, found);
      for (const Finding& f : found) EXPECT_EQ(f.stage, s.stage) << f.id;
    }
  }
}

TEST(Stages, AStageRunAloneAfterTheEarlierOnesAnswersAsInTheWhole) {
  // No stage writes what another one answers for: running the list up to a stage gives that stage's part already.
  const Project boat = powered_boat();
  const Assessment whole = assess(boat);
  Assessment a;
  a.project = boat;
  a.fitted_drive = boat.drive();
  for (const StageRun& s : stage_runs()) {
    std::any fresh;
    if (s.run) s.run(a, fresh);
    if (s.stage == Stage::layout) {
      EXPECT_EQ(a.mass.total, whole.mass.total);
    }
    if (s.stage == Stage::flotation) {
      EXPECT_EQ(a.flotation.plane.attitude.trim, whole.flotation.plane.attitude.trim);
    }
    if (s.stage == Stage::drive) {
      EXPECT_EQ(a.power.full.speed, whole.power.full.speed);
    }
    if (s.stage == Stage::cool) {
      EXPECT_EQ(a.heat.parts.size(), whole.heat.parts.size());
    }
    if (s.stage == Stage::seal) {
      EXPECT_EQ(a.seal.expected, whole.seal.expected);
    }
  }
  EXPECT_GT(whole.mass.total, 0.0);
  EXPECT_GT(whole.power.full.speed, 0.0);
}
