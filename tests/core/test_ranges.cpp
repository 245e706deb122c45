// How far off the numbers may be: ranges against boats drawn and run one by one.
#include <gtest/gtest.h>

#include <random>

#include "assessment/assessment.h"
#include "findings.h"
#include "property.h"
#include "resistance/friction.h"
#include "shapes.h"

using namespace plucky;
using namespace plucky::test;

namespace {

/// 5th and 95th of 100.
std::pair<double, double> middle_ninety(std::vector<double> values) {
  std::sort(values.begin(), values.end());
  const auto at = [&](double share) { return values[static_cast<std::size_t>(share * (values.size() - 1) + 0.5)]; };
  return {at(0.05), at(0.95)};
}

}  // namespace

TEST(Ranges, AreThoseOfBoatsDrawnAndRunOneByOne) {
  const Project p = powered_boat();
  const Assessment a = assess(p);
  ASSERT_TRUE(a.power.ranges);
  const PowerRanges& r = *a.power.ranges;
  const Boat boat = boat_of(a);
  const PoweredBoat powered(boat, a.power.curve);
  std::mt19937 draw(7);
  std::normal_distribution<double> z;
  // What the ranges say of their inputs: a resistance judged by the can, a propeller of the series within its range.
  const double drag_sigma = a.power.full.hull.outside_range ? 0.15 : 0.08;
  std::vector<double> speed, current, winding;
  for (int i = 0; i < 300; ++i) {
    Variation v;
    v.kv = 1.0 + 0.03 * z(draw);
    v.resistance = std::max(0.1, 1.0 + 0.15 * z(draw));
    v.drag = std::max(0.1, 1.0 + drag_sigma * z(draw));
    v.pitch = 1.0 + (a.power.doubt.empty() ? 0.04 : 0.06) * z(draw);
    const PoweredBoat other = powered.with(v);
    const RunningState s = other.at(drive(p)->throttle);
    if (!s.runs()) continue;
    speed.push_back(s.speed);
    current.push_back(s.shaft.battery_current);
    winding.push_back(other.winding_after(s, other.run_time(s.shaft.battery_current)));
  }
  ASSERT_GT(speed.size(), 290u);
  // 300 draws tell a percentile to about a tenth of the range.
  for (const auto& [told, drawn] : {std::pair{r.speed, &speed}, {r.battery_current, &current}, {r.winding, &winding}}) {
    const auto [low, high] = middle_ninety(*drawn);
    EXPECT_NEAR(told.low, low, 0.15 * (high - low));
    EXPECT_NEAR(told.high, high, 0.15 * (high - low));
  }
  EXPECT_LT(r.speed.low, a.power.full.speed);
  EXPECT_GT(r.speed.high, a.power.full.speed);
  double shares = 0.0;
  for (const auto& c : r.causes) shares += c.share;
  EXPECT_NEAR(shares, 1.0, 1e-9);
  EXPECT_NE(plain(finding(a, "drive.range").text).find(r.causes.front().words), std::string::npos);
}

TEST(Ranges, NarrowWhereMoreIsKnown) {
  Project judged = powered_boat(), typed = judged;
  drive(typed)->motor.resistance = winding_resistance(judged.drive().motor);
  const Assessment a = assess(judged), b = assess(typed);
  ASSERT_TRUE(a.power.ranges && b.power.ranges);
  EXPECT_NEAR(a.power.full.speed, b.power.full.speed, 1e-9);
  EXPECT_LT(b.power.ranges->winding.high - b.power.ranges->winding.low,
            a.power.ranges->winding.high - a.power.ranges->winding.low);
  Project vague = judged;
  for (Part& part : vague.layout.parts) part.mass_sigma = 0.4 * part.mass;
  const auto share_of_mass = [](const Assessment& x) {
    for (const auto& c : x.power.ranges->causes)
      if (std::string(c.words) == "the mass") return c.share;
    return 0.0;
  };
  EXPECT_GT(share_of_mass(assess(vague)), share_of_mass(a));
}

TEST(Ranges, AWindingThatMayPassItsLimitIsToldBeforeItDoes) {
  Project p = powered_boat();
  const Assessment a = assess(p);
  ASSERT_TRUE(a.power.ranges);
  drive(p)->motor.temperature_limit = 0.5 * (*a.power.winding + a.power.ranges->winding.high);
  const Assessment near = assess(p);
  EXPECT_EQ(finding(near, "drive.range").severity, Severity::note);
  EXPECT_NE(plain(finding(near, "drive.range").text).find("may pass"), std::string::npos);
}

TEST(Friction, OfASmoothPlateInStillWater) {
  // Blasius at 1e5: 0.0042. Prandtl and Schlichting at 1e6: 0.455 / 6^2.58 - 1.7e-3 = 0.00277, by the ship's line a
  // little more (handbook, memory).
  EXPECT_NEAR(smooth_friction(1e5), 0.00420, 1e-5);
  EXPECT_NEAR(smooth_friction(1e6), 0.00277, 0.1 * 0.00277);
  double before = smooth_friction(1e3);
  for (double re = 1e3; re < 1e8; re *= 1.02) {
    const double now = smooth_friction(re);
    EXPECT_LE(now, friction_coefficient(re));
    EXPECT_NEAR(now, before, 0.06 * before) << re;  // no jump
    before = now;
  }
  EXPECT_NEAR(smooth_friction(1e8), friction_coefficient(1e8), 0.01 * friction_coefficient(1e8));
}

PROPERTY(Ranges, ASmoothHullIsNeverSlowerAndEveryRangeHoldsItsMiddle) {
  Project p = powered_boat();
  drive(p)->throttle = any::whole(6, 101) / 100.0;
  drive(p)->screw.pitch = any::whole(30, 60) / 1e3;
  drive(p)->battery.cells = any::whole(2u, 6u);
  const Assessment a = assess(p);
  if (!a.power.ranges) return;
  const PowerRanges& r = *a.power.ranges;
  if (r.smooth_speed && a.power.full.status == RunningState::Status::solved)
    HOLDS(*r.smooth_speed >= a.power.full.speed * (1.0 - 1e-6));
  for (const Range& x : {r.speed, r.battery_current, r.motor_current, r.winding, r.can, r.run_time}) {
    HOLDS(std::isfinite(x.low) && std::isfinite(x.high));
    HOLDS(x.low <= x.middle && x.middle <= x.high);
  }
}
