#include "assessment/places.h"

namespace plucky {

bool place_is_free(const Assessment& a, Part part, const Vec3& place) {
  part.place = place;
  const SkinFit skin = fit_to_skin(a.hull->model, a.project.hull.skin, part);
  return fit_part(a.hull->model, a.project.hull, a.project.layout, part, skin).stands_free();
}

Vec3 find_place(const Assessment& a, const Part& part) {
  const HullModel& hull = a.hull->model;
  if (part.outside) return {hull.box.low.x() - 0.5 * part.size.x(), 0.0, hull.box.low.z()};
  const double centre = a.mass.total > 0.0 ? a.mass.cg.x() : hull.box.centre().x();
  for (double off = 0.0; off < hull.length(); off += 0.012)
    for (const double x : {centre - off, centre + off}) {
      if (x < hull.box.low.x() || x > hull.box.high.x()) continue;
      for (double up = 0.003; up < hull.box.size().z(); up += 0.004) {
        const Vec3 place(x, 0.0, hull.box.low.z() + up + 0.5 * part.size.z());
        if (place_is_free(a, part, place)) return place;
      }
    }
  return hull.box.centre();
}

Edit put_aboard(const Assessment& a, Part part) {
  part.place = find_place(a, part);
  return {{"Put {0} aboard", part.name}, AddPart{std::move(part)}};
}

}  // namespace plucky
