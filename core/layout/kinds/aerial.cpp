// What the receiver listens with: in clear view, away from carbon and metal.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind aerial_kind() {
  return {.kind = PartKind::aerial, .key = "aerial", .name = "Aerial", .hoses_pass = true, .blocks = 0.02};
}

}  // namespace plucky
