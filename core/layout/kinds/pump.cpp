// A bilge pump.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind pump_kind() {
  return {.kind = PartKind::pump, .key = "pump", .name = "Pump"};
}

}  // namespace plucky
