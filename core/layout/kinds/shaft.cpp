// The shaft with its tube and bearings.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind shaft_kind() {
  return {.kind = PartKind::shaft,
          .key = "shaft",
          .name = "Shaft and tube",
          .role = DriveGroup::shaft,
          .put = &put_member<&Drive::shaft>,
          .take = &take_member<&Drive::shaft>,
          .in_the_line = true};
}

}  // namespace plucky
