// What stands along the edges of a hull: a transom that leans, bulwarks and bumpers, marks; and sections drawn over a
// picture.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "base/error.h"
#include "build/panels.h"
#include "findings.h"
#include "geometry/mesh_check.h"
#include "hull/model.h"
#include "hull/morph.h"
#include "hull/placement.h"
#include "hull/rims.h"
#include "hull/traced.h"
#include "project/json.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// An open box of 400 x 100 x 50 mm drawn over a picture at two pixels a millimetre, foot at (500, 400): fore sections
/// to the right, after ones to the left.
Trace drawn_box() {
  Trace t{.from = Vec2(100, 50), .to = Vec2(300, 50), .distance = 0.1, .foot = Vec2(500, 400), .sections = {}};
  for (int i = 0; i < 5; ++i) {
    const double side = i < 2 ? -1.0 : 1.0;
    t.sections.push_back(
        {.x = 0.1 * i,
         .points = {{Vec2(500, 400)}, {Vec2(500 + side * 100, 400), true}, {Vec2(500 + side * 100, 300)}}});
  }
  return t;
}

}  // namespace

TEST(Transom, LeansAboutItsFootAndTheBoatRunsOnItsKeel) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  const HullModel plain = build_hull(d);
  d.shape.transom_rake = radians(12.0);
  const HullModel leaning = build_hull(d);
  // Its top stands aft by the height times the tangent.
  const Vec3 &top = leaning.shells.front().deck_edge.front(), &was = plain.shells.front().deck_edge.front();
  EXPECT_NEAR(was.x() - top.x(), std::tan(radians(12.0)) * (was.z() - plain.transom_keel()), 1e-6);
  EXPECT_NEAR(leaning.transom_foot.x(), 0.0, 1e-9);
  EXPECT_NEAR(leaning.transom_keel(), plain.transom_keel(), 1e-4);
  EXPECT_LT(leaning.box.low.x(), -0.01);
  EXPECT_GT(leaning.volume, plain.volume);
  d.shape.transom_rake = radians(-12.0);
  const HullModel forward = build_hull(d);
  EXPECT_LT(forward.volume, plain.volume);
  EXPECT_NEAR(forward.box.low.x(), 0.0, 1e-6);
}

PROPERTY(Transom, OfAnyLeanTheHullStaysClosedAndItsPanelsMeet) {
  HullDesign d = usual_hull(any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge}));
  d.shape.transom_rake = radians(any::between(-18.0, 24.0));
  const LoftedSkin skin = loft(d.family, d.shape);
  HOLDS(check_mesh(skin.mesh).closed());
  HOLDS(signed_volume(skin.mesh) > 0.0);
  if (d.family == HullFamily::round_bilge) return;
  // The transom's edge is as long as the side's end that is glued to it.
  const std::vector<Panel> panels = panels_of(d);
  double transom = 0.0, side = 0.0;
  for (const Panel& p : panels)
    for (const PanelEdge& e : p.edges)
      if (e.seam == Seam::transom) {
        if (p.role == PanelRole::transom && e.joins == PanelRole::side) transom = e.length;
        if (p.role == PanelRole::side) side = e.length;
      }
  HOLDS(transom > 0.0 && std::abs(transom - side) < 2e-4);
}

TEST(Transom, ThatWouldFoldTheHullOverItselfIsRefused) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.shape.depth = 0.5;
  d.shape.transom_rake = radians(-20.0);
  EXPECT_NE(refusal_of([&] { return build_hull(d); }).find("Transom angle"), std::string::npos);
}

TEST(Rims, ABulwarkWeighsByItsLengthAndHoldsWaterByItsDeck) {
  HullDesign d = usual_hull(HullFamily::flat_bottom);
  d.rims.push_back({.id = 7, .x = 0.1, .length = 0.2, .height = 0.02, .thickness = 0.001});
  const HullModel hull = build_hull(d);
  const RimRun run = rim_runs(hull, d).front();
  EXPECT_NEAR(run.port.front().x(), 0.1, 1e-9);
  EXPECT_NEAR(run.port.back().x(), 0.3, 1e-9);
  EXPECT_GT(run.length, 0.4);
  EXPECT_LT(run.length, 0.42);
  EXPECT_NEAR(run.volume, run.length * 0.02 * 0.001, 1e-12);
  EXPECT_NEAR(signed_volume(rim_body(run, d.rims[0])), run.volume, 0.01 * run.volume);
  EXPECT_TRUE(check_mesh(rim_body(run, d.rims[0])).closed());
  // The deck between its sides: nearly 200 mm by the beam.
  EXPECT_NEAR(run.deck, 0.2 * hull.beam(), 0.05 * run.deck);
  EXPECT_NEAR(held_on_deck(run, d.rims[0]), 0.6 * 0.02 * run.deck, 1e-12);
  // By hand: volume over 0.6 A sqrt(2 g h / 2).
  d.rims[0].ports = 2e-4;
  EXPECT_NEAR(draining_time(run, d.rims[0]), held_on_deck(run, d.rims[0]) / (0.6 * 2e-4 * std::sqrt(gravity * 0.02)),
              1e-9);
  EXPECT_NEAR(ports_for(run, d.rims[0], draining_time(run, d.rims[0])), 2e-4, 1e-12);
  EXPECT_THROW((void)draining_time(run, EdgeRim{.height = 0.02}), InvalidInput);
}

TEST(Rims, ABumperIsRoundSoftAndHoldsNoWater) {
  HullDesign d = usual_hull(HullFamily::flat_bottom);
  d.rims.push_back({.id = 7, .bumper = true, .x = 0.0, .length = 0.5, .height = 0.012});
  const HullModel hull = build_hull(d);
  const RimRun run = rim_runs(hull, d).front();
  EXPECT_NEAR(run.volume, run.length * 0.25 * pi * 0.012 * 0.012, 1e-12);
  EXPECT_EQ(held_on_deck(run, d.rims[0]), 0.0);
  const TriangleMesh body = rim_body(run, d.rims[0]);
  EXPECT_TRUE(check_mesh(body).closed());
  EXPECT_GT(bounds(body).high.y(), hull.box.high.y() + 0.008);
}

TEST(Rims, WithoutPortsTheDeckStaysFullAndTheOfferDrainsIt) {
  Project p = powered_boat();
  const double before = assess(p).mass.total;
  p.hull.rims.push_back({.id = p.take_id(), .name = "Bulwark", .x = 0.02, .length = 0.5, .height = 0.02});
  const Assessment a = assess(p);
  EXPECT_GT(a.mass.total, before + 0.005);
  const Finding& f = finding(a, "float.on_deck");
  EXPECT_GT(f.severity, Severity::fine);
  ASSERT_TRUE(f.remedy);
  EXPECT_EQ(finding(assess(apply(p, *f.remedy)), "float.on_deck").severity, Severity::fine);
  // It is kept in the file.
  EXPECT_EQ(project_from_json(project_to_json(p)), p);
}

TEST(Marks, TheBandOverTheWaterLineIsASecondMarkOnThePanels) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  const std::pair<Vec3, double> water{Vec3::UnitZ(), 0.04};
  const auto marks = [&](double band) {
    std::size_t n = 0;
    for (const Panel& p : panels_of(d, {.water = water, .boot_top = band}))
      for (const PanelMark& m : p.marks) n += m.kind == PanelMark::Kind::waterline;
    return n;
  };
  EXPECT_EQ(marks(0.005), 2 * marks(0.0));
}

TEST(Trace, ABoxDrawnOverAPictureIsThatBox) {
  const std::vector<OffsetStation> stations = traced_stations(drawn_box());
  ASSERT_EQ(stations.size(), 5u);
  const TriangleMesh skin = skin_from_offsets(stations);
  EXPECT_TRUE(check_mesh(skin).closed());
  EXPECT_NEAR(signed_volume(skin), 0.4 * 0.1 * 0.05, 1e-9);
  const HullDesign before = usual_hull(HullFamily::deep_v);
  HullDesign with = before;
  with.stringers.push_back({.id = 3});
  const HullDesign taken = with_skin(with, std::make_shared<const TriangleMesh>(skin), "plan.png");
  EXPECT_TRUE(taken.stringers.empty());
  EXPECT_NEAR(build_hull(taken).beam(), 0.1, 1e-9);
}

TEST(Trace, ACurveGoesThroughItsPointsAndKeepsItsCorners) {
  const TraceSection s{.x = 0.1, .points = {{Vec2(0, 0)}, {Vec2(40, -5)}, {Vec2(60, -30), true}, {Vec2(62, -80)}}};
  const std::vector<Vec2> line = drawn_line(s);
  for (const TracePoint& p : s.points) {
    double nearest = 1e9;
    for (const Vec2& v : line) nearest = std::min(nearest, (v - p.at).norm());
    EXPECT_LT(nearest, 1e-9);
  }
  // The upper stretch has but two points: straight.
  for (const Vec2& v : line) {
    if (v.y() >= -30.0) continue;
    EXPECT_NEAR(v.x(), 60.0 + 2.0 * (-30.0 - v.y()) / 50.0, 1e-9);
  }
}

PROPERTY(Trace, HoldsAtAnyScaleAndPlaceOfThePicture) {
  Trace t = drawn_box();
  const double by = any::between(0.3, 4.0);
  const Vec2 shift(any::between(-300, 300), any::between(-300, 300));
  for (std::optional<Vec2>* p : {&t.from, &t.to, &t.foot}) *p = by * **p + shift;
  for (TraceSection& s : t.sections)
    for (TracePoint& p : s.points) p.at = by * p.at + shift;
  ONLY_IF((*t.to - *t.from).norm() > 10.0);
  const double volume = signed_volume(skin_from_offsets(traced_stations(t)));
  HOLDS(std::abs(volume - 0.002) < 1e-8);
}

TEST(Trace, SaysWhatIsMissingAndWhichSectionIsNone) {
  const auto refusal = [](const Trace& t) { return refusal_of([&] { return skin_from_offsets(traced_stations(t)); }); };
  Trace t = drawn_box();
  t.to = t.from;
  EXPECT_NE(refusal(t).find("scale"), std::string::npos);
  t = drawn_box();
  t.foot.reset();
  EXPECT_NE(refusal(t).find("foot"), std::string::npos);
  t = drawn_box();
  t.sections.resize(3);
  EXPECT_NE(refusal(t).find("four are wanted"), std::string::npos) << refusal(t);
  t = drawn_box();
  std::reverse(t.sections[2].points.begin(), t.sections[2].points.end());
  EXPECT_NE(refusal(t).find("begins at its top"), std::string::npos);
  t = drawn_box();
  t.sections[3].points[0].at.x() -= 60.0;
  EXPECT_NE(refusal(t).find("crosses the centre line"), std::string::npos) << refusal(t);
  t = drawn_box();
  t.sections[3].x = t.sections[2].x;
  EXPECT_NE(refusal(t).find("twice"), std::string::npos);
}
