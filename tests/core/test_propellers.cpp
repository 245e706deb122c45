// Propellers beyond a series: blade element and momentum, the chart that joins both, cavitation, drawn air.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "drive/b_series.h"
#include "drive/cavitation.h"
#include "drive/propeller_chart.h"
#include "drive/ventilation.h"
#include "property.h"
#include "running/propulsion.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

BladeForm any_form() {
  return {any::whole(2u, 7u), any::between(0.08, 1.0), any::between(0.2, 2.6)};
}

double efficiency(const PropellerCoefficients& k, double j) {
  return k.kt > 0.0 ? j * k.kt / (2.0 * pi * k.kq) : 0.0;
}

/// Best efficiency over the advance.
double best(const BladeForm& form, double reynolds) {
  double most = 0.0;
  for (double j = 0.05; j < 1.3 * form.pitch_ratio; j += 0.02)
    most = std::max(most, efficiency(blade_element(form, j, reynolds), j));
  return most;
}

Drive water_screw(double diameter, double pitch_ratio, unsigned blades = 2, double area = 0.35) {
  Drive d;
  d.propulsor = Propulsor::propeller;
  d.screw.diameter = diameter;
  d.screw.pitch = pitch_ratio * diameter;
  d.screw.blades = blades;
  d.screw.blade_area = area;
  return d;
}

Propulsion in_water(const Drive& d) {
  return {d, fresh_water_density, fresh_water_viscosity};
}

}  // namespace

// Wageningen B-series inside its range (Oosterveld & van Oossanen 1975), at the series' Reynolds number: the blade
// element comes within a seventh of the thrust at rest and a fifth of the torque over a grid of blades, areas, pitches
// and advances.
TEST(BladeElement, LiesOnTheOpenWaterSeriesWhereBothHold) {
  for (unsigned blades : {3u, 4u, 5u})
    for (double area : {0.40, 0.55, 0.70})
      for (double pitch : {0.6, 0.8, 1.0, 1.2})
        for (double share : {0.0, 0.25, 0.5, 0.75, 0.9}) {
          const double j = share * pitch;
          const OpenWater s = b_series(blades, area, pitch);
          const PropellerCoefficients k = blade_element({blades, area, pitch}, j, 2.7e6);
          EXPECT_NEAR(k.kt, s.thrust(j), 0.14 * s.thrust(0.0)) << blades << " " << area << " " << pitch << " " << j;
          EXPECT_NEAR(k.kq, s.torque(j), 0.20 * s.torque(0.0)) << blades << " " << area << " " << pitch << " " << j;
        }
}

// Small two-bladed air propellers of 230 to 280 mm in a tunnel, Reynolds numbers of 5e4 to 1e5 (Brandt & Selig 2011,
// memory): pitch ratio 0.5 reaches an efficiency of 0.52 to 0.62, 0.7 of 0.62 to 0.70; thrust coefficient at rest 0.08
// to 0.11. Two-bladed water propellers of this size: above 0.78 nothing was ever measured (memory).
TEST(BladeElement, SmallPropellersHaveTheEfficienciesThatWereMeasured) {
  const double camber = radians(-3.0), disc = 5e5;
  const BladeForm flat{2, 0.09, 0.5, camber}, steep{2, 0.09, 0.7, camber};
  EXPECT_NEAR(best(flat, disc), 0.57, 0.05);
  EXPECT_NEAR(best(steep, disc), 0.66, 0.05);
  EXPECT_NEAR(blade_element(flat, 0.0, disc).kt, 0.095, 0.015);
  for (double pitch : {1.0, 1.2, 1.4}) {
    EXPECT_LT(best({2, 0.35, pitch}, 3e5), 0.78) << pitch;
    EXPECT_GT(best({2, 0.35, pitch}, 3e5), 0.60) << pitch;
  }
}

// The momentum of an ideal disc bounds every propeller: efficiency at most 2 / (1 + sqrt(1 + CT)) (Rankine & Froude).
PROPERTY(BladeElement, IsNeverBetterThanTheIdealDiscAndNeverGivesMoreThanItTakes) {
  const BladeForm form = any_form();
  const double j = any::between(0.0, 2.2) * form.pitch_ratio, reynolds = std::pow(10.0, any::between(4.3, 7.0));
  const auto flow = any::either() ? BladeFlow::wetted : BladeFlow::cavity;
  const PropellerCoefficients k = blade_element(form, j, reynolds, flow);
  HOLDS(std::isfinite(k.kt) && std::isfinite(k.kq));
  HOLDS(j * k.kt <= 2.0 * pi * k.kq + 1e-9);
  if (k.kt > 0.0 && j > 0.01) {
    HOLDS(k.kq > 0.0);
    const double loading = 8.0 * k.kt / (pi * j * j);
    HOLDS(efficiency(k, j) < 2.0 / (1.0 + std::sqrt(1.0 + loading)) + 1e-6);
  }
}

PROPERTY(PropellerChart, NoCellGivesMoreThanItTakesAndFasterWaterNeverPushesMore) {
  const BladeForm form = any_form();
  const bool air = any::either();
  const PropellerChart chart(form, air);
  const double reynolds = std::pow(10.0, any::between(4.0, 7.0));
  PropellerCoefficients wet_before{1e3, 0.0}, dry_before{1e3, 0.0};
  for (double share = 0.0; share < 2.5; share += 0.05) {
    const double j = share * form.pitch_ratio;
    const PropellerCoefficients wet = chart.wetted(j, reynolds), dry = chart.cavity(j);
    for (const PropellerCoefficients& k : {wet, dry}) {
      HOLDS(j * k.kt <= 2.0 * pi * k.kq + 2e-4);
      if (k.kt > 0.0) HOLDS(k.kq > 0.0);
    }
    HOLDS(wet.kt <= wet_before.kt + 1e-12);
    HOLDS(dry.kt <= dry_before.kt + 1e-12);
    wet_before = wet;
    dry_before = dry;
  }
}

TEST(PropellerChart, JoinsTheSeriesSmoothlyAndSaysWhichOneSpeaks) {
  EXPECT_EQ(PropellerChart({4, 0.6, 1.0}).source(), ChartSource::series);
  EXPECT_EQ(PropellerChart({4, 0.6, 1.36}).source(), ChartSource::both);
  EXPECT_EQ(PropellerChart({4, 0.6, 1.5}).source(), ChartSource::blade_element);
  EXPECT_EQ(PropellerChart({2, 0.6, 1.0}).source(), ChartSource::blade_element);
  // Across the edge of the range neither thrust nor torque jumps.
  PropellerCoefficients before = PropellerChart({3, 0.5, 1.20}).wetted(0.6, 5e5);
  for (double pitch = 1.21; pitch < 1.6; pitch += 0.01) {
    const PropellerCoefficients now = PropellerChart({3, 0.5, pitch}).wetted(0.6, 5e5);
    EXPECT_NEAR(now.kt / before.kt, 1.0, 0.04) << pitch;
    EXPECT_NEAR(now.kq / before.kq, 1.0, 0.05) << pitch;
    before = now;
  }
  // Within the range and at the series' Reynolds number it is the series: B4-55 at P/D 1, KT 0.18 at J 0.7 (memory).
  EXPECT_NEAR(PropellerChart({4, 0.55, 1.0}).wetted(0.7, 4e6).kt, 0.18, 0.015);
  // Small blades drag more: less thrust, more torque, as ITTC 1978 scales them.
  const PropellerChart chart({4, 0.55, 1.0});
  EXPECT_LT(chart.wetted(0.7, 1e5).kt, chart.wetted(0.7, 4e6).kt);
  EXPECT_GT(chart.wetted(0.7, 1e5).kq, chart.wetted(0.7, 4e6).kq);
}

TEST(PropellerChart, RefusesWhatIsNoPropeller) {
  EXPECT_THROW((void)blade_element({0, 0.4, 1.0}, 0.5, 1e5), InvalidInput);
  EXPECT_THROW((void)blade_element({2, 0.0, 1.0}, 0.5, 1e5), InvalidInput);
  EXPECT_THROW((void)blade_element({2, 0.4, 1.0}, -0.1, 1e5), InvalidInput);
}

// A disc top within a few millimetres of the surface: about half of the expected speed (common practice, no source); at
// 0.3 of its diameter none is lost. Held at the speed and revolutions of a survey launch.
TEST(Ventilation, ADiscCloseUnderTheSurfaceKeepsTheAirOfItsStart) {
  const Propulsion screw = in_water(water_screw(0.042, 1.2));
  const PropulsorLoad near = screw.at(205.0, 6.0, {.disc = DiscPlace{0.021 + 0.002}}),
                      deep = screw.at(205.0, 6.0, {.disc = DiscPlace{0.021 + 0.3 * 0.042}});
  EXPECT_GT(near.air, 0.8);
  EXPECT_LT(near.thrust, 0.6 * deep.thrust);
  EXPECT_LT(deep.air, 0.05);
}

// A blade's area is the disc's share it is said to be: integral of its chords.
PROPERTY(PropellerChart, TheOneThatIsKeptIsTheOneThatWasMade) {
  // More screws than are kept, asked for in any order, in water and in air.
  std::vector<BladeForm> forms;
  for (int i = 0; i < 16; ++i) forms.push_back(any_form());
  for (int k = 0; k < 12; ++k) {
    const BladeForm& form = forms[static_cast<std::size_t>(any::whole(0, 15))];
    const bool air = any::either();
    const PropellerChart made(form, air), kept = chart_of(form, air);
    const double j = any::between(0.0, 1.5) * form.pitch_ratio;
    HOLDS(kept.wetted(j, 3e5).kt == made.wetted(j, 3e5).kt);
    HOLDS(kept.wetted(j, 3e5).kq == made.wetted(j, 3e5).kq);
    HOLDS(kept.source() == made.source());
  }
}

PROPERTY(BladeElement, TheChordsAddUpToTheArea) {
  const BladeForm form = any_form();
  double area = 0.0;
  constexpr int n = 400;
  for (int i = 0; i < n; ++i) area += form.blades * blade_chord(form, 0.18 + 0.82 * (i + 0.5) / n) * 0.41 / n;
  HOLDS(std::abs(area / (pi / 4.0) - form.area_ratio) < 2e-3 * form.area_ratio);
}

// Blount & Fox (1978) over Burrill's chart (memory), by hand: 42 mm, area ratio 0.35, P/D 1.19, 25000 rpm at rest, 50
// mm down. Speed at 0.7 R 38.5 m/s, 739 kPa; sigma = (101.3 + 0.5 - 2.3) / 739 = 0.1346; projected area 0.35 x 13.85
// cm2 x 0.794 = 3.85 cm2; most thrust 1.2 sigma: 45.9 N; onset 0.494 sigma^0.88.
TEST(Cavitation, TheLoadingLimitsByHand) {
  const BladeArea blades{0.042, 0.35, 1.19};
  const BladeWater water{.revolutions = 25000.0 / 60.0, .depth = 0.05};
  EXPECT_NEAR(blade_pressure(blades, water), 739e3, 3e3);
  EXPECT_NEAR(cavitation_number(blades, water), 0.1346, 0.0006);
  EXPECT_NEAR(blades.projected(), 3.85e-4, 0.02e-4);
  const CavitationLimits most = cavitation_limits(blades, water);
  EXPECT_NEAR(most.thrust, 45.9, 0.4);
  EXPECT_NEAR(most.onset, 0.494 * std::pow(0.1346, 0.88) * 739e3 * 3.85e-4, 0.4);
  const double power = 0.7 + 0.31 * std::pow(0.35, 0.9);
  EXPECT_NEAR(most.torque, 0.200 * 1.19 * std::pow(0.1346, power) * 739e3 * 3.85e-4 * 0.042, 0.01);
}

PROPERTY(Cavitation, TakesThrustButNeverGivesEnergy) {
  const BladeArea blades{any::between(0.02, 0.08), any::between(0.2, 0.9), any::between(0.5, 2.0)};
  const BladeWater water{any::between(0.0, 20.0), any::between(20.0, 800.0), any::between(0.0, 0.1)};
  const double thrust = any::between(0.0, 400.0), torque = any::between(0.01, 4.0);
  const LimitedLoad held = limited_by_cavitation(blades, water, thrust, torque);
  HOLDS(held.thrust <= thrust);
  HOLDS(held.thrust <= cavitation_limits(blades, water).thrust);
  HOLDS(held.torque <= torque * (1.0 + 1e-12));
  if (thrust > 0.0) HOLDS(held.thrust / thrust <= held.torque / torque + 1e-12);
  const LimitedLoad more = limited_by_cavitation(blades, water, 1.1 * thrust, torque);
  HOLDS(more.thrust >= held.thrust - 1e-12);
}

// Craya (1949, memory): a sink of Q draws the surface down to it at Q = 2.55 sqrt(g h^5); blades reach a third deeper.
TEST(Ventilation, ASinkDrawsTheSurfaceDownAsInStillWater) {
  const double radius = 0.021, inflow = 4.0, depth = drawing_depth(radius, 0.0, inflow);
  EXPECT_NEAR(pi * radius * radius * inflow, 2.55 * std::sqrt(gravity * std::pow(depth / 1.35, 5)), 1e-9);
  EXPECT_EQ(drawing_depth(radius, 5.0, 0.0), 0.0);
  // In a stream the tube that passes the disc decides: twice its radius where the inflow is three times the speed.
  EXPECT_NEAR(drawing_depth(radius, 1.0, 3.0), 2.0 * radius, 0.3 * radius);
}

// Ventilated propellers in the towing tank (Koushan 2006, memory): fully ventilated at rest down to about two radii,
// thrust 0.2 to 0.45 of the wetted one; at a depth of one and a half radii clear from an advance ratio of about 0.4.
TEST(Ventilation, ShowsWhatTheTowingTankShowed) {
  const Propulsion screw = in_water(water_screw(0.25, 1.1, 4, 0.6));
  const double n = 14.0, radius = 0.125;
  const auto at = [&](double radii, double advance) {
    return screw.at(n, advance * n * 0.25, {.disc = DiscPlace{radii * radius}, .history = AirHistory::wetted});
  };
  EXPECT_GT(at(1.2, 0.0).air, 0.65);
  // 0.2 to 0.3 where it is wholly ventilated.
  EXPECT_NEAR(at(1.0, 0.0).thrust / at(1.0, 0.0).sound, 0.25, 0.06);
  EXPECT_LT(at(1.2, 0.0).thrust / at(1.2, 0.0).sound, 0.55);
  EXPECT_LT(at(3.5, 0.0).air, 0.05);
  EXPECT_LT(at(1.5, 0.9).air, 0.10);
  EXPECT_GT(at(1.5, 0.1).air, 0.2);
}

// Minsaas, Faltinsen & Persson's (1983, memory) losses near the surface, for a lightly loaded disc that breaks it.
TEST(Ventilation, LosesThrustTowardsTheSurfaceAsMinsaasFitted) {
  const Propulsion screw = in_water(water_screw(0.25, 1.0, 4, 0.6));
  for (double radii : {-0.3, 0.0, 0.5, 0.8, 1.3}) {
    const PropulsorLoad load =
        screw.at(14.0, 0.75 * 14.0 * 0.25, {.disc = DiscPlace{radii * 0.125}, .history = AirHistory::wetted});
    EXPECT_NEAR(load.thrust / load.sound, minsaas_share(radii * 0.125, 0.125), 0.17) << radii;
  }
  // Wholly under and without air only the nearness takes thrust, and torque less than that.
  const PropulsorLoad near =
      screw.at(14.0, 0.95 * 14.0 * 0.25, {.disc = DiscPlace{1.05 * 0.125}, .history = AirHistory::wetted});
  ASSERT_LT(near.air, 0.01);
  EXPECT_NEAR(near.thrust / near.sound, 1.0 - 0.675 * std::pow(1.0 - 0.769 * 1.05, 1.258), 0.02);
  EXPECT_EQ(minsaas_share(1.4, 1.0), 1.0);
  EXPECT_EQ(minsaas_share(-0.5, 1.0), 0.0);
  EXPECT_NEAR(minsaas_share(0.0, 1.0), 0.325, 1e-9);
}

TEST(Ventilation, WhatIsOnceDrawnStays) {
  const DiscPlace place{0.03};
  bool differs = false;
  for (double inflow = 0.05; inflow < 3.0; inflow += 0.05) {
    const double started = air_share(place, 0.02, 3.0, inflow, AirHistory::from_rest),
                 wetted = air_share(place, 0.02, 3.0, inflow, AirHistory::wetted);
    EXPECT_GE(started, wetted);
    differs = differs || started > wetted + 0.5;
  }
  EXPECT_TRUE(differs);
  // A plate over the disc keeps air away that would come without it.
  EXPECT_LT(air_share({.depth = 0.03, .shield = 0.02}, 0.02, 3.0, 1.5, AirHistory::from_rest),
            air_share(place, 0.02, 3.0, 1.5, AirHistory::from_rest));
}

PROPERTY(Propulsion, WhateverTheWaterItGivesNoMoreThanItTakes) {
  Drive d = water_screw(any::between(0.02, 0.08), any::between(0.4, 2.2), any::whole(2u, 6u), any::between(0.2, 0.9));
  d.screw.surface = any::either();
  const Propulsion screw = in_water(d);
  const double n = any::between(20.0, 600.0), speed = any::between(0.0, 1.6) * n * d.screw.pitch;
  const PropulsorWater water{
      .disc = DiscPlace{any::between(-1.2, 4.0) * d.screw.diameter, any::between(0.0, 0.02), d.screw.surface},
      .history = any::either() ? AirHistory::from_rest : AirHistory::wetted};
  const PropulsorLoad load = screw.at(n, speed, water);
  HOLDS(load.air >= 0.0 && load.air <= 1.0);
  HOLDS(load.thrust * speed <=
        load.torque * 2.0 * pi * n + 2e-4 * fresh_water_density * n * n * n * std::pow(d.screw.diameter, 5));
  // Wholly under, deeper never draws more.
  PropulsorWater deeper = water;
  deeper.disc->depth += 0.01;
  if (water.disc->depth > 0.5 * d.screw.diameter) HOLDS(screw.at(n, speed, deeper).air <= load.air + 2e-3);
}

TEST(Propulsion, AnAirPropellerPushesAsMeasuredAtRest) {
  // 254 x 127 mm at 6000 rpm: about 6.5 N of thrust and 80 W at the shaft (Brandt & Selig 2011, memory: CT 0.095, CP
  // 0.045).
  Drive d = water_screw(0.254, 0.5, 2, 0.09);
  d.propulsor = Propulsor::air_propeller;
  const PropulsorLoad load = in_water(d).at(100.0, 0.0);
  EXPECT_NEAR(load.thrust, 0.095 * air_density * 1e4 * std::pow(0.254, 4), 0.9);
  EXPECT_NEAR(load.torque * 2.0 * pi * 100.0, 0.045 * air_density * 1e6 * std::pow(0.254, 5), 12.0);
}
