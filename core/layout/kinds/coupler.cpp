// Joins motor and shaft; its measures are its size.
#include "layout/kinds/kind_list.h"

namespace plucky {

namespace {

void coupler_size(const ComponentData& data, Vec3& size) {
  if (const auto* c = std::get_if<Coupler>(&data)) size = {c->length, c->diameter, c->diameter};
}

void measure_coupler(ComponentData& data, const Vec3& size) {
  if (auto* c = std::get_if<Coupler>(&data)) c->length = size.x(), c->diameter = size.y();
}

}  // namespace

ComponentKind coupler_kind() {
  return {.kind = PartKind::coupler,
          .key = "coupler",
          .name = "Coupler",
          .role = DriveGroup::coupler,
          .put = &put_member<&Drive::coupler>,
          .take = &take_member<&Drive::coupler>,
          .size_from_data = &coupler_size,
          .data_from_size = &measure_coupler,
          .in_the_line = true,
          .turns_in_line = true};
}

}  // namespace plucky
