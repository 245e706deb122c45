// Logs of runs as files. In: text of a logger, whatever its columns, units and commas; GPX; NMEA 0183. Out: a recording
// in SI; and back.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "base/text.h"
#include "trial/geodesy.h"
#include "trial/recording.h"

namespace plucky {

/// How the clock of a log is written.
enum class LogClock {
  seconds,      ///< a number of `per_si` s
  time_of_day,  ///< 13:05:09.25
  date_time,    ///< 2026-05-02 13:05:09.25, also with a T and a Z
  counted       ///< there is none: rows follow one another every `per_si` s
};

struct LogColumn {
  std::string label;
  Channel channel = Channel::other;
  double factor = 1.0, offset = 0.0;  ///< SI = factor * (value + offset)
  bool doubtful = false;              ///< told by its values, or its unit is the usual one: nobody wrote it
  bool operator==(const LogColumn&) const = default;
};

/// How a table of a logger is read: guessed, looked at, changed, kept.
struct LogFormat {
  char separator = ',', decimal = '.';
  std::size_t headings = 1;  ///< lines before the first moment
  LogClock clock = LogClock::seconds;
  std::size_t time_column = 0;
  double per_si = 1.0;  ///< s
  std::vector<LogColumn> columns;
  /// More would fill the memory and tell no more of a run: then every second is kept, or fourth, and so on.
  std::size_t most_moments = std::size_t{1} << 22;
  /// Is this the column of the time?
  [[nodiscard]] bool is_time(std::size_t column) const { return clock != LogClock::counted && time_column == column; }
  /// A column that is used was guessed from less than its own words, none is used, or there is no clock.
  [[nodiscard]] bool doubtful() const;
  bool operator==(const LogFormat&) const = default;
};

/// How a cell of the time is written.
[[nodiscard]] LogClock guess_clock(std::string_view cell, char decimal);
/// From names and values of the first lines. Throws InvalidInput for what is no table of numbers.
[[nodiscard]] LogFormat guess_log(std::string_view text);

struct ReadLog {
  Recording recording;
  std::vector<Text> notes;  ///< what was left out, and why
};
/// Called with the share that is read; false stops.
using LogProgress = std::function<bool(double)>;

class LogLines;

/// A logger's table. Lines that are no moments are left out and told; of a clock that goes back what comes before it
/// has caught up. Throws InvalidInput when nothing is left.
[[nodiscard]] ReadLog read_log(LogLines& lines, const LogFormat& format, const LogProgress& progress = {});
[[nodiscard]] ReadLog read_log(std::string_view text, const LogFormat& format, const LogProgress& progress = {});
/// A track of GPX: places, times, speeds where it has them, else from the places.
[[nodiscard]] ReadLog read_gpx(std::string_view text);
/// Sentences of a GPS receiver (RMC, GGA, VTG); those whose checksum is wrong are left out and counted.
[[nodiscard]] ReadLog read_nmea(std::string_view text);
enum class LogKind { table, gpx, nmea };
/// By its first lines.
[[nodiscard]] LogKind log_kind(std::string_view text);
/// By what stands in it. Bytes that are no text are refused.
[[nodiscard]] ReadLog read_any_log(std::string_view text, const LogProgress& progress = {});
/// The same of a file; a table may have any size. `format` of a table: as it is to be read, else as it is guessed.
[[nodiscard]] ReadLog read_log_file(const std::string& path, const std::optional<LogFormat>& format = {},
                                    const LogProgress& progress = {});

/// Two logs of one run in one, as join_logs() has them, with the notes of both and how they were found together.
[[nodiscard]] ReadLog joined(ReadLog first, const ReadLog& second);

/// What was heard on a line, from where it can be read: without a first line that was cut, and of a table from its
/// first heading on; empty where none has come yet.
[[nodiscard]] std::string_view from_heading(std::string_view heard);

/// What a sentence's characters between "$" and "*" come to: their exclusive or.
[[nodiscard]] unsigned nmea_checksum(std::string_view body);
/// Whether a sentence "$GPRMC,...*5C" has the checksum it says; none said counts as right.
[[nodiscard]] bool nmea_sound(std::string_view sentence);
/// Speed from places where a recording has none, by differences over a second.
void fill_speed(Recording& recording);

/// Comma separated, a heading with units, a line for each moment; in the units of loggers (km/h, rpm, mAh). Cells where
/// nothing was measured are empty.
[[nodiscard]] std::string write_log(const Recording& recording);

}  // namespace plucky
