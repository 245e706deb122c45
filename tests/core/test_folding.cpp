// A hull folded from one sheet: it comes out as the hull, no length changes on the way, flat is flat; what a bend takes
// in is the handbook's.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "assessment/assessment.h"
#include "build/bend.h"
#include "build/folding.h"
#include "build/outlines.h"
#include "build/strips.h"
#include "findings.h"
#include "hull/family.h"
#include "property.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

HullDesign hull_of(HullFamily family) {
  HullDesign d;
  d.family = family;
  d.shape = default_shape(family);
  return d;
}

HullDesign any_hull() {
  HullDesign d = hull_of(any::either() ? HullFamily::deep_v : HullFamily::flat_bottom);
  d.shape.length = 0.01 * any::whole(30, 90);
  d.shape.depth = 0.3 * d.shape.length;  // no deadrise lifts the chine over the deck edge
  d.shape.beam = d.shape.length * 0.01 * any::whole(22, 42);
  d.shape.deadrise_transom = radians(any::whole(5, 25));
  d.shape.deadrise_midships = d.shape.deadrise_transom + radians(any::whole(0, 6));
  d.shape.flare = radians(any::whole(0, 15));
  d.shape.bow_width = 0.2 * any::whole(0, 4);
  return d;
}

/// A side that is folded up from half a bottom, both plane: a gutter of 300 mm.
std::vector<Panel> gutter(double angle) {
  Panel bottom{.number = 1, .role = PanelRole::bottom, .count = 2};
  bottom.outline = {{0.0, 0.1}, {0.0, 0.0}, {0.3, 0.0}, {0.3, 0.1}};
  bottom.in_space = {{0.0, 0.0, 0.0}, {0.0, 0.1, 0.0}, {0.3, 0.1, 0.0}, {0.3, 0.0, 0.0}};
  bottom.faces = {{0, 1, 2}, {0, 2, 3}};
  bottom.edges = {{1, 2, Seam::chine, PanelRole::side, 0.3, 2, {angle, angle}},
                  {3, 4, Seam::keel, PanelRole::bottom, 0.3, 1, {0.0, 0.0}}};
  Panel side{.number = 2, .role = PanelRole::side, .count = 2};
  const double c = 0.05 * std::cos(angle), s = 0.05 * std::sin(angle);
  side.outline = {{0.0, 0.0}, {0.0, -0.05}, {0.3, -0.05}, {0.3, 0.0}};
  side.in_space = {{0.0, 0.1, 0.0}, {0.0, 0.1 + c, s}, {0.3, 0.1 + c, s}, {0.3, 0.1, 0.0}};
  side.faces = {{0, 1, 2}, {0, 2, 3}};
  side.edges = {{3, 4, Seam::chine, PanelRole::bottom, 0.3, 1, {angle, angle}}};
  return {bottom, side};
}

}  // namespace

TEST(Folding, OfAGutterTakesInWhatTheHandbookSays) {
  const FoldWishes w{.thickness = 0.001, .radius = 0.002, .rim = 0.0};
  const std::vector<Panel> panels = gutter(radians(90.0));
  const FoldedNet net = fold_net(panels, w);
  ASSERT_EQ(net.leaves.size(), 4u);
  ASSERT_EQ(net.folds.size(), 3u);
  // Outside measures 50 + 100 + 100 + 50; each right angle deducts 2 (r + t) - (pi / 2)(r + K t).
  const double deduction = 2.0 * 0.003 - 0.5 * pi * (0.002 + usual_k(2.0) * 0.001);
  EXPECT_NEAR(net.size().y(), 0.300 - 2.0 * deduction, 1e-6);
  EXPECT_NEAR(net.size().x(), 0.300, 1e-6);
  EXPECT_LT(net.overlap, 1e-9);
  EXPECT_LT(off_the_hull(net, panels), 1e-12);
  for (const NetFold& f : net.folds) {
    EXPECT_NEAR(f.length, 0.3, 1e-9);
    EXPECT_NEAR(f.cut_apart, 0.0, 1e-9);
    EXPECT_LT(f.bow, 1e-9);
  }
  // The keel is folded last.
  EXPECT_EQ(net.folds.back().seam, Seam::keel);
  EXPECT_EQ(net.folds.back().order, 3);
}

TEST(Folding, HalfWayAGuttersSidesStandAtHalfTheirAngle) {
  const std::vector<Panel> panels = gutter(radians(80.0));
  const FoldedNet net = fold_net(panels, {.rim = 0.0});
  const auto half = bent(net, panels, 0.5);
  // The port side's free edge over the bottom's plane.
  const double high = std::abs(half[2][1].z());
  EXPECT_NEAR(high, 0.05 * std::sin(radians(40.0)), 1e-9);
}

PROPERTY(Folding, ComesOutAsTheHullAndNeverStretches) {
  const HullDesign d = any_hull();
  const std::vector<Panel> panels = panels_of(d, {.station_step = 0.0, .stations = 24});
  const FoldedNet net = fold_net(panels, {});
  HOLDS(off_the_hull(net, panels) < 1e-6);
  const double share = 0.1 * any::whole(0, 11);
  const auto at = bent(net, panels, share);
  for (std::size_t k = 0; k < at.size(); ++k) {
    const Panel& p = panels[net.leaves[k].panel];
    for (const auto& f : p.faces)
      for (int i = 0; i < 3; ++i) {
        const std::size_t u = f[static_cast<std::size_t>(i)], v = f[static_cast<std::size_t>((i + 1) % 3)];
        HOLDS(std::abs((at[k][u] - at[k][v]).norm() - (p.outline[u] - p.outline[v]).norm()) < 1e-9);
      }
  }
  for (const auto& leaf : bent(net, panels, 0.0))
    for (const Vec3& v : leaf) HOLDS(std::abs(v.z()) < 1e-9);
  for (const NetFold& f : net.folds) HOLDS(f.mismatch <= 0.0005 && f.length > 0.0 && f.cut_apart >= 0.0);
}

PROPERTY(Folding, ThePatternHasThePanelsAreaLessWhatBendsTakeInAndMoreByTheRim) {
  const HullDesign d = any_hull();
  const std::vector<Panel> panels = panels_of(d, {.station_step = 0.0, .stations = 24});
  const FoldedNet bare = fold_net(panels, {.rim = 0.0, .relief = 0.0});
  ONLY_IF(bare.overlap < 1e-7);
  double area = 0.0, taken = 0.0, edges = 0.0;
  for (const NetLeaf& leaf : bare.leaves) area += panels[leaf.panel].area;
  // Along the folds, and past their ends where the panels still lie on one another or are slit apart.
  for (const NetFold& f : bare.folds) taken += (f.length + f.cut_apart) * (f.deduction + f.mismatch + 2.5e-4);
  HOLDS(bare.outline.area() <= area + 2e-6 && bare.outline.area() >= area - taken - 2e-5);
  const FoldedNet rimmed = fold_net(panels, {.rim = 0.010, .relief = 0.0});
  for (const NetFold& f : rimmed.folds)
    if (f.seam == Seam::deck_edge) edges += f.length;
  HOLDS(rimmed.outline.area() > bare.outline.area() + 0.5 * 0.010 * edges);
  HOLDS(rimmed.outline.area() < bare.outline.area() + 1.3 * 0.010 * edges + 1e-4);
}

TEST(Folding, NeedsABottomAndSides) {
  EXPECT_THROW((void)fold_net({}, {}), InvalidInput);
  std::vector<Panel> panels = gutter(1.0);
  for (Vec3& v : panels[1].in_space) v.z() += 0.01;
  EXPECT_THROW((void)fold_net(panels, {}), InvalidInput);
}

TEST(Folding, AMetalBoatIsOnePieceAndTellsItsFolds) {
  Project p = sample_boat();
  p.brief.method = BuildMethod::sheet_metal;
  p.hull.skin = {.density = 2700.0, .shell_thickness = 0.0005, .deck_thickness = 0.0005, .frame_thickness = 0.0005};
  p.build.one_sheet = true;
  const Assessment a = assess(p);
  if (a.build.net) {
    EXPECT_EQ(a.build.pieces.front().key, "net");
    EXPECT_TRUE(std::none_of(a.build.pieces.begin(), a.build.pieces.end(),
                             [](const FlatPiece& x) { return x.key == "panel.side"; }));
  } else {
    EXPECT_TRUE(find_finding(a, "build.net"));
  }
  p.build.fold_radius = 0.0001;
  EXPECT_EQ(finding(assess(p), "build.radius").severity, Severity::watch);
  p.hull.skin.shell_thickness = 0.0015;
  EXPECT_EQ(finding(assess(p), "build.by_hand").severity, Severity::watch);
}

TEST(Outlines, OfABoxAreItsSidesAndTellTheirStations) {
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<TriangleMesh>(prism({{-0.1, 0.0}, {0.1, 0.0}, {0.1, 0.08}, {-0.1, 0.08}}, 0.5, 20));
  d.hatches = {{.id = 4, .name = "Well", .x = 0.1, .length = 0.2, .width = 0.1}};
  const HullModel hull = build_hull(d);
  const std::vector<Drawing> all =
      outline_templates(hull, d, {.step = 0.1, .holes = {{"Outlet", {0.03, 0.05}, 0.004}}});
  // Profile, plan, the opening, the transom, four sections.
  ASSERT_EQ(all.size(), 8u);
  const auto size = [&](std::size_t i) { return all[i].bounds().size(); };
  EXPECT_NEAR(size(0).y(), 0.08, 1e-9);
  EXPECT_NEAR(size(1).y(), 0.2, 1e-9);
  EXPECT_NEAR(size(1).x(), size(0).x(), 2e-4);  // lines begin a hair inside the ends
  EXPECT_LT((size(2) - Vec2(0.2, 0.1)).norm(), 1e-9);
  for (std::size_t i = 3; i < all.size(); ++i) EXPECT_LT((size(i) - Vec2(0.2, 0.08)).norm(), 1e-6) << i;
  ASSERT_EQ(all[3].holes.size(), 1u);
  EXPECT_LT((all[3].holes[0].centre - Vec2(0.13, 0.05)).norm(), 1e-6);
  EXPECT_THROW((void)outline_templates(hull, d, {.step = 0.0}), InvalidInput);
}

TEST(Strips, CoverTheSeamsThatAreNotFolded) {
  const std::vector<Panel> panels = panels_of(usual_hull(HullFamily::flat_bottom));
  const Strips all = strips_of(panels, std::nullopt, false, 10, {});
  ASSERT_FALSE(all.pieces.empty());
  double chine = 0.0, laid = 0.0;
  for (const Panel& p : panels)
    for (const PanelEdge& e : p.edges)
      if (p.role == PanelRole::side && e.seam == Seam::chine) chine = e.length;
  for (const FlatPiece& p : all.pieces) {
    const Vec2 size = p.shape.extent().high;
    EXPECT_NEAR(size.y(), 0.016, 1e-9);
    if (p.key.starts_with("strip.chine")) {
      laid = size.x();
      EXPECT_EQ(p.count, 2);
      // Holes are out of the sheet: two rows, twenty millimetres apart.
      const double holes = std::round(size.x() / 0.020) * 2.0;
      EXPECT_EQ(p.drawing.holes.size(), static_cast<std::size_t>(holes));
      EXPECT_LT(p.shape.area(), size.x() * size.y());
    }
  }
  EXPECT_NEAR(laid, chine, 1e-6);
  EXPECT_GT(all.rivets, 40u);
  // Folded from one sheet less is left to rivet; the rim takes the deck.
  const FoldedNet net = fold_net(panels, {});
  const Strips folded = strips_of(panels, net, true, 10, {});
  EXPECT_LT(folded.rivets, all.rivets);
  EXPECT_TRUE(std::none_of(folded.pieces.begin(), folded.pieces.end(),
                           [](const FlatPiece& p) { return p.key.starts_with("strip.deck"); }));
}

TEST(Outlines, AnIntakeIsAChainOfHolesInsideItsLine) {
  const HullDesign d = usual_hull(HullFamily::flat_bottom);
  const HullModel hull = build_hull(d);
  const std::vector<Drawing> all =
      outline_templates(hull, d, {.step = 0.2, .cuts = {{"Intake", {0.05, -0.015}, {0.11, 0.015}}}});
  const auto it =
      std::find_if(all.begin(), all.end(), [](const Drawing& x) { return plain(x.title).starts_with("Intake"); });
  ASSERT_NE(it, all.end());
  // Round about 60 by 30 mm less the corners, a hole each 2.6 mm: none touches the line.
  EXPECT_NEAR(static_cast<double>(it->holes.size()), 2.0 * (60.0 + 30.0 - 4.8 - 3.4) / 2.6, 6.0);
  const Section line = section_of({{it->lines.front().points}});
  for (const DrawnHole& h : it->holes)
    for (int k = 0; k < 8; ++k)
      EXPECT_TRUE(line.contains(h.centre + 0.5 * h.diameter * Vec2(std::cos(k * pi / 4), std::sin(k * pi / 4))));
}
