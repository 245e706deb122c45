// Gears between motor and shaft.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind gearing_kind() {
  return {.kind = PartKind::gearing,
          .key = "gearing",
          .name = "Gearing",
          .role = DriveGroup::gearing,
          .put = &put_member<&Drive::gearing>,
          .take = &take_member<&Drive::gearing>,
          .in_the_line = true};
}

}  // namespace plucky
