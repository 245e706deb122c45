#include "trial/log_reading.h"

#include <Eigen/QR>
#include <algorithm>
#include <array>
#include <cmath>

#include "base/key_table.h"
#include "trial/log_numbers.h"

namespace plucky {

namespace segment_table {

constexpr std::array<KeyRow<SegmentKind>, 6> rows{{{SegmentKind::rest, "rest", "At rest"},
                                                   {SegmentKind::displacement, "displacement", "Slow"},
                                                   {SegmentKind::hump, "hump", "Over the hump"},
                                                   {SegmentKind::planing, "planing", "Planing"},
                                                   {SegmentKind::turn, "turn", "Turn"},
                                                   {SegmentKind::stop, "stop", "Coasting"}}};

}  // namespace segment_table

const char* segment_key(SegmentKind kind) {
  return row_of(segment_table::rows, kind).key;
}
const char* segment_name(SegmentKind kind) {
  return row_of(segment_table::rows, kind).name;
}

std::vector<double> evenly(const Recording& r, const Series& s, double step, double most_gap) {
  std::vector<double> out;
  if (r.time.empty()) return out;
  const auto count = static_cast<std::size_t>(r.duration() / step) + 1;
  out.reserve(count);
  std::size_t next = 0;              // first known sample at or after the moment
  std::size_t last = r.time.size();  // the known one before it
  for (std::size_t k = 0; k < count; ++k) {
    const double t = r.time.front() + step * static_cast<double>(k);
    while (next < r.time.size() && (r.time[next] < t || std::isnan(s.values[next]))) {
      if (!std::isnan(s.values[next])) last = next;
      ++next;
    }
    const bool before = last < r.time.size(), after = next < r.time.size();
    if (after && r.time[next] == t)
      out.push_back(s.values[next]);
    else if (before && after && r.time[next] - r.time[last] <= most_gap)
      out.push_back(s.values[last] +
                    (s.values[next] - s.values[last]) * (t - r.time[last]) / (r.time[next] - r.time[last]));
    else
      out.push_back(unmeasured);
  }
  return out;
}

std::vector<double> on_moments(const std::vector<double>& time, const Recording& from, const Series& s, double offset,
                               double most_gap) {
  std::vector<double> out(time.size(), unmeasured);
  if (from.time.empty()) return out;
  std::size_t at = 0;
  for (std::size_t i = 0; i < time.size(); ++i) {
    const double t = time[i] - offset;
    if (t < from.time.front() || t > from.time.back()) continue;
    while (at + 1 < from.time.size() && from.time[at + 1] < t) ++at;
    const std::size_t next = std::min(at + 1, from.time.size() - 1);
    const double gap = from.time[next] - from.time[at];
    if (gap > most_gap) continue;
    const double share = gap > 0.0 ? (t - from.time[at]) / gap : 0.0;
    const double jump = s.values[next] - s.values[at];
    out[i] = s.channel == Channel::course && std::abs(jump) > pi ? s.values[at] : s.values[at] + share * jump;
  }
  return out;
}

std::size_t drop_spikes(std::vector<double>& values, double times) {
  constexpr std::ptrdiff_t half = 5;
  const auto n = static_cast<std::ptrdiff_t>(values.size());
  std::vector<double> off(values.size(), unmeasured), away;
  for (std::ptrdiff_t i = 0; i < n; ++i) {
    // As far to both sides: at its ends a series that rises has no spike.
    const std::ptrdiff_t reach = std::min({half, i, n - 1 - i});
    std::vector<double> near;
    for (std::ptrdiff_t k = i - reach; k <= i + reach; ++k)
      if (!std::isnan(values[static_cast<std::size_t>(k)])) near.push_back(values[static_cast<std::size_t>(k)]);
    const double value = values[static_cast<std::size_t>(i)];
    if (near.size() < 3 || std::isnan(value)) continue;
    off[static_cast<std::size_t>(i)] = std::abs(value - median_of(near));
    away.push_back(off[static_cast<std::size_t>(i)]);
  }
  if (away.size() < 10) return 0;
  // The usual scatter, but never less than a thousandth of what the series spans.
  const auto [low, high] = span_of(values);
  const double usual = std::max(quantile_of(away, 0.75), 1e-3 * (high - low));
  std::size_t dropped = 0;
  for (std::size_t i = 0; i < values.size(); ++i)
    if (off[i] > times * usual && off[i] > 0.05 * (high - low)) values[i] = unmeasured, ++dropped;
  return dropped;
}

namespace {

double correlation_at(const std::vector<double>& a, const std::vector<double>& b, std::ptrdiff_t shift, double least) {
  double n = 0.0, sa = 0.0, sb = 0.0, saa = 0.0, sbb = 0.0, sab = 0.0;
  const auto size_a = static_cast<std::ptrdiff_t>(a.size()), size_b = static_cast<std::ptrdiff_t>(b.size());
  for (std::ptrdiff_t i = std::max<std::ptrdiff_t>(0, -shift); i < size_a && i + shift < size_b; ++i) {
    const double x = a[static_cast<std::size_t>(i)], y = b[static_cast<std::size_t>(i + shift)];
    if (std::isnan(x) || std::isnan(y)) continue;
    n += 1.0, sa += x, sb += y, saa += x * x, sbb += y * y, sab += x * y;
  }
  if (n < std::max(20.0, least)) return 0.0;
  const double va = saa - sa * sa / n, vb = sbb - sb * sb / n;
  return va > 0.0 && vb > 0.0 ? (sab - sa * sb / n) / std::sqrt(va * vb) : 0.0;
}

struct BestShift {
  double steps = 0.0, worth = 0.0;
};
/// Greatest of a function over shifts, between steps by a parabola; none where it has no value at any.
template <class F>
std::optional<BestShift> best_shift(F worth, std::ptrdiff_t most) {
  std::ptrdiff_t best = 0;
  std::optional<double> greatest;
  for (std::ptrdiff_t k = -most; k <= most; ++k)
    if (const std::optional<double> w = worth(k); w && (!greatest || *w > *greatest)) greatest = w, best = k;
  if (!greatest) return std::nullopt;
  double fine = 0.0;
  const std::optional<double> a = worth(best - 1), c = worth(best + 1);
  if (std::abs(best) < most && a && c)
    if (const double bend = *a - 2.0 * *greatest + *c; bend < 0.0) fine = std::clamp(0.5 * (*a - *c) / bend, -0.5, 0.5);
  return BestShift{static_cast<double>(best) + fine, *greatest};
}

}  // namespace

Lag lag_between(const std::vector<double>& first, const std::vector<double>& second, double step, double most,
                double least_common) {
  Lag lag;
  const auto steps = static_cast<std::ptrdiff_t>(std::lround(most / step));
  const auto best = best_shift(
      [&](std::ptrdiff_t k) { return std::optional(correlation_at(first, second, k, least_common / step)); }, steps);
  lag.seconds = step * best->steps;
  lag.correlation = best->worth;
  lag.known = lag.correlation > 0.6 && std::abs(lag.seconds) < most - step;
  if (!lag.known)
    lag.doubt = lag.correlation <= 0.6 ? "the two do not move together" : "it lies at the end of what was looked at";
  return lag;
}

Lag lag_by_motion(const std::vector<double>& turns, const std::vector<double>& speed, double step, double most) {
  // V' = a n^2 + b n V + c V^2 over windows of a second, whatever a, b, c: the shift that leaves the least.
  const auto half = static_cast<std::ptrdiff_t>(std::lround(0.5 / step));
  const auto size = static_cast<std::ptrdiff_t>(std::min(turns.size(), speed.size()));
  const auto most_steps = static_cast<std::ptrdiff_t>(std::lround(most / step));
  double top = 1e-9, fastest = 1e-9;
  for (std::ptrdiff_t i = 0; i < size; ++i) {
    if (!std::isnan(turns[static_cast<std::size_t>(i)])) top = std::max(top, turns[static_cast<std::size_t>(i)]);
    if (!std::isnan(speed[static_cast<std::size_t>(i)]))
      fastest = std::max(fastest, speed[static_cast<std::size_t>(i)]);
  }
  const auto left = [&](std::ptrdiff_t shift) -> std::optional<double> {
    Eigen::Matrix4d normal = Eigen::Matrix4d::Zero();
    Eigen::Vector4d right = Eigen::Vector4d::Zero();
    double whole = 0.0;
    int n = 0;
    for (std::ptrdiff_t i = half + std::max<std::ptrdiff_t>(0, -shift);
         i + half + std::max<std::ptrdiff_t>(0, shift) < size; i += std::max<std::ptrdiff_t>(1, half / 2)) {
      Eigen::Vector4d terms = Eigen::Vector4d::Zero();
      bool known = true;
      for (std::ptrdiff_t k = i - half; k <= i + half && known; ++k) {
        const double turn = turns[static_cast<std::size_t>(k)] / top,
                     v = speed[static_cast<std::size_t>(k + shift)] / fastest;
        known = !std::isnan(turn) && !std::isnan(v);
        terms += Eigen::Vector4d(turn * std::abs(turn), turn * v, v * v, v);
      }
      if (!known) continue;
      const double gain =
          (speed[static_cast<std::size_t>(i + half + shift)] - speed[static_cast<std::size_t>(i - half + shift)]) /
          fastest;
      terms *= step;
      normal += terms * terms.transpose();
      right += terms * gain;
      whole += gain * gain;
      ++n;
    }
    if (n < 20 || !(whole > 0.0)) return std::nullopt;
    normal.diagonal().array() += 1e-9 * normal.trace();
    const Eigen::Vector4d fit = normal.ldlt().solve(right);
    return -(whole - fit.dot(right)) / whole;  // what is left, of what was there
  };
  Lag lag;
  const std::optional<BestShift> best = best_shift(left, most_steps);
  if (!best) {
    lag.doubt = "there are too few moments";
    return lag;
  }
  lag.seconds = step * best->steps;
  lag.correlation = std::sqrt(std::max(0.0, 1.0 + best->worth));
  lag.known = lag.correlation > 0.7 && std::abs(lag.seconds) < most - step;
  if (!lag.known)
    lag.doubt = lag.correlation <= 0.7 ? "the speed does not follow the revolutions"
                                       : "it lies at the end of what was looked at";
  return lag;
}

Recording shifted_channel(Recording r, Channel channel, double earlier) {
  Series* s = r.find(channel);
  if (!s || earlier == 0.0) return r;
  std::vector<double> moved(r.time.size(), unmeasured);
  std::size_t at = 0;
  for (std::size_t i = 0; i < r.time.size(); ++i) {
    const double t = r.time[i] + earlier;
    while (at + 1 < r.time.size() && r.time[at + 1] < t) ++at;
    if (at + 1 >= r.time.size() || t < r.time[at]) continue;
    const double share = (t - r.time[at]) / (r.time[at + 1] - r.time[at]);
    moved[i] = s->values[at] + share * (s->values[at + 1] - s->values[at]);
  }
  s->values = std::move(moved);
  return r;
}

std::vector<double> turn_rates(const Recording& r, double step) {
  const Series* course = r.find(Channel::course);
  std::vector<double> out;
  if (!course) return out;
  Series unwound = *course;
  double before = unmeasured, add = 0.0;
  for (double& c : unwound.values) {
    if (std::isnan(c)) continue;
    if (!std::isnan(before)) add -= 2.0 * pi * std::round((c + add - before) / (2.0 * pi));
    c += add;
    before = c;
  }
  const std::vector<double> even = evenly(r, unwound, step);
  const auto half = static_cast<std::size_t>(std::lround(0.5 / step));
  out.assign(even.size(), unmeasured);
  for (std::size_t i = half; i + half < even.size(); ++i)
    out[i] = (even[i + half] - even[i - half]) / (2.0 * step * static_cast<double>(half));
  return out;
}

std::vector<Segment> segments_of(const Recording& r, std::optional<double> planing_from) {
  constexpr double step = 0.1, still = 0.3, least = 0.6, turning = 0.35;
  std::vector<Segment> out;
  const Series* speed = r.find(Channel::speed);
  if (!speed) return out;
  const std::vector<double> v = evenly(r, *speed, step), rate = turn_rates(r, step);
  const Series* throttle = r.find(Channel::throttle);
  const Series* turns = r.find(Channel::motor_revolutions);
  const std::vector<double> power = throttle ? evenly(r, *throttle, step)
                                    : turns  ? evenly(r, *turns, step)
                                             : std::vector<double>();
  double most_power = 0.0;
  for (const double p : power)
    if (!std::isnan(p)) most_power = std::max(most_power, p);
  const auto kind_at = [&](std::size_t i) {
    if (std::isnan(v[i]) || v[i] < still) return SegmentKind::rest;
    if (!power.empty() && !std::isnan(power[i]) && power[i] < 0.03 * most_power) return SegmentKind::stop;
    if (i < rate.size() && !std::isnan(rate[i]) && std::abs(rate[i]) > turning && v[i] > 1.0) return SegmentKind::turn;
    if (planing_from && v[i] >= *planing_from) return SegmentKind::planing;
    if (planing_from && v[i] >= 0.6 * *planing_from) return SegmentKind::hump;
    return SegmentKind::displacement;
  };
  for (std::size_t i = 0; i < v.size(); ++i) {
    const SegmentKind kind = kind_at(i);
    const double t = r.time.front() + step * static_cast<double>(i);
    if (out.empty() || out.back().kind != kind) {
      // What lasts less than half a breath belongs to what was before.
      if (out.size() > 1 && out.back().to - out.back().from < least) {
        out.pop_back();
        if (out.back().kind == kind) {
          out.back().to = t;
          continue;
        }
      }
      if (!out.empty()) out.back().to = t;
      out.push_back({kind, t, t, 0.0});
    }
    out.back().to = t;
  }
  for (Segment& s : out) {
    double sum = 0.0, n = 0.0;
    for (std::size_t i = 0; i < v.size(); ++i) {
      const double t = r.time.front() + step * static_cast<double>(i);
      if (t >= s.from && t <= s.to && !std::isnan(v[i])) sum += v[i], n += 1.0;
    }
    s.speed = n > 0.0 ? sum / n : 0.0;
  }
  return out;
}

}  // namespace plucky
