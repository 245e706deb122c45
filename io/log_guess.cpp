#include <algorithm>
#include <array>
#include <cctype>
#include <cmath>
#include <optional>

#include "base/error.h"
#include "io/letters.h"
#include "io/log_file.h"
#include "io/log_lines.h"
#include "io/log_text.h"
#include "io/log_units.h"
#include "trial/log_numbers.h"

namespace plucky {

namespace log_words {

/// What loggers call a channel; the first that fits a label counts. All words must be in it.
struct Word {
  Channel channel;
  std::array<const char*, 2> parts;
};
constexpr std::array<Word, 52> words{{{Channel::latitude, {"lat", ""}},
                                      {Channel::longitude, {"lon", ""}},
                                      {Channel::longitude, {"lng", ""}},
                                      {Channel::motor_temperature, {"mot", "temp"}},
                                      {Channel::motor_temperature, {"mot", "degc"}},
                                      {Channel::motor_temperature, {"mot", "\u00b0c"}},
                                      {Channel::motor_temperature, {"winding", ""}},
                                      {Channel::esc_temperature, {"esc", "temp"}},
                                      {Channel::esc_temperature, {"esc", "degc"}},
                                      {Channel::esc_temperature, {"esc", "\u00b0c"}},
                                      {Channel::esc_temperature, {"fet", ""}},
                                      {Channel::battery_temperature, {"bat", "temp"}},
                                      {Channel::battery_temperature, {"bat", "degc"}},
                                      {Channel::battery_temperature, {"bat", "\u00b0c"}},
                                      {Channel::used, {"mah", ""}},
                                      {Channel::used, {"charge", ""}},
                                      {Channel::used, {"consum", ""}},
                                      {Channel::used, {"capacity", ""}},
                                      {Channel::revolutions, {"prop", "rpm"}},
                                      {Channel::revolutions, {"prop", "rev"}},
                                      {Channel::motor_revolutions, {"rpm", ""}},
                                      {Channel::motor_revolutions, {"revolution", ""}},
                                      {Channel::motor_revolutions, {"1/min", ""}},
                                      {Channel::motor_revolutions, {"u/min", ""}},
                                      {Channel::voltage, {"volt", ""}},
                                      {Channel::voltage, {"vbat", ""}},
                                      {Channel::voltage, {"[v]", ""}},
                                      {Channel::voltage, {"(v)", ""}},
                                      {Channel::current, {"curr", ""}},
                                      {Channel::current, {"amp", ""}},
                                      {Channel::current, {"[a]", ""}},
                                      {Channel::current, {"(a)", ""}},
                                      {Channel::speed, {"speed", ""}},
                                      {Channel::speed, {"spd", ""}},
                                      {Channel::speed, {"veloc", ""}},
                                      {Channel::speed, {"km/h", ""}},
                                      {Channel::speed, {"sog", ""}},
                                      {Channel::course, {"course", ""}},
                                      {Channel::course, {"heading", ""}},
                                      {Channel::course, {"bearing", ""}},
                                      {Channel::course, {"cog", ""}},
                                      {Channel::throttle, {"thr", ""}},
                                      {Channel::helm, {"helm", ""}},
                                      {Channel::helm, {"rudder", ""}},
                                      {Channel::helm, {"steer", ""}},
                                      {Channel::trim, {"trim", ""}},
                                      {Channel::heel, {"heel", ""}},
                                      {Channel::flow, {"flow", ""}},
                                      {Channel::satellites, {"sat", ""}},
                                      {Channel::accuracy, {"dop", ""}},
                                      {Channel::flow, {"cooling", ""}},
                                      {Channel::accuracy, {"accuracy", ""}}}};

}  // namespace log_words

namespace {

Channel channel_named(const std::string& label) {
  const auto fits = [&](const log_words::Word& w) {
    return std::all_of(w.parts.begin(), w.parts.end(),
                       [&](const char* part) { return label.find(part) != std::string::npos; });
  };
  for (const auto& w : log_words::words)
    if (fits(w)) return w.channel;
  // The letters of formulas; "v" may be a speed or volts.
  const std::string first = label.substr(0, label.find_first_of(" _[("));
  if (first == "u" || first == "ubat") return Channel::voltage;
  if (first == "i" || first == "ibat") return Channel::current;
  if (first == "n") return Channel::motor_revolutions;
  return Channel::other;
}

bool names_time(const std::string& label) {
  for (const char* word : {"time", "elapsed", "clock", "zeit", "stamp", "date"})
    if (label.find(word) != std::string::npos) return true;
  return label == "t" || label == "s" || label == "sec" || label == "ms" || label.starts_with("t [") ||
         label.starts_with("t(");
}

bool tells_time(std::string_view cell, char decimal) {
  return !std::isnan(log_number(cell, decimal)) || !std::isnan(time_of_day(cell)) || !std::isnan(date_time(cell));
}

/// Which separator cuts the most lines into the same number of cells, two at least.
char separator_of(const std::vector<std::string_view>& lines) {
  char best = ',';
  double most = 0.0;
  for (const char c : {'\t', ';', ','}) {
    std::vector<std::size_t> counts;
    for (const std::string_view line : lines) counts.push_back(cells_of(line, c).size());
    if (counts.empty()) continue;
    std::vector<std::size_t> sorted = counts;
    std::sort(sorted.begin(), sorted.end());
    const std::size_t usual = sorted[sorted.size() / 2];
    if (usual < 2) continue;
    const double same =
        static_cast<double>(std::count(counts.begin(), counts.end(), usual)) / static_cast<double>(counts.size());
    // Semicolons and tabs are chosen on purpose, commas stand in numbers as well.
    const double worth = same + (c == ',' ? 0.0 : 0.5);
    if (worth > most) most = worth, best = c;
  }
  return best;
}

struct ColumnValues {
  std::vector<double> values;
  bool whole = true;          ///< none has a fraction
  std::size_t decimals = 99;  ///< the fewest behind the point
};
ColumnValues values_of(const std::vector<std::string_view>& cells, char decimal) {
  ColumnValues out;
  for (const std::string_view cell : cells) {
    const double v = log_number(cell, decimal);
    out.values.push_back(v);
    if (std::isnan(v)) continue;
    const std::size_t point = cell.find(decimal);
    const std::size_t digits = point == std::string_view::npos ? 0 : cell.size() - point - 1;
    out.whole = out.whole && digits == 0;
    out.decimals = std::min(out.decimals, digits);
  }
  return out;
}

/// What a column without a name may be; few kinds are told by their numbers alone.
Channel channel_by_values(const ColumnValues& c) {
  const auto [low, high] = span_of(c.values);
  if (!(low <= high)) return Channel::other;
  if (c.decimals >= 5 && std::max(std::abs(low), std::abs(high)) <= 180.0 && high - low < 0.1) return Channel::latitude;
  if (c.whole && low >= 0.0 && high > 1500.0 && high < 200000.0 && high - low > 500.0)
    return Channel::motor_revolutions;
  if (!c.whole && low > 2.5 && high < 70.0 && high - low < 0.35 * high && high > low) return Channel::voltage;
  return Channel::other;
}

}  // namespace

bool LogFormat::doubtful() const {
  const auto used = [](const LogColumn& c) { return c.channel != Channel::other; };
  return clock == LogClock::counted || std::none_of(columns.begin(), columns.end(), used) ||
         std::any_of(columns.begin(), columns.end(), [](const LogColumn& c) { return c.doubtful; });
}

LogClock guess_clock(std::string_view cell, char decimal) {
  if (!std::isnan(date_time(cell))) return LogClock::date_time;
  return std::isnan(log_number(cell, decimal)) && !std::isnan(time_of_day(cell)) ? LogClock::time_of_day
                                                                                 : LogClock::seconds;
}

LogFormat guess_log(std::string_view text) {
  refuse_no_text(text);
  std::vector<std::string_view> lines;
  LogLines all(text);
  for (std::string_view line; lines.size() < 60 && all.next(line);) lines.push_back(line);
  LogFormat f;
  f.separator = separator_of(lines);
  std::vector<std::vector<std::string_view>> rows;
  for (const std::string_view line : lines) rows.push_back(cells_of(line, f.separator));
  // Where commas do not part cells they may part decimals.
  if (f.separator != ',') {
    std::size_t commas = 0, points = 0;
    for (const auto& row : rows)
      for (const std::string_view cell : row) {
        if (!std::isnan(log_number(cell, ',')) && cell.find(',') != std::string_view::npos) ++commas;
        if (!std::isnan(log_number(cell, '.')) && cell.find('.') != std::string_view::npos) ++points;
      }
    if (commas > points) f.decimal = ',';
  }
  // The first line with numbers in half of its cells begins the data.
  const auto numbers = [&](const std::vector<std::string_view>& cells) {
    std::size_t n = 0;
    for (const std::string_view c : cells) n += tells_time(c, f.decimal) ? 1 : 0;
    return cells.size() >= 2 && 2 * n >= cells.size();
  };
  const auto first = std::find_if(rows.begin(), rows.end(), numbers);
  if (first == rows.end()) throw InvalidInput("log", "has no line of numbers among its first sixty");
  f.headings = static_cast<std::size_t>(first - rows.begin());
  const auto& values = *first;
  std::vector<std::string_view> labels;
  if (f.headings > 0) labels = rows[f.headings - 1];
  std::optional<std::size_t> time;
  for (std::size_t i = 0; i < values.size(); ++i) {
    LogColumn c;
    if (i < labels.size()) c.label = as_utf8(labels[i]);
    const std::string label = small_letters(c.label);
    if (!time && names_time(label) && tells_time(values[i], f.decimal)) {
      time = i;
    } else {
      c.channel = channel_named(label);
      // One channel, one column: the first.
      for (const LogColumn& o : f.columns)
        if (o.channel == c.channel) c.channel = Channel::other;
    }
    f.columns.push_back(c);
  }
  const auto cell_of = [](const std::vector<std::string_view>& cells, std::size_t i) {
    return i < cells.size() ? cells[i] : std::string_view();
  };
  // Without a name: the first column that goes up all the way.
  for (std::size_t i = 0; !time && i < values.size(); ++i) {
    if (f.columns[i].channel != Channel::other) continue;
    double before = -1e300;
    bool rises = true;
    std::size_t seen = 0;
    for (auto line = first; line != rows.end(); ++line) {
      const std::string_view cell = cell_of(*line, i);
      double v = log_number(cell, f.decimal);
      if (std::isnan(v)) v = time_of_day(cell);
      if (std::isnan(v)) continue;
      rises = rises && v > before;
      before = v;
      ++seen;
    }
    if (rises && seen > 3) time = i;
  }
  for (std::size_t i = 0; i < f.columns.size(); ++i) {
    if (time == i) continue;
    LogColumn& c = f.columns[i];
    std::vector<std::string_view> cells;
    for (auto line = first; line != rows.end(); ++line) cells.push_back(cell_of(*line, i));
    const ColumnValues column = values_of(cells, f.decimal);
    if (f.headings == 0) {
      c.channel = channel_by_values(column);
      for (const LogColumn& o : f.columns)
        if (&o != &c && o.channel == c.channel)
          c.channel = c.channel == Channel::latitude ? Channel::longitude : Channel::other;
      c.doubtful = c.channel != Channel::other;
    }
    const UnitGuess unit = guess_unit(c.channel, small_letters(c.label), column.values);
    c.factor = unit.unit->factor, c.offset = unit.unit->offset;
    c.doubtful = c.doubtful || (c.channel != Channel::other && !unit.said);
  }
  if (!time) {
    f.clock = LogClock::counted;
    f.per_si = 0.1;
    return f;
  }
  f.time_column = *time;
  const std::string_view cell = values[*time];
  const std::string label = small_letters(f.columns[*time].label);
  const double value = log_number(cell, f.decimal);
  f.clock = guess_clock(cell, f.decimal);
  if (f.clock == LogClock::seconds) {
    const bool milli = label.find("ms") != std::string::npos || label.find("milli") != std::string::npos;
    f.per_si = milli || value > 1e11 ? 1e-3 : label.find("min") != std::string::npos ? 60.0 : 1.0;
  }
  return f;
}

}  // namespace plucky
