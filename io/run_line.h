// A run noted in one line at the water: "4:30 31 km/h 14 A motor 38 esc 31 pulls to port". In: what was typed. Out: the
// numbers it holds and the words that are left.
#pragma once

#include <string>
#include <string_view>

#include "io/units.h"
#include "trial/diary.h"

namespace plucky {

struct RunLine {
  RunNumbers numbers;
  std::string words;
};
/// Numbers are told by their unit: m:ss or min, km/h, mph, kn, A, V, mAh, rpm, %, m, ml. A temperature follows the
/// word it belongs to: motor, esc, battery, outlet; without a unit it is in the system's own. Throws InvalidInput for a
/// number given twice, out of range, or a temperature of nothing.
[[nodiscard]] RunLine read_run_line(std::string_view text, UnitSystem system);

}  // namespace plucky
