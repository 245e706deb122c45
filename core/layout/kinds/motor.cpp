// An electric motor; its can is its size.
#include "layout/kinds/kind_list.h"

namespace plucky {

namespace {

void motor_size(const ComponentData& data, Vec3& size) {
  if (const auto* m = std::get_if<Motor>(&data)) size = {m->can_length, m->can_diameter, m->can_diameter};
}

void measure_motor(ComponentData& data, const Vec3& size) {
  if (auto* m = std::get_if<Motor>(&data)) m->can_length = size.x(), m->can_diameter = size.y();
}

}  // namespace

ComponentKind motor_kind() {
  return {.kind = PartKind::motor,
          .key = "motor",
          .name = "Motor",
          .role = DriveGroup::motor,
          .put = &put_member<&Drive::motor>,
          .take = &take_member<&Drive::motor>,
          .size_from_data = &motor_size,
          .data_from_size = &measure_motor,
          .turns_in_line = true};
}

}  // namespace plucky
