// Why numbers are so, what parts cost, where the CG may be; several parts put in order.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/consequence.h"
#include "assessment/envelope.h"
#include "assessment/reason.h"
#include "assessment/trade.h"
#include "layout/arrange.h"
#include "project/edit.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

TEST(Trade, EachRowIsTheBoatWithoutThePart) {
  const Project p = sample_boat();
  const Assessment a = assess(p);
  const auto rows = trade_list(a);
  ASSERT_EQ(rows.size(), p.layout.parts.size());
  EXPECT_GE(rows[0].mass, rows[1].mass);
  for (const TradeRow& r : rows) {
    const Assessment rest = assess(apply(p, {"", RemovePart{r.part}}));
    EXPECT_NEAR(r.trim, a.flotation.plane.attitude.trim - rest.flotation.plane.attitude.trim, 1e-7) << r.name;
    EXPECT_NEAR(r.freeboard, rest.freeboard.least - a.freeboard.least, 1e-7) << r.name;
    EXPECT_NEAR(r.gm, a.flotation.gm_transverse - rest.flotation.gm_transverse, 1e-7) << r.name;
    // Crouch: speed goes with the root of the mass.
    EXPECT_NEAR(r.speed_share, 1.0 - std::sqrt(rest.mass.total / a.mass.total), 1e-9) << r.name;
  }
}

TEST(Reasons, EveryNumberOfTheLedgerHasThemAndTheyAddUp) {
  Project p = sample_boat();
  drive(p)->propulsor = Propulsor::propeller;
  const Assessment a = assess(p);
  for (const LedgerRow& row : ledger(a))
    if (row.value) {
      EXPECT_FALSE(reasons(a, row.key).empty()) << row.key;
    }
  EXPECT_TRUE(reasons(a, "no such number").empty());
  // KB + BM - KG = GM, as told.
  const auto gm = reasons(a, "gm");
  EXPECT_NEAR(
      test::quantities(gm[0].text)[0].si + test::quantities(gm[1].text)[0].si - test::quantities(gm[2].text)[0].si,
      a.flotation.gm_transverse, 1e-9);
  // The first lines about trim name the part with the greatest lever.
  bool battery = false;
  for (const ReasonLine& l : reasons(a, "cg_x")) battery = battery || l.subject == p.layout.parts[0].id;
  EXPECT_TRUE(battery);
}

PROPERTY(Envelope, ACgInsideRestsAtAWantedTrimAndOneOutsideDoesNot) {
  Project p = sample_boat();
  const Assessment a = assess(p);
  const auto e = cg_envelope(a, 0.01);
  HOLDS(e.has_value());
  const double z = 0.04 + any::whole(0, 40) / 1000.0;
  const double aft = e->aft.x(z), forward = e->forward.x(z);
  HOLDS(aft < forward);
  const double share = any::whole(-40, 140) / 100.0;
  ONLY_IF(std::abs(share) > 0.02 && std::abs(share - 1.0) > 0.02);
  const Vec3 cg(aft + share * (forward - aft), 0.0, z);
  const Equilibrium rest = solve_equilibrium(a.hull->body, {a.mass.total, cg}, a.density());
  ONLY_IF(rest.upright());
  const double trim = rest.plane.attitude.trim;
  HOLDS((share > 0.0 && share < 1.0) == (trim > p.brief.trim_low && trim < p.brief.trim_high));
}

TEST(Envelope, GmAtItsTopIsTheLeastWanted) {
  const Assessment a = assess(sample_boat());
  const auto e = cg_envelope(a, 0.01);
  ASSERT_TRUE(e);
  const Immersion level = a.hull->body.below(solve_sinkage(a.hull->body, a.mass.total / a.density(), {}));
  const Equilibrium top =
      solve_equilibrium(a.hull->body, {a.mass.total, {level.centre_of_buoyancy().x(), 0.0, e->highest}}, a.density());
  EXPECT_NEAR(top.gm_transverse, 0.01, 1e-6);
}

TEST(Envelope, TrimAgainstPlaceIsWhatMovingThePartGives) {
  Project p = sample_boat();
  p.layout.parts[0].rail = 0;
  const Assessment a = assess(p);
  const auto curve = trim_against_place(a, p.layout.parts[0].id, 0.15, 0.40, 5);
  ASSERT_EQ(curve.size(), 6u);
  for (const TrimPoint& t : curve) {
    Vec3 place = p.layout.parts[0].place;
    place.x() = t.x;
    const Assessment moved = assess(apply(p, {"", MovePart{p.layout.parts[0].id, place}}));
    EXPECT_NEAR(moved.flotation.plane.attitude.trim, t.trim, 1e-7);
  }
}

TEST(Arrange, AlignedPartsShareTheLineOfTheFirst) {
  const Layout l = sample_boat().layout;
  const std::vector<Part> parts{l.parts[1], l.parts[2], l.parts[3]};
  for (const Part& p : aligned(l, parts, Align::after_ends))
    EXPECT_NEAR(p.box().low.x(), parts[0].box().low.x(), 1e-12);
  for (const Part& p : aligned(l, parts, Align::forward_ends))
    EXPECT_NEAR(p.box().high.x(), parts[0].box().high.x(), 1e-12);
  for (const Part& p : aligned(l, parts, Align::undersides))
    EXPECT_NEAR(p.box().low.z(), parts[0].box().low.z(), 1e-12);
  for (const Part& p : aligned(l, parts, Align::sides_port))
    EXPECT_NEAR(p.box().high.y(), parts[0].box().high.y(), 1e-12);
  for (const Part& p : centred(l, parts)) EXPECT_EQ(p.place.y(), 0.0);
  // A rail keeps its part whatever is asked.
  const std::vector<Part> railed{l.parts[1], l.parts[0]};
  EXPECT_EQ(aligned(l, railed, Align::undersides)[1].place.z(), l.parts[0].place.z());
}

PROPERTY(Arrange, MirroringTwiceAndShiftingThereAndBackChangeNothing) {
  Layout l = sample_boat().layout;
  for (Part& p : l.parts) p.rail = 0;
  const Vec3 by(any::whole(-50, 50) / 1000.0, any::whole(-50, 50) / 1000.0, any::whole(-50, 50) / 1000.0);
  HOLDS(mirrored(l, mirrored(l, l.parts)) == l.parts);
  const auto back = shifted(l, shifted(l, l.parts, by), -by);
  for (std::size_t i = 0; i < back.size(); ++i) HOLDS((back[i].place - l.parts[i].place).norm() < 1e-12);
}
