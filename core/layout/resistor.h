// The resistor in a lamp's lead. In: the lamp. Out: the next larger value of the E24 series, what it burns.
#pragma once

#include <optional>

#include "layout/electrics.h"

namespace plucky {

struct LampResistor {
  double resistance = 0.0;  ///< ohm, of E24: the next larger
  double current = 0.0;     ///< A, that then flows
  double heat = 0.0;        ///< W, in the resistor
};
/// None where the supply does not reach the lamps' own voltage with 0.3 V to spare, or no current is asked for.
[[nodiscard]] std::optional<LampResistor> lamp_resistor(const Lamp& lamp);

/// V that feeds it.
[[nodiscard]] double lamp_supply(const Lamp& lamp);

/// The least value of the E24 series not below `resistance` (ohm, above zero).
[[nodiscard]] double e24(double resistance);

}  // namespace plucky
