#include <algorithm>
#include <array>
#include <cctype>
#include <charconv>
#include <cmath>
#include <optional>

#include "base/error.h"
#include "io/letters.h"
#include "io/log_file.h"
#include "io/log_text.h"

namespace plucky {

namespace log_words {

/// What loggers call a channel; the first that fits a label counts. All words must be in it.
struct Word {
  Channel channel;
  std::array<const char*, 2> parts;
};
constexpr std::array<Word, 51> words{{{Channel::latitude, {"lat", ""}},
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

/// A number, or not a number. Anything after it but a unit of few letters is none.
double number_in(std::string_view s, char decimal) {
  if (s.empty()) return unread;
  std::array<char, 40> plain{};
  if (s.size() >= plain.size()) return unread;
  std::size_t n = 0;
  for (const char c : s) plain[n++] = c == decimal ? '.' : c;
  const char* first = plain.data();
  if (*first == '+') ++first;
  double value = unread;
  const auto [end, error] = std::from_chars(first, plain.data() + n, value);
  if (error != std::errc() || end == first) return unread;
  const auto rest = static_cast<std::size_t>(plain.data() + n - end);
  return rest <= 5 && (rest == 0 || !std::isdigit(static_cast<unsigned char>(*end))) && *end != ':' && *end != '-'
             ? value
             : unread;
}

double clock_of(std::string_view cell, const LogFormat& f) {
  switch (f.clock) {
    case LogClock::seconds:
      return f.per_si * number_in(cell, f.decimal);
    case LogClock::time_of_day:
      return time_of_day(cell);
    case LogClock::date_time:
      return date_time(cell);
    case LogClock::counted:
      break;
  }
  return unread;
}

Channel channel_named(const std::string& label) {
  const auto fits = [&](const log_words::Word& w) {
    return std::all_of(w.parts.begin(), w.parts.end(),
                       [&](const char* part) { return label.find(part) != std::string::npos; });
  };
  for (const auto& w : log_words::words)
    if (fits(w)) return w.channel;
  return Channel::other;
}

/// The unit that a label names, else the usual one of loggers.
void set_unit(LogColumn& c, const std::string& label) {
  const auto says = [&](const char* word) { return label.find(word) != std::string::npos; };
  switch (channel_dimension(c.channel)) {
    case Dimension::speed:
      c.factor = says("m/s") ? 1.0 : says("mph") ? 0.44704 : says("kn") || says("kt") ? 1852.0 / 3600.0 : 1.0 / 3.6;
      break;
    case Dimension::angle:
      c.factor = says("rad") ? 1.0 : pi / 180.0;
      break;
    case Dimension::revolutions:
      c.factor = says("1/s") || says("hz") ? 1.0 : 1.0 / 60.0;
      break;
    case Dimension::charge:
      c.factor = says("mah") ? 3.6 : says("ah") ? 3600.0 : says("[c]") ? 1.0 : 3.6;
      break;
    case Dimension::voltage:
      c.factor = says("mv") ? 1e-3 : 1.0;
      break;
    case Dimension::current:
      c.factor = says("[ma]") || says("(ma)") ? 1e-3 : 1.0;
      break;
    case Dimension::temperature:
      if (says("degf") || says("\u00b0f") || says("[f]") || says("(f)")) c.factor = 5.0 / 9.0, c.offset = -32.0;
      if (says("[k]") || says("kelvin")) c.offset = -273.15;
      break;
    case Dimension::ratio:
      c.factor = says("%") ? 0.01 : 1.0;
      break;
    case Dimension::flow:
      c.factor = says("l/min") && !says("ml") ? 1e-3 / 60.0 : ml_min;
      break;
    default:
      break;
  }
}

bool names_time(const std::string& label) {
  for (const char* word : {"time", "elapsed", "clock", "zeit", "stamp", "date"})
    if (label.find(word) != std::string::npos) return true;
  return label == "t" || label == "s" || label == "sec" || label == "ms" || label.starts_with("t [") ||
         label.starts_with("t(");
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

void refuse_bytes(std::string_view text) {
  std::size_t odd = 0;
  const std::size_t looked = std::min<std::size_t>(text.size(), 65536);
  for (const char c : text.substr(0, looked)) {
    const auto u = static_cast<unsigned char>(c);
    if (u < 32 && c != '\n' && c != '\r' && c != '\t') ++odd;
  }
  if (text.empty()) throw InvalidInput("log", "is empty");
  if (odd * 50 > looked) throw InvalidInput("log", "is no text: its bytes are of something else");
}

}  // namespace

LogFormat guess_log(std::string_view text) {
  refuse_bytes(text);
  if (text.starts_with("\xef\xbb\xbf")) text.remove_prefix(3);
  std::vector<std::string_view> lines;
  for (std::size_t at = 0; at < text.size() && lines.size() < 60;) lines.push_back(next_line(text, at));
  LogFormat f;
  f.separator = separator_of(lines);
  // Where commas do not part cells they may part decimals.
  if (f.separator != ',') {
    std::size_t commas = 0, points = 0;
    for (const std::string_view line : lines)
      for (const std::string_view cell : cells_of(line, f.separator)) {
        if (!std::isnan(number_in(cell, ',')) && cell.find(',') != std::string_view::npos) ++commas;
        if (!std::isnan(number_in(cell, '.')) && cell.find('.') != std::string_view::npos) ++points;
      }
    if (commas > points) f.decimal = ',';
  }
  // The first line with numbers in half of its cells begins the data.
  const auto numbers = [&](std::string_view line) {
    std::size_t n = 0;
    const auto cells = cells_of(line, f.separator);
    for (const std::string_view c : cells)
      n += !std::isnan(number_in(c, f.decimal)) || !std::isnan(time_of_day(c)) || !std::isnan(date_time(c));
    return cells.size() >= 2 && 2 * n >= cells.size();
  };
  const auto first = std::find_if(lines.begin(), lines.end(), numbers);
  if (first == lines.end()) throw InvalidInput("log", "has no line of numbers among its first sixty");
  f.headings = static_cast<std::size_t>(first - lines.begin());
  const auto values = cells_of(*first, f.separator);
  std::vector<std::string_view> labels;
  if (f.headings > 0) labels = cells_of(lines[f.headings - 1], f.separator);
  std::optional<std::size_t> time;
  for (std::size_t i = 0; i < values.size(); ++i) {
    LogColumn c;
    if (i < labels.size()) c.label = std::string(labels[i]);
    const std::string label = small_letters(c.label);
    if (!time && names_time(label)) {
      time = i;
    } else {
      c.channel = channel_named(label);
      // One channel, one column: the first.
      for (const LogColumn& o : f.columns)
        if (o.channel == c.channel) c.channel = Channel::other;
      set_unit(c, label);
    }
    f.columns.push_back(c);
  }
  // Without a name: the first column that goes up all the way.
  for (std::size_t i = 0; !time && i < values.size(); ++i) {
    if (f.columns[i].channel != Channel::other) continue;
    double before = -1e300;
    bool rises = true;
    std::size_t seen = 0;
    for (auto line = first; line != lines.end(); ++line) {
      const auto cells = cells_of(*line, f.separator);
      if (cells.size() <= i) continue;
      double v = number_in(cells[i], f.decimal);
      if (std::isnan(v)) v = time_of_day(cells[i]);
      if (std::isnan(v)) continue;
      rises = rises && v > before;
      before = v;
      ++seen;
    }
    if (rises && seen > 3) time = i;
  }
  if (!time) {
    f.clock = LogClock::counted;
    f.per_si = 0.1;
    return f;
  }
  f.time_column = *time;
  const std::string_view cell = values[*time];
  const std::string label = small_letters(f.columns[*time].label);
  const double value = number_in(cell, f.decimal);
  if (!std::isnan(date_time(cell))) {
    f.clock = LogClock::date_time;
  } else if (std::isnan(value) && !std::isnan(time_of_day(cell))) {
    f.clock = LogClock::time_of_day;
  } else {
    const bool milli = label.find("ms") != std::string::npos || label.find("milli") != std::string::npos;
    f.per_si = milli || value > 1e11 ? 1e-3 : label.find("min") != std::string::npos ? 60.0 : 1.0;
  }
  return f;
}

ReadLog read_log(std::string_view text, const LogFormat& f, const LogProgress& progress) {
  refuse_bytes(text);
  if (text.starts_with("\xef\xbb\xbf")) text.remove_prefix(3);
  ReadLog out;
  Recording& r = out.recording;
  std::vector<std::size_t> from;  // column of each series
  for (std::size_t i = 0; i < f.columns.size(); ++i) {
    if (f.clock != LogClock::counted && i == f.time_column) continue;
    if (f.columns[i].channel == Channel::other) continue;
    r.series.push_back({.channel = f.columns[i].channel, .label = f.columns[i].label, .values = {}});
    from.push_back(i);
  }
  if (r.series.empty()) throw InvalidInput("log", "has no column that is used: choose what they are");
  std::size_t at = 0, line_number = 0, broken = 0, first_broken = 0, back = 0, first_back = 0;
  double begin = unread, last = -1e300;
  std::vector<std::string_view> cells;
  while (at < text.size()) {
    const std::string_view line = next_line(text, at);
    ++line_number;
    if (progress && line_number % 50000 == 0 && !progress(static_cast<double>(at) / static_cast<double>(text.size())))
      throw InvalidInput("log", "was stopped");
    if (line_number <= f.headings || line.empty()) continue;
    cells = cells_of(line, f.separator);
    double time = f.clock == LogClock::counted   ? f.per_si * static_cast<double>(r.time.size())
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
    r.time.push_back(time - begin);
    for (std::size_t k = 0; k < from.size(); ++k) {
      const LogColumn& c = f.columns[from[k]];
      const double v = from[k] < cells.size() ? number_in(cells[from[k]], f.decimal) : unread;
      r.series[k].values.push_back(c.factor * (v + c.offset));
    }
  }
  if (r.time.size() < 2)
    throw InvalidInput(
        "log", broken > 0 ? Text("has no moments: line {0} has no time", first_broken) : Text("has no moments"));
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

ReadLog read_any_log(std::string_view text, const LogProgress& progress) {
  refuse_bytes(text);
  const std::string_view head = text.substr(0, 4096);
  if (head.find("<gpx") != std::string_view::npos) return read_gpx(text);
  if (head.find("$G") != std::string_view::npos && head.find("RMC,") != std::string_view::npos) return read_nmea(text);
  return read_log(text, guess_log(text), progress);
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
