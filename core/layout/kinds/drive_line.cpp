// What else belongs to the line: a strut, a bracket.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind drive_line_kind() {
  return {.kind = PartKind::drive_line, .key = "drive_line", .name = "Drive line", .in_the_line = true};
}

}  // namespace plucky
