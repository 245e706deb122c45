// A light or beacon.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind lamp_kind() {
  return {.kind = PartKind::lamp, .key = "lamp", .name = "Lamp", .numbers = consumer_numbers, .usual = Consumer{0.1}};
}

}  // namespace plucky
