// Weight for its own sake.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind ballast_kind() {
  return {.kind = PartKind::ballast, .key = "ballast", .name = "Ballast"};
}

}  // namespace plucky
