// What a mesh is, by its shape: every family found back, what no method fits said.
#include <gtest/gtest.h>

#include "assessment/assessment.h"
#include "findings.h"
#include "hull/family.h"
#include "hull/half_loft.h"
#include "hull/model.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"

using namespace plucky;
using namespace plucky::test;

namespace {

HullDesign from_mesh(TriangleMesh mesh) {
  HullDesign d = usual_hull(HullFamily::deep_v);
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<const TriangleMesh>(std::move(mesh));
  d.hatches.clear();
  return d;
}

HullReading reading_of(TriangleMesh mesh) {
  return *build_hull(from_mesh(std::move(mesh))).reading;
}

/// A V whose bottom jumps up by `step` at its middle.
TriangleMesh stepped(double step) {
  std::vector<double> x;
  for (int i = 0; i <= 60; ++i) x.push_back(0.01 * i);
  x.push_back(0.2999);
  std::sort(x.begin(), x.end());
  return loft_halves(
             x,
             [&](double at) {
               const double wide = 0.1 * std::sqrt(std::max(0.0, 1.0 - at / 0.6)), z = at < 0.29995 ? step : 0.0;
               HalfSection h;
               add_straight(h, {0.0, z}, {wide, z + 0.25 * wide}, 6);
               add_straight(h, {wide, z + 0.25 * wide}, {wide, 0.08}, 6);
               add_straight(h, {wide, 0.08}, {0.0, 0.08}, 3);
               h.emplace_back(0.0, 0.08);
               return h;
             },
             12)
      .mesh;
}

}  // namespace

PROPERTY(Reading, FindsEveryFamilyBackFromItsSkin) {
  const auto family = any::one_of({HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge,
                                   HullFamily::twin_hull, HullFamily::tunnel, HullFamily::scow});
  HullDesign d = usual_hull(family);
  for (const HullParameter& p : hull_parameters(family)) {
    if (p.dimension != Dimension::length && p.dimension != Dimension::angle) continue;
    double& m = d.shape.*p.member;
    m = std::clamp(m * (0.85 + 0.3 * any::whole(0, 101) / 100.0), p.low, p.high);
  }
  HullModel lofted;
  try {
    lofted = build_hull(d);
  } catch (const InvalidInput&) {
    says_nothing();
  }
  const HullModel read = build_hull(from_mesh(lofted.skin));
  HOLDS(read.reading.has_value());
  HOLDS(read.bottom == family_of(family).bottom);
  HOLDS(read.reading->symmetrical);
  HOLDS(!read.reading->hollow);
  HOLDS(read.reading->bodies == (family == HullFamily::twin_hull || family == HullFamily::tunnel ? 2u : 1u));
}

TEST(Reading, TellsTheMeasuresOfAV) {
  const HullDesign d = usual_hull(HullFamily::deep_v);
  const HullReading r = reading_of(build_hull(d).skin);
  ASSERT_TRUE(r.chine);
  EXPECT_NEAR(r.deadrise, 0.5 * (d.shape.deadrise_transom + d.shape.deadrise_midships), radians(2.5));
  EXPECT_NEAR(r.transom_width, d.shape.transom_width, 0.02);
  EXPECT_GT(r.decked, 0.9);
  EXPECT_EQ(r.steps, 0u);
}

TEST(Reading, SaysWhatNoMethodHereFits) {
  // Three floats side by side.
  TriangleMesh three = box_mesh({0.0, -0.02, 0.0}, {0.6, 0.02, 0.06});
  append(three, box_mesh({0.0, 0.1, 0.0}, {0.6, 0.13, 0.06}));
  append(three, box_mesh({0.0, -0.13, 0.0}, {0.6, -0.1, 0.06}));
  const HullReading floats = reading_of(three);
  EXPECT_EQ(floats.bottom, BottomForm::unknown);
  EXPECT_NE(plain(floats.why_unknown).find("3"), std::string::npos);
  // A step.
  const HullReading step = reading_of(stepped(0.008));
  EXPECT_EQ(step.bottom, BottomForm::unknown);
  EXPECT_EQ(step.steps, 1u);
  EXPECT_EQ(reading_of(stepped(0.0)).bottom, BottomForm::vee) << "the same without it";
  // Sponsons in front, one bottom behind.
  EXPECT_EQ(reading_of(build_hull(usual_hull(HullFamily::hydroplane)).skin).bottom, BottomForm::unknown);
  // No boat at all.
  EXPECT_EQ(reading_of(box_mesh({0.0, -0.1, 0.0}, {0.2, 0.1, 0.2})).bottom, BottomForm::unknown);
}

TEST(Reading, AnEllipsoidIsRoundAndABargeIsFlat) {
  TriangleMesh ball = sphere(0.5, 40, 60);
  for (Vec3& v : ball.vertices) v = Vec3(0.6 * v.x(), 0.15 * v.y(), 0.12 * v.z());
  const HullReading r = reading_of(ball);
  EXPECT_EQ(r.bottom, BottomForm::round);
  EXPECT_FALSE(r.chine);
  EXPECT_EQ(reading_of(box_mesh({0.0, -0.1, 0.0}, {0.6, 0.1, 0.1})).bottom, BottomForm::flat);
}

TEST(Reading, AMeshIsJudgedAsWhatItIsAndItsBuilderIsAsked) {
  Project native = powered_boat();
  Project read = native;
  read.hull = from_mesh(build_hull(native.hull).skin);
  const Assessment a = assess(native), b = assess(read);
  ASSERT_TRUE(a.power.full.runs());
  ASSERT_TRUE(b.power.full.runs());
  EXPECT_NEAR(b.power.full.speed, a.power.full.speed, 0.03 * a.power.full.speed);
  const Finding* asked = find_finding(b, "hull.reading");
  ASSERT_TRUE(asked);
  EXPECT_EQ(asked->severity, Severity::watch);
  ASSERT_TRUE(asked->remedy);
  const Assessment confirmed = assess(apply(read, *asked->remedy));
  EXPECT_EQ(find_finding(confirmed, "hull.reading")->severity, Severity::fine);
  EXPECT_EQ(confirmed.project.hull.bottom, BottomForm::vee);
  EXPECT_NEAR(confirmed.power.full.speed, b.power.full.speed, 1e-9);

  // Its builder knows better, and is told what the shape looks like.
  read.hull.bottom = BottomForm::round;
  const Assessment round = assess(read);
  EXPECT_EQ(find_finding(round, "hull.reading")->severity, Severity::note);
  EXPECT_FALSE(round.hull->model.planes);
  EXPECT_EQ(round.power.full.hull.regime, Regime::displacement);
}

TEST(Reading, OfWhatNothingFitsNoSpeedIsSaid) {
  Project p = powered_boat();
  p.hull = from_mesh(stepped(0.008));
  const Assessment a = assess(p);
  EXPECT_EQ(a.hull->model.bottom, BottomForm::unknown);
  EXPECT_FALSE(a.power.full.runs());
  EXPECT_NE(plain(a.power.message).find("step"), std::string::npos) << plain(a.power.message);
  EXPECT_EQ(find_finding(a, "hull.reading")->severity, Severity::watch);
  EXPECT_FALSE(find_finding(a, "hull.reading")->remedy);
}
