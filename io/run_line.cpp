#include "io/run_line.h"

#include <algorithm>
#include <array>
#include <cctype>
#include <sstream>
#include <vector>

#include "base/error.h"
#include "io/letters.h"

namespace plucky {

namespace run_units {

struct Unit {
  const char* text;
  std::optional<double> RunNumbers::*member;
  Dimension dimension;
};
constexpr std::array units{Unit{"km/h", &RunNumbers::top_speed, Dimension::speed},
                           Unit{"mph", &RunNumbers::top_speed, Dimension::speed},
                           Unit{"kn", &RunNumbers::top_speed, Dimension::speed},
                           Unit{"m/s", &RunNumbers::top_speed, Dimension::speed},
                           Unit{"A", &RunNumbers::current, Dimension::current},
                           Unit{"V", &RunNumbers::least_voltage, Dimension::voltage},
                           Unit{"mAh", &RunNumbers::used, Dimension::charge},
                           Unit{"rpm", &RunNumbers::revolutions, Dimension::revolutions},
                           Unit{"%", &RunNumbers::throttle, Dimension::ratio},
                           Unit{"m", &RunNumbers::distance, Dimension::length},
                           Unit{"ml", &RunNumbers::aboard, Dimension::volume},
                           Unit{"min", &RunNumbers::duration, Dimension::duration},
                           Unit{"s", &RunNumbers::duration, Dimension::duration}};

struct Place {
  const char* word;
  std::optional<double> RunNumbers::*member;
};
constexpr std::array places{Place{"motor", &RunNumbers::motor}, Place{"esc", &RunNumbers::esc},
                            Place{"battery", &RunNumbers::battery}, Place{"outlet", &RunNumbers::outlet}};

bool is_degrees(const std::string& unit) {
  return unit == "c" || unit == "f" || unit == "degc" || unit == "degf" || unit == "\u00b0c" || unit == "\u00b0f";
}

/// Number and what stands right behind it: "31km/h" is "31" and "km/h".
std::pair<std::string, std::string> parted(const std::string& token) {
  const auto end = std::find_if(token.begin(), token.end(), [](unsigned char c) {
    return std::isdigit(c) == 0 && c != '.' && c != ',' && c != ':' && c != '-' && c != '+';
  });
  return {std::string(token.begin(), end), small_letters(std::string(end, token.end()))};
}

}  // namespace run_units

RunLine read_run_line(std::string_view text, UnitSystem system) {
  using namespace run_units;
  std::vector<std::string> tokens;
  std::istringstream in{std::string(text)};
  for (std::string t; in >> t;) tokens.push_back(t);
  RunLine out;
  const auto put = [&](std::optional<double> RunNumbers::*member, double si, const std::string& as_typed) {
    for (const RunNumber& n : run_numbers())
      if (n.member == member) {
        if (out.numbers.*member) throw InvalidInput(as_typed, Text("{0} is given twice", n.label));
        if (!(si >= n.low && si <= n.high)) throw InvalidInput(as_typed, Text("{0} is out of range", n.label));
      }
    out.numbers.*member = si;
  };
  const Place* place = nullptr;  // a word that waits for its temperature
  std::string waiting;
  const auto word = [&](const std::string& w) { out.words += (out.words.empty() ? "" : " ") + w; };
  for (std::size_t i = 0; i < tokens.size(); ++i) {
    const std::string& token = tokens[i];
    // Names of their own: a lambda may not take what a binding names.
    const auto apart = parted(token);
    const std::string& number = apart.first;
    std::string unit = apart.second;
    const bool counts = number.find_first_of("0123456789") != std::string::npos;
    if (!counts) {
      if (place) word(waiting), place = nullptr;
      const std::string low = small_letters(token);
      const auto it = std::find_if(places.begin(), places.end(), [&](const Place& p) { return low == p.word; });
      if (it == places.end()) {
        word(token);
      } else {
        place = &*it;
        waiting = token;
      }
      continue;
    }
    if (const auto colon = number.find(':'); colon != std::string::npos && unit.empty()) {
      const double minutes = parse_quantity(number.substr(0, colon), Dimension::none, system);
      put(&RunNumbers::duration, 60.0 * minutes + parse_quantity(number.substr(colon + 1), Dimension::none, system),
          token);
      continue;
    }
    const auto known = [&](const std::string& u) {
      return is_degrees(u) ||
             std::any_of(units.begin(), units.end(), [&](const Unit& x) { return u == small_letters(x.text); });
    };
    std::string as_typed = token;
    if (unit.empty() && i + 1 < tokens.size() && known(small_letters(tokens[i + 1]))) {
      unit = small_letters(tokens[++i]);
      as_typed += " " + unit;
    }
    if (place && (unit.empty() || is_degrees(unit))) {
      const std::string degrees = unit.empty() ? "" : unit.ends_with('f') ? " F" : " C";
      put(place->member, parse_quantity(number + degrees, Dimension::temperature, system), as_typed);
      place = nullptr;
      continue;
    }
    if (place) word(waiting), place = nullptr;
    if (is_degrees(unit)) throw InvalidInput(as_typed, "of what? Write motor, esc, battery or outlet before it");
    const auto it =
        std::find_if(units.begin(), units.end(), [&](const Unit& u) { return unit == small_letters(u.text); });
    if (it == units.end()) {
      word(as_typed);
      continue;
    }
    put(it->member, parse_quantity(number + " " + it->text, it->dimension, system), as_typed);
  }
  if (place) word(waiting);
  return out;
}

}  // namespace plucky
