// A hull of several closed bodies: intervals instead of one contour, hydrostatics by the parallel axis theorem, water
// that stays in the body it entered.
#include <gtest/gtest.h>

#include <algorithm>
#include <cmath>

#include "assessment/assessment.h"
#include "base/error.h"
#include "hull/family.h"
#include "hull/hollows.h"
#include "project/json.h"
#include "property.h"
#include "resistance/wave.h"
#include "sealing/flooding.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// Seen from ahead: 200 wide, 100 high, with a tunnel 60 wide and 40 high from below.
const std::vector<Vec2> tunnel_section{{-0.1, 0.0}, {-0.03, 0.0}, {-0.03, 0.04}, {0.03, 0.04},
                                       {0.03, 0.0}, {0.1, 0.0},   {0.1, 0.1},    {-0.1, 0.1}};

Shell a_float() {
  Shell s{.id = 50, .name = "Float"};
  s.shape = resized(default_shape(s.family), {.length = 0.4, .beam = 0.05, .depth = 0.06});
  s.shape.bilge_radius = 0.01;
  s.shape.bow_rake = 0.02;
  s.shape.sheer = s.shape.camber = 0.0;
  s.place = {0.08, 0.22, 0.02};
  return s;
}

/// A boat with a pair of floats high enough beside it to be wet by a few millimetres.
Project with_floats() {
  Project p = sample_boat();
  p.hull.further.push_back(a_float());
  p.hull.further.front().id = p.take_id();
  return p;
}

std::string reason_of(const HullDesign& d) {
  try {
    (void)build_hull(d);
  } catch (const InvalidInput& e) {
    return e.what();
  }
  return {};
}

/// Second moment of the water plane across, about its own middle line at y, m4.
double own_inertia(const Immersion& i, double y) {
  return i.waterplane_yy - i.waterplane_area * y * y;
}

}  // namespace

TEST(Spans, OfATunnelAreTwoBelowItsRoofAndOneAbove) {
  const Section s = sections(prism(tunnel_section, 0.5), {0.25}).front();
  const auto low = s.spans(1, 0.02), high = s.spans(1, 0.07);
  ASSERT_EQ(low.size(), 2U);
  EXPECT_NEAR(low[0].low, -0.1, 1e-12);
  EXPECT_NEAR(low[0].high, -0.03, 1e-12);
  EXPECT_NEAR(low[1].low, 0.03, 1e-12);
  ASSERT_EQ(high.size(), 1U);
  EXPECT_NEAR(high[0].length(), 0.2, 1e-12);
  // Upward: the tunnel's roof begins higher than the sponsons.
  EXPECT_NEAR(s.spans(0, 0.0).front().low, 0.04, 1e-12);
  EXPECT_NEAR(s.spans(0, 0.07).front().low, 0.0, 1e-12);
  EXPECT_TRUE(s.spans(0, 0.15).empty());
}

TEST(Spans, MergeWhereBodiesOverlapAndCountHollowsAsSolid) {
  TriangleMesh two = box_mesh({0.0, -0.05, 0.0}, {0.3, 0.05, 0.1});
  append(two, box_mesh({0.0, 0.03, 0.0}, {0.3, 0.12, 0.1}));
  append(two, box_mesh({0.05, -0.04, 0.02}, {0.25, 0.0, 0.08}), true);
  const auto spans = sections(two, {0.15}).front().spans(1, 0.05);
  ASSERT_EQ(spans.size(), 1U);
  EXPECT_NEAR(spans[0].low, -0.05, 1e-12);
  EXPECT_NEAR(spans[0].high, 0.12, 1e-12);
}

PROPERTY(Spans, HoldWhatTheSectionContainsAndNothingElse) {
  const HullModel hull = build_hull(with_floats().hull);
  const Section& s = hull.section_near(0.001 * any::whole(20, 600));
  const double z = 1e-4 * any::whole(-50, 1200) + 3.3e-6, y = 1e-4 * any::whole(-3000, 3000) + 1.7e-6;
  const auto across = s.spans(1, z);
  const bool held = std::any_of(across.begin(), across.end(), [&](const Span& p) { return y > p.low && y < p.high; });
  HOLDS(held == s.contains({y, z}));
  for (std::size_t i = 1; i < across.size(); ++i) HOLDS(across[i].low > across[i - 1].high);
}

TEST(Shells, AddTheirVolumesAndStandWhereTheyAreSaidTo) {
  const Project p = with_floats();
  const HullModel hull = build_hull(p.hull), bare = build_hull(sample_boat().hull);
  HullDesign alone{.family = p.hull.further.front().family, .shape = p.hull.further.front().shape};
  const HullModel one = build_hull(alone);
  ASSERT_EQ(hull.shells.size(), 3U);
  EXPECT_NEAR(hull.volume, bare.volume + 2.0 * one.volume, 1e-12);
  EXPECT_TRUE(hull.symmetrical);
  EXPECT_NEAR(hull.shells[1].box.low.x(), 0.08, 1e-9);
  EXPECT_NEAR(hull.shells[1].box.centre().y(), 0.22, 1e-9);
  EXPECT_NEAR(hull.shells[2].box.centre().y(), -0.22, 1e-9);
  EXPECT_EQ(plain(hull.shells[2].name), "Float, starboard");
  EXPECT_EQ(hull.shell_at({0.2, 0.22, 0.05}), 1U);
  EXPECT_EQ(hull.shell_at({0.2, 0.0, 0.05}), 0U);
  EXPECT_EQ(hull.shell_at({0.2, -0.5, 0.05}), 2U) << "the nearest";
  // Both sides begin their deck edge to port, from the after end forward.
  for (const std::size_t i : {1U, 2U}) {
    const auto& edge = hull.shells[i].deck_edge;
    EXPECT_LT(edge.front().x(), edge[edge.size() / 2 - 1].x());
    EXPECT_GT(edge.front().y(), edge.back().y());
  }
}

TEST(Shells, StiffenTheBoatByTheParallelAxisTheorem) {
  const Project p = with_floats();
  const Shell& f = p.hull.further.front();
  const ImmersedBody all(build_hull(p.hull).buoyant), main(build_hull(sample_boat().hull).buoyant),
      one(build_hull({.family = f.family, .shape = f.shape}).buoyant);
  const double draught = 0.045;
  const Immersion a = all.below({{}, draught}), m = main.below({{}, draught}),
                  o = one.below({{}, draught - f.place.z()});
  ASSERT_GT(o.waterplane_area, 1e-3);
  EXPECT_NEAR(a.volume, m.volume + 2.0 * o.volume, 1e-12);
  EXPECT_NEAR(own_inertia(a, 0.0),
              own_inertia(m, 0.0) + 2.0 * (own_inertia(o, 0.0) + o.waterplane_area * f.place.y() * f.place.y()), 1e-12);
}

TEST(Shells, MeetOneAnotherNowhere) {
  HullDesign d = with_floats().hull;
  EXPECT_EQ(reason_of(d), "");
  d.further.front().place.y() = 0.09;  // its inner side in the hull's
  EXPECT_NE(reason_of(d).find("meet one another"), std::string::npos) << reason_of(d);
  d = with_floats().hull;
  d.further.front() = a_float();  // wholly inside
  d.further.front().shape = resized(d.further.front().shape, {.length = 0.15, .beam = 0.03, .depth = 0.03});
  d.further.front().shape.bilge_radius = 0.005;
  d.further.front().shape.rocker = 0.0;
  d.further.front().both_sides = false;
  d.further.front().place = {0.2, 0.0, 0.04};
  EXPECT_NE(reason_of(d).find("meet one another"), std::string::npos) << reason_of(d);
  d.further.front() = a_float();
  d.further.front().place.y() = -0.1;
  EXPECT_NE(reason_of(d).find("to port of the centre line"), std::string::npos);
  d.further.front() = a_float();
  d.further.front().shape.beam = 99.0;
  EXPECT_NE(reason_of(d).find("shell \"Float\""), std::string::npos) << reason_of(d);
}

TEST(Shells, KeepTheWaterThatComesIntoOneOfThem) {
  const Project p = with_floats();
  const HullModel hull = build_hull(p.hull);
  const std::vector<Compartment> bays = compartments_of(hull, p.hull);
  ASSERT_EQ(bays.size(), 3U);
  const std::size_t port = compartment_at(bays, 0.2, hull.shell_at({0.2, 0.22, 0.05}));
  EXPECT_EQ(port, 1U);
  EXPECT_EQ(compartment_at(bays, 0.2, hull.shell_at({0.2, 0.0, 0.05})), 0U);
  EXPECT_NEAR(bays[port].volume(), hull.shells[1].volume, 0.2 * hull.shells[1].volume) << "less its skin";
  const Compartment::Water w = bays[port].holding(0.5 * bays[port].volume(), {});
  EXPECT_NEAR(w.centre.y(), 0.22, 1e-3);
}

TEST(Shells, AreToldWhereNoMethodTakesThemTogether) {
  Project p = powered_boat();
  p.hull.further.push_back(a_float());
  p.hull.further.front().id = p.take_id();
  Assessor judge;
  p.hull.further.front().place.z() = 0.2;  // clear of the water
  const Assessment dry = judge.assess(p);
  ASSERT_TRUE(dry.flotation.upright());
  p.hull.further.front().place.z() = -0.01;
  const Assessment wet = judge.assess(p);
  ASSERT_TRUE(wet.flotation.upright());
  EXPECT_GT(wet.flotation.gm_transverse, 3.0 * dry.flotation.gm_transverse);
  EXPECT_FALSE(wet.power.full.runs());
  ASSERT_TRUE(dry.power.fitted);
  EXPECT_NE(plain(wet.power.message).find("3 pieces side by side"), std::string::npos) << plain(wet.power.message);
}

TEST(Shells, GiveWavesTheirOwnBreadthAndNotTheGapBetween) {
  const HullModel hull = build_hull(with_floats().hull);
  const Offsets o = offsets_below(hull, [](double) { return 0.05; });
  const Section& s = hull.section_near(0.3);
  double wide = 0.0;
  for (const Span& span : s.spans(1, 0.05)) wide += span.length();
  const auto at = std::min_element(o.x.begin(), o.x.end(),
                                   [](double a, double b) { return std::abs(a - 0.3) < std::abs(b - 0.3); });
  EXPECT_NEAR(2.0 * o.half[static_cast<std::size_t>(at - o.x.begin())].front(), wide, 1e-9);
  EXPECT_LT(wide, 0.9 * hull.beam());
}

TEST(Shells, AreSavedAndReadAgain) {
  try_on(20, [] {
    Project p = sample_boat();
    const int floats = any::whole(0, 3);
    for (int i = 0; i < floats; ++i) {
      Shell s = a_float();
      s.id = p.take_id();
      s.place.y() = 0.25 + 0.12 * i + 1e-3 * any::whole(0, 50);
      s.both_sides = any::either();
      s.name = "Float " + std::to_string(i);
      p.hull.further.push_back(s);
    }
    const std::string saved = project_to_json(p);
    const Project again = project_from_json(saved);
    HOLDS(again == p);
    HOLDS(project_to_json(again) == saved);
  });
}

TEST(Shells, GetNumbersOfTheirOwnAndAreRefusedWithAnothers) {
  Project p = sample_boat();
  HullDesign d = p.hull;
  d.further.push_back(a_float());
  d.further.back().id = 0;
  p = apply(p, {"Float", ChangeHull{d}});
  const Id id = p.hull.further.front().id;
  EXPECT_NE(id, 0U);
  EXPECT_TRUE(exists(p, id));
  p.hull.further.front().id = p.layout.parts.front().id;
  EXPECT_THROW(check_project(p), InvalidInput);
  p.hull.further.front().id = id;
  p.hull.further.front().family = HullFamily::imported;
  EXPECT_THROW(check_project(p), InvalidInput);
}

TEST(Hollows, AreWhatStandsBetweenTheBodiesAndNowhereElse) {
  EXPECT_TRUE(hollow_edges(build_hull(usual_hull(HullFamily::deep_v))).empty());
  for (const HullFamily family : {HullFamily::twin_hull, HullFamily::tunnel}) {
    const HullModel hull = build_hull(usual_hull(family));
    const auto edges = hollow_edges(hull);
    ASSERT_GE(edges.size(), 2u) << family_name(family);
    double longest = 0.0;
    for (const auto& edge : edges) {
      longest = std::max(longest, edge.back().x() - edge.front().x());
      for (const Vec2& p : edge) {
        EXPECT_LT(std::abs(p.y()), 0.5 * hull.beam());
        // Its mirror image is an edge too.
        const bool mirrored = std::any_of(edges.begin(), edges.end(), [&](const auto& other) {
          return std::any_of(other.begin(), other.end(),
                             [&](const Vec2& q) { return (q - Vec2(p.x(), -p.y())).norm() < 1e-6; });
        });
        EXPECT_TRUE(mirrored);
      }
    }
    EXPECT_GT(longest, 0.6 * hull.length()) << family_name(family);
  }
}
