// Solids, regions and the space inside a wall: closed forms, volumes that add up, walls nowhere too thin.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "build/inner_space.h"
#include "geometry/mesh_check.h"
#include "geometry/outer_skin.h"
#include "geometry/solid.h"
#include "hull/family.h"
#include "hull/loft.h"
#include "hull/model.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// Shortest distance from a point to a mesh, m.
double distance_to(const TriangleMesh& m, const Vec3& p) {
  double best = 1e300;
  for (std::size_t t = 0; t < m.triangles.size(); ++t) {
    const Vec3 &a = m.corner(t, 0), &b = m.corner(t, 1), &c = m.corner(t, 2);
    const Vec3 ab = b - a, ac = c - a, n = ab.cross(ac);
    const double area2 = n.squaredNorm();
    if (area2 > 0.0) {
      const double v = n.dot((p - a).cross(ac)) / area2, w = n.dot(ab.cross(p - a)) / area2;
      if (v >= 0.0 && w >= 0.0 && v + w <= 1.0) best = std::min(best, std::abs(n.dot(p - a)) / std::sqrt(area2));
    }
    for (const auto& [from, to] : {std::pair{a, b}, {b, c}, {c, a}}) {
      const Vec3 side = to - from;
      const double u = side.squaredNorm() > 0.0 ? std::clamp((p - from).dot(side) / side.squaredNorm(), 0.0, 1.0) : 0.0;
      best = std::min(best, (p - from - u * side).norm());
    }
  }
  return best;
}

WallWishes even(double t) {
  return {.shell = [t](double) { return t; }, .stations = {}, .go_on = {}};
}

}  // namespace

TEST(Solid, BoxesCombineToTheirArithmetic) {
  const TriangleMesh a = box_mesh({0, 0, 0}, {2, 1, 1}), b = box_mesh({1, -0.5, 0.25}, {3, 0.5, 0.75});
  const double common_part = 1.0 * 0.5 * 0.5;
  const Solid joined_up = combine(a, b, Combine::join), cut = combine(a, b, Combine::cut),
              both = combine(a, b, Combine::common);
  ASSERT_TRUE(joined_up.done && cut.done && both.done);
  EXPECT_NEAR(both.volume(), common_part, 1e-12);
  EXPECT_NEAR(cut.volume(), 2.0 - common_part, 1e-12);
  EXPECT_NEAR(joined_up.volume(), 2.0 + 1.0 - common_part, 1e-12);
  for (const Solid* s : {&joined_up, &cut, &both}) EXPECT_TRUE(check_mesh(s->mesh).clean());
  // A hollow: the tool lies wholly inside.
  const Solid hollow = combine(a, box_mesh({0.2, 0.2, 0.2}, {1.8, 0.8, 0.8}), Combine::cut);
  ASSERT_TRUE(hollow.done);
  EXPECT_NEAR(hollow.volume(), 2.0 - 1.6 * 0.6 * 0.6, 1e-12);
}

TEST(Solid, SaysWhyThereIsNone) {
  TriangleMesh open = box_mesh({0, 0, 0}, {1, 1, 1});
  open.triangles.pop_back();
  const Solid s = combine(open, box_mesh({0.5, 0.5, 0.5}, {2, 2, 2}), Combine::join);
  EXPECT_FALSE(s.done);
  EXPECT_FALSE(s.message.empty());
  EXPECT_TRUE(s.mesh.triangles.empty());
}

PROPERTY(Solid, PartsOfACutAddUpToTheWhole) {
  const auto share = [](int low, int high) { return 0.01 * test::any::whole(low, high); };
  const TriangleMesh whole = box_mesh({0, 0, 0}, {share(20, 90), share(20, 90), share(20, 90)});
  const TriangleMesh tool = box_mesh({share(-20, 10) + 0.003, share(-20, 10) + 0.003, share(-20, 10) + 0.003},
                                     {share(11, 120) + 0.0037, share(11, 120) + 0.0037, share(11, 120) + 0.0037});
  const Solid in = combine(whole, tool, Combine::common), out = combine(whole, tool, Combine::cut);
  HOLDS(in.done && out.done);
  HOLDS(std::abs(in.volume() + out.volume() - signed_volume(whole)) < 1e-9 * signed_volume(whole));
}

TEST(Region, GrowsAndShrinksByClosedForms) {
  const Region square{{{{0, 0}, {0.1, 0}, {0.1, 0.1}, {0, 0.1}}}};
  EXPECT_NEAR(grown(square, 0.01).area(), 0.01 + 4.0 * 0.1 * 0.01 + pi * 1e-4, 1e-6);
  EXPECT_NEAR(grown(square, -0.01).area(), 0.08 * 0.08, 1e-12);
  EXPECT_TRUE(grown(square, -0.051).empty());
  EXPECT_NEAR(swept(square, {0.03, 0.04}).area(), 0.01 + 0.1 * 0.03 + 0.1 * 0.04, 1e-9);
  EXPECT_NEAR(without(square, shifted(square, {0.05, 0.05})).area(), 0.0075, 1e-9);
}

TEST(InnerSpace, OfABoxIsASmallerBox) {
  const TriangleMesh box = box_mesh({0, -0.1, 0}, {0.6, 0.1, 0.1});
  const InnerSpace air = inner_space(box, even(0.002));
  ASSERT_TRUE(air.done);
  EXPECT_TRUE(check_mesh(air.mesh).clean());
  EXPECT_NEAR(signed_volume(air.mesh), 0.596 * 0.196 * 0.096, 1e-7);
  WallWishes thin_deck = even(0.002);
  thin_deck.deck = 0.001;
  EXPECT_NEAR(signed_volume(inner_space(box, thin_deck).mesh), 0.596 * 0.196 * 0.097, 1e-7);
}

TEST(InnerSpace, OfASphereIsASmallerSphere) {
  TriangleMesh ball;
  const int n = 60, m = 120;
  const double r = 0.1;
  ball.vertices.emplace_back(-r, 0, 0);
  for (int i = 1; i < n; ++i)
    for (int k = 0; k < m; ++k) {
      const double u = pi * i / n, v = 2.0 * pi * k / m;
      ball.vertices.emplace_back(-r * std::cos(u), r * std::sin(u) * std::cos(v), r * std::sin(u) * std::sin(v));
    }
  ball.vertices.emplace_back(r, 0, 0);
  const auto at = [&](int i, int k) { return static_cast<std::uint32_t>(1 + (i - 1) * m + k % m); };
  const auto last = static_cast<std::uint32_t>(ball.vertices.size() - 1);
  for (int k = 0; k < m; ++k) {
    ball.triangles.push_back({0, at(1, k + 1), at(1, k)});
    ball.triangles.push_back({last, at(n - 1, k), at(n - 1, k + 1)});
    for (int i = 1; i + 1 < n; ++i) {
      ball.triangles.push_back({at(i, k), at(i, k + 1), at(i + 1, k)});
      ball.triangles.push_back({at(i, k + 1), at(i + 1, k + 1), at(i + 1, k)});
    }
  }
  ASSERT_GT(signed_volume(ball), 0.0);
  const InnerSpace air = inner_space(ball, even(0.005));
  ASSERT_TRUE(air.done);
  const double wanted = 4.0 / 3.0 * pi * std::pow(r - 0.005, 3);
  EXPECT_NEAR(signed_volume(air.mesh), wanted, 0.006 * wanted);
  for (const Vec3& v : air.mesh.vertices) EXPECT_LT(v.norm(), r - 0.005 + 1e-4);
}

TEST(InnerSpace, LeavesNoRoomInSomethingThinAndRefusesNonsense) {
  const TriangleMesh plate = box_mesh({0, -0.1, 0}, {0.6, 0.1, 0.003});
  EXPECT_TRUE(inner_space(plate, even(0.002)).mesh.triangles.empty());
  EXPECT_THROW((void)inner_space(plate, even(0.0)), InvalidInput);
  TriangleMesh open = plate;
  open.triangles.pop_back();
  EXPECT_THROW((void)inner_space(open, even(0.001)), InvalidInput);
}

PROPERTY(InnerSpace, KeepsItsWallInEveryHull) {
  const HullFamily family = test::any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge});
  HullShape s = default_shape(family);
  s.length = 0.01 * test::any::whole(30, 100);
  s.beam = s.length * 0.01 * test::any::whole(22, 40);
  s.depth = s.beam * 0.01 * test::any::whole(35, 60);
  LoftedSkin skin;
  try {
    skin = loft(family, s, 0.6);
  } catch (const InvalidInput&) {
    test::says_nothing();
  }
  const double wall = 1e-4 * test::any::whole(8, 40);
  WallWishes w = even(wall);
  w.step = 0.02;
  const InnerSpace air = inner_space(skin.mesh, w);
  HOLDS(air.done);
  const MeshReport report = check_mesh(air.mesh);
  HOLDS(report.closed() && report.flipped_faces.count == 0 && report.crossing_faces.count == 0);
  HOLDS(report.volume > 0.5 * signed_volume(skin.mesh) && report.volume < signed_volume(skin.mesh));
  // No corner of the inner surface comes nearer to the hull than the wall, but for what the discs and the corners that
  // were left out take.
  for (std::size_t i = 0; i < air.mesh.vertices.size(); i += 29)
    HOLDS(distance_to(skin.mesh, air.mesh.vertices[i]) > 0.988 * wall - 4e-5);
}

// What a tube holds is the sum of its sections (Cavalieri): one that joins the wrong points holds something else, or
// crosses itself.
PROPERTY(InnerSpace, HoldsItsSectionsInAHullOfAnyFamily) {
  const HullDesign d = any_family_hull();
  LoftedSkin skin;
  try {
    skin = loft(d.family, d.shape, 0.6);
  } catch (const InvalidInput&) {
    test::says_nothing();
  }
  WallWishes w = even(1e-4 * test::any::whole(8, 35));
  const InnerSpace air = inner_space(skin.mesh, w);
  HOLDS(air.done);
  const MeshReport report = check_mesh(air.mesh);
  HOLDS(report.closed() && report.flipped_faces.count == 0 && report.crossing_faces.count == 0);
  const Box3 box = bounds(air.mesh);
  constexpr int slices = 120;
  const double step = box.size().x() / slices;
  double sum = 0.0;
  for (int k = 0; k < slices; ++k) sum += step * inner_section(skin.mesh, w, box.low.x() + (k + 0.5) * step).area();
  // Where tubes part, they end a step early on the side of more wall.
  HOLDS(report.volume < 1.005 * sum && report.volume > 0.985 * sum);
}

namespace {

/// A vessel open above: outer and inner walls over one rim.
TriangleMesh vessel(double wall) {
  const TriangleMesh outer = box_mesh({0.0, -0.1, 0.0}, {0.5, 0.1, 0.1});
  const TriangleMesh hollow = box_mesh({wall, -0.1 + wall, wall}, {0.5 - wall, 0.1 - wall, 0.2});
  return combine(outer, hollow, Combine::cut).mesh;
}

}  // namespace

TEST(OuterSkin, OfAClosedHollowBoxIsTheBoxAndItsWall) {
  TriangleMesh skin = box_mesh({0.0, 0.0, 0.0}, {0.4, 0.2, 0.1});
  append(skin, box_mesh({0.002, 0.002, 0.002}, {0.398, 0.198, 0.098}), true);
  const OuterSkin o = outer_skin(skin, Vec3::UnitZ());
  ASSERT_TRUE(o.hollow);
  EXPECT_NEAR(signed_volume(o.mesh), 0.4 * 0.2 * 0.1, 1e-12);
  EXPECT_NEAR(o.wall, 0.002, 2e-6);
}

TEST(OuterSkin, OfAnOpenVesselIsClosedAboveAndFloats) {
  const OuterSkin o = outer_skin(vessel(0.002), Vec3::UnitZ());
  ASSERT_TRUE(o.hollow) << plain(o.told);
  EXPECT_TRUE(check_mesh(o.mesh).closed());
  EXPECT_NEAR(signed_volume(o.mesh), 0.5 * 0.2 * 0.1, 0.01 * 0.01);
  EXPECT_NEAR(o.wall, 0.002, 1e-4);
}

TEST(OuterSkin, OfASolidHullIsTheHullAsItCame) {
  const TriangleMesh solid = build_hull(usual_hull(HullFamily::deep_v)).skin;
  const OuterSkin o = outer_skin(solid, Vec3::UnitZ());
  EXPECT_FALSE(o.hollow) << plain(o.told);
  EXPECT_EQ(o.mesh, solid);
  EXPECT_FALSE(outer_skin(TriangleMesh{}, Vec3::UnitZ()).hollow);
}
