// Cells that drive the boat.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind battery_kind() {
  return {.kind = PartKind::battery,
          .key = "battery",
          .name = "Battery",
          .role = DriveGroup::battery,
          .put = &put_member<&Drive::battery>,
          .take = &take_member<&Drive::battery>,
          .spoilt_by_water = true,
          .out_each_time = true};
}

}  // namespace plucky
