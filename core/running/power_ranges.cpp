#include "running/power_ranges.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "base/scatter.h"

namespace plucky {

namespace {

/// What is told, in one order.
using Answers = std::array<double, 6>;  // speed, battery current, motor current, winding, can, run time

std::optional<Answers> answers(const PoweredBoat& powered, const RunningState& s) {
  if (!s.runs()) return std::nullopt;
  const double run = powered.run_time(s.shaft.battery_current);
  const HeatCourse heat = powered.heat(s, run, true);
  return Answers{s.speed, s.shaft.battery_current, s.shaft.motor_current, heat.winding.back(), heat.can.back(), run};
}

std::optional<Answers> answers(const PoweredBoat& powered) {
  return answers(powered, powered.at(powered.drive().throttle));
}

/// One uncertain input: answers a standard deviation below and above.
struct Input {
  const char* words;
  Variation below, above;
};

/// Share by which the drag grows with a share of the mass. A displacement hull's is taken in proportion.
double drag_by_mass(const RunningHull& h, const RunningPoint& at) {
  if (at.planing_share <= 0.0) return 1.0;  // nor are waves worked out at a crawl, where they take for ever
  constexpr double more = 0.05;
  RunningHull heavy = h;
  heavy.bottom.mass *= 1.0 + more;
  const double planing = run_at(heavy, at.speed).drag / run_at(h, at.speed).drag - 1.0;
  return std::clamp(planing / more + 1.0 - at.planing_share, 0.0, 3.0);
}

std::vector<Input> inputs(const Drive& d, const PowerReport& r, const RangeInput& in) {
  const auto factor = [](double Variation::*m, double by) {
    Variation v;
    v.*m = by;
    return v;
  };
  const auto both = [&](const char* words, double Variation::*m, double sigma) {
    return Input{words, factor(m, 1.0 - sigma), factor(m, 1.0 + sigma)};
  };
  const double resistance = d.motor.resistance > 0.0 ? 0.05 : 0.15;
  const double drag = r.full.hull.outside_range ? 0.15 : 0.08;
  const double pitch = d.screw.surface ? 0.10 : r.doubt.empty() ? 0.04 : 0.06;
  std::vector<Input> out = {both("the motor's Kv", &Variation::kv, 0.03),
                            both("the winding's resistance", &Variation::resistance, resistance),
                            both("the drag", &Variation::drag, drag), both("the slip", &Variation::pitch, pitch)};
  if (in.mass_sigma > 0.0 && r.full.speed > 0.0)
    out.push_back(
        both("the mass", &Variation::drag, drag_by_mass(in.hull, r.full.hull) * in.mass_sigma / in.hull.bottom.mass));
  if (r.water_cooled) out.push_back(both("the pickup's flow", &Variation::pickup, 0.20));
  return out;
}

}  // namespace

std::optional<PowerRanges> power_ranges(const PoweredBoat& powered, const PowerReport& r, const RangeInput& in) {
  const std::optional<Answers> middle = answers(powered, r.full);
  if (!middle) return std::nullopt;
  PowerRanges out;
  struct Tried {
    Answers down{}, up{};  // change per standard deviation
  };
  std::vector<Tried> tried;
  double variance = 0.0;
  for (const Input& input : inputs(powered.drive(), r, in)) {
    const auto below = answers(powered.with(input.below)), above = answers(powered.with(input.above));
    out.open = out.open || !below || !above;
    Tried t;
    for (std::size_t k = 0; k < middle->size(); ++k) {
      if (below) t.down[k] = (*middle)[k] - (*below)[k];
      if (above) t.up[k] = (*above)[k] - (*middle)[k];
      // One side says what the other cannot.
      if (!below) t.down[k] = t.up[k];
      if (!above) t.up[k] = t.down[k];
    }
    const double share = 0.5 * (t.down[0] * t.down[0] + t.up[0] * t.up[0]);
    variance += share;
    out.causes.push_back({input.words, share});
    tried.push_back(t);
  }
  for (PowerRanges::Cause& c : out.causes) c.share = variance > 0.0 ? c.share / variance : 0.0;
  std::stable_sort(out.causes.begin(), out.causes.end(),
                   [](const auto& a, const auto& b) { return a.share > b.share; });

  constexpr int samples = 2000;
  std::array<std::vector<double>, 6> values;
  Scatter scatter(1);
  for (int i = 0; i < samples; ++i) {
    Answers a = *middle;
    for (const Tried& t : tried) {
      const double z = scatter.normal();
      for (std::size_t k = 0; k < a.size(); ++k) a[k] += z * (z > 0.0 ? t.up[k] : t.down[k]);
    }
    for (std::size_t k = 0; k < a.size(); ++k) values[k].push_back(std::max(0.0, a[k]));
  }
  Range* const told[] = {&out.speed, &out.battery_current, &out.motor_current, &out.winding, &out.can, &out.run_time};
  for (std::size_t k = 0; k < values.size(); ++k) *told[k] = range_of(values[k]);
  Variation smooth;
  smooth.smooth = true;
  if (const RunningState s = powered.with(smooth).at(powered.drive().throttle); s.runs()) out.smooth_speed = s.speed;
  return out;
}

}  // namespace plucky
