// The radio in the boat.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind receiver_kind() {
  return {.kind = PartKind::receiver,
          .key = "receiver",
          .name = "Receiver",
          .numbers = consumer_numbers,
          .usual = Consumer{0.2},
          .spoilt_by_water = true};
}

}  // namespace plucky
