// Flow in networks against handbook points, hand-worked splits and the laws of conservation.
#include <gtest/gtest.h>

#include <cmath>

#include "base/error.h"
#include "cooling/network.h"
#include "geometry/vec.h"
#include "property.h"
#include "shapes.h"
#include "texts.h"
#include "water/fluid.h"

using namespace plucky;
using namespace plucky::test;

namespace {

constexpr double rho = fresh_water_density, nu = fresh_water_viscosity;

NetElement pipe(std::size_t from, std::size_t to, double bore, double length, double loss = 0.0) {
  return {.name = "pipe", .from = from, .to = to, .bore = bore, .length = length, .loss = loss};
}

/// Held at `pressure`, one pipe to the air at the same height.
NetSolution single(double pressure, const NetElement& e) {
  return solve_network({{{"in", 0.0, pressure}, {"out", 0.0, 0.0}}, {e}}, rho, nu);
}

/// A ladder of random pipes between a pickup and an outlet.
Network ladder() {
  Network n;
  const int rungs = any::whole(1, 8);
  n.nodes.push_back({"in", 0.0, any::whole(200, 20000) * 1.0});
  n.nodes.push_back({"out", any::whole(-10, 10) / 100.0, 0.0});
  const auto random_pipe = [](std::size_t a, std::size_t b) {
    return pipe(a, b, any::whole(10, 60) * 1e-4, any::whole(2, 150) * 1e-2, any::whole(0, 8) * 1.0);
  };
  std::size_t left = 0, right = 1;
  for (int i = 0; i < rungs; ++i) {
    n.nodes.push_back({"left", any::whole(-5, 5) / 100.0, {}});
    n.nodes.push_back({"right", any::whole(-5, 5) / 100.0, {}});
    const std::size_t a = n.nodes.size() - 2, b = a + 1;
    n.elements.push_back(random_pipe(left, a));
    n.elements.push_back(random_pipe(b, right));
    n.elements.push_back(random_pipe(a, b));
    left = a, right = b;
  }
  return n;
}

double outflow(const Network& n, const NetSolution& s) {
  double q = 0.0;
  for (std::size_t i = 0; i < n.elements.size(); ++i) {
    if (n.elements[i].to == 1) q += s.flow[i];
    if (n.elements[i].from == 1) q -= s.flow[i];
  }
  return q;
}

}  // namespace

TEST(Churchill, FollowsPoiseuilleBelowAndColebrookAbove) {
  for (double re : {50.0, 500.0, 1500.0}) EXPECT_NEAR(churchill_friction(re), 64.0 / re, 0.002 * 64.0 / re) << re;
  // Moody chart: smooth at 1e5: 0.0180; relative roughness 0.001 at 1e5: 0.0222; 0.01 at 1e6: 0.0380 (memory).
  EXPECT_NEAR(churchill_friction(1e5), 0.0180, 0.0004);
  EXPECT_NEAR(churchill_friction(1e5, 0.001), 0.0222, 0.0005);
  EXPECT_NEAR(churchill_friction(1e6, 0.01), 0.0380, 0.0008);
  EXPECT_THROW((void)churchill_friction(0.0), InvalidInput);
}

PROPERTY(Churchill, PressureAlwaysGrowsWithTheFlow) {
  const NetElement e = pipe(0, 1, any::whole(10, 60) * 1e-4, any::whole(1, 200) * 1e-2);
  const double q = any::whole(1, 100000) * 1e-9;
  HOLDS(pressure_taken(e, 1.01 * q, rho, nu) > pressure_taken(e, q, rho, nu));
  HOLDS(pressure_taken(e, -q, rho, nu) == -pressure_taken(e, q, rho, nu));
}

TEST(Network, ASlowHoseFollowsPoiseuille) {
  // Q = pi D^4 dp / (128 mu L), 2 mm bore, 1 m, 200 Pa: 78.4 ml/min would be turbulent-free at Re 830.
  const double closed = pi * std::pow(0.002, 4) * 200.0 / (128.0 * rho * nu * 1.0);
  const NetSolution s = single(200.0, pipe(0, 1, 0.002, 1.0));
  ASSERT_TRUE(s.solved) << s.message;
  EXPECT_NEAR(s.flow[0], closed, 0.002 * closed);
}

TEST(Network, WaterThatStandsPressesByItsHeight) {
  // A hose that leads 100 mm up to a closed end: nothing flows, and 979 Pa less press there.
  Network n;
  n.nodes = {{.name = "pickup", .height = 0.0, .pressure = 0.0}, {.name = "end", .height = 0.1, .pressure = {}}};
  n.elements = {pipe(0, 1, 0.003, 0.2, 0.0)};
  const NetSolution s = solve_network(n, rho, 1.0034e-6);
  ASSERT_TRUE(s.solved) << s.message;
  EXPECT_NEAR(s.flow[0], 0.0, 1e-12);
  EXPECT_NEAR(s.pressure[1], -rho * 9.80665 * 0.1, 0.1);
}

TEST(Network, AFastHoseFollowsItsLossByHand) {
  // Only minor losses: v = sqrt(2 dp / (rho K)); 9.8 kPa, K 4: 2.22 m/s through 3 mm: 940 ml/min.
  NetElement e = pipe(0, 1, 0.003, 0.0, 4.0);
  const NetSolution s = single(9806.65, e);
  ASSERT_TRUE(s.solved) << s.message;
  EXPECT_NEAR(s.flow[0] * 6e7, std::sqrt(2.0 * 9806.65 / (rho * 4.0)) * 0.25 * pi * 9e-6 * 6e7, 0.01);
}

TEST(Network, TwoBranchesSplitAsByHand) {
  // Square-law branches with K 1 and K 4 behind a common K 2, all of one bore: flows 2 to 1; total head
  // (2 x 9 + 4) units for 3 units of flow.
  Network n{{{"in", 0.0, 5000.0}, {"tee", 0.1, {}}, {"out", 0.0, 0.0}},
            {pipe(0, 1, 0.004, 0.0, 2.0), pipe(1, 2, 0.004, 0.0, 1.0), pipe(1, 2, 0.004, 0.0, 4.0)}};
  const NetSolution s = solve_network(n, rho, nu);
  ASSERT_TRUE(s.solved) << s.message;
  EXPECT_NEAR(s.flow[1] / s.flow[2], 2.0, 1e-6);
  const double area = 0.25 * pi * 16e-6, unit = s.flow[2];
  EXPECT_NEAR(0.5 * rho * unit * unit / (area * area) * (2.0 * 9.0 + 4.0), 5000.0, 0.01);
  // Laminar branches of one and two lengths: flows 2 to 1.
  n.elements = {pipe(0, 1, 0.004, 0.01), pipe(1, 2, 0.001, 0.5), pipe(1, 2, 0.001, 1.0)};
  n.nodes[0].pressure = 300.0;
  const NetSolution slow = solve_network(n, rho, nu);
  ASSERT_TRUE(slow.solved) << slow.message;
  EXPECT_NEAR(slow.flow[1] / slow.flow[2], 2.0, 0.002);
}

TEST(Network, HeightTakesItsShareAndAColumnThatWouldRunBackStands) {
  Network n{{{"in", 0.0, rho * gravity * 0.20}, {"out", 0.15, 0.0}}, {pipe(0, 1, 0.003, 0.0, 2.0)}};
  n.elements[0].one_way = true;
  const NetSolution up = solve_network(n, rho, nu);
  EXPECT_NEAR(up.flow[0], 0.25 * pi * 9e-6 * std::sqrt(2.0 * gravity * 0.05 / 2.0), 1e-10);
  n.nodes[1].height = 0.25;
  const NetSolution stands = solve_network(n, rho, nu);
  ASSERT_TRUE(stands.solved) << stands.message;
  EXPECT_LT(std::abs(stands.flow[0]) * 6e7, 1e-3);
}

TEST(Network, APumpWorksWhereItsCurveMeetsTheHose) {
  // 10 kPa closed, 600 ml/min open, into a square law that takes 10 kPa at 600: they meet at 10 (1 - r^2) = 10 r^2.
  NetElement pump{.name = "pump", .kind = NetKind::pump, .from = 0, .to = 1, .pump_pressure = 10e3, .pump_flow = 1e-5};
  const double v = 1e-5 / (0.25 * pi * 9e-6);
  Network n{{{"lake", 0.0, 0.0}, {"mid", 0.0, {}}, {"out", 0.0, 0.0}},
            {pump, pipe(1, 2, 0.003, 0.0, 10e3 / (0.5 * rho * v * v))}};
  const NetSolution s = solve_network(n, rho, nu);
  ASSERT_TRUE(s.solved) << s.message;
  EXPECT_NEAR(s.flow[0], 1e-5 / std::sqrt(2.0), 1e-9);
}

PROPERTY(Network, WaterIsConservedAndHeadsAgreeEverywhere) {
  const Network n = ladder();
  const NetSolution s = solve_network(n, rho, nu);
  HOLDS(s.solved);
  for (std::size_t node = 2; node < n.nodes.size(); ++node) {
    double sum = 0.0;
    for (std::size_t i = 0; i < n.elements.size(); ++i)
      sum += (n.elements[i].to == node ? s.flow[i] : 0.0) - (n.elements[i].from == node ? s.flow[i] : 0.0);
    HOLDS(std::abs(sum) * 6e7 < 1e-3);  // ml/min
  }
  // Power in is power lost: sum of Q dp over the elements against that of the held ends.
  double lost = 0.0, given = 0.0;
  for (std::size_t i = 0; i < n.elements.size(); ++i) {
    const NetElement& e = n.elements[i];
    lost += s.flow[i] * pressure_taken(e, s.flow[i], rho, nu);
  }
  const double level = *n.nodes[0].pressure - rho * gravity * n.nodes[1].height;
  given = outflow(n, s) * level;
  HOLDS(std::abs(lost - given) < 1e-4 * std::abs(given) + 1e-9);
}

PROPERTY(Network, MoreHeadOrAShorterHoseNeverGivesLess) {
  Network n = ladder();
  n.nodes[1].height = 0.0;
  const double before = outflow(n, solve_network(n, rho, nu));
  Network more = n;
  *more.nodes[0].pressure *= 1.3;
  HOLDS(outflow(more, solve_network(more, rho, nu)) >= before * (1.0 - 1e-6));
  Network shorter = n;
  NetElement& e = shorter.elements[any::whole<std::size_t>(0, n.elements.size())];
  e.length *= 0.5;
  HOLDS(outflow(shorter, solve_network(shorter, rho, nu)) >= before * (1.0 - 1e-6));
}

TEST(Network, TellsWhatCannotWork) {
  Network n{{{"pickup", 0.0, 1000.0}, {"jacket", 0.0, {}}, {"end", 0.0, {}}, {"a", 0.0, {}}, {"b", 0.0, {}}},
            {pipe(0, 1, 0.003, 0.1), pipe(1, 2, 0.003, 0.1), pipe(3, 4, 0.003, 0.1), pipe(4, 3, 0.003, 0.1)}};
  n.elements.push_back(pipe(1, 1, 0.003, 0.1));
  std::string all;
  for (const NetFault& f : network_faults(n)) all += plain(f.sentence);
  EXPECT_NE(all.find("end is a dead end"), std::string::npos) << all;
  EXPECT_NE(all.find("a lies in a loop that feeds itself"), std::string::npos);
  EXPECT_NE(all.find("feeds itself: both its ends are at jacket"), std::string::npos);
  EXPECT_NE(plain(solve_network(n, rho, nu).message).find("no pickup and no outlet"), std::string::npos);
  EXPECT_NE(refusal_of([&] { return single(1000.0, pipe(0, 1, 0.0, 0.1)); }).find("bore of 0"), std::string::npos);
  EXPECT_NE(refusal_of([&] { return single(1000.0, pipe(0, 7, 0.003, 0.1)); }).find("not there"), std::string::npos);
}
