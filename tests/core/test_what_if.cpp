// What if: each point is the boat that the edit makes, in the order of nature, and what strikes it is told.
#include <gtest/gtest.h>

#include <algorithm>

#include "assessment/what_if.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

double number(const WhatIf& w, std::size_t point, const char* key) {
  const auto& n = w.points.at(point).numbers.at(w.row(key));
  return n ? n->si : -1.0;
}

}  // namespace

TEST(WhatIf, EachPointIsTheBoatThatItsEditMakes) {
  const Assessment a = assess(powered_boat());
  const std::vector<Knob> knobs = knobs_of(a);
  const double kv = knob_of(knobs, "motor.kv_rad_s_v").now;
  const std::vector<Turned> over{{"motor.kv_rad_s_v", {0.8 * kv, kv}}, {"battery.cells", {3.0, 4.0, 5.0}}};
  const WhatIf w = what_if(a, over);
  ASSERT_TRUE(w.complete);
  ASSERT_EQ(w.points.size(), 6u);
  EXPECT_EQ(w.points[1].at, (std::vector<double>{0.8 * kv, 4.0})) << "the last runs fastest";
  for (const WhatIfPoint& p : w.points) {
    const Assessment made = assess(apply(a.project, turned_edit(a, over, p.at)));
    const std::vector<LedgerRow> rows = ledger(made);
    for (std::size_t r = 0; r < rows.size(); ++r) {
      ASSERT_EQ(p.numbers[r].has_value(), rows[r].value.has_value()) << rows[r].key;
      if (!p.numbers[r]) continue;
      EXPECT_NEAR(p.numbers[r]->si, rows[r].value->si, 1e-9 + 1e-6 * std::abs(rows[r].value->si)) << rows[r].key;
    }
    EXPECT_EQ(p.stops, static_cast<std::size_t>(made.count(Severity::stop)));
  }
  // The boat as it is: nothing new.
  const WhatIfPoint& now = w.points[4];
  EXPECT_TRUE(now.strikes.empty());
  EXPECT_NEAR(now.numbers[w.row("speed")]->si, a.power.full.speed, 1e-9);
}

TEST(WhatIf, FollowsNature) {
  const Assessment a = assess(powered_boat());
  const WhatIf cells = what_if(a, {{"battery.cells", {2.0, 3.0, 4.0}}});
  for (std::size_t i = 1; i < 3; ++i) {
    EXPECT_GT(number(cells, i, "speed"), number(cells, i - 1, "speed"));
    EXPECT_GT(number(cells, i, "current"), number(cells, i - 1, "current"));
  }
  // Sinkage by a mass at the CG: m over density times water plane (wall-sided, small).
  const WhatIf mass = what_if(a, {{"added_mass_kg", {0.0, 0.05}}});
  const double waterplane = a.flotation.immersion.waterplane_area;
  EXPECT_NEAR(number(mass, 1, "draught") - number(mass, 0, "draught"), 0.05 / (a.density() * waterplane),
              0.15 * 0.05 / (a.density() * waterplane));
  EXPECT_NEAR(number(mass, 1, "mass") - number(mass, 0, "mass"), 0.05, 1e-9);
}

TEST(WhatIf, TellsWhatStrikesWhereAndWhatCannotBe) {
  const Assessment a = assess(powered_boat());
  const double most = a.fitted_drive.esc.most_cells;
  const WhatIf w = what_if(a, {{"battery.cells", {4.0, most + 2.0}}});
  EXPECT_TRUE(w.points[0].strikes.empty());
  ASSERT_FALSE(w.points[1].strikes.empty());
  EXPECT_FALSE(w.points[1].allowed());
  EXPECT_EQ(w.points[1].strikes.front().severity, Severity::stop);
  // A depth that no section can have is refused in its own words, and the others stand.
  const WhatIf hull = what_if(a, {{"hull.depth_m", {0.02, a.project.hull.shape.depth}}});
  ASSERT_EQ(hull.points.size(), 2u);
  EXPECT_FALSE(hull.points[0].refused.empty());
  EXPECT_FALSE(hull.points[0].allowed());
  EXPECT_TRUE(hull.points[1].refused.empty());
}

TEST(WhatIf, RefusesWhatItCannotTurn) {
  const Assessment a = assess(powered_boat());
  const auto refused = [&](const std::vector<Turned>& over) { return refusal_of([&] { return what_if(a, over); }); };
  EXPECT_NE(refused({{"motor.colour", {1.0}}}).find("no number of this boat"), std::string::npos);
  EXPECT_NE(refused({}).find("one number or two"), std::string::npos);
  EXPECT_NE(refused({{"battery.cells", {3.0}}, {"battery.cells", {4.0}}}).find("twice"), std::string::npos);
  EXPECT_NE(refused({{"battery.cells", {99.0}}}).find("not within"), std::string::npos);
  EXPECT_NE(refused({{"battery.cells", {}}}).find("no values"), std::string::npos);
  const Knob kv = knob_of(knobs_of(a), "motor.kv_rad_s_v");
  EXPECT_NE(refusal_of([&] { return turn_between(kv, 90.0, 80.0, 5); }).find("no range"), std::string::npos);
  EXPECT_NE(refusal_of([&] { return turn_between(kv, 80.0, 90.0, 1); }).find("2 to 60"), std::string::npos);
  const WhatIf w = what_if(a, {{"battery.cells", {3.0}}});
  EXPECT_NE(refusal_of([&] { return w.row("colour"); }).find("no number of the ledger"), std::string::npos);
}

TEST(WhatIf, AStopKeepsWhatWasDone) {
  const Assessment a = assess(powered_boat());
  const std::vector<Turned> over{usual_turn(knob_of(knobs_of(a), "motor.kv_rad_s_v"), 9)};
  double last = 0.0;
  const WhatIf w = what_if(a, over, [&](double done) {
    last = done;
    return done < 0.3;
  });
  EXPECT_FALSE(w.complete);
  EXPECT_LT(w.points.size(), 9u);
  EXPECT_GE(w.points.size(), 2u);
  EXPECT_LT(last, 1.0);
}

TEST(WhatIf, TheUsualTurnOfEveryKnobHoldsTheBoatAndItsLimits) {
  for (const HullFamily family : {HullFamily::deep_v, HullFamily::hydroplane, HullFamily::twin_hull}) {
    Project p = powered_boat();
    p.hull = usual_hull(family);
    const Assessment a = assess(p);
    const std::vector<Knob> knobs = knobs_of(a);
    EXPECT_GT(knobs.size(), 40u);
    for (const Knob& k : knobs) {
      if (k.now < k.low || k.now > k.high) continue;  // an estimate stands for a number that is not told
      const Turned t = usual_turn(k, 9);
      EXPECT_TRUE(std::is_sorted(t.values.begin(), t.values.end())) << k.key;
      EXPECT_GE(t.values.front(), k.low) << k.key;
      EXPECT_LE(t.values.back(), k.high) << k.key;
      EXPECT_NE(std::find(t.values.begin(), t.values.end(), k.now), t.values.end()) << k.key;
      EXPECT_EQ(std::adjacent_find(t.values.begin(), t.values.end()), t.values.end()) << k.key << ": one of each";
    }
  }
}
