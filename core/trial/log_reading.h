// What a log tells: how its channels lag behind one another, what the boat did when, what it is good for. In: a
// recording. Out: lag, segments, numbers with their ranges.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "trial/recording.h"

namespace plucky {

/// A series on an even clock; gaps up to `most_gap` s are bridged, others are not a number.
[[nodiscard]] std::vector<double> evenly(const Recording& recording, const Series& series, double step,
                                         double most_gap = 1.0);

/// A series on other moments, `time` ascending; its recording begins at `offset` of their clock. Between two of its own
/// that are no farther apart than `most_gap` s it lies on the line between them, but a course that goes over north is
/// taken as it was; else it is not a number.
[[nodiscard]] std::vector<double> on_moments(const std::vector<double>& time, const Recording& recording,
                                             const Series& series, double offset, double most_gap);

/// Without what no boat does: values farther from the median of their neighbourhood than `times` its usual scatter
/// become not a number; how many there were.
std::size_t drop_spikes(std::vector<double>& values, double times = 6.0);

struct Lag {
  double seconds = 0.0;      ///< by which the second series comes later than the first
  double correlation = 0.0;  ///< -1 to 1, there
  bool known = false;        ///< the two move together, and enough
  Text doubt;                ///< why it is not known
};
/// By the greatest correlation of their changes within `most` s to both sides, between steps by a parabola; where the
/// two have less than `least_common` s in common none is looked for.
[[nodiscard]] Lag lag_between(const std::vector<double>& first, const std::vector<double>& second, double step,
                              double most = 6.0, double least_common = 0.0);

/// Of a boat's speed behind its propeller's revolutions, with what the boat itself takes to gather way left out: the
/// shift for which V' = a n^2 + b n V + c V^2 + d V leaves the least, whatever these are. Steps of `step` s.
[[nodiscard]] Lag lag_by_motion(const std::vector<double>& turns, const std::vector<double>& speed, double step,
                                double most = 6.0);

/// How fast the course turns on an even clock, rad/s, over a second; empty without a course.
[[nodiscard]] std::vector<double> turn_rates(const Recording& recording, double step);

/// The recording with one channel moved earlier by so many seconds.
[[nodiscard]] Recording shifted_channel(Recording recording, Channel channel, double earlier);

enum class SegmentKind { rest, displacement, hump, planing, turn, stop };
[[nodiscard]] const char* segment_key(SegmentKind kind);
[[nodiscard]] const char* segment_name(SegmentKind kind);

struct Segment {
  SegmentKind kind = SegmentKind::rest;
  double from = 0.0, to = 0.0;  ///< s
  double speed = 0.0;           ///< m/s, mean
};
/// `planing_from` is the speed from which this boat planes, m/s; none: it does not, or it is not known.
[[nodiscard]] std::vector<Segment> segments_of(const Recording& recording, std::optional<double> planing_from);

/// A number and how sure it is.
struct Reading {
  std::string key;  ///< "top_speed", "slip", ...
  Text name;
  Quantity value;
  double low = 0.0, high = 0.0;  ///< SI
};

/// What is needed to read off more than the log has.
struct LogBoat {
  std::optional<double> pitch;         ///< m, of the propeller
  double gear = 1.0;                   ///< motor revolutions to one of the propeller
  std::optional<double> planing_from;  ///< m/s
  std::optional<double> mass;          ///< kg
};

struct LogReport {
  std::vector<Reading> readings;
  std::vector<Segment> segments;
  Lag speed_lag;    ///< of speed behind revolutions times pitch
  Lag current_lag;  ///< of current behind revolutions
  std::vector<Text> notes;
  [[nodiscard]] const Reading* find(const std::string& key) const;
};
/// All that this recording tells. Lags that are known are taken out first.
[[nodiscard]] LogReport read_off(const Recording& recording, const LogBoat& boat);

/// The recording as it is read off: lags taken out, spikes dropped.
[[nodiscard]] Recording cleaned(const Recording& recording, const LogReport& report);

}  // namespace plucky
