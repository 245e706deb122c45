// A hose that is drawn as a part.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind hose_kind() {
  return {.kind = PartKind::hose, .key = "hose", .name = "Hose", .led_through = true, .hoses_pass = true};
}

}  // namespace plucky
