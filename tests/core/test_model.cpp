// The hull model as the other stages see it: sections, outline, deck edge, openings, areas.
#include <gtest/gtest.h>

#include "base/error.h"
#include "hull/model.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

HullFamily any_family() {
  return any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge});
}

}  // namespace

PROPERTY(Sections, AreasAddUpToTheVolume) {
  HullDesign d = usual_hull(any_family());
  d.shape.length = any::whole(300, 1200) / 1000.0;
  d.shape.beam = d.shape.length * any::whole(25, 40) / 100.0;
  d.shape.depth = d.shape.length * any::whole(16, 22) / 100.0;
  d.shape.bow_rake = std::min(d.shape.bow_rake, 0.4 * d.shape.length);
  HullModel m;
  try {
    m = build_hull(d);
  } catch (const InvalidInput&) {
    ONLY_IF(false);
  }
  double volume = 0.0;
  for (std::size_t i = 1; i < m.sections.size(); ++i)
    volume += 0.5 * (m.sections[i].area_below(10.0) + m.sections[i - 1].area_below(10.0)) *
              (m.sections[i].x - m.sections[i - 1].x);
  HOLDS(std::abs(volume - m.volume) < 3e-3 * m.volume);
}

PROPERTY(Sections, ContainExactlyWhatLiesInside) {
  // A Wigley section has a formula: y = B/2 (1 - 4x^2/L^2)(1 - z^2/T^2).
  static const TriangleMesh mesh = wigley(1.0, 0.2, 0.08, 0.05, 120, 60);
  const double x = any::whole(-450, 450) / 1000.0, y = any::whole(-120, 120) / 1000.0, z = any::whole(-78, 0) / 1000.0;
  const double half = 0.1 * (1.0 - 4.0 * x * x) * (1.0 - z * z / (0.08 * 0.08));
  ONLY_IF(std::abs(std::abs(y) - half) > 5e-4);
  const Section cut = sections(mesh, {x}).front();
  HOLDS(cut.contains({y, z}) == (std::abs(y) < half));
}

class AnyFamily : public testing::TestWithParam<HullFamily> {};
INSTANTIATE_TEST_SUITE_P(All, AnyFamily,
                         testing::Values(HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge));

TEST_P(AnyFamily, OutlineStaysWithinTheBoxAndMeetsItsMeasures) {
  const HullModel m = build_hull(usual_hull(GetParam()));
  double widest = 0.0;
  for (std::size_t i = 0; i < m.outline.x.size(); ++i) {
    EXPECT_LE(m.outline.keel[i], m.outline.top[i]);
    EXPECT_NEAR(m.outline.half_port[i], m.outline.half_starboard[i], 1e-9);
    widest = std::max(widest, 2.0 * m.outline.half_port[i]);
  }
  EXPECT_NEAR(widest, default_shape(GetParam()).beam, 1e-3);
}

TEST_P(AnyFamily, DeckEdgeRunsRoundTheDeckAndIsHighestAtTheBow) {
  const HullModel m = build_hull(usual_hull(GetParam()));
  const std::size_t half = m.deck_edge.size() / 2;
  for (std::size_t i = 0; i < half; ++i) {
    const Vec3 &port = m.deck_edge[i], &starboard = m.deck_edge[m.deck_edge.size() - 1 - i];
    EXPECT_NEAR((port - Vec3(starboard.x(), -starboard.y(), starboard.z())).norm(), 0.0, 1e-12);
    if (i > 0) {
      EXPECT_GT(port.x(), m.deck_edge[i - 1].x());
      EXPECT_GE(port.z(), m.deck_edge[i - 1].z() - 1e-12);
    }
  }
}

TEST_P(AnyFamily, AnImportedCopyHasTheSameDeckEdgeAndAreas) {
  const HullModel lofted = build_hull(usual_hull(GetParam()));
  HullDesign copy;
  copy.family = HullFamily::imported;
  copy.mesh = std::make_shared<const TriangleMesh>(lofted.skin);
  const HullModel imported = build_hull(copy);
  EXPECT_NEAR(imported.volume, lofted.volume, 1e-12);
  EXPECT_NEAR(imported.deck_area, lofted.deck_area, 0.03 * lofted.deck_area);
  EXPECT_NEAR(imported.transom_area, lofted.transom_area, 0.03 * lofted.transom_area);
  // The guessed deck edge amidships lies on the lofted one.
  for (const Vec3& p : imported.deck_edge) {
    if (p.x() < 0.1 || p.x() > 0.4) continue;
    double nearest = 1e9;
    for (const Vec3& q : lofted.deck_edge) nearest = std::min(nearest, (p - q).norm());
    EXPECT_LT(nearest, 0.012) << p.transpose();
  }
}

TEST(Hatch, FloodPointsStandOnTheCoaming) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.hatches.push_back({.id = 5, .name = "Hatch", .x = 0.2, .y = 0.01, .length = 0.2, .width = 0.08, .coaming = 0.012});
  const HullModel m = build_hull(d);
  ASSERT_EQ(m.flood_points.size(), 4u);
  for (const FloodPoint& f : m.flood_points) {
    EXPECT_EQ(f.id, 5u);
    EXPECT_NEAR(f.place.z() - m.deck_height(f.place.x(), f.place.y()), 0.012, 1e-12);
  }
  EXPECT_GT(m.upper_area, 0.2 * 0.08);
  d.hatches[0].sealed = true;
  // A sealed coaming with its cover floats, if only a little.
  EXPECT_NEAR(signed_volume(build_hull(d).buoyant.mesh) - m.volume, 0.2 * 0.08 * 0.012, 2e-5);
}

TEST(HullModel, RefusesFittingsThatCannotBe) {
  const auto complaint = [](const HullDesign& d) {
    try {
      (void)build_hull(d);
    } catch (const InvalidInput& e) {
      return std::string(e.what());
    }
    return std::string();
  };
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.hatches.push_back({.id = 1, .name = "Long hatch", .x = 0.4, .length = 0.4});
  EXPECT_NE(complaint(d).find("Long hatch: lies from 0.4 m to 0.8 m, outside the hull's 0 m to 0.6 m"),
            std::string::npos);
  d.hatches[0] = {.id = 1, .name = "Flat hatch", .length = 0.0};
  EXPECT_NE(complaint(d).find("length and width above zero"), std::string::npos);
  d.hatches.clear();
  d.cabins.push_back({.id = 1, .name = "Tower", .height = -0.1});
  EXPECT_NE(complaint(d).find("Tower"), std::string::npos);
  d.cabins.clear();
  d.bulkheads.push_back({.id = 1, .name = "Far bulkhead", .x = 0.9});
  EXPECT_NE(complaint(d).find("Far bulkhead"), std::string::npos);
  d.bulkheads.clear();
  d.chambers.push_back({.id = 1, .name = "Chamber", .z_low = 0.1, .z_high = 0.05});
  EXPECT_NE(complaint(d).find("roof below its floor"), std::string::npos);
  d.chambers[0] = {.id = 1, .name = "Chamber", .inner = 0.3};
  EXPECT_NE(complaint(d).find("encloses no part of the hull"), std::string::npos);
  HullDesign none;
  none.family = HullFamily::imported;
  EXPECT_NE(complaint(none).find("has no mesh"), std::string::npos);
}

TEST(HullModel, DeckHeightFollowsCamberAndSheer) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.shape.camber = 0.01;
  d.shape.sheer = 0.03;
  const HullModel m = build_hull(d);
  EXPECT_GT(m.deck_height(0.2, 0.0), m.deck_height(0.2, 0.08) + 0.003);
  EXPECT_GT(m.deck_height(0.55, 0.0), m.deck_height(0.2, 0.0) + 0.008);
}
