// Stow again: offers are free, better by their own measure, no worse by the findings, and leave held parts alone.
#include <gtest/gtest.h>

#include <algorithm>

#include "assessment/remedies.h"
#include "assessment/stow.h"
#include "cooling/options.h"
#include "project/edit.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// The powered boat with its battery in the bow and its receiver beside the ESC.
Assessment badly_stowed() {
  Project p = powered_boat();
  Part& battery = part_of(p, PartKind::battery);
  battery.rail = 0;
  battery.place.x() += 0.08;
  part_of(p, PartKind::receiver).place.x() = part_of(p, PartKind::esc).place.x() - 0.06;
  return assess(p);
}

}  // namespace

TEST(Stow, OffersAreBetterAndStandFree) {
  const Assessment a = badly_stowed();
  const StowAnswer found = stow_again(a, {});
  ASSERT_FALSE(found.ways.empty()) << plain(found.message);
  for (const Stowing& s : found.ways) {
    const Assessment made = assess(apply(a.project, s.edit));
    EXPECT_LE(fault_weight(made), fault_weight(a)) << stow_merit_name(s.merit);
    ASSERT_FALSE(s.moved.empty());
    for (const Id id : s.moved) {
      const PartFit* fit = made.fit(id);
      ASSERT_TRUE(fit);
      EXPECT_TRUE(fit->stands_free()) << made.project.layout.find(id)->name;
    }
    const StowMeasures m = stow_measures(made);
    EXPECT_NEAR(m.leads, s.measures.leads, 1e-9);
    if (s.merit == StowMerit::balance) {
      EXPECT_LT(m.cg_off, found.before.cg_off);
      const double cg = made.mass.cg.x();
      EXPECT_GE(cg, a.cg_band.low - 0.002);
      EXPECT_LE(cg, a.cg_band.high + 0.002);
    }
    if (s.merit == StowMerit::leads) {
      EXPECT_LE(m.leads + m.hoses, found.before.leads + found.before.hoses + 1e-9);
    }
  }
}

TEST(Stow, HosesGoWithTheEsc) {
  Project p = powered_boat();
  EXPECT_EQ(stow_measures(assess(p)).hoses, 0.0);
  const Assessment dry = assess(p);
  p = apply(p, {"", ChangeCooling{plumbed(Plumbing::series, boat_of(dry), p.cooling, p.next_id)}});
  const Assessment near = assess(p);
  double straight = 0.0;
  for (const Hose& h : p.cooling.hoses)
    straight +=
        (fitting_place(*p.cooling.find(h.from), p.layout) - fitting_place(*p.cooling.find(h.to), p.layout)).norm();
  ASSERT_GT(straight, 0.05);
  EXPECT_NEAR(stow_measures(near).hoses, straight, 1e-9);
  part_of(p, PartKind::esc).place.x() += 0.2;
  EXPECT_GT(stow_measures(assess(p)).hoses, straight + 0.1);
}

TEST(Stow, MeasuresAreTheBoatsOwn) {
  const Assessment a = badly_stowed();
  const StowMeasures m = stow_measures(a);
  Project p = a.project;
  const Vec3 battery = part_of(p, PartKind::battery).place, esc = part_of(p, PartKind::esc).place,
             motor = part_of(p, PartKind::motor).place, receiver = part_of(p, PartKind::receiver).place;
  EXPECT_NEAR(m.leads, (battery - esc).norm() + (motor - esc).norm(), 1e-12);
  ASSERT_TRUE(m.aerial);
  EXPECT_NEAR(*m.aerial, std::min({(receiver - battery).norm(), (receiver - esc).norm(), (receiver - motor).norm()}),
              1e-12);
  EXPECT_NEAR(m.cg_off, std::abs(a.mass.cg.x() - 0.5 * (a.cg_band.low + a.cg_band.high)), 1e-9);
}

TEST(Stow, HeldPartsStayAndTheSameBoatGivesTheSameAnswer) {
  const Assessment a = badly_stowed();
  Project p = a.project;
  const Id battery = part_of(p, PartKind::battery).id;
  const StowAnswer once = stow_again(a, {battery}), again = stow_again(a, {battery});
  ASSERT_EQ(once.ways.size(), again.ways.size());
  for (std::size_t i = 0; i < once.ways.size(); ++i) {
    EXPECT_EQ(once.ways[i].edit, again.ways[i].edit);
    EXPECT_EQ(std::count(once.ways[i].moved.begin(), once.ways[i].moved.end(), battery), 0);
  }
  const StowAnswer none = stow_again(a, stowable(a.project));
  EXPECT_TRUE(none.ways.empty());
  EXPECT_FALSE(none.message.empty());
  EXPECT_NE(refusal_of([&] { return stow_again(a, {9999}); }).find("does not have"), std::string::npos);
}
