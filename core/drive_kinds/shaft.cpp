// A straight shaft in a tube through the bottom.
#include "drive_kinds/kind_list.h"
#include "drive_kinds/shaft_line.h"

namespace plucky {

DriveKind shaft_drive() {
  return shaft_line_drive(Mounting::shaft);
}

}  // namespace plucky
