// Gaps, grease, rings and flooding against closed forms and handbook values.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "property.h"
#include "sealing/flooding.h"
#include "sealing/leak.h"
#include "shapes.h"
#include "texts.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr double mu = 1.0016e-3;

/// An open-topped box barge as an imported hull: 600 x 200 x 100 mm, `walls` at stations.
HullDesign barge(const std::vector<double>& walls = {}) {
  HullDesign d;
  d.family = HullFamily::imported;
  d.mesh = std::make_shared<TriangleMesh>(box_mesh({0.0, -0.1, 0.0}, {0.6, 0.1, 0.1}));
  d.skin.shell_thickness = 0.0;
  Id id = 1;
  for (double x : walls) d.bulkheads.push_back({.id = id++, .x = x});
  return d;
}

struct Barge {
  HullDesign design;
  HullModel hull;
  ImmersedBody body;
  std::vector<Compartment> bays;
  explicit Barge(const std::vector<double>& walls = {})
      : design(barge(walls)), hull(build_hull(design)), body(hull.buoyant), bays(compartments_of(hull, design)) {}
  [[nodiscard]] FloodCourse fill(const std::vector<Inlet>& inlets, const std::vector<BilgePump>& pumps = {},
                                 double duration = 1800.0, double mass = 3.6) const {
    return flood(body, hull, bays, {mass, {0.3, 0.0, 0.005}}, 1000.0, inlets, pumps, {},
                 {.trim_low = -0.2, .trim_high = 0.2, .duration = duration});
  }
};

}  // namespace

TEST(Leak, AnnulusAndOrificeByHand) {
  // 4 mm shaft, 0.05 mm clearance, 100 mm tube, 5 cm of water (490 Pa): pi 0.004 (5e-5)^3 490 / (12 mu 0.1).
  const double q = pi * 0.004 * 1.25e-13 * 490.0 / (12.0 * mu * 0.1);
  EXPECT_NEAR(annular_leak(0.004, 5e-5, 0.1, 490.0, mu), q, 1e-6 * q);
  EXPECT_NEAR(annular_leak(0.004, 5e-5, 0.1, 490.0, mu, 1.0), 2.5 * q, 1e-6 * q);
  EXPECT_NEAR(annular_leak(0.004, 1e-4, 0.1, 490.0, mu) / q, 8.0, 1e-9);
  // A 3 mm hole 5 cm under water: 0.62 x 7.07 mm2 x 0.99 m/s = 260 ml/min.
  EXPECT_NEAR(orifice_leak(0.25 * pi * 9e-6, 0.05) * 6e7, 260.4, 0.5);
  EXPECT_EQ(orifice_leak(1e-6, -0.01), 0.0);
  EXPECT_NEAR(slit_leak(0.5, 1e-4, 0.004, 490.0, mu), 0.5 * 1e-12 * 490.0 / (12.0 * mu * 0.004), 1e-15);
  EXPECT_THROW((void)annular_leak(0.004, 0.0, 0.1, 490.0, mu), InvalidInput);
}

TEST(Leak, GreaseHoldsUntilItsYieldIsPassed) {
  // 2 tau L / c: 300 Pa, 100 mm, 0.1 mm: 600 kPa, far beyond any head of a small boat.
  EXPECT_NEAR(grease_holds(300.0, 1e-4, 0.1), 6e5, 1.0);
  EXPECT_LT(grease_holds(300.0, 0.5e-3, 0.0005), 1000.0);
}

TEST(Leak, RingsOfTheHandbookFit) {
  // Static face seals (memory): section 1.78 mm in grooves 1.27 to 1.37 deep squeezes 23 to 29 %.
  const RingFit ring = ring_fit(1.78e-3, 1.32e-3, 2.4e-3);
  EXPECT_EQ(ring.verdict, RingFit::Verdict::good);
  EXPECT_NEAR(ring.squeeze, 0.258, 0.001);
  EXPECT_NEAR(ring.fill, 0.7855, 0.001);
  EXPECT_EQ(ring_fit(1.78e-3, 1.70e-3, 2.4e-3).verdict, RingFit::Verdict::loose);
  EXPECT_EQ(ring_fit(1.78e-3, 1.10e-3, 2.8e-3).verdict, RingFit::Verdict::tight);
  EXPECT_EQ(ring_fit(1.78e-3, 1.32e-3, 1.9e-3).verdict, RingFit::Verdict::overfull);
}

TEST(Leak, GasketsBowWithTheFourthPowerOfTheScrewsApart) {
  const double near = gasket_bow(0.04, 0.003, 2e9, 0.01, 1000.0);
  EXPECT_NEAR(gasket_bow(0.08, 0.003, 2e9, 0.01, 1000.0) / near, 16.0, 1e-9);
  // 5 w s^4 / (384 E I) by hand: I = 0.01 x 27e-9 / 12 = 2.25e-11.
  EXPECT_NEAR(near, 5.0 * 1000.0 * 2.56e-6 / (384.0 * 2e9 * 2.25e-11), 1e-8);
}

PROPERTY(Leak, MorePerimetersAndCoatsNeverSeepMore) {
  const auto lines = any::whole<std::uint32_t>(0, 8);
  const bool in = any::either(), out = any::either();
  HOLDS(wall_seepage(lines + 1, in, out) <= wall_seepage(lines, in, out));
  HOLDS(wall_seepage(lines, true, out) <= wall_seepage(lines, false, out));
}

TEST(Flooding, ABoxBargeFillsAsInClosedForm) {
  // A constant inflow sinks it by rate / area: 3.6 kg draw 30 mm; 1 l a 10 minutes lowers the freeboard of 70 mm by
  // 8.33 mm in that time; 10 mm are left when 60 mm, or 7.2 l, have come aboard.
  const Barge b;
  ASSERT_EQ(b.bays.size(), 1U);
  EXPECT_NEAR(b.bays[0].volume(), 0.012, 1e-4);
  const double rate = 1e-3 / 600.0;
  const FloodCourse c = b.fill({{"hole", {0.3, 0.0, 0.0}, 0, [&](double) { return rate; }}}, {}, 6000.0);
  ASSERT_TRUE(c.message.empty()) << c.message;
  for (const FloodMoment& m : c.points) {
    if (m.freeboard < 0.012) break;
    EXPECT_NEAR(m.freeboard, 0.070 - m.water[0] / 0.12, 4e-4);
  }
  EXPECT_NEAR(c.to_freeboard.value(), 7.2e-3 / rate, 0.02 * 7.2e-3 / rate);
  EXPECT_NEAR(c.points.back().water[0], rate * c.points.back().time, 1e-9);
}

TEST(Flooding, AFreeSurfaceTakesItsShareOfTheMetacentricHeight) {
  const Barge b;
  const FloodCourse c = b.fill({{"hole", {0.3, 0.0, 0.0}, 0, [](double) { return 1e-6; }}}, {}, 1200.0);
  const FloodMoment& m = c.points.back();
  // KB + BM - KG with the water's own surface: BM = b^3 L / 12 / V less the same again for the water inside.
  const double water = m.water[0], volume = 3.6e-3 + water, draught = volume / 0.12, inside = water / 0.12;
  const double kg = (3.6 * 0.005 + 1000.0 * water * 0.5 * inside) / (3.6 + 1000.0 * water);
  const double inertia = 0.6 * std::pow(0.2, 3) / 12.0;
  EXPECT_NEAR(m.gm, 0.5 * draught + inertia / volume - kg - inertia / volume, 1e-3);
}

TEST(Flooding, ABulkheadKeepsItInOneBayAndTheBoatTrims) {
  const Barge b({0.2});
  ASSERT_EQ(b.bays.size(), 2U);
  EXPECT_EQ(compartment_at(b.bays, 0.1), 0U);
  EXPECT_EQ(compartment_at(b.bays, 0.4), 1U);
  const FloodCourse c = b.fill({{"hole", {0.1, 0.0, 0.0}, 0, [](double) { return 1e-6; }}}, {}, 900.0);
  EXPECT_EQ(c.points.back().water[1], 0.0);
  EXPECT_GT(c.points.back().trim, radians(1.0));  // water aft lifts the bow
}

TEST(Flooding, APumpHoldsItWhereItCanAndNotFromTheWrongEnd) {
  const Barge b;
  const std::vector<Inlet> leak{{"hole", {0.05, 0.0, 0.0}, 0, [](double) { return 2e-6; }}};
  BilgePump pump{.x = 0.3, .floor = 0.0, .trigger = 0.005, .flow = 6e-6, .head = 0.5, .outlet_z = 0.1};
  const FloodCourse held = b.fill(leak, {pump});
  EXPECT_GT(held.pump_started, 0.0);
  EXPECT_NEAR(held.pump_started.value(), 0.005 * 0.12 / 2e-6, 40.0);  // five millimetres over the whole floor
  EXPECT_FALSE(held.danger());
  pump.flow = 1e-6;  // and lifts only 0.1 of 0.5 m: loses to the leak
  EXPECT_GT(b.fill(leak, {pump}).points.back().water[0], held.points.back().water[0]);
  // Trimmed by the stern the water gathers aft: a pump at the bow starts later.
  const Loading aft{3.6, {0.24, 0.0, 0.005}};
  const auto start = [&](double x) {
    BilgePump p{.x = x, .floor = 0.0, .trigger = 0.005, .flow = 6e-6, .head = 0.5, .outlet_z = 0.1};
    return flood(b.body, b.hull, b.bays, aft, 1000.0, leak, {p}, {}, {.trim_low = -0.5, .trim_high = 0.5}).pump_started;
  };
  const std::optional<double> bow = start(0.55), stern = start(0.05);
  ASSERT_TRUE(stern);
  EXPECT_TRUE(!bow || *bow > 3.0 * *stern) << bow.value_or(0.0) << " " << *stern;
}

TEST(Flooding, TellsWhenTheFirstPartIsWetAndWhenTheBoatSinks) {
  const Barge b;
  const FloodCourse c = flood(b.body, b.hull, b.bays, {3.6, {0.3, 0.0, 0.005}}, 1000.0,
                              {{"hole", {0.3, 0.0, 0.0}, 0, [](double) { return 1e-5; }}}, {},
                              {{7, "ESC", 0.3, 0.010, 0}}, {.trim_low = -0.5, .trim_high = 0.5, .duration = 1800.0});
  EXPECT_EQ(c.first_part, 7U);
  EXPECT_NEAR(c.to_part.value(), 0.010 * 0.12 / 1e-5, 10.0);
  EXPECT_GT(c.to_sink, 0.0);
  EXPECT_NEAR(c.to_sink.value(), 8.4e-3 / 1e-5, 30.0);
  EXPECT_EQ(c.danger(), c.to_part);
}

PROPERTY(Flooding, WaterAboardIsWhatCameInLessWhatWentOut) {
  const double rate = any::whole(1, 40) * 1e-7;
  static const Barge b({0.3});
  const FloodCourse c =
      b.fill({{"hole", {any::whole(2, 58) / 100.0, 0.0, 0.0}, 0, [&](double) { return rate; }}}, {}, 600.0);
  double came = 0.0;
  for (std::size_t i = 1; i < c.points.size(); ++i)
    came += c.points[i - 1].inflow * (c.points[i].time - c.points[i - 1].time);
  const FloodMoment& m = c.points.back();
  HOLDS(std::abs(m.water[0] + m.water[1] - came) < 1e-9);
}
