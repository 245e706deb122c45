#include "io/log_presets.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <nlohmann/json.hpp>

#include "base/error.h"
#include "io/log_units.h"

namespace plucky {

namespace {

using Json = nlohmann::json;
constexpr int version = 1;
constexpr std::array<const char*, 4> clock_keys{"seconds", "time_of_day", "date_time", "counted"};

bool alike(const LogFormat& a, const LogFormat& b) {
  return a.separator == b.separator && a.decimal == b.decimal && a.headings == b.headings &&
         std::equal(a.columns.begin(), a.columns.end(), b.columns.begin(), b.columns.end(),
                    [](const LogColumn& x, const LogColumn& y) { return x.label == y.label; });
}

LogFormat format_from(const Json& j) {
  LogFormat f;
  const auto letter = [&](const char* key) {
    const auto s = j.at(key).get<std::string>();
    if (s.size() != 1) throw InvalidInput(key, "should be one letter");
    return s.front();
  };
  f.separator = letter("separator"), f.decimal = letter("decimal");
  f.headings = j.at("headings").get<std::size_t>();
  const auto clock = j.at("clock").get<std::string>();
  const auto* const at = std::find(clock_keys.begin(), clock_keys.end(), clock);
  if (at == clock_keys.end()) throw InvalidInput("clock", Text("\"{0}\" is none that is known", clock));
  f.clock = static_cast<LogClock>(at - clock_keys.begin());
  f.time_column = j.at("time_column").get<std::size_t>();
  f.per_si = j.at("per_s").get<double>();
  if (!(f.per_si > 0.0) || !std::isfinite(f.per_si)) throw InvalidInput("per_s", "should be above 0");
  for (const Json& c : j.at("columns"))
    f.columns.push_back({.label = c.at("label").get<std::string>(),
                         .channel = channel_from_key(c.at("channel").get<std::string>()),
                         .factor = c.at("factor").get<double>(),
                         .offset = c.at("offset").get<double>()});
  if (f.clock != LogClock::counted && f.time_column >= f.columns.size())
    throw InvalidInput("time_column", "is beyond the last column");
  return f;
}

}  // namespace

const LogFormat* LogPresets::find(const LogFormat& guessed) const {
  const auto it = std::find_if(formats_.begin(), formats_.end(), [&](const LogFormat& f) { return alike(f, guessed); });
  return it == formats_.end() ? nullptr : &*it;
}

void LogPresets::forget(const LogFormat& format) {
  std::erase_if(formats_, [&](const LogFormat& f) { return alike(f, format); });
}

void LogPresets::keep(const LogFormat& format) {
  forget(format);
  formats_.push_back(format);
  for (LogColumn& c : formats_.back().columns) c.doubtful = false;
}

std::string LogPresets::to_json() const {
  Json tables = Json::array();
  for (const LogFormat& f : formats_) {
    Json columns = Json::array();
    for (const LogColumn& c : f.columns)
      columns.push_back(
          {{"label", c.label}, {"channel", channel_key(c.channel)}, {"factor", c.factor}, {"offset", c.offset}});
    tables.push_back({{"separator", std::string(1, f.separator)},
                      {"decimal", std::string(1, f.decimal)},
                      {"headings", f.headings},
                      {"clock", clock_keys.at(static_cast<std::size_t>(f.clock))},
                      {"time_column", f.time_column},
                      {"per_s", f.per_si},
                      {"columns", columns}});
  }
  // A label may be whatever a logger wrote.
  return Json{{"version", version}, {"tables", tables}}.dump(2, ' ', false, Json::error_handler_t::replace) + "\n";
}

LogPresets LogPresets::from_json(const std::string& text) {
  LogPresets out;
  try {
    const Json j = Json::parse(text);
    if (j.at("version").get<int>() > version) throw InvalidInput("version", "is newer than this program");
    for (const Json& table : j.at("tables")) {
      try {
        out.formats_.push_back(format_from(table));
      } catch (const Json::exception& e) {
        throw InvalidInput("tables", Text("the {0}th is broken: {1}", out.formats_.size() + 1, std::string(e.what())));
      }
    }
  } catch (const Json::exception& e) {
    throw InvalidInput("tables of loggers", Text(std::string(e.what())));
  }
  return out;
}

LogFormat with_column(LogFormat f, std::size_t column, Channel channel, std::size_t unit) {
  for (LogColumn& c : f.columns)
    if (c.channel == channel) c.channel = Channel::other, c.doubtful = false;
  LogColumn& c = f.columns.at(column);
  const LogUnit& u = log_units(channel)[std::min(unit, log_units(channel).size() - 1)];
  c.channel = channel, c.factor = u.factor, c.offset = u.offset, c.doubtful = false;
  if (f.is_time(column)) f.clock = LogClock::counted, f.per_si = 0.1;
  return f;
}

LogFormat with_clock(LogFormat f, std::size_t column, LogClock clock, double per_si) {
  if (clock != LogClock::counted) {
    f.columns.at(column).channel = Channel::other;
    f.columns.at(column).doubtful = false;
  }
  f.time_column = column, f.clock = clock, f.per_si = per_si;
  return f;
}

}  // namespace plucky
