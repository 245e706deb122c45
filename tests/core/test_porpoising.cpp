// Whether boats on the plane porpoise: against the curves read from models, and by what any linear motion must do.
#include <gtest/gtest.h>

#include <cmath>

#include "property.h"
#include "resistance/porpoising.h"
#include "resistance/slamming.h"
#include "shapes.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr double viscosity = 1.0e-6;

/// A prismatic bottom of 200 mm that carries sqrt(C_L / 2) = `load` at this speed coefficient.
struct Prismatic {
  double deadrise, speed_coefficient, load;
  [[nodiscard]] double speed() const { return speed_coefficient * std::sqrt(gravity * 0.2); }
  [[nodiscard]] double lift_coefficient() const { return 2.0 * load * load; }
  [[nodiscard]] PlaningHull hull(double lcg_beams) const {
    const double beam = 0.2, mass = lift_coefficient() * 0.5 * 1000.0 * speed() * speed() * beam * beam / gravity;
    return {.beam = beam,
            .deadrise = radians(deadrise),
            .mass = mass,
            .lcg = lcg_beams * beam,
            .vcg = 0.3 * beam,
            .length = 4.0 * beam};
  }
  [[nodiscard]] PlaningState state(double lcg_beams) const {
    return solve_planing(hull(lcg_beams), speed(), 1000.0, viscosity);
  }
  [[nodiscard]] double growth(double lcg_beams, const PlaningState& s) const {
    return porpoising_mode(hull(lcg_beams), s, speed(), 1000.0, viscosity)->growth;
  }
  /// Trim at the edge: the CG comes forward from the transom until nothing grows any more.
  [[nodiscard]] std::optional<double> edge() const {
    for (double lcg = 0.3; lcg < 2.4; lcg += 0.02) {
      const PlaningState s = state(lcg);
      if (s.status != PlaningState::Status::no_balance && growth(lcg, s) <= 0.0) return s.trim;
    }
    return std::nullopt;
  }
};

}  // namespace

TEST(Porpoising, StripTheoryFindsTheEdgeNearTheCurvesOfDayAndHaag) {
  // Curves as Savitsky (1964) shows them (memory); chines wet.
  for (const double deadrise : {10.0, 15.0, 20.0})
    for (const double cv : {4.0, 5.0, 6.0})
      for (const double load : {0.16, 0.20, 0.25}) {
        const Prismatic p{deadrise, cv, load};
        const auto found = p.edge(), curve = porpoising_limit(p.lift_coefficient(), deadrise);
        ASSERT_TRUE(found && curve);
        EXPECT_GT(*found / *curve, 0.8) << deadrise << " deg, Cv " << cv << ", " << load;
        EXPECT_LT(*found / *curve, 1.5) << deadrise << " deg, Cv " << cv << ", " << load;
      }
}

TEST(Porpoising, TheEdgeRisesWithLoadAndDeadriseAsTheCurvesDo) {
  EXPECT_GT(*(Prismatic{15.0, 5.0, 0.22}).edge(), *(Prismatic{15.0, 5.0, 0.17}).edge());
  EXPECT_GT(*(Prismatic{20.0, 5.0, 0.20}).edge(), *(Prismatic{10.0, 5.0, 0.20}).edge());
}

PROPERTY(Porpoising, AnythingHeldFromMovingDiesOutNoSlowerWithMoreWaterOnIt) {
  const Prismatic p{any::between(8.0, 22.0), any::between(3.5, 6.0), any::between(0.15, 0.25)};
  const double lcg = any::between(0.8, 2.0);
  const PlaningState s = p.state(lcg);
  ONLY_IF(s.status != PlaningState::Status::no_balance);
  const auto mode = porpoising_mode(p.hull(lcg), s, p.speed(), 1000.0, viscosity);
  HOLDS(mode && std::isfinite(mode->growth) && mode->period >= 0.0);
  // The same boat twice as large, its speed by Froude: everything goes on slower by the root of the scale.
  PlaningHull large = p.hull(lcg);
  for (double PlaningHull::*m : {&PlaningHull::beam, &PlaningHull::lcg, &PlaningHull::vcg, &PlaningHull::length})
    large.*m *= 2.0;
  large.mass *= 8.0;
  const double root = std::sqrt(2.0);
  const PlaningState same = solve_planing(large, root * p.speed(), 1000.0, viscosity * 2.0 * root);
  ONLY_IF(same.status != PlaningState::Status::no_balance);
  const auto slower = porpoising_mode(large, same, root * p.speed(), 1000.0, viscosity * 2.0 * root);
  HOLDS(slower.has_value());
  HOLDS(std::abs(slower->growth * root - mode->growth) < 0.02 * std::abs(mode->growth) + 0.02);
}

TEST(Porpoising, ABoatOnThreePointsIsJudged) {
  PlaningHull h{.beam = 0.18, .mass = 1.2, .lcg = 0.24, .vcg = 0.03, .length = 0.6};
  h.surfaces = {{.x = 0.27, .z = -0.012, .angle = radians(1.5), .beam = 0.055, .length = 0.2, .count = 2},
                {.x = 0.0, .z = 0.0, .beam = 0.18, .length = 0.27}};
  const PlaningState s = solve_planing(h, 9.0, 998.2, viscosity);
  ASSERT_NE(s.status, PlaningState::Status::no_balance) << s.message.words;
  ASSERT_TRUE(s.mode);
  EXPECT_TRUE(std::isfinite(s.mode->growth));
  // Springs far apart hold it: it swings within fractions of a second.
  EXPECT_LT(s.mode->period, 1.0);
}

TEST(Slamming, IsTheFormulaByHandWithinItsRange) {
  // 9 m on 2.4 m, 15 degrees of deadrise, 4 of trim, 20 knots, waves of 1.1 m, 9 t in salt water.
  const Slam s = slam({.length = 9.0,
                       .beam = 2.4,
                       .deadrise = radians(15.0),
                       .trim = radians(4.0),
                       .mass = 9000.0,
                       .density = 1025.0,
                       .speed = 20.0 * 0.514444,
                       .wave_height = 1.1});
  EXPECT_TRUE(s.within);
  // 0.0104 (0.45833 + 0.084) 1 (1.66667 - 0.5) 3.68057^2 3.75 / 0.63517, where 9 m are 29.5276 ft.
  EXPECT_NEAR(s.mean, 0.0104 * 0.542333 * 1.166667 * 13.54668 * 3.75 / 0.635167, 1e-4);
}

PROPERTY(Slamming, GrowsWithSpeedAndWavesAndFallsWithDeadriseAndStaysBounded) {
  SlamCase c{.length = any::between(0.3, 2.0),
             .beam = any::between(0.1, 0.4),
             .deadrise = radians(any::between(0.0, 35.0)),
             .trim = radians(any::between(0.5, 12.0)),
             .mass = any::between(0.5, 10.0),
             .density = 1000.0,
             .speed = any::between(1.0, 30.0),
             .wave_height = any::between(0.01, 0.5)};
  const double mean = slam(c).mean;
  HOLDS(mean > 0.0 && std::isfinite(mean));
  const auto with = [&](double SlamCase::*m, double by) {
    SlamCase other = c;
    other.*m *= by;
    return slam(other).mean;
  };
  HOLDS(with(&SlamCase::speed, 1.2) >= mean);
  HOLDS(with(&SlamCase::wave_height, 1.2) >= mean);
  HOLDS(with(&SlamCase::deadrise, 1.2) <= mean);
  HOLDS(with(&SlamCase::mass, 1.2) <= mean);
  HOLDS(with(&SlamCase::speed, 100.0) == with(&SlamCase::speed, 200.0));
}
