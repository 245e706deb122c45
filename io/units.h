// Units at the edge: what people type and read. In: text or SI. Out: SI or text. The core never sees anything but SI.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "base/quantity.h"
#include "base/text.h"

namespace plucky {

enum class UnitSystem { metric, inch };

/// A shown number: "352.0" and "mm" apart, so that tables can align them.
struct Shown {
  std::string number, unit;
  [[nodiscard]] std::string joined() const {
    return unit.empty() ? number : number + (unit == "\u00b0" || unit == "%" ? "" : " ") + unit;
  }
};

/// A quantity in the usual unit of the system with sensible digits.
[[nodiscard]] Shown show(const Quantity& q, UnitSystem system);

/// What a person typed, as SI. Understands decimals with point or comma, fractions ("3/16", "1 3/8"), and a unit of any
/// system; without a unit the system's own is meant. Throws InvalidInput saying what was expected.
[[nodiscard]] double parse_quantity(std::string_view text, Dimension dimension, UnitSystem system);

/// The same for a sentence: no more digits than a reader can use ("263 mm", "42 %").
[[nodiscard]] Shown show_in_words(const Quantity& q, UnitSystem system);

/// The numbers of a sentence as show_in_words() gives them; the first two, a number and its limit, get more figures
/// where they would look the same and are not.
[[nodiscard]] std::vector<std::string> numbers_in_words(const std::vector<Quantity>& values, UnitSystem system);
/// A text in English.
[[nodiscard]] std::string say(const Text& text, UnitSystem system);

}  // namespace plucky
