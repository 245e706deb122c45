#include "assessment/fit_bench.h"

#include <algorithm>

#include "assessment/places.h"

namespace plucky {

FitBench::FitBench(const Assessment& boat, Project project) : boat_(boat), hull_(boat.hull->model) {
  boat_.project = std::move(project);
  // What has no place of its own goes aft of the middle, where a boat with its motor amidships needs it.
  boat_.mass.cg.x() = hull_.box.low.x() + 0.28 * hull_.length();
  boat_.mass.total = std::max(boat_.mass.total, 1e-3);
}

Id FitBench::place(Part part, const Vec3& at) {
  Project& p = boat_.project;
  part.id = p.take_id();
  part.place = at;
  p.layout.parts.push_back(part);
  return part.id;
}

Id FitBench::stow(const Part& part) {
  return place(part, free_place(part));
}

Vec3 FitBench::free_place(const Part& part) const {
  return find_place(boat_, part);
}

Id FitBench::hold(Part part, Id inside) {
  Project& p = boat_.project;
  part.id = p.take_id();
  part.inside = inside;
  p.layout.unplaced.push_back(part);
  return part.id;
}

bool FitBench::is_free(const Part& part, const Vec3& at) const {
  return place_is_free(boat_, part, at);
}

}  // namespace plucky
