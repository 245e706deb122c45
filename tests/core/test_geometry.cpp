// Curves, meshes, plane cuts, checks and repairs.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/curve.h"
#include "geometry/edges.h"
#include "geometry/mesh_check.h"
#include "geometry/mesh_repair.h"
#include "geometry/plane_cut.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

TEST(Curve, StaysStraightWhereItsPointsAreAndNeverOvershoots) {
  const Curve keel({0.0, 0.2, 0.4, 0.5, 0.6}, {0.0, 0.0, 0.0, 0.02, 0.09});
  for (double x = 0.0; x <= 0.4; x += 0.01) EXPECT_EQ(keel(x), 0.0) << x;
  double last = 0.0;
  for (double x = 0.4; x <= 0.6; x += 0.005) {
    EXPECT_GE(keel(x), last);
    EXPECT_LE(keel(x), 0.09);
    last = keel(x);
  }
  EXPECT_EQ(keel(9.0), 0.09);
}

TEST(Curve, RefusesPointsOutOfOrderAndNamesThem) {
  try {
    Curve({0.0, 0.2, 0.1, 0.4}, {0, 0, 0, 0});
    FAIL();
  } catch (const InvalidInput& e) {
    EXPECT_NE(std::string(e.what()).find("point 3"), std::string::npos);
  }
  EXPECT_THROW(Curve({0, 1, 2}, {0, 0, 0}), InvalidInput);
  EXPECT_THROW(Curve({0, 1, 2, 3}, {0, NAN, 0, 0}), InvalidInput);
}

TEST(Polygon, IsCoveredByItsEars) {
  // An L with extra points on its straight sides: area 3, every point still used.
  const std::vector<Vec2> L{{0, 0}, {1, 0}, {2, 0}, {2, 1}, {1, 1}, {1, 2}, {0, 2}, {0, 1}};
  double area = 0.0;
  std::vector<int> used(L.size(), 0);
  for (const Triangle& t : triangulate_polygon(L)) {
    const Vec2 u = L[t[1]] - L[t[0]], v = L[t[2]] - L[t[0]];
    const double a = 0.5 * (u.x() * v.y() - u.y() * v.x());
    EXPECT_GT(a, 0.0);
    area += a;
    for (auto i : t) ++used[i];
  }
  EXPECT_NEAR(area, 3.0, 1e-12);
  for (int n : used) EXPECT_GT(n, 0);
}

TEST(Section, OfABoxIsItsRectangle) {
  const auto cut = sections(box_mesh({0, -1, 0}, {4, 1, 3}), {1.5}).front();
  ASSERT_EQ(cut.loops.size(), 1u);
  EXPECT_TRUE(cut.loops[0].closed);
  EXPECT_NEAR(cut.area_below(10.0), 6.0, 1e-12);
  EXPECT_NEAR(cut.area_below(1.0), 2.0, 1e-12);
  EXPECT_TRUE(cut.contains({0.9, 2.9}));
  EXPECT_FALSE(cut.contains({1.1, 2.9}));
}

TEST(Section, OfACylinderIsCrossedAsACircleIs) {
  const Section cut = sections(cylinder(0.5, 2.0, 720), {1.0}).front();
  for (const double at : {-0.45, -0.1, 0.0, 0.3}) {
    const double half = std::sqrt(0.25 - at * at);
    for (const int axis : {0, 1}) {
      std::vector<double> met = cut.crossings(axis, at);
      std::sort(met.begin(), met.end());
      ASSERT_EQ(met.size(), 2u) << axis << " " << at;
      EXPECT_NEAR(met[0], -half, 2e-5);
      EXPECT_NEAR(met[1], half, 2e-5);
    }
  }
  EXPECT_TRUE(cut.crossings(1, 0.51).empty());
  EXPECT_TRUE(Section{}.crossings(0, 0.0).empty());
}

// A closed outline is left as often as it is entered, and a point is inside when a line down from it leaves an odd
// number of times.
PROPERTY(Section, CrossingsAgreeWithWhatIsInside) {
  static const TriangleMesh hull = wigley(1.0, 0.2, 0.08, 0.05, 40, 12);
  const double x = any::whole(-480, 481) / 1000.0 + 1e-4;
  const Vec2 p(any::whole(-120, 121) / 1000.0 + 3.1e-5, any::whole(-90, 60) / 1000.0 + 1.7e-5);
  const Section cut = sections(hull, {x}).front();
  const std::vector<double> z = cut.crossings(0, p.x());
  HOLDS(z.size() % 2 == 0u);
  const auto below = std::count_if(z.begin(), z.end(), [&](double each) { return each < p.y(); });
  HOLDS((below % 2 == 1) == cut.contains(p));
}

PROPERTY(Clip, TwoHalvesMakeTheWhole) {
  static const TriangleMesh hull = wigley(1.0, 0.2, 0.08, 0.05, 40, 12);
  const auto n = [&] { return any::whole(-100, 101) / 100.0; };
  Vec3 normal(n(), n(), n());
  ONLY_IF(normal.norm() > 0.1);
  normal.normalize();
  const double offset = any::whole(-300, 300) / 1000.0;
  const TriangleMesh below = clip_for_integrals(hull, normal, offset),
                     above = clip_for_integrals(hull, -normal, -offset);
  HOLDS(std::abs(signed_volume(below) + signed_volume(above) - signed_volume(hull)) < 1e-12);
  HOLDS(signed_volume(below) > -1e-12);
}

TEST(Weld, JoinsEqualCornersAndKeepsTheShape) {
  TriangleMesh loose;
  const TriangleMesh box = box_mesh({0, 0, 0}, {1, 2, 3});
  for (const Triangle& t : box.triangles)
    for (auto i : t) {
      loose.vertices.push_back(box.vertices[i]);
      if (loose.vertices.size() % 3 == 0) {
        const auto k = static_cast<std::uint32_t>(loose.vertices.size());
        loose.triangles.push_back({k - 3, k - 2, k - 1});
      }
    }
  EXPECT_EQ(weld(loose, 0.0), 36u - 8u);
  EXPECT_TRUE(check_mesh(loose).clean());
  EXPECT_NEAR(signed_volume(loose), 6.0, 1e-12);
}

TEST(Weld, WithADistanceJoinsCornersAcrossCells) {
  TriangleMesh mesh = box_mesh({0, 0, 0}, {1, 1, 1});
  append(mesh, box_mesh({5, 0, 0}, {6, 1, 1}));
  for (std::size_t i = 8; i < 16; ++i) mesh.vertices[i].x() -= 5.0 - 1e-6;
  EXPECT_EQ(weld(mesh, 1e-5), 8u);
}

TEST(MeshCheck, FindsEachFaultWhereItIs) {
  const TriangleMesh good = box_mesh({0, 0, 0}, {1, 1, 1});
  EXPECT_TRUE(check_mesh(good).clean());

  TriangleMesh open = good;
  open.triangles.erase(open.triangles.begin() + 2, open.triangles.begin() + 4);  // the top
  MeshReport r = check_mesh(open);
  EXPECT_EQ(r.open_edges.count, 4u);
  EXPECT_EQ(r.holes, 1u);
  EXPECT_EQ(r.open_edges.where.z(), 1.0);
  EXPECT_NE(plain(describe(r).front()).find("4 open edges"), std::string::npos);

  TriangleMesh one_flipped = good;
  std::swap(one_flipped.triangles[5][0], one_flipped.triangles[5][1]);
  r = check_mesh(one_flipped);
  EXPECT_EQ(r.flipped_faces.count, 1u);

  TriangleMesh inside_out = good;
  flip(inside_out);
  EXPECT_TRUE(check_mesh(inside_out).inside_out);

  TriangleMesh doubled = good;
  doubled.triangles.push_back(doubled.triangles[0]);
  EXPECT_EQ(check_mesh(doubled).duplicate_faces.count, 1u);

  TriangleMesh crossing = good;
  append(crossing, box_mesh({0.5, 0.5, 0.5}, {1.5, 1.5, 1.5}));
  EXPECT_GT(check_mesh(crossing).crossing_faces.count, 0u);
  EXPECT_EQ(check_mesh(crossing, false).crossing_faces.count, 0u);

  TriangleMesh thin = box_mesh({0, -0.1, 0}, {0.5, 0.1, 0.1});
  append(thin, box_mesh({0.001, -0.099, 0.001}, {0.499, 0.099, 0.099}), true);
  EXPECT_NE(plain(describe(check_mesh(thin)).front()).find("hollow skin"), std::string::npos);
}

TEST(MeshRepair, MendsWhatItIsAskedAndTells) {
  TriangleMesh bad = box_mesh({0, 0, 0}, {1, 1, 1});
  std::swap(bad.triangles[5][0], bad.triangles[5][1]);
  std::swap(bad.triangles[9][0], bad.triangles[9][1]);
  bad.triangles.push_back(bad.triangles[0]);
  bad.triangles.erase(bad.triangles.begin() + 2);
  const auto told = repair(bad, {.duplicates = true, .orient = true, .close_large_holes = true});
  EXPECT_EQ(told.size(), 3u);
  EXPECT_TRUE(check_mesh(bad).clean());
  EXPECT_NEAR(signed_volume(bad), 1.0, 1e-12);
}

TEST(MeshRepair, LeavesALargeOpeningUnlessAsked) {
  TriangleMesh tub = box_mesh({0, 0, 0}, {1, 1, 1});
  tub.triangles.erase(tub.triangles.begin() + 2, tub.triangles.begin() + 4);
  auto told = repair(tub, {.close_small_holes = true});
  EXPECT_FALSE(check_mesh(tub).closed());
  ASSERT_EQ(told.size(), 1u);
  EXPECT_NE(plain(told[0]).find("Left 1 large hole"), std::string::npos);
  told = repair(tub, {.close_small_holes = true, .close_large_holes = true});
  EXPECT_TRUE(check_mesh(tub).clean());
}

PROPERTY(MeshRepair, OrientationSurvivesAnyFlips) {
  TriangleMesh mesh = sphere(1.0, 8, 12);
  const double volume = signed_volume(mesh);
  for (Triangle& t : mesh.triangles)
    if (any::either()) std::swap(t[0], t[1]);
  repair(mesh, {.orient = true});
  HOLDS(std::abs(signed_volume(mesh) - volume) < 1e-12);
}

TEST(Unit, IsGuessedFromTheSizeOfModelBoats) {
  const auto unit = [](double length) { return likely_unit({{0, 0, 0}, {length, length / 3, length / 6}}); };
  EXPECT_EQ(unit(0.62), LengthUnit::metre);
  EXPECT_EQ(unit(24.4), LengthUnit::inch);
  EXPECT_EQ(unit(620), LengthUnit::millimetre);
}
