// Whatever has no kind of its own.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind other_kind() {
  return {.kind = PartKind::other, .key = "other", .name = "Other"};
}

}  // namespace plucky
