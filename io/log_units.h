// Units that loggers write. In: a channel, a label, values. Out: what makes them SI, and whether anybody said so.
#pragma once

#include <span>
#include <string>
#include <vector>

#include "trial/recording.h"

namespace plucky {

struct LogUnit {
  const char* name;                       ///< as a log writes it; empty for a bare number
  double factor = 1.0, offset = 0.0;      ///< SI = factor * (value + offset)
  int digits = 3;                         ///< behind the point, when it is written
  std::vector<const char*> said_by = {};  ///< words in a label, small letters, that name it
};
/// The first is the usual one of loggers, in which a log is written too.
[[nodiscard]] std::span<const LogUnit> log_units(Channel channel);

struct UnitGuess {
  const LogUnit* unit;
  bool said = false;  ///< by the label; else by the values, or as usual
};
/// `label` in small letters; `values` of the first lines as they stand, some not a number.
[[nodiscard]] UnitGuess guess_unit(Channel channel, const std::string& label, const std::vector<double>& values);

}  // namespace plucky
