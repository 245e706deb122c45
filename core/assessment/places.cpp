#include "assessment/places.h"

#include <algorithm>
#include <cmath>

#include "assessment/fixtures.h"

namespace plucky {

bool Standing::is_free(Part part, const Vec3& place) {
  part.place = place;
  // Neighbours first: they cost next to nothing beside the skin.
  return fit_part(a_.hull->model, a_.project.hull, a_.project.layout, part, {}).stands_free() &&
         clear_of_fixtures(part) && room_.holds(part);
}

bool Standing::clear_of_fixtures(const Part& part) const {
  const Layout& layout = a_.project.layout;
  return std::all_of(a_.fixtures.begin(), a_.fixtures.end(), [&](const FixtureSolids& s) {
    const Fixture* f = find_fixture(a_, s.id);
    // What is made for a part that is not there goes with it.
    const bool there =
        f && std::all_of(f->holds.begin(), f->holds.end(), [&](Id id) { return layout.component(id) != nullptr; });
    return !there || cuts_into(*f, s, part) <= 0.0;
  });
}

bool place_is_free(const Assessment& a, const Part& part, const Vec3& place) {
  return Standing(a).is_free(part, place);
}

Vec3 find_place(const Assessment& a, const Part& part) {
  const HullModel& hull = a.hull->model;
  if (part.outside) return {hull.box.low.x() - 0.5 * part.size.x(), 0.0, hull.box.low.z()};
  Standing standing(a);
  const double centre = a.mass.total > 0.0 ? a.mass.cg.x() : hull.box.centre().x();
  constexpr double along = 0.012, upward = 0.004, least_up = 0.003;  // m
  const int stations = static_cast<int>(std::ceil(hull.length() / along));
  const int levels = static_cast<int>(std::ceil((hull.box.size().z() - least_up) / upward));
  for (int i = 0; i < stations; ++i)
    for (const double x : {centre - i * along, centre + i * along}) {
      if (x < hull.box.low.x() || x > hull.box.high.x()) continue;
      for (int k = 0; k < levels; ++k) {
        const double up = least_up + k * upward;
        Vec3 place(x, 0.0, hull.box.low.z() + up + 0.5 * part.size.z());
        if (standing.is_free(part, place)) return place;
      }
    }
  return hull.box.centre();
}

std::optional<Vec3> nearest_free_place(const Assessment& a, const Part& part) {
  const double inward = part.place.y() > 0.0 ? -1.0 : 1.0;
  const Vec3 ways[] = {{0, 0, 1},       {0, inward, 0}, {-1, 0, 0},     {1, 0, 0},
                       {0, -inward, 0}, {0, 0, -1},     {0, inward, 1}, {-1, 0, 1}};
  Standing standing(a);
  for (double step = 0.001; step <= 0.06; step += step < 0.01 ? 0.001 : 0.004)
    for (const Vec3& way : ways) {
      const Vec3 place = part.place + step * way;
      if (part.rail != 0 && (constrained_place(a.project.layout, part, place) - place).norm() > 1e-6) continue;
      if (standing.is_free(part, place)) return place;
    }
  return std::nullopt;
}

Edit move_to_free_place(const Part& part, const Vec3& place) {
  return {{"Move {1} {0} to the nearest free place", length_quantity((place - part.place).norm()), part.name},
          MovePart{part.id, place}};
}

bool shares_its_plan(const Part& part, const Part& other) {
  const Vec3 apart = (part.place - other.place).cwiseAbs() - 0.5 * (part.size + other.size);
  return apart.x() < 0.0 && apart.y() < 0.0;
}

std::optional<Vec3> place_beside(const Assessment& a, const Part& part, const Part& other, double within) {
  const HullModel& hull = a.hull->model;
  Standing standing(a);
  constexpr double along = 0.010, upward = 0.006, least_up = 0.003;  // m
  const double beam = hull.beam();
  std::vector<std::pair<double, Vec3>> places;
  Part tried = part;
  for (double x = hull.box.low.x(); x <= hull.box.high.x(); x += along)
    for (const double y : {0.0, 0.12 * beam, -0.12 * beam, 0.25 * beam, -0.25 * beam})
      for (double z = hull.box.low.z() + least_up + 0.5 * part.size.z(); z < hull.box.high.z(); z += upward) {
        tried.place = {x, y, z};
        const double far = (tried.place - other.place).norm();
        // What would heel the boat is taken where there is nothing else.
        const double off = part.mass * (y - part.place.y()) / a.mass.total + a.mass.cg.y();
        const double heels = std::abs(off) > 0.0006 ? within : 0.0;
        if (far <= within && !shares_its_plan(tried, other))
          places.emplace_back(far + std::abs(y) + heels, tried.place);
      }
  std::stable_sort(places.begin(), places.end(), [](const auto& l, const auto& r) { return l.first < r.first; });
  for (const auto& [far, place] : places)
    if (standing.is_free(part, place)) return place;
  return std::nullopt;
}

Edit put_aboard(const Assessment& a, Part part) {
  part.place = find_place(a, part);
  return {{"Put {0} aboard", part.name}, AddPart{std::move(part)}};
}

}  // namespace plucky
