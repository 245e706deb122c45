// In the water or in the air; its blades, or the guard round them, are its size.
#include <algorithm>

#include "layout/kinds/kind_list.h"

namespace plucky {

namespace {

void propeller_size(const ComponentData& data, Vec3& size) {
  const auto* s = std::get_if<Screw>(&data);
  if (!s) return;
  const double across = std::max(s->diameter, 2.0 * s->guard_radius);
  size = {s->length, across, across};
}

void measure_propeller(ComponentData& data, const Vec3& size) {
  auto* s = std::get_if<Screw>(&data);
  if (!s) return;
  s->length = size.x();
  // A guard keeps its distance from the blades.
  const double gap = s->guard_radius > 0.0 ? s->guard_radius - 0.5 * s->diameter : 0.0;
  if (s->guard_radius > 0.0) s->guard_radius = 0.5 * size.y();
  s->diameter = size.y() - 2.0 * gap;
}

}  // namespace

ComponentKind propeller_kind() {
  return {.kind = PartKind::propeller,
          .key = "propeller",
          .name = "Propeller",
          .role = DriveGroup::screw,
          .put = &put_member<&Drive::screw>,
          .take = &take_member<&Drive::screw>,
          .size_from_data = &propeller_size,
          .data_from_size = &measure_propeller,
          .turns_in_line = true,
          .blocks = 0.15};
}

}  // namespace plucky
