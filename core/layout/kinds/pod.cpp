// An outboard leg, with what turns inside it.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind pod_kind() {
  return {.kind = PartKind::pod,
          .key = "pod",
          .name = "Outboard pod",
          .role = DriveGroup::pod,
          .put = &put_member<&Drive::pod>,
          .take = &take_member<&Drive::pod>,
          .in_the_line = true};
}

}  // namespace plucky
