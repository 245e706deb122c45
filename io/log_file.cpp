#include "io/log_file.h"

#include <fmt/format.h>

#include <cmath>
#include <iterator>

namespace plucky {

namespace {

/// What a logger writes of a channel: unit, how much of it is one in SI, digits.
struct LogUnit {
  const char* unit;
  double per_si;
  int digits;
};
LogUnit log_unit(Channel channel) {
  switch (channel_dimension(channel)) {
    case Dimension::speed:
      return {"km/h", 3.6, 3};
    case Dimension::angle:
      return {"deg", 180.0 / pi, 2};
    case Dimension::revolutions:
      return {"rpm", 60.0, 0};
    case Dimension::charge:
      return {"mAh", 1.0 / 3.6, 1};
    case Dimension::voltage:
      return {"V", 1.0, 3};
    case Dimension::current:
      return {"A", 1.0, 3};
    case Dimension::temperature:
      return {"degC", 1.0, 2};
    case Dimension::ratio:
      return {"%", 100.0, 1};
    case Dimension::flow:
      return {"ml/min", 1.0 / ml_min, 1};
    case Dimension::length:
      return {"m", 1.0, 2};
    default:
      return {"", 1.0, channel == Channel::latitude || channel == Channel::longitude ? 8 : 3};
  }
}

}  // namespace

std::string write_log(const Recording& r) {
  fmt::memory_buffer out;
  auto to = std::back_inserter(out);
  fmt::format_to(to, "Time [s]");
  for (const Series& s : r.series) {
    const LogUnit u = log_unit(s.channel);
    const char* name = s.channel == Channel::other ? s.label.c_str() : channel_name(s.channel);
    if (*u.unit == '\0')
      fmt::format_to(to, ",{}", name);
    else
      fmt::format_to(to, ",{} [{}]", name, u.unit);
  }
  fmt::format_to(to, "\n");
  for (std::size_t i = 0; i < r.time.size(); ++i) {
    fmt::format_to(to, "{:.3f}", r.time[i]);
    for (const Series& s : r.series) {
      const LogUnit u = log_unit(s.channel);
      if (std::isnan(s.values[i]))
        fmt::format_to(to, ",");
      else
        fmt::format_to(to, ",{:.{}f}", s.values[i] * u.per_si, u.digits);
    }
    fmt::format_to(to, "\n");
  }
  return fmt::to_string(out);
}

}  // namespace plucky
