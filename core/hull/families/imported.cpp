#include "hull/families/family_list.h"

namespace plucky {

Family imported_family() {
  return {.id = HullFamily::imported, .key = "imported", .name = "hull from a file", .measures = {}};
}

}  // namespace plucky
