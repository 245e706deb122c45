// A flex cable or jointed shaft whose last length a strut holds behind the transom.
#include "drive_kinds/kind_list.h"
#include "drive_kinds/shaft_line.h"

namespace plucky {

DriveKind strut_drive() {
  DriveKind k = shaft_line_drive(Mounting::strut);
  k.strut = true;
  return k;
}

}  // namespace plucky
