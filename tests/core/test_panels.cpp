// Flat patterns: closed forms of developable surfaces, lengths kept, panels of hulls that come together again.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "build/bend.h"
#include "build/panels.h"
#include "geometry/ruled_strip.h"
#include "hull/family.h"
#include "hull/morph.h"
#include "property.h"

using namespace plucky;
using namespace plucky::test;

namespace {

std::vector<Vec3> arc(double radius, double height, double from, double to, int n, double tilt = 0.0) {
  std::vector<Vec3> out;
  for (int i = 0; i <= n; ++i) {
    const double u = from + (to - from) * i / n;
    out.emplace_back(radius * std::cos(u), radius * std::sin(u), height + tilt * radius * std::cos(u));
  }
  return out;
}

double turned(const std::vector<Vec2>& line) {
  double sum = 0.0;
  for (std::size_t i = 2; i < line.size(); ++i) {
    const Vec2 u = line[i - 1] - line[i - 2], v = line[i] - line[i - 1];
    sum += std::atan2(u.x() * v.y() - u.y() * v.x(), u.dot(v));
  }
  return sum;
}

const Panel& panel_in(const std::vector<Panel>& panels, PanelRole role) {
  for (const Panel& p : panels)
    if (p.role == role) return p;
  throw std::runtime_error("no such panel");
}

}  // namespace

TEST(RuledStrip, AConeUnrollsToASectorOfItsSlantHeight) {
  // Frustum: radii 0.10 and 0.06 over a height of 0.08, half a turn. Its flat is a ring sector of slant radii
  // r / sin(half angle) and the angle pi sin(half angle).
  const double slant = std::hypot(0.04, 0.08), sine = 0.04 / slant;
  const RuledStrip s = span_edges(arc(0.10, 0.0, 0.0, pi, 400), arc(0.06, 0.08, 0.0, pi, 400), 2);
  EXPECT_LT(s.strain(), 1e-9);
  const FlatStrip flat = unroll(s);
  EXPECT_NEAR(length_of(flat.a), pi * 0.10, 1e-5);
  EXPECT_NEAR(length_of(flat.b), pi * 0.06, 1e-5);
  EXPECT_NEAR(std::abs(turned(flat.a)), pi * sine, 0.01);
  // The last ruling stands where the sector ends: the chord of the outer arc is 2 R sin(angle / 2).
  EXPECT_NEAR((flat.a.back() - flat.a.front()).norm(), 2.0 * 0.10 / sine * std::sin(0.5 * pi * sine), 2e-4);
  EXPECT_NEAR((flat.b.back() - flat.b.front()).norm(), 2.0 * 0.06 / sine * std::sin(0.5 * pi * sine), 2e-4);
  EXPECT_NEAR((flat.b.back() - flat.a.back()).norm(), slant, 1e-9);
}

TEST(RuledStrip, ACylinderCutAtAnAngleUnrollsToASine) {
  // z = tilt r cos u on the flat over r u: the classic pattern of a pipe cut at an angle.
  const double r = 0.05, tilt = 0.4;
  const RuledStrip s =
      span_edges(arc(r, 0.0, 0.0, 2.0 * pi * 0.999, 400), arc(r, 0.12, 0.0, 2.0 * pi * 0.999, 400, tilt), 2);
  EXPECT_LT(s.strain(), 1e-7);
  const FlatStrip flat = unroll(s);
  EXPECT_NEAR(std::abs(flat.a.back().x() - flat.a.front().x()), 2.0 * pi * 0.999 * r, 2e-4);
  for (std::size_t i = 0; i < flat.b.size(); i += 40) {
    const double u = std::abs(flat.b[i].x()) / r;
    EXPECT_NEAR(flat.b[i].y(), 0.12 + tilt * r * std::cos(u), 3e-4) << i;
  }
}

TEST(RuledStrip, AnObliquePrismAndAPlaneStayAsTheyAre) {
  const Vec3 shift(0.03, 0.02, 0.1);
  const std::vector<Vec3> foot{{0, 0, 0}, {0.1, 0, 0}, {0.1, 0.08, 0}, {0.04, 0.14, 0}};
  std::vector<Vec3> top;
  for (const Vec3& p : foot) top.push_back(p + shift);
  const RuledStrip s = span_edges(foot, top, 40);
  EXPECT_LT(s.strain(), 1e-9);
  const FlatStrip flat = unroll(s);
  // Each face is a parallelogram: its area is |side x shift|, and the flat's is their sum.
  double faces = 0.0;
  for (std::size_t i = 1; i < foot.size(); ++i) faces += (foot[i] - foot[i - 1]).cross(shift).norm();
  std::vector<Vec2> ring = flat.a;
  ring.insert(ring.end(), flat.b.rbegin(), flat.b.rend());
  double twice = 0.0;
  for (std::size_t i = 0; i < ring.size(); ++i) {
    const Vec2 &p = ring[i], &q = ring[(i + 1) % ring.size()];
    twice += p.x() * q.y() - p.y() * q.x();
  }
  EXPECT_NEAR(0.5 * std::abs(twice), faces, 1e-9);
  EXPECT_NEAR((flat.b.back() - flat.a.back()).norm(), shift.norm(), 1e-12);
}

TEST(RuledStrip, EdgesThatTwistCannotBeSpannedWithoutStrain) {
  // A turn by the given angle over a square sheet: straight edges askew have no coplanar ruling anywhere.
  double last = 0.0;
  for (const double turn : {0.1, 0.4, 0.9}) {
    const RuledStrip s =
        span_edges({{0, 0, 0}, {0.2, 0, 0}}, {{0, 0.2, 0}, {0.2 * std::cos(turn), 0.2, 0.2 * std::sin(turn)}}, 40);
    EXPECT_GT(s.strain(), last) << turn;
    last = s.strain();
  }
  EXPECT_NEAR(strain_of_twist(0.2), 1.0 - std::cos(0.1), 1e-15);
}

PROPERTY(RuledStrip, KeepsEveryLengthHoweverItsEdgesRun) {
  const auto edge = [](double y, double z) {
    std::vector<Vec3> out{{0.0, y, z}};
    const auto mm = [](int low, int high) { return 1e-3 * test::any::whole(low, high); };
    for (int i = test::any::whole(1, 9); i > 0; --i)
      out.push_back(out.back() + Vec3(mm(20, 70), mm(-30, 30), mm(-30, 30)));
    return out;
  };
  const std::vector<Vec3> a = edge(0.0, 0.0), b = edge(0.1, 0.02);
  const RuledStrip s = span_edges(a, b, 20);
  const FlatStrip flat = unroll(s);
  HOLDS(std::abs(length_of(flat.a) - length_of(a)) < 1e-9 && std::abs(length_of(flat.b) - length_of(b)) < 1e-9);
  for (const Ruling& r : s.rulings)
    HOLDS(std::abs((flat.b[r.b] - flat.a[r.a]).norm() - (s.b[r.b] - s.a[r.a]).norm()) < 1e-8);
}

TEST(RuledStrip, RefusesEdgesWithoutLength) {
  EXPECT_THROW((void)span_edges({{0, 0, 0}}, {{0, 1, 0}, {1, 1, 0}}), InvalidInput);
  EXPECT_THROW((void)span_edges({{0, 0, 0}, {1, 0, 0}}, {{0, 1, 0}, {NAN, 1, 0}}), InvalidInput);
}

TEST(Bend, TakesWhatTheHandbookSays) {
  // BA = pi/180 angle (r + K t): 90 degrees, r 2 mm, t 1 mm, K 0.42 give 3.801 mm by hand.
  EXPECT_NEAR(bend_allowance({.thickness = 0.001, .radius = 0.002, .angle = radians(90), .k = 0.42}), 3.8013e-3, 1e-7);
  EXPECT_NEAR(bend_deduction({.thickness = 0.001, .radius = 0.002, .angle = radians(90), .k = 0.42}),
              2.0 * 0.003 - 3.8013e-3, 1e-7);
  EXPECT_NEAR(usual_k(0.0), 0.33, 1e-12);
  EXPECT_NEAR(usual_k(9.0), 0.5, 1e-12);
  EXPECT_THROW((void)bend_allowance({.thickness = 0.0}), InvalidInput);
}

TEST(Panels, OfASkiffCloseAndMeetInEqualLengths) {
  HullDesign d;
  d.family = HullFamily::flat_bottom;
  d.shape = default_shape(d.family);
  const std::vector<Panel> panels = panels_of(d);
  ASSERT_EQ(panels.size(), 5u);
  double area = 0.0;
  for (const Panel& p : panels) {
    area += p.count * p.area;
    for (const PanelEdge& e : p.edges) {
      ASSERT_GT(e.mate, 0) << panel_role_name(p.role);
      // What joins along a seam is as long on the other panel; the deck's ends leave the crown out.
      bool found = false;
      for (const PanelEdge& o : panels[static_cast<std::size_t>(e.mate) - 1].edges)
        found =
            found || (o.seam == e.seam && std::abs(o.length - e.length) <
                                              (e.joins == PanelRole::deck || p.role == PanelRole::deck ? 3e-4 : 1e-6));
      EXPECT_TRUE(found) << panel_role_name(p.role) << " " << seam_name(e.seam) << " " << e.length;
    }
  }
  const LoftedSkin skin = loft(d.family, d.shape);
  EXPECT_NEAR(area, surface_area(skin.mesh), 0.01 * surface_area(skin.mesh));
}

TEST(Panels, OfABoxAreItsSidesWithSquareCorners) {
  HullDesign d;
  d.family = HullFamily::flat_bottom;
  d.shape = default_shape(d.family);
  d.shape.length = 0.6, d.shape.beam = 0.2, d.shape.depth = 0.1;
  d.shape.bow_width = d.shape.transom_width = 1.0;
  d.shape.flare = d.shape.sheer = d.shape.rocker = d.shape.camber = 0.0;
  d.shape.bow_rise = 0.02, d.shape.bow_rake = 0.1;
  const std::vector<Panel> panels = panels_of(d, {.station_step = 0.1});
  const auto of = [&](PanelRole r) -> const Panel& { return panel_in(panels, r); };
  EXPECT_NEAR(of(PanelRole::deck).area, 0.6 * 0.2, 1e-9);
  EXPECT_NEAR(of(PanelRole::transom).area, 0.2 * 0.1, 1e-4);  // the loft rounds where flare ends: 0.3 degrees
  EXPECT_LT(of(PanelRole::side).strain, 1e-9);
  EXPECT_LT(of(PanelRole::bottom).strain, 1e-9);
  EXPECT_LT(of(PanelRole::bottom).off, 1e-6);
  for (const double f : of(PanelRole::side).edges[0].fold) EXPECT_NEAR(f, pi / 2, 0.01);
  int stations = 0;
  for (const PanelMark& m : of(PanelRole::deck).marks)
    if (m.kind == PanelMark::Kind::station) {
      ++stations;
      EXPECT_NEAR(length_of(m.line), 0.2, 1e-9);
    }
  EXPECT_EQ(stations, 5);
}

TEST(Panels, AHullOfRoundBilgesHasNone) {
  HullDesign d;
  d.family = HullFamily::round_bilge;
  d.shape = default_shape(d.family);
  EXPECT_THROW((void)panels_of(d), InvalidInput);
}

// A tunnel hull of ribs and sheets: roof, two walls, two bottoms, two sides, deck, transom and bow plate.
TEST(Panels, OfATunnelHullCloseAndItsRoofFoldsTheOtherWay) {
  HullDesign d;
  d.family = HullFamily::tunnel;
  d.shape = default_shape(d.family);
  const std::vector<Panel> panels = panels_of(d);
  ASSERT_EQ(panels.size(), 7u);
  const auto of = [&](PanelRole r) -> const Panel& { return panel_in(panels, r); };
  // By hand: the roof is a rectangle between upright walls, as long as the boat.
  const HullShape& s = d.shape;
  const double gap = s.beam - 2.0 * s.hull_beam;
  EXPECT_NEAR(of(PanelRole::tunnel_roof).area, s.length * gap, 1e-9);
  EXPECT_EQ(of(PanelRole::tunnel_roof).count, 1);
  EXPECT_EQ(of(PanelRole::tunnel_wall).count, 2);
  for (const PanelRole flat : {PanelRole::tunnel_roof, PanelRole::tunnel_wall}) {
    EXPECT_LT(of(flat).strain, 1e-9);
    EXPECT_LT(of(flat).off, 1e-9);
  }
  // The transom less the tunnel: two bodies of the keel's depth less half the rise of their bottoms, and the bridge.
  const double deep = s.bridge_height, rise = std::tan(s.deadrise_midships) * s.hull_beam;
  const double bodies = 2.0 * s.hull_beam * (deep - 0.5 * rise), bridge = s.beam * (s.depth - deep);
  EXPECT_NEAR(of(PanelRole::transom).area, bodies + bridge + s.beam * s.camber * 2.0 / 3.0, 2e-5);
  double faces = 0.0;
  const Panel& transom = of(PanelRole::transom);
  for (const auto& f : transom.faces) {
    const Vec2 u = transom.outline[f[1]] - transom.outline[f[0]], v = transom.outline[f[2]] - transom.outline[f[0]];
    const double area = 0.5 * (u.x() * v.y() - u.y() * v.x());
    EXPECT_GT(area, 0.0) << "no face lies over the tunnel";
    faces += area;
  }
  EXPECT_NEAR(faces, transom.area, 1e-12);
  // All together they are the skin.
  double area = 0.0;
  for (const Panel& p : panels) area += p.count * p.area;
  const LoftedSkin skin = loft(d.family, d.shape);
  EXPECT_NEAR(area, surface_area(skin.mesh), 0.01 * surface_area(skin.mesh));
  for (const Panel& p : panels)
    for (const PanelEdge& e : p.edges) {
      if (e.mate == 0 || e.mate == p.number) continue;
      const Panel& other = panels[static_cast<std::size_t>(e.mate) - 1];
      bool found = false;
      for (const PanelEdge& f : other.edges)
        found = found || (f.mate == p.number && f.seam == e.seam && std::abs(f.length - e.length) < 1e-3);
      EXPECT_TRUE(found) << panel_role_name(p.role) << " " << seam_name(e.seam) << " " << e.length;
      for (const double fold : e.fold) {
        if (e.seam == Seam::tunnel_edge) {
          EXPECT_NEAR(fold, -0.5 * pi, 1e-9) << panel_role_name(p.role);
        } else if (e.seam == Seam::keel && fold != 0.0) {
          EXPECT_GT(fold, 0.4 * pi) << panel_role_name(p.role);
        }
      }
    }
}

PROPERTY(Panels, OfATunnelHullHaveTheAreaOfItsSkinWhateverItsMeasures) {
  HullDesign d;
  d.family = HullFamily::tunnel;
  d.shape =
      scaled(default_shape(d.family), Vec3(any::between(0.7, 1.5), any::between(0.8, 1.3), any::between(0.8, 1.4)));
  d.shape.deadrise_midships = radians(any::between(0.0, 14.0));
  d.shape.bow_fullness = any::between(0.1, 0.9);
  double area = 0.0;
  for (const Panel& p : panels_of(d)) area += p.count * p.area;
  const double skin = surface_area(loft(d.family, d.shape).mesh);
  HOLDS(std::abs(area - skin) < 0.015 * skin);
}
