// The speed controller.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind esc_kind() {
  return {.kind = PartKind::esc,
          .key = "esc",
          .name = "ESC",
          .role = DriveGroup::esc,
          .put = &put_member<&Drive::esc>,
          .take = &take_member<&Drive::esc>,
          .spoilt_by_water = true};
}

}  // namespace plucky
