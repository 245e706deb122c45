#include "trial/join_logs.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <utility>

#include "base/error.h"
#include "trial/log_numbers.h"
#include "trial/log_reading.h"

namespace plucky {

namespace {

constexpr double day = 86400.0, half_hour = 1800.0;

/// What tells best how hard a boat is driven comes first.
constexpr std::array drive_channels{Channel::motor_revolutions, Channel::revolutions, Channel::throttle,
                                    Channel::current, Channel::speed};

/// Seconds that two recordings have in common when the second begins at `offset`.
double overlap(const Recording& a, const Recording& b, double offset) {
  return std::min(a.duration(), offset + b.duration()) - std::max(0.0, offset);
}

std::optional<double> offset_by_clock(const Recording& a, const Recording& b) {
  if (!a.begin || !b.begin) return std::nullopt;
  double apart = *b.begin - *a.begin;
  // One without a date: only the time of day counts.
  if ((*a.begin < day) != (*b.begin < day)) apart -= day * std::round(apart / day);
  if (overlap(a, b, apart) > 0.0) return apart;
  apart -= half_hour * std::round(apart / half_hour);
  return overlap(a, b, apart) > 0.0 ? std::optional(apart) : std::nullopt;
}

/// The same channel of both, or else the best of each.
std::pair<const Series*, const Series*> that_move_together(const Recording& a, const Recording& b) {
  for (const Channel c : drive_channels)
    if (a.find(c) && b.find(c)) return {a.find(c), b.find(c)};
  const auto best = [](const Recording& r) -> const Series* {
    for (const Channel c : drive_channels)
      if (const Series* s = r.find(c)) return s;
    return nullptr;
  };
  return {best(a), best(b)};
}

double moments_a_second(const Recording& r) {
  return r.duration() > 0.0 ? static_cast<double>(r.time.size()) / r.duration() : 0.0;
}

/// Longest stretch that is bridged between two moments of a log: its rows may come seldom.
double bridged(const Recording& r) {
  std::vector<double> steps;
  for (std::size_t i = 1; i < r.time.size(); ++i) steps.push_back(r.time[i] - r.time[i - 1]);
  return std::max(1.0, 3.0 * median_of(steps));
}

}  // namespace

JoinedLogs join_logs(const Recording& first, const Recording& second, std::optional<double> offset) {
  JoinedLogs out;
  if (first.time.size() < 2 || second.time.size() < 2) throw InvalidInput("logs", "one of the two has no moments");
  if (!offset) {
    offset = offset_by_clock(first, second);
    out.by_clock = offset.has_value();
  }
  if (!offset) {
    const auto [a, b] = that_move_together(first, second);
    if (!a || !b)
      throw InvalidInput("logs", "have no clock in common, and one has neither turns, throttle, current nor speed");
    // Coarse over all of both, then fine.
    const double span = first.duration() + second.duration();
    const double step = std::max(0.5, span / 6000.0);
    // Of the shorter one at least half must lie within the other: over a few moments anything moves together.
    const Lag coarse =
        lag_between(evenly(second, *b, step, 3.0), evenly(first, *a, step, 3.0), step,
                    std::max(first.duration(), second.duration()), 0.5 * std::min(first.duration(), second.duration()));
    if (coarse.correlation < 0.6)
      throw InvalidInput("logs", "have no clock in common and do not move together: they are not of one run");
    const double fine_step = 0.1;
    const auto fine_a = evenly(first, *a, fine_step, 3.0);
    // The second on the first one's time, so that what is left is a fraction of a step.
    std::vector<double> time;
    for (std::size_t i = 0; i < fine_a.size(); ++i) time.push_back(fine_step * static_cast<double>(i));
    const Lag fine =
        lag_between(on_moments(time, second, *b, coarse.seconds, bridged(second)), fine_a, fine_step, 2.0 * step);
    offset = coarse.seconds + (fine.correlation > 0.6 ? fine.seconds : 0.0);
    out.correlation = std::max(coarse.correlation, fine.correlation);
  }
  out.offset = *offset;
  if (overlap(first, second, *offset) < 2.0) throw InvalidInput("logs", "are of different times: nothing overlaps");

  const bool by_first = moments_a_second(first) >= moments_a_second(second);
  const Recording& base = by_first ? first : second;
  const double begin = by_first ? 0.0 : *offset;
  Recording& r = out.recording;
  r.name = first.name;
  r.begin = first.begin;
  if (r.begin) *r.begin += begin;
  r.time = base.time;
  std::vector<double> first_time = base.time;  // the same moments in the first one's time
  for (double& t : first_time) t += begin;
  const double most_gap = bridged(by_first ? second : first);  // of the one that lies between its own moments
  for (const Series& s : first.series) {
    Series moved = s;
    if (!by_first) moved.values = on_moments(first_time, first, s, 0.0, most_gap);
    r.series.push_back(std::move(moved));
  }
  for (const Series& s : second.series) {
    if (s.channel != Channel::other && first.find(s.channel)) {
      out.notes.push_back({"\"{0}\" is in both logs: the first one's is used.", s.label});
      continue;
    }
    Series moved = s;
    if (by_first) moved.values = on_moments(first_time, second, s, *offset, most_gap);
    r.series.push_back(std::move(moved));
  }
  return out;
}

Text offset_note(const JoinedLogs& joined) {
  const Quantity later{joined.offset, Dimension::duration};
  return joined.by_clock ? Text("The second log begins {0} later, by both clocks.", later)
                         : Text("The second log begins {0} later: so the two rise and fall together.", later);
}

}  // namespace plucky
