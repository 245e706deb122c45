// Friction, waves and planing against published worked values, closed forms and laws.
#include <gtest/gtest.h>

#include <cmath>
#include <functional>

#include "property.h"
#include "resistance/friction.h"
#include "resistance/planing.h"
#include "resistance/running.h"
#include "resistance/wave.h"
#include "shapes.h"
#include "texts.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr double feet = 0.3048, pound_force = 4.4482216, knot = 1852.0 / 3600.0;

/// Savitsky (1964), worked example: 60,000 lb, beam 14 ft, deadrise 10 degrees, LCG 29 ft, VCG 2 ft, thrust line 4
/// degrees up and 0.5 ft below the CG, 40 knots.
PlaningHull worked_example() {
  PlaningHull h;
  h.beam = 14.0 * feet;
  h.deadrise = radians(10.0);
  h.mass = 60000.0 * pound_force / gravity;
  h.lcg = 29.0 * feet;
  h.vcg = 2.0 * feet;
  h.thrust_angle = radians(4.0);
  h.thrust_offset = 0.5 * feet;
  h.roughness = 0.0004;
  return h;
}

Offsets wigley_offsets(double L, double B, double T, int stations, int layers) {
  Offsets o;
  for (int j = 0; j <= layers; ++j) o.depth.push_back(T * std::pow(static_cast<double>(j) / layers, 1.5));
  for (int i = 0; i <= stations; ++i) {
    const double x = L * (static_cast<double>(i) / stations - 0.5);
    o.x.push_back(x);
    std::vector<double> half;
    for (double z : o.depth) half.push_back(0.5 * B * (1.0 - 4.0 * x * x / (L * L)) * (1.0 - z * z / (T * T)));
    o.half.push_back(half);
  }
  return o;
}

/// Michell's integral of the Wigley hull with both inner integrals in closed form and a plain midpoint rule outside.
double wigley_wave(double L, double B, double T, double V, double density) {
  const double k = gravity / (V * V);
  const auto amplitude = [&](double l) {
    const double a = k * l, d = k * l * l, e = std::exp(-d * T);
    const double along = 2.0 * (std::sin(0.5 * a * L) / (a * a) - 0.5 * L * std::cos(0.5 * a * L) / a);
    const double down = (1.0 - e) / d - (2.0 - e * (d * d * T * T + 2.0 * d * T + 2.0)) / (d * d * d * T * T);
    return -4.0 * B / (L * L) * along * down;
  };
  double sum = 0.0;
  constexpr int n = 60000;
  constexpr double most = 4.5, step = most / n;  // l = cosh u
  for (int i = 0; i < n; ++i) {
    const double l = std::cosh((i + 0.5) * step);
    sum += amplitude(l) * amplitude(l) * l * l * step;
  }
  return 4.0 * density * gravity * gravity / (pi * V * V) * sum;
}

PlaningState at(const PlaningHull& h, double speed) {
  return solve_planing(h, speed, fresh_water_density, fresh_water_viscosity);
}

RunningHull running_boat() {
  RunningHull h;
  h.offsets = wigley_offsets(0.6, 0.17, 0.03, 40, 8);
  h.waterline_length = 0.6;
  h.wetted_area = 0.09;
  h.form = 1.15;
  h.volume = 1.4e-3;
  h.planes = true;
  h.bottom = planing_bottom_of_a_launch();
  h.density = fresh_water_density;
  h.viscosity = fresh_water_viscosity;
  return h;
}

}  // namespace

TEST(Friction, FollowsTheTabulatedLine) {
  // ITTC 1957: published table values of 10^3 CF.
  EXPECT_NEAR(1e3 * friction_coefficient(1e6), 4.688, 0.001);
  EXPECT_NEAR(1e3 * friction_coefficient(1e7), 3.000, 0.001);
  EXPECT_NEAR(1e3 * friction_coefficient(1e9), 1.531, 0.001);
  EXPECT_NEAR(friction_coefficient(1e4), 0.01328, 1e-5);  // Blasius
  EXPECT_THROW((void)friction_coefficient(0.0), InvalidInput);
}

PROPERTY(Friction, FallsSteadilyOutsideTheBlendAndNeverJumps) {
  const double lg = any::whole(3000, 9000) / 1000.0;
  const double here = friction_coefficient(std::pow(10.0, lg)), near = friction_coefficient(std::pow(10.0, lg + 1e-4));
  HOLDS(std::abs(near / here - 1.0) < 1e-3);
  if (lg < 4.3 || lg > 5.0) HOLDS(near < here);
}

TEST(FormFactor, IsThatOfThePublishedShip) {
  // Holtrop (1984), worked ship: 50 x 12 x 3.2 m, 900 m3, midship 0.78, lcb -4.5 %, normal stern: 1.297 (memory).
  EXPECT_NEAR(form_factor({50.0, 12.0, 3.2, 900.0, 900.0 / (50.0 * 12.0 * 3.2 * 0.78), -0.045}), 1.297, 0.001);
  EXPECT_THROW((void)form_factor({205.0, 0.0, 10.0, 37500.0, 0.58}), InvalidInput);
  EXPECT_THROW((void)form_factor({205.0, 32.0, 10.0, 37500.0, 1.2}), InvalidInput);
}

TEST(Waves, MatchAClosedFormQuadratureOfTheWigleyHull) {
  const Offsets o = wigley_offsets(1.0, 0.1, 0.0625, 80, 20);
  for (double froude : {0.25, 0.316, 0.4, 0.5, 0.7}) {
    const double v = froude * std::sqrt(gravity);
    EXPECT_NEAR(wave_resistance(o, v, 1000.0) / wigley_wave(1.0, 0.1, 0.0625, v, 1000.0), 1.0, 0.02) << froude;
  }
  EXPECT_THROW((void)wave_resistance(o, 0.0, 1000.0), InvalidInput);
}

TEST(Waves, FadeAwayTowardsRestWithoutAStep) {
  const Offsets o = wigley_offsets(1.0, 0.1, 0.0625, 40, 10);
  const double edge = 0.08 * std::sqrt(gravity);
  EXPECT_NEAR(wave_resistance(o, edge * 0.9999, 1000.0) / wave_resistance(o, edge * 1.0001, 1000.0), 1.0, 0.02);
  double before = wave_resistance(o, edge, 1000.0);
  for (double v = 0.9 * edge; v > 1e-4; v *= 0.7) {
    const double now = wave_resistance(o, v, 1000.0);
    EXPECT_GT(before, now);
    EXPECT_GT(now, 0.0);
    before = now;
  }
  EXPECT_LT(before, 1e-12);
}

PROPERTY(Waves, GoWithTheSquareOfTheBeamAndScaleByFroude) {
  const double beam = any::whole(5, 15) / 100.0, froude = any::whole(25, 80) / 100.0;
  const double v = froude * std::sqrt(gravity);
  const double one = wave_resistance(wigley_offsets(1.0, beam, 0.06, 40, 10), v, 1000.0);
  HOLDS(std::abs(wave_resistance(wigley_offsets(1.0, 2.0 * beam, 0.06, 40, 10), v, 1000.0) / one - 4.0) < 1e-9);
  const double twice = wave_resistance(wigley_offsets(2.0, 2.0 * beam, 0.12, 40, 10), v * std::sqrt(2.0), 1000.0);
  HOLDS(std::abs(twice / one - 8.0) < 1e-6);
}

TEST(Planing, CoefficientsFollowTheWorkedExample) {
  // Savitsky (1964), example table: wetted length ratios 3.85, 2.60, 1.78 at 2, 3 and 4 degrees (memory).
  const double cv = 40.0 * knot / std::sqrt(gravity * 14.0 * feet);
  const double load = 60000.0 * pound_force / (0.5 * 1.94 * 515.379 * std::pow(40.0 * knot * 14.0 * feet, 2.0));
  EXPECT_NEAR(cv, 3.18, 0.01);
  for (const auto& [trim, ratio] : {std::pair{2.0, 3.85}, {3.0, 2.60}, {4.0, 1.78}})
    EXPECT_NEAR(deadrise_lift(flat_lift(trim, ratio, cv), 10.0) / load, 1.0, 0.03) << trim;
  EXPECT_NEAR(pressure_centre(3.85, cv), 0.582, 0.002);
  EXPECT_NEAR(pressure_centre(2.60, cv), 0.652, 0.002);
}

TEST(Planing, TheWorkedExampleComesToRestNearTwoAndAThirdDegrees) {
  const PlaningState s = solve_planing(worked_example(), 40.0 * knot, 1.94 * 515.379, 1.28e-5 * feet * feet);
  EXPECT_EQ(s.status, PlaningState::Status::solved) << s.message;
  EXPECT_NEAR(degrees(s.trim), 2.3, 0.1);  // (memory)
  EXPECT_NEAR(s.wetted_ratio, 3.43, 0.2);  // (memory)
}

PROPERTY(Planing, AnAnswerIsInBalance) {
  PlaningHull h = planing_bottom_of_a_launch();
  h.mass = any::whole(60, 300) / 100.0;
  h.lcg = any::whole(12, 30) / 100.0;
  h.vcg = any::whole(2, 8) / 100.0;
  h.thrust_offset = any::whole(-3, 6) / 100.0;
  h.thrust_angle = radians(any::whole(-4, 10));
  h.appendage_area = any::whole(0, 10) * 1e-5;
  h.appendage_depth = 0.08;
  const PlaningState s = at(h, any::whole(40, 200) / 10.0);
  if (s.status == PlaningState::Status::no_balance) {
    HOLDS(!s.message.empty());
    return;
  }
  const double weight = h.mass * gravity;
  // What the bottom does not lift is lifted by the thrust, less what friction pulls down.
  HOLDS(std::abs(s.lift - s.friction * std::sin(s.trim) + s.thrust * std::sin(s.trim + h.thrust_angle) - weight) <
        1e-4 * weight);
  HOLDS(std::abs(s.pressure + s.friction * std::cos(s.trim) + s.appendages + s.air - s.drag) < 1e-6 * s.drag);
  const double moment = s.lift / std::cos(s.trim) * (s.pressure_point - h.lcg) -
                        s.friction * (h.vcg - 0.25 * s.wetted_beam * std::tan(h.deadrise)) +
                        s.thrust * h.thrust_offset - s.appendages * h.appendage_depth;
  HOLDS(std::abs(moment) < 1e-3 * weight * h.beam);
}

TEST(Planing, HandsMoveItAsOnTheWater) {
  const PlaningState plain = at(planing_bottom_of_a_launch(), 8.0);
  ASSERT_NE(plain.status, PlaningState::Status::no_balance);
  PlaningHull h = planing_bottom_of_a_launch();
  h.lcg += 0.04;  // weight forward
  EXPECT_LT(at(h, 8.0).trim, plain.trim);
  h = planing_bottom_of_a_launch();
  h.thrust_angle = radians(6.0);
  h.thrust_offset = -0.03;  // line above the CG: presses the bow down
  EXPECT_LT(at(h, 8.0).trim, plain.trim);
  h = planing_bottom_of_a_launch();
  h.tab_chord = 0.02;
  h.tab_angle = radians(4.0);
  EXPECT_LT(at(h, 8.0).trim, plain.trim);
  h = planing_bottom_of_a_launch();
  h.mass *= 1.3;
  EXPECT_GT(at(h, 8.0).drag, plain.drag);
}

TEST(Planing, SaysWhyThereIsNoAnswer) {
  PlaningHull h = planing_bottom_of_a_launch();
  h.thrust_offset = -0.6;  // an air propeller far too high
  const PlaningState under = at(h, 8.0);
  EXPECT_EQ(under.status, PlaningState::Status::no_balance);
  EXPECT_NE(plain(under.message).find("bow goes under"), std::string::npos) << under.message;
  h = planing_bottom_of_a_launch();
  h.mass = 200.0;
  EXPECT_NE(plain(at(h, 3.0).message).find("cannot carry"), std::string::npos);
  h = planing_bottom_of_a_launch();
  h.beam = 0.0;
  EXPECT_THROW((void)at(h, 3.0), InvalidInput);
  h = planing_bottom_of_a_launch();
  h.deadrise = radians(60.0);
  EXPECT_THROW((void)at(h, 3.0), InvalidInput);
}

TEST(Planing, WhiskerSprayIsThrownBackBySharpBottomsAndSidewaysByFlatOnes) {
  // 20 degrees of deadrise at 4 of trim: tan a = pi/2 tan 4 / tan 20 by hand.
  const WhiskerSpray s = whisker_spray(0.15, radians(20.0), radians(4.0), 0.5, 10.0, 998.2, 1.0034e-6);
  EXPECT_NEAR(degrees(s.angle), 16.79, 0.02);
  EXPECT_NEAR(s.area, 0.0225 / (4.0 * std::sin(radians(33.58)) * std::cos(radians(20.0))), 5e-6);
  // The sheet's edge by plane geometry: the triangle between the line and its mirror on the chine, both sides.
  const double half = 0.075, base = half / std::tan(s.angle) - half / std::tan(2.0 * s.angle);
  EXPECT_NEAR(s.area * std::cos(radians(20.0)), half * base, 1e-9);
  EXPECT_GT(s.drag, 0.0);
  EXPECT_EQ(whisker_spray(0.15, radians(3.0), radians(6.0), 0.5, 10.0, 998.2, 1.0034e-6).drag, 0.0);
  // In the boat it is part of the drag, beside Savitsky's.
  const RunningHull h = running_boat();
  const double fast = 3.5 * std::sqrt(gravity * std::cbrt(h.volume));
  const PlaningState bare = solve_planing(h.bottom, fast, h.density, h.viscosity);
  ASSERT_GT(bare.spray, 0.0);
  EXPECT_NEAR(run_at(h, fast).drag, bare.drag + bare.spray, 1e-9);
}

TEST(Running, ATransomDragsByHandUntilItRunsDry) {
  // Holtrop & Mennen (1982): 0.8 m/s, 1000 mm2 under water, 100 mm wide, water plane 0.8: Froude number 2.42, 0.0329 N.
  RunningHull plain = running_boat();
  plain.planes = false;
  plain.waterplane = 0.8;
  RunningHull cut = plain;
  cut.transom_area = 1e-3;
  cut.transom_beam = 0.1;
  EXPECT_NEAR(run_at(cut, 0.8).drag - run_at(plain, 0.8).drag, 0.0329, 0.0005);
  EXPECT_NEAR(run_at(cut, 2.0).drag, run_at(plain, 2.0).drag, 1e-12);
}

TEST(Running, PassesFromOneMethodToTheOtherWithoutAJump) {
  const RunningHull h = running_boat();
  const double unit = std::sqrt(gravity * std::cbrt(h.volume));
  // Below, Michell's humps of a slender hull are steep by themselves.
  double before = run_at(h, 0.9 * unit).drag;
  for (double f = 0.91; f < 4.0; f += 0.01) {
    const RunningPoint p = run_at(h, f * unit);
    EXPECT_NEAR(p.drag / before, 1.0, 0.08) << f;
    EXPECT_NEAR(p.friction + p.wave + p.pressure + p.appendages + p.air + p.spray, p.drag, 1e-9 * p.drag);
    before = p.drag;
  }
  EXPECT_EQ(run_at(h, 1.0 * unit).regime, Regime::displacement);
  EXPECT_EQ(run_at(h, 1.8 * unit).regime, Regime::semi_planing);
  EXPECT_TRUE(run_at(h, 1.8 * unit).outside_range);
  EXPECT_EQ(run_at(h, 3.0 * unit).regime, Regime::planing);
}

TEST(Running, TheCurveStandsForItsPoints) {
  const RunningHull h = running_boat();
  const ResistanceCurve curve(h, 12.0);
  for (double v : {0.9, 2.3, 5.0, 9.7}) EXPECT_NEAR(curve.drag(v) / run_at(h, v).drag, 1.0, 0.05) << v;
  const double last = curve.most_speed();
  EXPECT_GE(last, 12.0);
  EXPECT_NEAR(curve.drag(2.0 * last) / curve.drag(last), 4.0, 1e-9);
}

TEST(Offsets, EncloseWhatTheHullDisplaces) {
  // Twice the half-breadths summed over depth and length, against the exact volume of the mesh.
  for (const HullFamily family :
       {HullFamily::deep_v, HullFamily::flat_bottom, HullFamily::round_bilge, HullFamily::twin_hull}) {
    const HullModel hull = build_hull(usual_hull(family));
    const double water = hull.box.low.z() + 0.4 * hull.box.size().z();
    const bool twin = family == HullFamily::twin_hull;
    const Offsets o = offsets_below(hull, [&](double) { return water; }, twin ? 0.2 : 0.0, {.layers = 40});
    double volume = 0.0;
    for (std::size_t i = 0; i + 1 < o.x.size(); ++i)
      for (std::size_t j = 0; j + 1 < o.depth.size(); ++j)
        volume += 0.5 * (o.x[i + 1] - o.x[i]) * (o.depth[j + 1] - o.depth[j]) *
                  (o.half[i][j] + o.half[i][j + 1] + o.half[i + 1][j] + o.half[i + 1][j + 1]);
    if (twin) volume *= 2.0;  // they are one body's
    EXPECT_NEAR(volume / ImmersedBody(hull.buoyant).below({{}, water}).volume, 1.0, 0.02) << family_key(family);
  }
}

TEST(Offsets, OnTheGridOfASearchGiveNearlyTheSameWaves) {
  const OffsetGrid coarse{.every = 2, .layers = 10};
  for (const HullFamily family : {HullFamily::deep_v, HullFamily::round_bilge, HullFamily::twin_hull}) {
    const HullModel hull = build_hull(usual_hull(family));
    const double water = hull.box.low.z() + 0.4 * hull.box.size().z();
    const double apart = family == HullFamily::twin_hull ? 0.2 : 0.0;
    const auto waves = [&](double froude, const OffsetGrid& grid) {
      const Offsets o = offsets_below(
          hull, [&](double) { return water; }, apart, grid);
      EXPECT_NEAR(o.x.back() - o.x.front(), hull.sections.back().x - hull.sections.front().x, 1e-12);
      return wave_resistance(o, froude * std::sqrt(gravity * hull.length()), 1000.0);
    };
    for (double froude : {0.35, 0.5, 0.9})
      EXPECT_NEAR(waves(froude, coarse) / waves(froude, {}), 1.0, apart > 0.0 ? 0.06 : 0.02) << family_key(family);
  }
}

TEST(Offsets, AreRefusedWhenTheyAreNoHull) {
  Offsets o;
  EXPECT_THROW((void)wave_resistance(o, 1.0, 1000.0), InvalidInput);
  EXPECT_THROW((void)wave_resistance(wigley_offsets(1.0, 0.1, 0.06, 10, 4), 1.0, 0.0), InvalidInput);
  EXPECT_THROW((void)run_at(running_boat(), 0.0), InvalidInput);
  EXPECT_THROW((void)ResistanceCurve(running_boat(), 0.0), InvalidInput);
}

PROPERTY(Running, AHeavierOrDirtierBoatIsNeverEasier) {
  RunningHull clean = running_boat(), dirty = clean;
  dirty.appendage_area = dirty.bottom.appendage_area = any::whole(1, 40) * 1e-5;
  const double v = any::whole(5, 120) / 10.0;
  const RunningPoint a = run_at(clean, v), b = run_at(dirty, v);
  ONLY_IF(a.holds && b.holds);
  HOLDS(b.drag > a.drag);
  HOLDS(b.appendages > a.appendages);
}

TEST(Running, ADisplacementHullNeverPlanesAndSaysWhereItsMethodEnds) {
  RunningHull h = running_boat();
  h.planes = false;
  h.offsets = wigley_offsets(0.6, 0.13, 0.03, 40, 8);  // slender enough for thin-ship waves
  const RunningPoint fast = run_at(h, 4.0);
  EXPECT_EQ(fast.regime, Regime::displacement);
  EXPECT_TRUE(fast.outside_range);
  EXPECT_NE(plain(fast.message).find("Froude number"), std::string::npos);
  EXPECT_FALSE(run_at(h, 0.8).outside_range);
}

PROPERTY(ShallowWater, WavesOverABedAreAsLongAsThoseOfTheFasterBoatInDeepWater) {
  const double depth = any::whole(2, 300) / 100.0, froude = any::whole(1, 300) / 100.0;
  const double v = froude * std::sqrt(gravity * depth), deep = speed_in_deep_water(v, depth);
  HOLDS(std::abs(depth_froude(v, depth) - froude) < 1e-12);
  HOLDS(deep >= v && deep <= 1.25 * v);
  // Airy's dispersion: the phase speed of a wave that runs at `deep` over no bed is that of the boat over this one.
  if (froude <= critical_from)
    HOLDS(std::abs(deep * std::sqrt(std::tanh(gravity * depth / (deep * deep))) - v) < 1e-6 * v);
  if (froude >= critical_to) HOLDS(deep == v);
  HOLDS(std::abs(speed_in_deep_water(1.0001 * v, depth) - deep) < 0.002 * v);
  HOLDS(speed_in_deep_water(v, 1.2 * depth) <= deep * (1.0 + 1e-9) || froude > critical_from);
  HOLDS(speed_in_deep_water(v, 0.0) == v);
}
