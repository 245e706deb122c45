// Foam that is found room for: free, in pairs, enough, and no more than that.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/foaming.h"
#include "assessment/places.h"
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
    // Under a hatch it lies over nothing that is taken out there.
    for (const Hatch& h : p.hull.hatches) {
      const bool along = part.box().high.x() > h.x && part.box().low.x() < h.x + h.length;
      const bool across = std::abs(part.place.y() - h.y) < 0.5 * (part.size.y() + h.width);
      for (const Part& below : p.layout.parts) {
        const bool taken_out = along && across && !below.outside && shares_its_plan(below, part);
        EXPECT_FALSE(taken_out && below.place.z() < part.box().high.z());
      }
    }
  }
  EXPECT_GE(volume, a.swamped.foam_volume);
  EXPECT_LT(volume, 3.0 * a.swamped.foam_volume) << "the last block may be larger than what was left";
  EXPECT_NEAR(b.flotation.plane.attitude.heel, a.flotation.plane.attitude.heel, 2e-3);
  EXPECT_EQ(with_foam(b), b.project) << "none where none is needed";
  // Nor where a battery is slid out.
  const Part& battery = part_of(p, PartKind::battery);
  const Project open = with_foam(a, 0.09, true);
  EXPECT_GT(foam_aboard(open), 0.0);
  for (const Part& part : open.layout.parts)
    if (part.kind == PartKind::foam && part.box().high.z() > battery.box().low.z()) {
      const Vec3 apart = (part.place - battery.place).cwiseAbs() - 0.5 * (part.size + battery.size);
      EXPECT_TRUE(apart.y() > 0.0 || apart.x() > battery.size.x() - 1e-9) << part.place.transpose();
    }
}
