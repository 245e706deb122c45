// Two bare contacts near the bottom: what they are joined to warns, or shuts the drive off, when water bridges them.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind water_contact_kind() {
  return {.kind = PartKind::water_contact, .key = "water_contact", .name = "Water contact", .hoses_pass = true};
}

}  // namespace plucky
