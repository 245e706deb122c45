#include "assessment/fit_bench.h"

#include <algorithm>

#include "assessment/places.h"

namespace plucky {

FitBench::FitBench(const Assessment& boat, Project project) : boat_(boat), hull_(boat.hull->model) {
  boat_.project = std::move(project);
  // What has no place of its own goes where the CG is wanted: a hull that does not plane wants it amidships and has its
  // drive well aft of there, one that planes has motor and screw on either side of it.
  const CgBand& band = boat_.cg_band;
  const double wanted = band.high > band.low ? 0.5 * (band.low + band.high) : 0.33 * hull_.length();
  boat_.mass.cg.x() = hull_.box.low.x() + wanted + (hull_.planes ? -0.05 : 0.15) * hull_.length();
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

std::optional<Vec3> FitBench::beside(const Part& part, const Part& other) const {
  return place_beside(boat_, part, other, 0.6 * hull_.length());
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
