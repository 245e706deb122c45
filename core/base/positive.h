// Measures that must be above zero. In: names and values. Out: a refusal that names the first that is not.
#pragma once

#include <initializer_list>
#include <utility>

#include "base/error.h"
#include "base/text.h"

namespace plucky {

/// Throws InvalidInput for a measure that is not above zero.
inline void want_positive(std::initializer_list<std::pair<const char*, double>> measures) {
  for (const auto& [what, value] : measures)
    if (!(value > 0.0)) throw InvalidInput(what, Text("is {0}; must be above zero", value));
}

}  // namespace plucky
