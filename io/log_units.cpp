#include "io/log_units.h"

#include <algorithm>
#include <cmath>

#include "trial/log_numbers.h"

namespace plucky {

namespace log_unit_table {

// Where one unit's words lie within another's, the longer one comes first.
const std::vector<LogUnit> speed{{"km/h", 1.0 / 3.6, 0.0, 3, {"km/h", "kmh", "kph"}},
                                 {"m/s", 1.0, 0.0, 3, {"m/s"}},
                                 {"mph", 0.44704, 0.0, 3, {"mph"}},
                                 {"kn", 1852.0 / 3600.0, 0.0, 3, {"kn", "kt"}}};
const std::vector<LogUnit> angle{{"deg", pi / 180.0, 0.0, 2, {"deg", "\u00b0"}}, {"rad", 1.0, 0.0, 4, {"rad"}}};
const std::vector<LogUnit> revolutions{{"rpm", 1.0 / 60.0, 0.0, 0, {"rpm", "1/min", "u/min"}},
                                       {"1/s", 1.0, 0.0, 2, {"1/s", "hz"}}};
const std::vector<LogUnit> charge{
    {"mAh", 3.6, 0.0, 1, {"mah"}}, {"Ah", 3600.0, 0.0, 4, {"ah"}}, {"C", 1.0, 0.0, 1, {"[c]"}}};
const std::vector<LogUnit> voltage{{"V", 1.0, 0.0, 3, {"[v]", "(v)"}}, {"mV", 1e-3, 0.0, 0, {"mv"}}};
const std::vector<LogUnit> current{{"A", 1.0, 0.0, 3, {"[a]", "(a)"}}, {"mA", 1e-3, 0.0, 0, {"[ma]", "(ma)"}}};
const std::vector<LogUnit> temperature{{"degC", 1.0, 0.0, 2, {"degc", "\u00b0c", "[c]", "(c)"}},
                                       {"degF", 5.0 / 9.0, -32.0, 2, {"degf", "\u00b0f", "[f]", "(f)"}},
                                       {"K", 1.0, -273.15, 2, {"[k]", "kelvin"}}};
// A servo's pulse: 1.0 to 2.0 ms; a motor that goes astern has its middle at 1.5 (common practice, no source).
const std::vector<LogUnit> ratio{{"%", 0.01, 0.0, 1, {"%"}},
                                 {"of 1", 1.0, 0.0, 3, {}},
                                 {"us from 1500", 1.0 / 500.0, -1500.0, 0, {}},
                                 {"us from 1000", 1.0 / 1000.0, -1000.0, 0, {}}};
const std::vector<LogUnit> flow{{"ml/min", ml_min, 0.0, 1, {"ml/min"}}, {"l/min", 1e3 * ml_min, 0.0, 4, {"l/min"}}};
const std::vector<LogUnit> length{{"m", 1.0, 0.0, 2, {}}};
const std::vector<LogUnit> place{{"", 1.0, 0.0, 8, {}}};
const std::vector<LogUnit> bare{{"", 1.0, 0.0, 3, {}}};

}  // namespace log_unit_table

std::span<const LogUnit> log_units(Channel channel) {
  namespace t = log_unit_table;
  if (channel == Channel::latitude || channel == Channel::longitude) return t::place;
  switch (channel_dimension(channel)) {
    case Dimension::speed:
      return t::speed;
    case Dimension::angle:
      return t::angle;
    case Dimension::revolutions:
      return t::revolutions;
    case Dimension::charge:
      return t::charge;
    case Dimension::voltage:
      return t::voltage;
    case Dimension::current:
      return t::current;
    case Dimension::temperature:
      return t::temperature;
    case Dimension::ratio:
      return t::ratio;
    case Dimension::flow:
      return t::flow;
    case Dimension::length:
      return t::length;
    default:
      return t::bare;
  }
}

UnitGuess guess_unit(Channel channel, const std::string& label, const std::vector<double>& values) {
  const auto units = log_units(channel);
  for (const LogUnit& u : units)
    if (std::any_of(u.said_by.begin(), u.said_by.end(),
                    [&](const char* word) { return label.find(word) != std::string::npos; }))
      return {&u, true};
  if (units.size() == 1) return {&units[0], true};
  const auto [low, high] = span_of(values);
  const bool any = low <= high;
  std::size_t at = 0;
  switch (channel_dimension(channel)) {
    case Dimension::ratio:
      // A share, a pulse, or per cent. Without astern there is nothing below a pulse's 1000.
      at = !any || std::max(std::abs(low), high) <= 1.01 ? 1 : low > 800.0 ? (low > 1400.0 ? 2 : 3) : 0;
      break;
    case Dimension::voltage:
      at = any && low > 1000.0 ? 1 : 0;
      break;
    case Dimension::revolutions:
      at = any && high > 0.0 && high < 700.0 ? 1 : 0;
      break;
    case Dimension::angle:
      at = any && std::max(std::abs(low), high) <= 2.0 * pi + 0.01 && high - low > 0.0 ? 1 : 0;
      break;
    default:
      break;
  }
  return {&units[at], false};
}

}  // namespace plucky
