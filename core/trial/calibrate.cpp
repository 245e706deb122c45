#include "trial/calibrate.h"

#include <Eigen/LU>
#include <algorithm>
#include <array>
#include <cmath>

#include "drive/power_train.h"
#include "trial/log_numbers.h"
#include "trial/log_reading.h"

namespace plucky {

namespace {

/// What may be wrong with a model of such a boat, one deviation: common practice, no source.
struct Unknown {
  const char *key, *name;
  double Variation::*of;
  double usual;
  const char* next;
};
constexpr std::array<Unknown, 4> unknowns{
    {{"drag", "Drag", &Variation::drag, 0.15,
      "Weigh the boat, look for weed and roughness, and let it coast: that tells the drag alone."},
     {"screw", "Pitch at work", &Variation::pitch, 0.08,
      "Measure diameter and pitch of the propeller, look for nicks and air it draws."},
     {"kv", "The motor's Kv", &Variation::kv, 0.04,
      "Spin the motor unloaded at a known voltage and read its revolutions."},
     {"resistance", "The winding's resistance", &Variation::resistance, 0.25,
      "Send a known current through the cold winding and read the voltage; feel the plugs for heat."}}};
constexpr auto count = static_cast<Eigen::Index>(unknowns.size());
using Factors = Eigen::Matrix<double, count, 1>;

constexpr double speed_sigma = 0.015, turns_sigma = 0.01, current_sigma = 0.03;  // of what is measured

Variation variation_of(const Factors& f) {
  Variation v;
  for (Eigen::Index i = 0; i < count; ++i) v.*unknowns[static_cast<std::size_t>(i)].of = f(i);
  return v;
}

class Fitting {
 public:
  Fitting(const PoweredBoat& boat, const std::vector<SteadyMoment>& moments) : boat_(boat), moments_(moments) {}

  /// Calls `one` with what was measured, what the model says and the deviation, for each number of each moment, in
  /// their order; the first two none where it was not measured or does not run.
  template <class F>
  void compare(const Factors& f, F one) const {
    const PoweredBoat tuned = boat_.with(variation_of(f));
    for (const SteadyMoment& m : moments_) {
      const RunningState run = tuned.on_battery(m.voltage).at(m.throttle);
      const auto says = [&](double number) { return run.runs() ? std::optional(number) : std::nullopt; };
      one(std::optional(m.speed), says(run.speed), speed_sigma);
      one(m.revolutions, says(run.shaft.motor_revolutions), turns_sigma);
      one(m.current, says(run.shaft.battery_current), current_sigma);
    }
  }

  /// Errors over their deviations; nothing for what cannot be compared.
  [[nodiscard]] Eigen::VectorXd errors(const Factors& f) const {
    Eigen::VectorXd e = Eigen::VectorXd::Zero(static_cast<Eigen::Index>(3 * moments_.size()));
    Eigen::Index k = 0;
    compare(f, [&](std::optional<double> measured, std::optional<double> says, double sigma) {
      if (measured && says) e(k) = (*says - *measured) / (sigma * *measured);
      ++k;
    });
    return e;
  }

  /// Mean of their sizes, share of what was measured.
  [[nodiscard]] double mean_error(const Factors& f) const {
    double sum = 0.0, n = 0.0;
    compare(f, [&](std::optional<double> measured, std::optional<double> says, double) {
      if (measured && says) sum += std::abs(*says - *measured) / *measured, n += 1.0;
    });
    return n > 0.0 ? sum / n : 0.0;
  }

 private:
  const PoweredBoat& boat_;
  const std::vector<SteadyMoment>& moments_;
};

/// What may be behind a factor that is too large, or too small; common practice, no source.
struct Behind {
  const char* key;
  bool above;  ///< of a factor over one
  const char *what, *next;
};
constexpr std::array<Behind, 17> behind{
    {{"drag", true, "The boat is heavier than its model", "Weigh it as it ran, wet and with its battery."},
     {"drag", true, "Weed, a rough bottom, a bent strake",
      "Let it coast from full speed, wipe the bottom, coast again."},
     {"drag", true, "It runs at another trim", "Film it from the side at full speed and measure the angle."},
     {"drag", false, "The boat is lighter than its model", "Weigh it as it ran."},
     {"drag", false, "Less of it is wetted", "Film it from the side: how far aft does the spray begin?"},
     {"screw", false, "The propeller slips more than it should: air, nicks, weed",
      "Look at blades and hub; take water instead of air: a run with the battery farther aft."},
     {"screw", false, "Its pitch is less than marked", "Measure the pitch: rise of a blade over a part of a turn."},
     {"screw", false, "It turns in the hull's shadow", "Measure the gap between blade tip and bottom."},
     {"screw", true, "Its pitch is more than marked", "Measure the pitch: rise of a blade over a part of a turn."},
     {"screw", true, "The speed was with wind or current", "Run the same stretch both ways."},
     {"kv", false, "The motor's Kv is less than marked", "Spin it unloaded at a known voltage."},
     {"kv", false, "The ESC does not give all", "Teach it the radio's ends; look at its timing."},
     {"kv", true, "The motor's Kv is more than marked, or its magnets are tired from heat",
      "Spin it unloaded at a known voltage, cold."},
     {"resistance", true, "Thin leads or a poor plug", "Feel plugs and leads after a run; measure the drop over each."},
     {"resistance", true, "The winding is hot", "Measure it cold and right after a run."},
     {"resistance", false, "The winding has less than its data say",
      "Send a known current through the cold winding and read the voltage."},
     {"resistance", false, "The battery holds its voltage better",
      "Read its voltage at rest and under a known current."}}};

}  // namespace

std::vector<SteadyMoment> steady_moments(const Recording& r, const Drive& drive) {
  constexpr double even = 0.1, window = 1.0;
  const Series *speed = r.find(Channel::speed), *throttle = r.find(Channel::throttle);
  if (!speed || !throttle) return {};
  const auto get = [&](Channel c) {
    const Series* s = r.find(c);
    return s ? evenly(r, *s, even) : std::vector<double>();
  };
  const std::vector<double> v = evenly(r, *speed, even), u = evenly(r, *throttle, even), volts = get(Channel::voltage),
                            amps = get(Channel::current);
  std::vector<double> turns = get(Channel::motor_revolutions);
  if (turns.empty()) {
    turns = get(Channel::revolutions);
    for (double& n : turns) n *= drive.gearing.ratio;
  }
  const std::vector<double> rate = turn_rates(r, even);
  const PowerTrain train = power_train(drive);
  const auto width = static_cast<std::size_t>(window / even);
  std::vector<SteadyMoment> all;
  for (std::size_t i = width; i + 1 < v.size(); i += width) {
    const auto mean_of = [&](const std::vector<double>& s, double* swing) {
      double low = 1e300, high = -1e300, sum = 0.0;
      for (std::size_t k = i - width; k < i; ++k) {
        if (k >= s.size() || std::isnan(s[k])) return unmeasured;
        low = std::min(low, s[k]), high = std::max(high, s[k]), sum += s[k];
      }
      if (swing) *swing = high - low;
      return sum / static_cast<double>(width);
    };
    double throttle_swing = 0.0;
    SteadyMoment m{
        .throttle = mean_of(u, &throttle_swing) * drive.throttle, .speed = mean_of(v, nullptr), .duration = window};
    // First half against second: noise must not make a steady moment unsteady.
    double first = 0.0, second = 0.0;
    for (std::size_t k = 0; k < width; ++k) (k < width / 2 ? first : second) += v[i - width + k];
    const double drift = 2.0 * (second - first) / static_cast<double>(width);
    if (std::isnan(m.speed) || std::isnan(m.throttle) || m.throttle < 0.05 || throttle_swing > 0.03 || m.speed < 0.5 ||
        std::abs(drift) > 0.03 * m.speed + 0.03)
      continue;
    double turning = 0.0;
    for (std::size_t k = i - width; k < i && k < rate.size(); ++k)
      if (!std::isnan(rate[k])) turning = std::max(turning, std::abs(rate[k]));
    if (turning > 0.15) continue;  // a turn holds the boat back
    const double a = amps.empty() ? unmeasured : mean_of(amps, nullptr),
                 n = turns.empty() ? unmeasured : mean_of(turns, nullptr),
                 b = volts.empty() ? unmeasured : mean_of(volts, nullptr);
    // Nothing to compare with in what stands still.
    if (a > 0.0) m.current = a;
    if (n > 0.0) m.revolutions = n;
    if (!std::isnan(b)) m.voltage = (b + (std::isnan(a) ? 0.0 : a * train.battery_resistance)) / train.voltage;
    all.push_back(m);
  }
  // Alike moments become one; the median of each number, so that a bad one counts little.
  std::sort(all.begin(), all.end(), [](const auto& l, const auto& s) { return l.throttle < s.throttle; });
  std::vector<SteadyMoment> out;
  for (std::size_t i = 0; i < all.size();) {
    std::size_t to = i;
    while (to < all.size() && all[to].throttle - all[i].throttle < 0.04 && to - i < 20) ++to;
    const auto median = [&](double SteadyMoment::*of) {
      std::vector<double> values;
      for (std::size_t k = i; k < to; ++k) values.push_back(all[k].*of);
      return median_of(values);
    };
    const auto measured = [&](std::optional<double> SteadyMoment::*of) {
      std::vector<double> values;
      for (std::size_t k = i; k < to; ++k) values.push_back((all[k].*of).value_or(unmeasured));
      const double m = median_of(values);
      return std::isnan(m) ? std::nullopt : std::optional(m);
    };
    out.push_back({median(&SteadyMoment::throttle), median(&SteadyMoment::voltage), median(&SteadyMoment::speed),
                   measured(&SteadyMoment::revolutions), measured(&SteadyMoment::current),
                   window * static_cast<double>(to - i)});
    i = to;
  }
  std::stable_sort(out.begin(), out.end(), [](const auto& l, const auto& s) { return l.duration > s.duration; });
  constexpr std::size_t most = 24;
  if (out.size() > most) out.resize(most);
  return out;
}

Calibration calibrate(const PoweredBoat& boat, const std::vector<SteadyMoment>& moments,
                      const std::function<bool(double)>& go_on) {
  Calibration c;
  c.moments = moments;
  if (moments.size() < 2) {
    c.message = "the runs have fewer than two steady throttles: hold some for a few seconds, straight ahead";
    return c;
  }
  const Fitting fitting(boat, moments);
  Factors f = Factors::Ones();
  Eigen::Matrix<double, count, count> normal;
  constexpr int rounds = 8;
  for (int round = 0; round < rounds; ++round) {
    if (go_on && !go_on(static_cast<double>(round) / rounds)) {
      c.message = "stopped";
      return c;
    }
    const Eigen::VectorXd e = fitting.errors(f);
    Eigen::MatrixXd slope(e.size(), count);
    for (Eigen::Index k = 0; k < count; ++k) {
      Factors tried = f;
      constexpr double by = 0.01;
      tried(k) += by;
      slope.col(k) = (fitting.errors(tried) - e) / by;
    }
    // A moment that jumps between two ways of running tells nothing of slopes.
    for (Eigen::Index i = 0; i < e.size(); ++i)
      if (slope.row(i).cwiseAbs().maxCoeff() > 400.0) slope.row(i).setZero();
    Eigen::VectorXd weight(e.size());
    constexpr double huber = 2.0;
    for (Eigen::Index i = 0; i < e.size(); ++i) weight(i) = std::abs(e(i)) > huber ? huber / std::abs(e(i)) : 1.0;
    normal = slope.transpose() * weight.asDiagonal() * slope;
    Factors right = -slope.transpose() * weight.asDiagonal() * e;
    for (Eigen::Index k = 0; k < count; ++k) {
      const double prior = 1.0 / std::pow(unknowns[static_cast<std::size_t>(k)].usual, 2);
      normal(k, k) += prior;
      right(k) -= prior * (f(k) - 1.0);
    }
    Factors change = normal.ldlt().solve(right);
    // No step farther than the usual doubt: the balance is far from straight.
    for (Eigen::Index k = 0; k < count; ++k) {
      const double usual = unknowns[static_cast<std::size_t>(k)].usual;
      change(k) = std::clamp(change(k), -usual, usual);
    }
    f = (f + change).cwiseMax(0.5).cwiseMin(2.0);
    if (change.cwiseAbs().maxCoeff() < 1e-4) break;
  }
  const Eigen::Matrix<double, count, count> spread = normal.inverse();
  for (Eigen::Index k = 0; k < count; ++k) {
    const Unknown& u = unknowns[static_cast<std::size_t>(k)];
    const double sigma = std::sqrt(std::max(0.0, spread(k, k)));
    c.factors.push_back({u.key, u.name, f(k), sigma, sigma < 0.5 * u.usual, u.next});
  }
  c.variation = variation_of(f);
  c.before = fitting.mean_error(Factors::Ones());
  c.after = fitting.mean_error(f);
  c.done = true;
  return c;
}

std::vector<LoneCause> lone_causes(const PoweredBoat& boat, const std::vector<SteadyMoment>& moments,
                                   const std::function<bool(double)>& go_on) {
  if (moments.size() < 2) return {};
  const Fitting fitting(boat, moments);
  // A wrong moment counts by its size, not by its square.
  const auto cost = [&](const Factors& f) {
    constexpr double huber = 2.0;
    double sum = 0.0;
    for (const double e : fitting.errors(f)) sum += std::abs(e) <= huber ? e * e : huber * (2.0 * std::abs(e) - huber);
    return sum;
  };
  const double as_it_is = cost(Factors::Ones());
  // Within what is measured: a deviation for each number.
  if (as_it_is <= 3.0 * static_cast<double>(moments.size())) return {};
  std::vector<LoneCause> out;
  for (Eigen::Index k = 0; k < count; ++k) {
    if (go_on && !go_on(static_cast<double>(k) / static_cast<double>(count))) return {};
    const Unknown& u = unknowns[static_cast<std::size_t>(k)];
    const auto at = [&](double factor) {
      Factors f = Factors::Ones();
      f(k) = factor;
      return cost(f) + std::pow((factor - 1.0) / u.usual, 2);
    };
    // Within what such a thing can be wrong by; over ways of running the cost is not smooth, so first by steps.
    const double reach = std::min(0.45, 3.0 * u.usual);
    double best = 1.0, least = as_it_is;
    constexpr int steps = 8;
    for (int i = -steps; i <= steps; ++i)
      if (const double f = 1.0 + reach * i / steps, c = at(f); c < least) least = c, best = f;
    for (double width = reach / steps; width > 5e-4; width *= 0.5)
      for (const double f : {best - 0.5 * width, best + 0.5 * width})
        if (const double c = at(f); c < least) least = c, best = f;
    LoneCause cause{.key = u.key, .name = u.name, .factor = best, .explains = 1.0 - least / as_it_is, .look_at = {}};
    if (cause.explains < 0.05) continue;
    for (const Behind& b : behind)
      if (cause.key == b.key && b.above == (best > 1.0)) cause.look_at.push_back({b.what, b.next});
    out.push_back(std::move(cause));
  }
  std::stable_sort(out.begin(), out.end(), [](const auto& a, const auto& b) { return a.explains > b.explains; });
  return out;
}

}  // namespace plucky
