// Intake, impeller and nozzle in one.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind jet_kind() {
  return {.kind = PartKind::jet,
          .key = "jet",
          .name = "Jet unit",
          .role = DriveGroup::jet,
          .put = &put_member<&Drive::jet>,
          .take = &take_member<&Drive::jet>,
          .in_the_line = true};
}

}  // namespace plucky
