// Two bodies side by side: their hydrostatics, waves and planing surfaces, and the families that are made of them.
#include <gtest/gtest.h>

#include <cmath>

#include "assessment/assessment.h"
#include "base/error.h"
#include "flotation/equilibrium.h"
#include "geometry/mesh_check.h"
#include "hull/family.h"
#include "hull/model.h"
#include "property.h"
#include "resistance/planing.h"
#include "resistance/wave.h"
#include "running/boat.h"
#include "shapes.h"
#include "texts.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// A hull of parabolas (Wigley), offsets below the water.
Offsets wigley(double L, double B, double T, double spacing) {
  Offsets o;
  o.spacing = spacing;
  for (int j = 0; j <= 16; ++j) o.depth.push_back(T * std::pow(j / 16.0, 1.5));
  for (int i = 0; i <= 120; ++i) {
    const double x = L * (i / 120.0 - 0.5);
    o.x.push_back(x);
    std::vector<double> half;
    for (double z : o.depth) half.push_back(0.5 * B * (1.0 - 4.0 * x * x / (L * L)) * (1.0 - z * z / (T * T)));
    o.half.push_back(half);
  }
  return o;
}

/// Two of them by the closed form of the inner integrals and a plain midpoint rule outside, l = cosh u.
double wigley_twins(double L, double B, double T, double spacing, double V, double density) {
  const double k = gravity / (V * V);
  double sum = 0.0;
  constexpr int n = 120000;
  constexpr double most = 4.5, step = most / n;
  for (int i = 0; i < n; ++i) {
    const double u = (i + 0.5) * step, l = std::cosh(u);
    const double a = k * l, d = k * l * l, e = std::exp(-d * T);
    const double along = 2.0 * (std::sin(0.5 * a * L) / (a * a) - 0.5 * L * std::cos(0.5 * a * L) / a);
    const double down = (1.0 - e) / d - (2.0 - e * (d * d * T * T + 2.0 * d * T + 2.0)) / (d * d * d * T * T);
    const double amplitude = -4.0 * B / (L * L) * along * down;
    const double meets = 2.0 * std::cos(0.5 * k * spacing * l * std::sinh(u));
    sum += meets * meets * amplitude * amplitude * l * l * step;
  }
  return 4.0 * density * gravity * gravity / (pi * V * V) * sum;
}

Boat afloat(const Assessment& a) {
  return boat_of(a);
}

Assessment twin_boat(HullFamily family) {
  Project p = powered_boat();
  p.hull = usual_hull(family);
  return assess(p);
}

}  // namespace

TEST(Twins, OfBoxesHaveTheirClosedFormMetacentre) {
  // Two boxes of L x b, their centre planes s apart, T deep: BM = (2 L b^3 / 12 + 2 L b s^2 / 4) / (2 L b T).
  const double L = 1.0, b = 0.1, s = 0.4, T = 0.05;
  TriangleMesh mesh = box_mesh({0.0, 0.5 * (s - b), 0.0}, {L, 0.5 * (s + b), 0.12});
  append(mesh, box_mesh({0.0, -0.5 * (s + b), 0.0}, {L, -0.5 * (s - b), 0.12}));
  const ImmersedBody body = body_of(mesh, 8);
  const WaterPlane plane = solve_sinkage(body, 2.0 * L * b * T, {});
  const Immersion im = body.below(plane);
  EXPECT_NEAR(plane.offset, T, 1e-9);
  EXPECT_NEAR(im.waterplane_yy / im.volume, (b * b / 12.0 + s * s / 4.0) / T, 1e-9);
}

TEST(Twins, OfParabolasMakeTheWavesOfTheClosedForm) {
  for (const double froude : {0.25, 0.32, 0.40, 0.60})
    for (const double spacing : {0.2, 0.4, 0.8}) {
      const double v = froude * std::sqrt(gravity);
      EXPECT_NEAR(wave_resistance(wigley(1.0, 0.1, 0.0625, spacing), v, 1000.0) /
                      wigley_twins(1.0, 0.1, 0.0625, spacing, v, 1000.0),
                  1.0, 0.03)
          << froude << " " << spacing;
    }
}

TEST(Twins, FarApartDragTwiceAndInOnePlaceFourTimes) {
  const double v = 0.4 * std::sqrt(gravity);
  const double one = wave_resistance(wigley(1.0, 0.1, 0.0625, 0.0), v, 1000.0);
  EXPECT_NEAR(wave_resistance(wigley(1.0, 0.1, 0.0625, 1e-6), v, 1000.0) / one, 4.0, 1e-3);
  // Over distances the meeting waves come out even.
  double mean = 0.0;
  constexpr int many = 40;
  for (int i = 0; i < many; ++i) mean += wave_resistance(wigley(1.0, 0.1, 0.0625, 6.0 + 0.05 * i), v, 1000.0) / many;
  EXPECT_NEAR(mean / one, 2.0, 0.05);
}

PROPERTY(Twins, NeverDragLessThanNothingNorMoreThanFourTimesOne) {
  const double v = 0.01 * any::whole(12, 90) * std::sqrt(gravity), spacing = 0.01 * any::whole(11, 200);
  const double one = wave_resistance(wigley(1.0, 0.1, 0.0625, 0.0), v, 1000.0);
  const double both = wave_resistance(wigley(1.0, 0.1, 0.0625, spacing), v, 1000.0);
  HOLDS(both >= 0.0);
  HOLDS(both <= 4.02 * one);
}

PROPERTY(Twins, PlaneAsTwoOfHalfTheBoat) {
  PlaningHull half = planing_bottom_of_a_launch();
  half.beam = 0.001 * any::whole(50, 120);
  half.deadrise = radians(any::whole(0, 25));
  half.mass = 0.01 * any::whole(20, 200);
  half.appendage_area = 1e-5 * any::whole(0, 20);
  half.air_area = 1e-3 * any::whole(0, 20);
  PlaningHull both = half;
  both.bodies = 2;
  both.mass *= 2.0, both.appendage_area *= 2.0, both.air_area *= 2.0;
  const double v = any::whole(3, 20);
  const PlaningState a = solve_planing(half, v, 1000.0, 1e-6), b = solve_planing(both, v, 1000.0, 1e-6);
  HOLDS(a.status == b.status);
  HOLDS(std::abs(b.drag - 2.0 * a.drag) <= 1e-9 * (1.0 + std::abs(b.drag)));
  HOLDS(std::abs(b.lift - 2.0 * a.lift) <= 1e-9 * (1.0 + std::abs(b.lift)));
  HOLDS(a.trim == b.trim && a.wetted_length == b.wetted_length);
}

TEST(TunnelHull, ItsSponsonsAreFoundFromItsShapeAndATunnelIsNoV) {
  const HullModel m = build_hull(usual_hull(HullFamily::tunnel));
  const HullShape s = default_shape(HullFamily::tunnel);
  const PlaningBottom bottom = planing_bottom(m);
  EXPECT_EQ(bottom.bodies, 2u);
  EXPECT_NEAR(bottom.beam, s.hull_beam, 0.03 * s.hull_beam);
  EXPECT_NEAR(bottom.deadrise, s.deadrise_midships, radians(0.5));
  EXPECT_NEAR(bottom.tunnel, s.beam - 2.0 * s.hull_beam, 0.01 * s.beam);
  const PlaningBottom v = planing_bottom(build_hull(usual_hull(HullFamily::deep_v)));
  EXPECT_EQ(v.bodies, 1u);
  EXPECT_EQ(v.tunnel, 0.0);
}

TEST(TwinHull, MeetsTheWaterInTwoLikeBodiesAndRunsByBoth) {
  const Assessment a = twin_boat(HullFamily::twin_hull);
  const Boat b = afloat(a);
  const WettedBodies bodies = wetted_bodies(b);
  ASSERT_EQ(bodies.pieces, 2u);
  ASSERT_TRUE(bodies.spacing);
  const HullShape s = default_shape(HullFamily::twin_hull);
  EXPECT_NEAR(*bodies.spacing, s.beam - s.hull_beam, 0.01 * s.beam);
  const RunningHull h = running_hull(b);
  EXPECT_NEAR(2.0 * h.offsets.greatest_half(), s.hull_beam, 0.05 * s.hull_beam);
  EXPECT_FALSE(h.planes);
  // Twice the friction of one is the friction of both: it goes with the whole wetted area.
  EXPECT_NEAR(h.wetted_area, b.rest.immersion.wetted_area, 1e-9);
  ASSERT_TRUE(a.power.fitted) << plain(a.power.message);
  EXPECT_TRUE(a.power.full.runs());
  EXPECT_GT(a.flotation.gm_transverse, 3.0 * twin_boat(HullFamily::round_bilge).flotation.gm_transverse)
      << "two hulls wide apart stand up more than one";
}

TEST(TunnelHull, RunsOnItsSponsonsAndSaysWhatIsNotInIt) {
  Project p = powered_boat();
  p.hull = usual_hull(HullFamily::tunnel);
  const Assessment a = assess(p);
  const RunningHull h = running_hull(afloat(a));
  ASSERT_TRUE(h.planes);
  EXPECT_EQ(h.bottom.bodies, 2u);
  const RunningPoint fast = run_at(h, 4.0 * std::sqrt(gravity * std::cbrt(h.volume)));
  EXPECT_TRUE(fast.holds) << plain(fast.message);
  EXPECT_TRUE(fast.outside_range);
  EXPECT_FALSE(fast.message.empty());
}

TEST(TwinHull, MeasuresThatMeetAreRefusedByName) {
  const auto refusal = [](HullFamily family, double HullShape::*measure, double value) {
    HullDesign d = usual_hull(family);
    d.shape.*measure = value;
    return refusal_of([&] { return build_hull(d); });
  };
  EXPECT_NE(refusal(HullFamily::twin_hull, &HullShape::hull_beam, 0.158).find("no room between"), std::string::npos);
  EXPECT_NE(refusal(HullFamily::twin_hull, &HullShape::bridge_height, 0.139).find("no bridge"), std::string::npos);
  EXPECT_NE(refusal(HullFamily::tunnel, &HullShape::deadrise_midships, radians(40)).find("chine to the bridge"),
            std::string::npos);
  EXPECT_NE(refusal(HullFamily::twin_hull, &HullShape::rocker, 0.06).find("keels at the transom"), std::string::npos);
  EXPECT_NE(refusal(HullFamily::scow, &HullShape::stern_rise, 0.088).find("through the deck"), std::string::npos);
  EXPECT_NE(refusal(HullFamily::scow, &HullShape::stern_rake, 0.45).find("no level bottom"), std::string::npos);
}

TEST(Scow, RisesToBothEndsByItsMeasures) {
  const HullModel m = build_hull(usual_hull(HullFamily::scow));
  const HullShape s = default_shape(HullFamily::scow);
  EXPECT_NEAR(m.outline.keel.front(), s.stern_rise, 1e-3);
  EXPECT_NEAR(m.outline.keel.back(), s.bow_rise, 1e-3);
  EXPECT_NEAR(m.bottom_height(0.5 * s.length, 0.0), 0.0, 1e-9);
  EXPECT_NEAR(m.outline.half_port.back(), 0.5 * s.beam, 0.01 * s.beam) << "as wide at the bow";
}
