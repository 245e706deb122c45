#include <Eigen/QR>
#include <algorithm>
#include <cmath>

#include "running/power.h"
#include "trial/log_numbers.h"
#include "trial/log_reading.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double even_step = 0.1;    // s
constexpr double steady_gain = 0.2;  // m/s2, below which a moment counts as steady

/// Least squares with the deviation of each answer.
struct Fit {
  Eigen::VectorXd answer, sigma;
  bool known = false;
};
Fit least_squares(const std::vector<std::vector<double>>& rows, const std::vector<double>& right) {
  Fit f;
  if (rows.empty() || rows.size() < rows.front().size() + 5) return f;
  const auto n = static_cast<Eigen::Index>(rows.size()), m = static_cast<Eigen::Index>(rows.front().size());
  Eigen::MatrixXd a(n, m);
  Eigen::VectorXd b(n);
  for (Eigen::Index i = 0; i < n; ++i) {
    for (Eigen::Index k = 0; k < m; ++k) a(i, k) = rows[static_cast<std::size_t>(i)][static_cast<std::size_t>(k)];
    b(i) = right[static_cast<std::size_t>(i)];
  }
  const Eigen::ColPivHouseholderQR<Eigen::MatrixXd> qr(a);
  if (qr.rank() < m) return f;
  f.answer = qr.solve(b);
  const double scatter = (a * f.answer - b).squaredNorm() / static_cast<double>(n - m);
  f.sigma = (scatter * (a.transpose() * a).inverse().diagonal().array()).sqrt();
  f.known = true;
  return f;
}

class ReadingOff {
 public:
  ReadingOff(const Recording& r, const LogBoat& boat) : boat_(boat), r_(r) {}

  LogReport take() {
    lags();
    r_ = cleaned(r_, out_);
    if (const Series* s = r_.find(Channel::speed)) speed_ = evenly(r_, *s, even_step);
    turns_ = propeller();
    if (const Series* s = r_.find(Channel::current)) current_ = evenly(r_, *s, even_step);
    if (const Series* s = r_.find(Channel::voltage)) voltage_ = evenly(r_, *s, even_step);
    out_.segments = segments_of(r_, boat_.planing_from);
    speeds();
    slips();
    knee();
    electric();
    temperatures();
    coasting();
    turning();
    return std::move(out_);
  }

 private:
  /// 1/s of the propeller on the even clock; empty without.
  [[nodiscard]] std::vector<double> propeller() const {
    if (const Series* s = r_.find(Channel::revolutions)) return evenly(r_, *s, even_step);
    const Series* s = r_.find(Channel::motor_revolutions);
    if (!s) return {};
    std::vector<double> out = evenly(r_, *s, even_step);
    for (double& v : out) v /= std::max(1e-9, boat_.gear);
    return out;
  }

  void add(const char* key, const Text& name, double value, Dimension dimension, double low, double high) {
    if (std::isfinite(value))
      out_.readings.push_back({key, name, {value, dimension}, std::min(low, high), std::max(low, high)});
  }

  void lags() {
    const std::vector<double> turns = propeller();
    const Series *speed = r_.find(Channel::speed), *current = r_.find(Channel::current);
    if (turns.empty() || !speed) {
      out_.speed_lag.doubt = turns.empty() ? "there are no revolutions in it" : "there is no speed in it";
    } else {
      out_.speed_lag = lag_by_motion(smoothed(turns, 3), smoothed(evenly(r_, *speed, even_step), 3), even_step);
    }
    if (turns.empty() || !current) {
      out_.current_lag.doubt = turns.empty() ? "there are no revolutions in it" : "there is no current in it";
    } else {
      // A load goes with the square of the revolutions: what moves together moves at once.
      std::vector<double> load = turns;
      for (double& v : load) v *= v;
      out_.current_lag = lag_between(smoothed(load, 3), smoothed(evenly(r_, *current, even_step), 3), even_step, 5.0);
    }
  }

  void speeds() {
    if (speed_.empty()) return;
    const std::vector<double> mean = smoothed(speed_, 20);
    const auto top =
        std::max_element(mean.begin(), mean.end(), [](double a, double b) { return !(a >= b) && !std::isnan(b); });
    if (top == mean.end() || std::isnan(*top)) return;
    constexpr double receiver = 0.1;  // m/s, of a receiver's speed: common practice, no source
    top_ = *top;
    add("top_speed", "Top speed over 2 s", top_, Dimension::speed, top_ - receiver, top_ + receiver);
    both_ways(mean);
    double way = 0.0;
    std::size_t known = 0;
    for (const double v : speed_)
      if (!std::isnan(v)) way += v * even_step, ++known;
    add("distance", "Distance", way, Dimension::length, 0.98 * way, 1.02 * way);
    add("duration", "Duration", r_.duration(), Dimension::duration, r_.duration(), r_.duration());
    double gain = 0.0;
    for (std::size_t i = 5; i + 5 < mean.size(); ++i)
      if (const double g = (mean[i + 5] - mean[i - 5]) / (10.0 * even_step); g > gain) gain = g;
    add("acceleration", "Greatest gain of speed in a second", gain, Dimension::speed, 0.9 * gain, 1.1 * gain);
    if (known < speed_.size())
      out_.notes.push_back({"The speed is missing for {0}.",
                            Quantity{even_step * static_cast<double>(speed_.size() - known), Dimension::duration}});
  }

  /// Fastest in one direction and in the opposite one: what wind and current gave is taken back.
  void both_ways(const std::vector<double>& mean) {
    const Series* course = r_.find(Channel::course);
    if (!course) return;
    const std::vector<double> c = evenly(r_, *course, even_step, 0.3);
    double there = unmeasured, fastest = 0.0, back = 0.0;
    for (std::size_t i = 0; i < mean.size() && i < c.size(); ++i)
      if (!std::isnan(mean[i]) && !std::isnan(c[i]) && mean[i] > fastest) fastest = mean[i], there = c[i];
    for (std::size_t i = 0; i < mean.size() && i < c.size(); ++i)
      if (!std::isnan(mean[i]) && !std::isnan(c[i]) && std::cos(c[i] - there) < -0.9) back = std::max(back, mean[i]);
    if (back > 0.6 * fastest)
      add("both_ways", "Mean of the fastest both ways", 0.5 * (fastest + back), Dimension::speed, back, fastest);
  }

  void slips() {
    if (turns_.empty() || speed_.empty() || !boat_.pitch) return;
    const std::vector<double> v = smoothed(speed_, 5), n = smoothed(turns_, 5);
    std::vector<double> slips;
    for (std::size_t i = 5; i + 5 < v.size() && i + 5 < n.size(); ++i) {
      if (std::isnan(v[i]) || std::isnan(n[i]) || std::isnan(v[i + 5]) || std::isnan(v[i - 5])) continue;
      if (v[i] < 0.6 * top_ || std::abs(v[i + 5] - v[i - 5]) > steady_gain * 10.0 * even_step) continue;
      slips.push_back(1.0 - v[i] / (n[i] * *boat_.pitch));
    }
    if (slips.size() < 10) {
      out_.notes.push_back("There are too few steady moments to tell the slip.");
      return;
    }
    add("slip", "Slip at speed", median_of(slips), Dimension::ratio, quantile_of(slips, 0.25),
        quantile_of(slips, 0.75));
  }

  /// Speed over revolutions as two straight lines: where they meet the boat begins to plane, or to lose its grip.
  void knee() {
    if (turns_.empty() || speed_.empty()) return;
    const std::vector<double> v = smoothed(speed_, 9), n = smoothed(turns_, 9);
    std::vector<std::pair<double, double>> steady;
    for (std::size_t i = 5; i + 5 < v.size() && i + 5 < n.size(); ++i)
      if (!std::isnan(v[i]) && !std::isnan(n[i]) && !std::isnan(v[i + 5]) && !std::isnan(v[i - 5]) && v[i] > 0.3 &&
          std::abs(v[i + 5] - v[i - 5]) < steady_gain * 10.0 * even_step)
        steady.emplace_back(n[i], v[i]);
    if (steady.size() < 40) return;
    std::sort(steady.begin(), steady.end());
    const auto left_of = [&](std::size_t from, std::size_t to, double* slope) {
      double sx = 0.0, sy = 0.0, sxx = 0.0, sxy = 0.0, syy = 0.0;
      const auto m = static_cast<double>(to - from);
      for (std::size_t i = from; i < to; ++i) {
        const auto [x, y] = steady[i];
        sx += x, sy += y, sxx += x * x, sxy += x * y, syy += y * y;
      }
      const double vxx = sxx - sx * sx / m, vxy = sxy - sx * sy / m, vyy = syy - sy * sy / m;
      *slope = vxx > 0.0 ? vxy / vxx : 0.0;
      return vxx > 0.0 ? std::max(0.0, vyy - vxy * vxy / vxx) : vyy;
    };
    double whole_slope = 0.0, low_slope = 0.0, high_slope = 0.0, best_low = 0.0, best_high = 0.0;
    const double whole = left_of(0, steady.size(), &whole_slope);
    double least = whole;
    std::size_t at = 0;
    for (std::size_t cut = 15; cut + 15 < steady.size(); ++cut) {
      const double left = left_of(0, cut, &low_slope) + left_of(cut, steady.size(), &high_slope);
      if (left < least) least = left, at = cut, best_low = low_slope, best_high = high_slope;
    }
    // A bend that takes away half of what one line leaves is one.
    if (at == 0 || least > 0.5 * whole) return;
    const auto [turns, speed] = steady[at];
    const double span = steady.back().first - steady.front().first;
    add(best_high > best_low ? "planing_onset" : "falling_off",
        best_high > best_low ? Text("Revolutions from which it planes")
                             : Text("Revolutions from which more bring little"),
        turns * boat_.gear, Dimension::revolutions, (turns - 0.1 * span) * boat_.gear,
        (turns + 0.1 * span) * boat_.gear);
    add("knee_speed", "Speed there", speed, Dimension::speed, 0.9 * speed, 1.1 * speed);
  }

  void electric() {
    if (!current_.empty()) {
      const std::vector<double> mean = smoothed(current_, 10);
      double most = 0.0, sum = 0.0;
      for (const double i : mean)
        if (!std::isnan(i)) most = std::max(most, i);
      for (const double i : current_)
        if (!std::isnan(i)) sum += i * even_step;
      add("top_current", "Highest current over a second", most, Dimension::current, 0.97 * most, 1.03 * most);
      add("charge", "Charge used", sum, Dimension::charge, 0.95 * sum, 1.05 * sum);
    }
    if (current_.empty() || voltage_.empty()) return;
    std::vector<std::vector<double>> rows;
    std::vector<double> right;
    double used = 0.0, watts = 0.0, n = 0.0;
    for (std::size_t i = 0; i < std::min(current_.size(), voltage_.size()); ++i) {
      if (std::isnan(current_[i]) || std::isnan(voltage_[i])) continue;
      used += current_[i] * even_step;
      watts += current_[i] * voltage_[i], n += 1.0;
      rows.push_back({1.0, -current_[i], -used / 3600.0});
      right.push_back(voltage_[i]);
    }
    if (n > 0.0) add("power", "Mean power", watts / n, Dimension::power, 0.95 * watts / n, 1.05 * watts / n);
    const Fit f = least_squares(rows, right);
    if (f.known && f.answer(1) > 0.0)
      add("battery_resistance", "Battery's resistance", f.answer(1), Dimension::resistance,
          f.answer(1) - 2.0 * f.sigma(1), f.answer(1) + 2.0 * f.sigma(1));
  }

  void temperatures() {
    const auto one = [&](Channel channel, const char* key, const Text& name) {
      const Series* s = r_.find(channel);
      if (!s) return;
      const std::vector<double> t = smoothed(evenly(r_, *s, even_step, 5.0), 20);
      double most = -1e300, rise = 0.0;
      const auto window = static_cast<std::size_t>(20.0 / even_step);
      for (std::size_t i = 0; i < t.size(); ++i) {
        if (std::isnan(t[i])) continue;
        most = std::max(most, t[i]);
        if (i >= window && !std::isnan(t[i - window])) rise = std::max(rise, (t[i] - t[i - window]) / 20.0);
      }
      if (most > -1e299) add(key, name, most, Dimension::temperature, most - 2.0, most + 2.0);
      if (rise > 0.0 && channel == Channel::motor_temperature)
        out_.notes.push_back({"The motor warmed by up to {0} K a minute.", std::round(60.0 * rise)});
    };
    one(Channel::motor_temperature, "motor_temperature", "Warmest motor");
    one(Channel::esc_temperature, "esc_temperature", "Warmest ESC");
    one(Channel::battery_temperature, "battery_temperature", "Warmest battery");
  }

  /// V' = -k V^2 while nothing pushes.
  void coasting() {
    if (speed_.empty() || !boat_.mass) return;
    const std::vector<double> v = smoothed(speed_, 3);
    std::vector<double> areas;
    for (const Segment& s : out_.segments) {
      if (s.kind != SegmentKind::stop || s.to - s.from < 1.0) continue;
      const auto from = static_cast<std::size_t>((s.from - r_.time.front()) / even_step) + 2,
                 to = static_cast<std::size_t>((s.to - r_.time.front()) / even_step);
      // Between two moments of a coast 1/V grows by k t.
      for (std::size_t i = from; i + 5 <= to && i + 5 < v.size(); i += 5)
        if (v[i] > 0.8 && v[i + 5] > 0.5 && v[i + 5] < v[i])
          areas.push_back((1.0 / v[i + 5] - 1.0 / v[i]) / (5.0 * even_step) * 2.0 * (1.0 + surge_water) * *boat_.mass /
                          fresh_water_density);
    }
    if (areas.size() >= 3)
      add("coast_drag", "Drag area while coasting", median_of(areas), Dimension::area, quantile_of(areas, 0.25),
          quantile_of(areas, 0.75));
  }

  void turning() {
    const std::vector<double> rate = turn_rates(r_, even_step);
    std::vector<double> radii;
    for (std::size_t i = 0; i < std::min(rate.size(), speed_.size()); ++i)
      if (!std::isnan(rate[i]) && !std::isnan(speed_[i]) && std::abs(rate[i]) > 0.35 && speed_[i] > 1.0)
        radii.push_back(speed_[i] / std::abs(rate[i]));
    if (radii.size() >= 10)
      add("turning_radius", "Tightest turns", quantile_of(radii, 0.1), Dimension::length, quantile_of(radii, 0.05),
          quantile_of(radii, 0.2));
  }

  const LogBoat& boat_;
  Recording r_;
  LogReport out_;
  std::vector<double> speed_, turns_, current_, voltage_;
  double top_ = 0.0;
};

}  // namespace

const Reading* LogReport::find(const std::string& key) const {
  for (const Reading& r : readings)
    if (r.key == key) return &r;
  return nullptr;
}

Recording cleaned(const Recording& recording, const LogReport& report) {
  Recording r = recording;
  for (Series& s : r.series)
    if (s.channel != Channel::latitude && s.channel != Channel::longitude && s.channel != Channel::course &&
        s.channel != Channel::throttle && s.channel != Channel::helm)
      drop_spikes(s.values);
  if (report.speed_lag.known) r = shifted_channel(std::move(r), Channel::speed, report.speed_lag.seconds);
  if (report.speed_lag.known) r = shifted_channel(std::move(r), Channel::course, report.speed_lag.seconds);
  if (report.current_lag.known) r = shifted_channel(std::move(r), Channel::current, report.current_lag.seconds);
  return r;
}

LogReport read_off(const Recording& recording, const LogBoat& boat) {
  return ReadingOff(recording, boat).take();
}

}  // namespace plucky
