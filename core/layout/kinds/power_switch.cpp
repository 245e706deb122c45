// What opens the circuit between battery and ESC.
#include "layout/kinds/kind_list.h"

namespace plucky {

namespace {

constexpr ComponentNumber switch_numbers[] = {{"current_limit_a", "Continuous", Dimension::current, 0.1, 1000.0,
                                               &number_of<PowerSwitch, &PowerSwitch::current_limit>,
                                               "most it may carry"}};

}  // namespace

ComponentKind power_switch_kind() {
  return {.kind = PartKind::power_switch,
          .key = "switch",
          .name = "Switch",
          .numbers = switch_numbers,
          .usual = PowerSwitch{20.0},
          .spoilt_by_water = true};
}

}  // namespace plucky
