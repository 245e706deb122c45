// Looks out, on deck or within.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind camera_kind() {
  return {.kind = PartKind::camera,
          .key = "camera",
          .name = "Camera",
          .numbers = consumer_numbers,
          .usual = Consumer{0.4},
          .spoilt_by_water = true};
}

}  // namespace plucky
