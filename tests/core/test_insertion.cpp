// Ways of boxes into hulls: openings whose answer is known, and what must hold of every way.
#include <gtest/gtest.h>

#include <cmath>

#include "build/insertion.h"
#include "hull/family.h"
#include "property.h"

using namespace plucky;
using namespace plucky::test;

namespace {

HullDesign sled() {
  HullDesign d;
  d.family = HullFamily::flat_bottom;
  d.shape = resized(default_shape(d.family), HullShape{.length = 0.60, .beam = 0.20, .depth = 0.08});
  d.hatches.push_back({.id = 1, .x = 0.20, .length = 0.12, .width = 0.08});
  return d;
}

struct InsertionBench {
  HullDesign design;
  HullModel hull;
  HullRoom room;
  explicit InsertionBench(const HullDesign& d) : design(d), hull(build_hull(d)), room(hull, d) {}
  [[nodiscard]] Box3 standing(double x, double y, const Vec3& size) const {
    const double floor = hull.bottom_height(x, y) + 0.004;
    return {Vec3(x - 0.5 * size.x(), y - 0.5 * size.y(), floor),
            Vec3(x + 0.5 * size.x(), y + 0.5 * size.y(), floor + size.z())};
  }
};

double greatest_tilt(const Insertion& w) {
  double t = 0.0;
  for (const Pose& p : w.way) t = std::max(t, std::abs(p.tilt));
  return t;
}

}  // namespace

TEST(Insertion, WhatFitsTheHatchGoesInLevelAndWhatIsLongerGoesInTilted) {
  const InsertionBench b(sled());
  const Insertion level = b.room.insertion(b.standing(0.26, 0.0, {0.08, 0.05, 0.03}), {});
  ASSERT_TRUE(level.open());
  EXPECT_EQ(greatest_tilt(level), 0.0);
  // Ends: outside over the deck, and where it belongs.
  EXPECT_GT(level.way.front().place.z(), b.hull.box.high.z());
  EXPECT_NEAR(level.way.back().place.x(), 0.26, 1e-12);
  // 160 mm through 120: only end first, and it slides under the deck.
  const Insertion tilted = b.room.insertion(b.standing(0.30, 0.0, {0.16, 0.03, 0.02}), {});
  ASSERT_TRUE(tilted.open());
  EXPECT_GT(greatest_tilt(tilted), radians(10.0));
}

TEST(Insertion, WhatIsWiderThanTheHatchGoesInOnlyWithoutTheDeck) {
  const InsertionBench b(sled());
  const Box3 box = b.standing(0.26, 0.0, {0.10, 0.11, 0.03});
  const Insertion shut = b.room.insertion(box, {});
  EXPECT_TRUE(shut.judged);
  EXPECT_FALSE(shut.open());
  EXPECT_TRUE(b.room.insertion(box, {.deck_on = false}).open());
  // Far too long to be tilted under the deck, though narrow.
  EXPECT_FALSE(b.room.insertion(b.standing(0.28, 0.0, {0.40, 0.02, 0.02}), {}).open());
  // What does not even fit where it belongs is not judged.
  EXPECT_FALSE(b.room.insertion(b.standing(0.28, 0.0, {0.10, 0.30, 0.02}), {}).judged);
}

TEST(Insertion, ABulkheadBetweenHatchAndPlaceShutsTheWayAndAnOpenSectionEndIsADoor) {
  const InsertionBench b(sled());
  const Box3 box = b.standing(0.42, 0.0, {0.05, 0.05, 0.03});
  EXPECT_TRUE(b.room.insertion(box, {}).open());
  EXPECT_FALSE(b.room.insertion(box, {.bulkheads = {0.36}}).open());
  EXPECT_TRUE(b.room.insertion(box, {.from = 0.34, .bulkheads = {0.36}}).judged);
  EXPECT_FALSE(b.room.insertion(box, {.from = 0.34, .bulkheads = {0.36}}).open());
  EXPECT_TRUE(b.room.insertion(box, {.from = 0.37}).open());
}

TEST(Insertion, APartInTheShaftOfTheHatchBarsTheOneBelow) {
  const InsertionBench b(sled());
  const Box3 below = b.standing(0.26, 0.0, {0.08, 0.05, 0.015});
  Box3 over = below;
  over.low.z() += 0.02;
  over.high.z() = b.hull.deck_height(0.26, 0.0);
  over.low.x() -= 0.02;
  over.high.x() += 0.02;
  over.low.y() -= 0.05;
  over.high.y() += 0.05;
  EXPECT_TRUE(b.room.insertion(below, {}).open());
  EXPECT_FALSE(b.room.insertion(below, {.standing = {over}}).open());
}

TEST(Insertion, EveryPoseOfAWayLeavesTheDeckAlone) {
  const InsertionBench b(sled());
  const Hatch& h = b.design.hatches.front();
  const double slack = 2.0 * b.room.cell();
  int ways = 0;
  try_on(60, [&] {
    const Vec3 size(0.001 * any::whole(20, 200), 0.001 * any::whole(15, 90), 0.001 * any::whole(8, 50));
    const double x = 0.001 * any::whole(80, 480);
    const Box3 box = b.standing(x, 0.001 * any::whole(-30, 30), size);
    const Insertion w = b.room.insertion(box, {});
    if (!w.open()) return;
    ++ways;
    // What stands through the deck does so within the hatch: between a point over it and one under it.
    const Vec3 judged = size - Vec3::Constant(1.5 * b.room.cell());
    for (const Pose& p : w.way) {
      std::vector<std::pair<Vec3, double>> points;  // and how far over the deck
      for (int i = 0; i < 27; ++i) {
        const Vec3 half(0.5 * judged.x() * (i % 3 - 1), 0.5 * judged.y() * (i / 3 % 3 - 1),
                        0.5 * judged.z() * (i / 9 - 1));
        const Vec3 c = p.place + Vec3(half.x() * std::cos(p.tilt) - half.z() * std::sin(p.tilt), half.y(),
                                      half.x() * std::sin(p.tilt) + half.z() * std::cos(p.tilt));
        points.emplace_back(c, c.z() - b.hull.deck_height(c.x(), c.y()));
      }
      for (const auto& [over, above] : points)
        for (const auto& [under, below] : points) {
          if (above < b.room.cell() || below > -b.room.cell()) continue;
          const Vec3 c = over + (under - over) * above / (above - below);
          HOLDS(c.x() > h.x - slack && c.x() < h.x + h.length + slack);
          HOLDS(std::abs(c.y() - h.y) < 0.5 * h.width + slack);
        }
    }
    // A smaller box goes where a larger one went; without the deck as well.
    const Box3 smaller{box.low + 0.1 * size, box.high - 0.1 * size};
    HOLDS(b.room.insertion(smaller, {}).open());
    HOLDS(b.room.insertion(box, {.deck_on = false}).open());
  });
  EXPECT_GT(ways, 0);
}

TEST(Insertion, ARodIsStoppedByABulkheadAndNotByTheOpenTop) {
  const InsertionBench b(sled());
  const Vec3 head(0.30, 0.0, 0.03);
  EXPECT_TRUE(b.room.clear(head, head - Vec3(0.08, 0, 0), 0.003, {.deck_on = false}));
  EXPECT_FALSE(b.room.clear(head, head - Vec3(0.08, 0, 0), 0.003, {.deck_on = false, .bulkheads = {0.26}}));
  EXPECT_TRUE(b.room.clear(head, head + Vec3(0, 0, 0.15), 0.003, {.deck_on = false}));
  EXPECT_FALSE(b.room.clear(Vec3(0.45, 0.0, 0.03), Vec3(0.45, 0.0, 0.2), 0.003, {}));
}
