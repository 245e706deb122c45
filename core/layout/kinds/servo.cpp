// Turns rudder, pod or nozzle.
#include "layout/kinds/kind_list.h"

namespace plucky {

ComponentKind servo_kind() {
  return {.kind = PartKind::servo,
          .key = "servo",
          .name = "Servo",
          .steers = SteeringRole::servo,
          .usual = Servo{},
          .spoilt_by_water = true};
}

}  // namespace plucky
