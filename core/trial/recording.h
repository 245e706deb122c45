// What was measured on a run, whoever measured it: channels over one time. In: samples of the virtual trial, or a file
// that was read (io/log_file.h). Out: the same in SI.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/quantity.h"
#include "trial/sea_trial.h"

namespace plucky {

enum class Channel {
  latitude,           ///< degrees
  longitude,          ///< degrees
  speed,              ///< m/s over ground
  course,             ///< rad, clockwise from north
  motor_revolutions,  ///< 1/s
  revolutions,        ///< 1/s, of the propeller
  voltage,
  current,
  used,               ///< C
  motor_temperature,  ///< degC, at the can
  esc_temperature,
  battery_temperature,
  throttle,  ///< share
  helm,      ///< share, starboard positive
  trim,      ///< rad, bow up
  heel,      ///< rad, starboard down
  flow,      ///< m3/s of cooling water
  accuracy,  ///< m, of a position; or its dilution
  satellites,
  other
};
[[nodiscard]] const char* channel_key(Channel channel);
[[nodiscard]] const char* channel_name(Channel channel);
/// Throws InvalidInput with the choices.
[[nodiscard]] Channel channel_from_key(const std::string& key);
[[nodiscard]] Dimension channel_dimension(Channel channel);

/// One thing over the time; not a number where it was not measured.
struct Series {
  Channel channel = Channel::other;
  std::string label;  ///< as its file names it
  std::vector<double> values;
  bool operator==(const Series&) const = default;
};

struct Recording {
  std::string name;
  std::vector<double> time;  ///< s, ascending, the first 0
  std::vector<Series> series;
  /// s of its clock at the first moment: since 1970 where it told the date, else since midnight (below 86400).
  std::optional<double> begin = {};
  [[nodiscard]] const Series* find(Channel channel) const;
  [[nodiscard]] Series* find(Channel channel);
  [[nodiscard]] double duration() const { return time.empty() ? 0.0 : time.back() - time.front(); }
  bool operator==(const Recording&) const = default;
};

/// The virtual trial's log as a logger aboard would have it.
[[nodiscard]] Recording recording_of(const std::vector<SeaSample>& samples, const Pond& pond);

}  // namespace plucky
