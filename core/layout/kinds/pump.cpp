// A bilge pump, or the one that feeds the cooling.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind pump_kind() {
  return {.kind = PartKind::pump, .key = "pump", .name = "Pump", .numbers = consumer_numbers, .usual = Consumer{0.6}};
}

}  // namespace plucky
