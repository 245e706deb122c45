// What the boat carries.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind payload_kind() {
  return {.kind = PartKind::payload, .key = "payload", .name = "Payload", .spoilt_by_water = true};
}

}  // namespace plucky
