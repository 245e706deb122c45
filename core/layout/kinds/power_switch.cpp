// What opens the circuit between battery and ESC.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind power_switch_kind() {
  return {.kind = PartKind::power_switch, .key = "switch", .name = "Switch", .spoilt_by_water = true};
}

}  // namespace plucky
