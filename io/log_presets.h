// How tables of loggers were read before, so that the next of the same device is read alike. In: formats that were
// confirmed. Out: the one for a table's headings; the lot as a file of JSON.
#pragma once

#include <string>
#include <vector>

#include "io/log_file.h"

namespace plucky {

class LogPresets {
 public:
  /// Null where no table with these headings was confirmed before.
  [[nodiscard]] const LogFormat* find(const LogFormat& guessed) const;
  /// In place of the one with the same headings.
  void keep(const LogFormat& format);
  void forget(const LogFormat& format);
  [[nodiscard]] const std::vector<LogFormat>& all() const { return formats_; }

  [[nodiscard]] std::string to_json() const;
  /// Throws InvalidInput naming the place and the reason.
  [[nodiscard]] static LogPresets from_json(const std::string& text);

 private:
  std::vector<LogFormat> formats_;
};

/// The format with the channel of one column chosen, in its usual unit; a channel that another column had is taken
/// from it. `unit` counts in log_units().
[[nodiscard]] LogFormat with_column(LogFormat format, std::size_t column, Channel channel, std::size_t unit = 0);
/// The format with another column for the time.
[[nodiscard]] LogFormat with_clock(LogFormat format, std::size_t column, LogClock clock, double per_si = 1.0);

}  // namespace plucky
