// Closed-cell foam that keeps a swamped boat up.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind foam_kind() {
  return {.kind = PartKind::foam, .key = "foam", .name = "Foam", .hoses_pass = true, .displaces_all = true};
}

}  // namespace plucky
