// Improve: every way is one edit whose boat gets there, brings no new stop, and is no larger than it need be.
#include <gtest/gtest.h>

#include <algorithm>
#include <map>

#include "assessment/improve.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

double number(const Assessment& a, const std::string& row) {
  for (const LedgerRow& r : ledger(a))
    if (r.key == row && r.value) return r.value->si;
  return -1.0;
}

/// A drawer of parts instead of the whole catalogue: the first two of each role.
Catalogue drawer() {
  Catalogue out;
  std::map<PartKind, int> count;
  for (const CatalogueEntry& e : builtin_catalogue().parts)
    if (++count[e.part.kind] <= 2) out.parts.push_back(e);
  return out;
}

std::size_t stops(const Assessment& a) {
  return static_cast<std::size_t>(a.count(Severity::stop));
}

}  // namespace

TEST(Improve, EveryWayToMoreSpeedIsAnEditThatGetsThere) {
  const Assessment a = assess(powered_boat());
  const Goal goal = goal_from("speed >= " + std::to_string(1.05 * number(a, "speed")), a);
  const Improvements found = improve(a, goal, drawer());
  ASSERT_FALSE(found.ways.empty()) << plain(found.message);
  ASSERT_TRUE(found.ways.front().reaches) << plain(found.message);
  EXPECT_TRUE(found.message.empty());
  for (const Improvement& w : found.ways) {
    const Assessment made = assess(apply(a.project, w.edit));
    EXPECT_NEAR(number(made, "speed"), w.number.si, 1e-6) << plain(w.what);
    EXPECT_LE(stops(made), stops(a)) << plain(w.what);
    EXPECT_EQ(w.reaches, goal.met_by(w.number.si)) << plain(w.what);
    EXPECT_FALSE(w.effects.empty()) << plain(w.what);
  }
  // What is turned is turned no farther than it must.
  const auto turned = std::find_if(found.ways.begin(), found.ways.end(), [](const Improvement& w) {
    return w.reaches && !w.swap && w.change < 0.3 && plain(w.what).find("blades") == std::string::npos;
  });
  ASSERT_NE(turned, found.ways.end());
  EXPECT_LT(turned->number.si, 1.03 * goal.value) << plain(turned->what);
}

TEST(Improve, MakesABoatLighterByWhatItIsMadeOf) {
  const Assessment a = assess(powered_boat());
  const Improvements found = improve(a, goal_from("mass -0.03", a), drawer());
  ASSERT_FALSE(found.ways.empty());
  EXPECT_TRUE(found.ways.front().reaches) << plain(found.message);
  EXPECT_LE(found.ways.front().number.si, a.mass.total - 0.03 + 1e-9);
  bool skin = false;
  for (const Improvement& w : found.ways) skin = skin || plain(w.what).find("thickness") != std::string::npos;
  EXPECT_TRUE(skin);
}

TEST(Improve, SaysWhatStandsInTheWay) {
  const Assessment a = assess(powered_boat());
  const Improvements never = improve(a, {"speed", 4.0 * number(a, "speed"), true}, {});
  EXPECT_FALSE(never.message.empty());
  for (const Improvement& w : never.ways) EXPECT_FALSE(w.reaches) << plain(w.what);
  EXPECT_NE(plain(improve(a, {"speed", 0.5 * number(a, "speed"), true}, {}).message).find("already"),
            std::string::npos);
}

TEST(Improve, ReadsItsGoalAndRefusesNonsense) {
  const Assessment a = assess(powered_boat());
  const Goal more = goal_from("run_time +60", a);
  EXPECT_TRUE(more.at_least);
  EXPECT_NEAR(more.value, number(a, "run_time") + 60.0, 1e-9);
  const Goal less = goal_from("mass -0.1", a);
  EXPECT_FALSE(less.at_least);
  EXPECT_TRUE(goal_from("draught <= 0.02", a).met_by(0.01));
  const auto refused = [&](const char* words) { return refusal_of([&] { return goal_from(words, a); }); };
  EXPECT_NE(refused("colour >= 3").find("no number of the ledger"), std::string::npos);
  EXPECT_NE(refused("speed fast").find("should read"), std::string::npos);
  EXPECT_NE(refused("speed >= fast").find("should read"), std::string::npos);
  EXPECT_NE(refused("print_cost <= 3").find("has no"), std::string::npos);
}
