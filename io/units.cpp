#include "io/units.h"

#include <fmt/format.h>

#include <array>
#include <charconv>
#include <cmath>
#include <optional>
#include <span>

#include "base/error.h"
#include "geometry/vec.h"

namespace plucky {

namespace {

struct Unit {
  const char* name;
  double si;          // one of it
  int decimals;       // when shown in it
  double zero = 0.0;  // what it shows at SI zero
};

/// First entry: the metric unit; second: the inch system's. All of them may be typed.
constexpr std::array length_units{Unit{"mm", 1e-3, 1}, Unit{"in", 0.0254, 3}, Unit{"cm", 1e-2, 2},
                                  Unit{"m", 1.0, 4},   Unit{"ft", 0.3048, 3}, Unit{"\"", 0.0254, 3}};
constexpr std::array mass_units{Unit{"g", 1e-3, 1}, Unit{"oz", 0.028349523125, 2}, Unit{"kg", 1.0, 3},
                                Unit{"lb", 0.45359237, 3}};
constexpr std::array angle_units{Unit{"\u00b0", pi / 180.0, 1}, Unit{"\u00b0", pi / 180.0, 1},
                                 Unit{"deg", pi / 180.0, 1}, Unit{"rad", 1.0, 3}};
constexpr std::array area_units{Unit{"cm\u00b2", 1e-4, 1}, Unit{"in\u00b2", 0.0254 * 0.0254, 2}, Unit{"cm2", 1e-4, 1},
                                Unit{"in2", 0.0254 * 0.0254, 2}, Unit{"m2", 1.0, 4}};
constexpr std::array volume_units{Unit{"ml", 1e-6, 0}, Unit{"in\u00b3", 0.0254 * 0.0254 * 0.0254, 1},
                                  Unit{"l", 1e-3, 3}, Unit{"in3", 0.0254 * 0.0254 * 0.0254, 1}};
constexpr std::array ratio_units{Unit{"%", 0.01, 1}, Unit{"%", 0.01, 1}};
constexpr std::array speed_units{Unit{"km/h", 1.0 / 3.6, 1}, Unit{"mph", 0.44704, 1}, Unit{"kn", 1852.0 / 3600.0, 1},
                                 Unit{"m/s", 1.0, 2}};
constexpr std::array density_units{Unit{"kg/m\u00b3", 1.0, 0}, Unit{"kg/m\u00b3", 1.0, 0}, Unit{"kg/m3", 1.0, 0},
                                   Unit{"g/cm3", 1000.0, 3}};
constexpr std::array areal_units{Unit{"g/m\u00b2", 1e-3, 0}, Unit{"oz/yd\u00b2", 0.0339057, 2}, Unit{"g/m2", 1e-3, 0}};
constexpr std::array duration_units{Unit{"min", 60.0, 1}, Unit{"min", 60.0, 1}, Unit{"s", 1.0, 0},
                                    Unit{"h", 3600.0, 2}};
constexpr std::array current_units{Unit{"A", 1.0, 1}, Unit{"A", 1.0, 1}, Unit{"mA", 1e-3, 0}};
constexpr std::array voltage_units{Unit{"V", 1.0, 1}, Unit{"V", 1.0, 1}};
constexpr std::array power_units{Unit{"W", 1.0, 0}, Unit{"W", 1.0, 0}, Unit{"kW", 1000.0, 2}, Unit{"hp", 745.69987, 2}};
constexpr std::array charge_units{Unit{"mAh", 3.6, 0}, Unit{"mAh", 3.6, 0}, Unit{"Ah", 3600.0, 2}};
constexpr std::array revolutions_units{Unit{"rpm", 1.0 / 60.0, 0}, Unit{"rpm", 1.0 / 60.0, 0}, Unit{"1/s", 1.0, 1}};
constexpr std::array feed_units{Unit{"mm/s", 1e-3, 0}, Unit{"in/s", 0.0254, 2}, Unit{"m/s", 1.0, 3}};
constexpr std::array constant_units{Unit{"rpm/V", pi / 30.0, 0}, Unit{"rpm/V", pi / 30.0, 0}};
constexpr std::array force_units{Unit{"N", 1.0, 1}, Unit{"lbf", 4.4482216, 2}, Unit{"gf", 9.80665e-3, 0},
                                 Unit{"kgf", 9.80665, 3}};
constexpr std::array torque_units{Unit{"N m", 1.0, 3}, Unit{"ozf in", 7.0615518e-3, 1}, Unit{"Nm", 1.0, 3},
                                  Unit{"kgf cm", 0.0980665, 2}};
constexpr std::array resistance_units{Unit{"m\u03a9", 1e-3, 1}, Unit{"m\u03a9", 1e-3, 1}, Unit{"mohm", 1e-3, 1},
                                      Unit{"ohm", 1.0, 4}};
constexpr std::array temperature_units{Unit{"\u00b0C", 1.0, 0}, Unit{"\u00b0F", 5.0 / 9.0, 0, 32.0}, Unit{"C", 1.0, 0},
                                       Unit{"F", 5.0 / 9.0, 0, 32.0}};
constexpr std::array flow_units{Unit{"ml/min", 1e-6 / 60.0, 0}, Unit{"ml/min", 1e-6 / 60.0, 0},
                                Unit{"l/min", 1e-3 / 60.0, 2}, Unit{"m3/s", 1.0, 8}};
constexpr std::array pressure_units{Unit{"kPa", 1e3, 1}, Unit{"psi", 6894.757, 2}, Unit{"Pa", 1.0, 0},
                                    Unit{"mbar", 100.0, 0}, Unit{"bar", 1e5, 3}};
constexpr std::array copper_units{Unit{"mm\u00b2", 1e-6, 2}, Unit{"mm\u00b2", 1e-6, 2}, Unit{"mm2", 1e-6, 2}};
constexpr std::array plain_units{Unit{"", 1.0, 0}, Unit{"", 1.0, 0}};

std::span<const Unit> units_of(Dimension d) {
  switch (d) {
    case Dimension::length:
      return length_units;
    case Dimension::mass:
      return mass_units;
    case Dimension::angle:
      return angle_units;
    case Dimension::area:
      return area_units;
    case Dimension::copper:
      return copper_units;
    case Dimension::volume:
      return volume_units;
    case Dimension::ratio:
      return ratio_units;
    case Dimension::speed:
      return speed_units;
    case Dimension::density:
      return density_units;
    case Dimension::areal_density:
      return areal_units;
    case Dimension::duration:
      return duration_units;
    case Dimension::current:
      return current_units;
    case Dimension::voltage:
      return voltage_units;
    case Dimension::power:
      return power_units;
    case Dimension::charge:
      return charge_units;
    case Dimension::revolutions:
      return revolutions_units;
    case Dimension::feed:
      return feed_units;
    case Dimension::speed_constant:
      return constant_units;
    case Dimension::force:
      return force_units;
    case Dimension::torque:
      return torque_units;
    case Dimension::resistance:
      return resistance_units;
    case Dimension::temperature:
      return temperature_units;
    case Dimension::flow:
      return flow_units;
    case Dimension::pressure:
      return pressure_units;
    case Dimension::none:
      break;
  }
  return plain_units;
}

const char* example_of(Dimension d) {
  switch (d) {
    case Dimension::length:
      return "a length such as 35 mm or 1 3/8 in";
    case Dimension::mass:
      return "a mass such as 512 g or 18 oz";
    case Dimension::angle:
      return "an angle such as 17.5\u00b0";
    case Dimension::area:
      return "an area such as 120 cm2";
    case Dimension::copper:
      return "a cross-section such as 2.5 mm2";
    case Dimension::volume:
      return "a volume such as 250 ml";
    case Dimension::ratio:
      return "a share such as 40 %";
    case Dimension::speed:
      return "a speed such as 30 km/h or 12 kn";
    case Dimension::density:
      return "a density such as 1240 kg/m3";
    case Dimension::areal_density:
      return "a weight such as 160 g/m2";
    case Dimension::duration:
      return "a time such as 8 min or 90 s";
    case Dimension::current:
      return "a current such as 60 A";
    case Dimension::voltage:
      return "a voltage such as 3.7 V";
    case Dimension::power:
      return "a power such as 400 W";
    case Dimension::charge:
      return "a capacity such as 5000 mAh";
    case Dimension::revolutions:
      return "revolutions such as 20000 rpm";
    case Dimension::feed:
      return "a speed such as 60 mm/s";
    case Dimension::speed_constant:
      return "a speed constant such as 2050 rpm/V";
    case Dimension::force:
      return "a force such as 6 N";
    case Dimension::torque:
      return "a torque such as 0.5 Nm or 5 kgf cm";
    case Dimension::resistance:
      return "a resistance such as 12 mohm";
    case Dimension::temperature:
      return "a temperature such as 65 C or 150 F";
    case Dimension::flow:
      return "a flow such as 300 ml/min";
    case Dimension::pressure:
      return "a pressure such as 12 kPa";
    case Dimension::none:
      break;
  }
  return "a number";
}

std::string_view trimmed(std::string_view s) {
  while (!s.empty() && (s.front() == ' ' || s.front() == '\t')) s.remove_prefix(1);
  while (!s.empty() && (s.back() == ' ' || s.back() == '\t')) s.remove_suffix(1);
  return s;
}

std::optional<double> decimal(std::string_view s) {
  std::string text(s);
  for (char& c : text)
    if (c == ',') c = '.';
  double value = 0.0;
  const char* first = text.data() + (text.starts_with('+') ? 1 : 0);
  const auto [end, error] = std::from_chars(first, text.data() + text.size(), value, std::chars_format::fixed);
  if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value)) return std::nullopt;
  return value;
}

/// "12.5", "3/16" or "1 3/8".
std::optional<double> number_of(std::string_view s) {
  s = trimmed(s);
  const auto slash = s.find('/');
  if (slash == std::string_view::npos) return decimal(s);
  const auto space = s.rfind(' ', slash == 0 ? 0 : slash - 1);
  std::optional<double> whole = 0.0;
  std::string_view top = s.substr(0, slash);
  if (space != std::string_view::npos && space < slash) {
    whole = decimal(trimmed(s.substr(0, space)));
    top = s.substr(space + 1, slash - space - 1);
  }
  const auto upper = decimal(trimmed(top)), lower = decimal(trimmed(s.substr(slash + 1)));
  if (!whole || !upper || !lower || *lower == 0.0) return std::nullopt;
  const double fraction = *upper / *lower;
  return std::signbit(*whole) ? *whole - fraction : *whole + fraction;
}

}  // namespace

namespace {

const Unit& shown_unit(Dimension dimension, UnitSystem system) {
  return units_of(dimension)[system == UnitSystem::metric ? 0 : 1];
}

Shown with_decimals(const Quantity& q, const Unit& unit, int decimals) {
  double value = q.si / unit.si + unit.zero;
  // No "-0.0": rounding decides the sign.
  const double step = std::pow(10.0, -decimals);
  if (std::abs(value) < 0.5 * step) value = 0.0;
  std::string text = std::abs(value) < 1e15 ? fmt::format("{:.{}f}", value, decimals) : fmt::format("{:.4g}", value);
  if (text.starts_with('-')) text = "\u2212" + text.substr(1);
  return {text, unit.name};
}

/// Decimals of a number read with `usual` ones: no more than `figures` significant figures, and where the usual ones
/// would show nothing but zeros two figures, at most two decimals finer.
int decimals_by_size(double value, int usual, int figures) {
  if (!(std::abs(value) > 0.0) || !std::isfinite(value)) return usual;
  const int by_size = figures - 1 - static_cast<int>(std::floor(std::log10(std::abs(value)) + 1e-9));
  if (std::abs(value) < std::pow(10.0, -usual)) return std::clamp(by_size - 1, usual, usual + 2);
  return std::max(0, figures > 3 ? by_size : std::min(by_size, usual));
}

/// Walls, lines and pins: a length of a few tenths of a millimetre that the usual decimal would misstate by more than a
/// fiftieth gets one more.
int decimals_of_thin(const Quantity& q, const Unit& unit, int decimals) {
  const double value = std::abs(q.si / unit.si);
  if (q.dimension != Dimension::length || std::string_view(unit.name) != "mm" || decimals != 1) return decimals;
  if (value < 0.1 || value >= 2.0) return decimals;
  return std::abs(std::round(10.0 * value) / 10.0 - value) > 0.02 * value ? 2 : 1;
}

/// The unit of the size: metres for lengths from one on, seconds below a minute, hours from two on.
const Unit& unit_by_size(const Quantity& q, UnitSystem system) {
  const Unit& usual = shown_unit(q.dimension, system);
  const auto named = [&](const std::string& name) -> const Unit& {
    for (const Unit& u : units_of(q.dimension))
      if (name == u.name) return u;
    return usual;
  };
  if (q.dimension == Dimension::length && system == UnitSystem::metric && std::abs(q.si) >= 1.0) return named("m");
  if (q.dimension == Dimension::duration && std::abs(q.si) > 0.0 && std::abs(q.si) < 59.5) return named("s");
  if (q.dimension == Dimension::duration && std::abs(q.si) >= 7200.0) return named("h");
  return usual;
}

Shown in_words(const Quantity& q, UnitSystem system, int figures) {
  const Unit& unit = unit_by_size(q, system);
  const double value = q.si / unit.si + unit.zero;
  int usual = unit.decimals;
  if (q.dimension == Dimension::length && std::string_view(unit.name) == "m") usual = 2;
  if (std::string_view(unit.name) == "s" && std::abs(q.si) < 9.95) usual = 1;
  if (q.dimension == Dimension::none) usual = value == std::floor(value) ? 0 : 2;
  const int decimals = decimals_of_thin(q, unit, decimals_by_size(value, usual, figures));
  const double step = std::pow(10.0, -decimals);
  if (value != 0.0 && std::abs(value) < 0.5 * step) return {fmt::format("< {:.{}f}", step, decimals), unit.name};
  return with_decimals(q, unit, decimals);
}

}  // namespace

Shown show(const Quantity& q, UnitSystem system) {
  // Less than a minute in minutes would be "0.0".
  const bool seconds = q.dimension == Dimension::duration && std::abs(q.si) < 59.5;
  const Unit& unit = seconds ? unit_by_size(q, system) : shown_unit(q.dimension, system);
  const double value = q.si / unit.si + unit.zero;
  int decimals = unit.decimals;
  if (q.dimension == Dimension::duration && std::abs(q.si) < 9.95 && q.si != 0.0) decimals = 1;
  if (q.dimension == Dimension::mass && system == UnitSystem::metric && std::abs(value) >= 1000.0) decimals = 0;
  // Clearances of a few hundredths are told as such.
  if (q.dimension == Dimension::length && system == UnitSystem::metric && std::abs(value) >= 0.005 &&
      std::abs(value) < 0.495)
    decimals = 2;
  decimals = decimals_of_thin(q, unit, decimals);
  if (q.dimension == Dimension::flow && std::abs(value) < 1.0) decimals = decimals_by_size(value, decimals, 3);
  if (q.dimension == Dimension::none && value != std::floor(value)) decimals = 3;
  return with_decimals(q, unit, decimals);
}

Shown show_in_words(const Quantity& q, UnitSystem system) {
  return in_words(q, system, 3);
}

double parse_quantity(std::string_view text, Dimension dimension, UnitSystem system) {
  const auto refuse = [&]() -> double {
    throw InvalidInput("", Text("\"{0}\" is not {1}", std::string(trimmed(text)), example_of(dimension)));
  };
  std::string plain(trimmed(text));
  // A typographic minus, as it is shown, is a minus.
  if (plain.starts_with("\u2212")) plain = "-" + plain.substr(3);
  std::string_view s = plain;
  const std::span<const Unit> units = units_of(dimension);
  const Unit* unit = &units[system == UnitSystem::metric ? 0 : 1];
  // The unit is what follows the last digit; a number alone has none.
  const auto last = s.find_last_of("0123456789");
  if (last == std::string_view::npos) return refuse();
  std::size_t cut = last + 1;
  if (cut > 1 &&
      (s.ends_with("cm2") || s.ends_with("in2") || s.ends_with("m2") || s.ends_with("in3") || s.ends_with("m3"))) {
    cut = s.find_last_of("0123456789", last - 1);  // the digit belongs to the unit
    if (cut == std::string_view::npos) return refuse();
    ++cut;
  }
  if (cut < s.size() && s[cut] == '.') ++cut;
  const std::string_view name = trimmed(s.substr(cut));
  if (!name.empty()) {
    unit = nullptr;
    for (const Unit& u : units)
      if (name == u.name) unit = &u;
    if (!unit) return refuse();
  }
  const auto number = number_of(s.substr(0, cut));
  return number ? (*number - unit->zero) * unit->si : refuse();
}

std::vector<std::string> numbers_in_words(const std::vector<Quantity>& values, UnitSystem system) {
  std::vector<std::string> shown;
  for (const Quantity& q : values) shown.push_back(show_in_words(q, system).joined());
  if (values.size() >= 2 && values[0].dimension == values[1].dimension && values[0].si != values[1].si)
    for (int figures = 4; figures <= 6 && shown[0] == shown[1]; ++figures)
      for (std::size_t i : {0, 1}) shown[i] = in_words(values[i], system, figures).joined();
  return shown;
}

std::string say(const Text& text, UnitSystem system) {
  return say(text, {.translate = {}, .show = [system](const std::vector<Quantity>& values) {
                      return numbers_in_words(values, system);
                    }});
}

}  // namespace plucky
