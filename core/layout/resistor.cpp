#include "layout/resistor.h"

#include <array>
#include <cmath>

#include "base/positive.h"

namespace plucky {

double e24(double resistance) {
  want_positive({{"resistance", resistance}});
  // IEC 60063 (memory).
  constexpr std::array series{1.0, 1.1, 1.2, 1.3, 1.5, 1.6, 1.8, 2.0, 2.2, 2.4, 2.7, 3.0,
                              3.3, 3.6, 3.9, 4.3, 4.7, 5.1, 5.6, 6.2, 6.8, 7.5, 8.2, 9.1};
  const double decade = std::pow(10.0, std::floor(std::log10(resistance)));
  for (const double value : series)
    if (value * decade >= resistance * (1.0 - 1e-9)) return value * decade;
  return 10.0 * decade;
}

double lamp_supply(const Lamp& lamp) {
  return lamp.supply > 0.0 ? lamp.supply : receiver_supply;
}

std::optional<LampResistor> lamp_resistor(const Lamp& lamp) {
  constexpr double least = 0.3;  // V over the resistor, or the current hangs on the lamp alone: common practice
  const double over = lamp_supply(lamp) - lamp.in_series * lamp.forward;
  if (over < least || lamp.current <= 0.0) return std::nullopt;
  LampResistor r{.resistance = e24(over / lamp.current)};
  r.current = over / r.resistance;
  r.heat = over * r.current;
  return r;
}

}  // namespace plucky
