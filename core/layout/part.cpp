#include "layout/part.h"

#include <algorithm>

#include "base/key_table.h"

namespace plucky {

namespace {

constexpr std::array<KeyRow<PartShape>, 4> shapes{{{PartShape::box, "box", "Box"},
                                                   {PartShape::cylinder_x, "cylinder_x", "Cylinder along the boat"},
                                                   {PartShape::cylinder_y, "cylinder_y", "Cylinder across"},
                                                   {PartShape::cylinder_z, "cylinder_z", "Cylinder upright"}}};

}  // namespace

const char* part_shape_key(PartShape shape) {
  return row_of(shapes, shape).key;
}
PartShape part_shape_from_key(const std::string& key) {
  return value_of(shapes, "part shape", key);
}

const Part* Layout::find(Id id) const {
  const auto it = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == id; });
  return it == parts.end() ? nullptr : &*it;
}

const Part* Layout::component(Id id) const {
  if (const Part* part = find(id)) return part;
  const auto it = std::find_if(unplaced.begin(), unplaced.end(), [&](const Part& p) { return p.id == id; });
  return it == unplaced.end() ? nullptr : &*it;
}

const Rail* Layout::find_rail(Id id) const {
  const auto it = std::find_if(rails.begin(), rails.end(), [&](const Rail& r) { return r.id == id; });
  return it == rails.end() ? nullptr : &*it;
}

Vec3 constrained_place(const Layout& layout, const Part& part, const Vec3& wanted) {
  const Rail* rail = part.rail == 0 ? nullptr : layout.find_rail(part.rail);
  if (!rail) return wanted;
  return {std::clamp(wanted.x(), rail->from, rail->to), rail->y, rail->z + 0.5 * part.size.z()};
}

const Part* Layout::first(PartKind kind) const {
  const auto it = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.kind == kind; });
  return it == parts.end() ? nullptr : &*it;
}

}  // namespace plucky
