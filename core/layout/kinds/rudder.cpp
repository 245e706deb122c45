// A blade in the water or in the wind.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind rudder_kind() {
  return {.kind = PartKind::rudder, .key = "rudder", .name = "Rudder", .steers = SteeringRole::rudder, .blocks = 0.1};
}

}  // namespace plucky
