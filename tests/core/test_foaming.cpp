// Foam that is found room for: free, in pairs, enough, and no more than that.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/foaming.h"
#include "findings.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

TEST(Foaming, KeepsASwampedBoatAfloatWithFreeBlocksThatDoNotHeelIt) {
  Project p = powered_boat();
  std::erase_if(p.layout.parts, [](const Part& part) { return part.kind == PartKind::foam; });
  const Assessment a = assess(p);
  ASSERT_GT(a.swamped.foam_volume, 1e-5) << "this boat sinks when it is flooded";
  const Assessment b = assess(with_foam(a));
  EXPECT_LE(b.swamped.foam_volume, 0.0);
  EXPECT_LT(finding(b, "float.swamped").severity, Severity::watch);
  double volume = 0.0;
  for (const Part& part : b.project.layout.parts) {
    if (part.kind != PartKind::foam) continue;
    volume += part.size.prod();
    EXPECT_TRUE(b.fit(part.id)->stands_free());
    EXPECT_NEAR(part.mass, foam_density * part.size.prod(), 1e-9);
    // None lies under a hatch.
    for (const Hatch& h : p.hull.hatches) {
      const bool along = part.box().high.x() > h.x && part.box().low.x() < h.x + h.length;
      const bool across = std::abs(part.place.y() - h.y) < 0.5 * (part.size.y() + h.width);
      EXPECT_FALSE(along && across);
    }
  }
  EXPECT_GE(volume, a.swamped.foam_volume);
  EXPECT_LT(volume, 3.0 * a.swamped.foam_volume) << "the last block may be larger than what was left";
  EXPECT_NEAR(b.flotation.plane.attitude.heel, a.flotation.plane.attitude.heel, 2e-3);
  EXPECT_EQ(with_foam(b), b.project) << "none where none is needed";
}
