#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <memory>

#include "base/error.h"
#include "io/file.h"
#include "io/log_file.h"
#include "io/log_lines.h"
#include "io/log_text.h"

namespace plucky {

namespace {

/// Tracks are read whole.
constexpr std::size_t most_track_bytes = std::size_t{512} << 20;

/// Every second moment stays.
void halve(Recording& r) {
  const auto thin = [](std::vector<double>& values) {
    for (std::size_t i = 0; 2 * i < values.size(); ++i) values[i] = values[2 * i];
    values.resize((values.size() + 1) / 2);
  };
  thin(r.time);
  for (Series& s : r.series) thin(s.values);
}

double clock_of(std::string_view cell, const LogFormat& f) {
  switch (f.clock) {
    case LogClock::seconds:
      return f.per_si * log_number(cell, f.decimal);
    case LogClock::time_of_day:
      return time_of_day(cell);
    case LogClock::date_time:
      return date_time(cell);
    case LogClock::counted:
      break;
  }
  return unread;
}

}  // namespace

ReadLog read_log(LogLines& lines, const LogFormat& f, const LogProgress& progress) {
  ReadLog out;
  Recording& r = out.recording;
  std::vector<std::size_t> from;  // column of each series
  for (std::size_t i = 0; i < f.columns.size(); ++i) {
    if (f.is_time(i)) continue;
    if (f.columns[i].channel == Channel::other) continue;
    r.series.push_back({.channel = f.columns[i].channel, .label = f.columns[i].label, .values = {}});
    from.push_back(i);
  }
  if (r.series.empty()) throw InvalidInput("log", "has no column that is used: choose what they are");
  std::size_t line_number = 0, stride = 1, seen = 0, broken = 0, first_broken = 0, back = 0, first_back = 0;
  double begin = unread, last = -1e300;
  std::vector<std::string_view> cells;
  for (std::string_view line; lines.next(line);) {
    ++line_number;
    if (progress && line_number % 50000 == 0 && !progress(lines.share())) throw InvalidInput("log", "was stopped");
    if (line_number <= f.headings || line.empty()) continue;
    cells = cells_of(line, f.separator);
    double time = f.clock == LogClock::counted   ? f.per_si * static_cast<double>(seen)
                  : f.time_column < cells.size() ? clock_of(cells[f.time_column], f)
                                                 : unread;
    // Midnight.
    if (f.clock == LogClock::time_of_day && time < last - 43200.0) time += 86400.0;
    if (std::isnan(time)) {
      if (broken++ == 0) first_broken = line_number;
      continue;
    }
    if (std::isnan(begin)) begin = time;
    if (time < last) {
      if (back++ == 0) first_back = line_number;
      continue;
    }
    if (time == last) continue;  // twice the same moment: the first counts
    last = time;
    if (seen++ % stride != 0) continue;
    if (r.time.size() >= f.most_moments) {
      halve(r);
      stride *= 2;
      if ((seen - 1) % stride != 0) continue;
    }
    r.time.push_back(time - begin);
    for (std::size_t k = 0; k < from.size(); ++k) {
      const LogColumn& c = f.columns[from[k]];
      const double v = from[k] < cells.size() ? log_number(cells[from[k]], f.decimal) : unread;
      r.series[k].values.push_back(c.factor * (v + c.offset));
    }
  }
  if (r.time.size() < 2)
    throw InvalidInput(
        "log", broken > 0 ? Text("has no moments: line {0} has no time", first_broken) : Text("has no moments"));
  if (f.clock == LogClock::date_time || f.clock == LogClock::time_of_day) r.begin = begin;
  if (stride > 1) out.notes.push_back({"It has {0} moments: every {1}th of them is kept.", seen, stride});
  if (broken > 0)
    out.notes.push_back({"{0} lines are no moments, the first is line {1}: left out.", broken, first_broken});
  if (back > 0)
    out.notes.push_back(
        {"The clock goes back at line {0}: {1} lines until it has caught up are left out.", first_back, back});
  // A column without a single number says nothing.
  for (std::size_t k = r.series.size(); k-- > 0;)
    if (std::all_of(r.series[k].values.begin(), r.series[k].values.end(), [](double v) { return std::isnan(v); })) {
      out.notes.push_back({"\"{0}\" has no numbers: left out.", r.series[k].label});
      r.series.erase(r.series.begin() + static_cast<std::ptrdiff_t>(k));
    }
  return out;
}

ReadLog read_log(std::string_view text, const LogFormat& format, const LogProgress& progress) {
  refuse_no_text(text);
  LogLines lines(text);
  return read_log(lines, format, progress);
}

LogKind log_kind(std::string_view text) {
  const std::string_view head = text.substr(0, 4096);
  if (head.find("<gpx") != std::string_view::npos) return LogKind::gpx;
  if (head.find("$G") != std::string_view::npos && head.find("RMC,") != std::string_view::npos) return LogKind::nmea;
  return LogKind::table;
}

ReadLog read_any_log(std::string_view text, const LogProgress& progress) {
  refuse_no_text(text);
  switch (log_kind(text)) {
    case LogKind::gpx:
      return read_gpx(text);
    case LogKind::nmea:
      return read_nmea(text);
    case LogKind::table:
      break;
  }
  return read_log(text, guess_log(text), progress);
}

ReadLog read_log_file(const std::string& path, const std::optional<LogFormat>& format, const LogProgress& progress) {
  const std::string head = log_head(path);
  refuse_no_text(head);
  if (!format && log_kind(head) != LogKind::table) return read_any_log(read_file(path, most_track_bytes));
  LogLines lines(std::make_unique<FileReader>(path));
  return read_log(lines, format ? *format : guess_log(head), progress);
}

std::string_view from_heading(std::string_view heard) {
  // Sentences of a receiver say what they are in each line.
  std::size_t at = 0;
  for (int lines = 0; at < heard.size() && lines < 3; ++lines)
    if (next_line(heard, at).find('$') != std::string_view::npos) return heard;
  at = 0;
  while (at < heard.size()) {
    const std::size_t begin = at;
    const std::string_view line = next_line(heard, at);
    // A cut line begins with the end of a number; a heading has words in most of its cells.
    std::size_t words = 0, cells = 1;
    bool word = false;
    for (const char c : line) {
      if (c == ',' || c == ';' || c == '\t') {
        words += word ? 1 : 0;
        word = false;
        ++cells;
      } else if (std::isalpha(static_cast<unsigned char>(c)) != 0) {
        word = true;
      }
    }
    words += word ? 1 : 0;
    if (cells > 1 && 2 * words > cells) return heard.substr(begin);
  }
  return {};
}

}  // namespace plucky
