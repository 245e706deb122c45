#include "flotation/solvers.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"

namespace plucky {

SlideAnswer slide_for_trim(const ImmersedBody& body, const Loading& loading, double density, double part_mass,
                           double wanted_trim) {
  if (!(part_mass > 0.0)) throw InvalidInput("part", "weighs nothing, so sliding it changes nothing");
  SlideAnswer answer;
  const double volume = loading.mass / density;
  if (volume >= body.volume()) {
    answer.message = "the boat sinks; sliding a part cannot help";
    return answer;
  }
  // Heel with the trim held: bisection on the righting arm is not needed for boats near upright, two Newton-like
  // corrections from the metacentric height suffice since trim hardly changes heel.
  Attitude attitude{0.0, wanted_trim};
  Immersion immersion;
  for (int i = 0; i < 8; ++i) {
    immersion = body.below(solve_sinkage(body, volume, attitude));
    const Vec3 lever = immersion.centre_of_buoyancy() - loading.cg;
    const double arm = lever.dot(attitude.port());
    const double A = immersion.waterplane_area, first = immersion.waterplane_first.y();
    const double gm = (immersion.waterplane_yy - first * first / A) / immersion.volume + lever.dot(attitude.up());
    if (std::abs(arm) < 1e-9 || gm <= 1e-6) break;
    attitude.heel += std::clamp(arm / gm, -0.1, 0.1);
  }
  // The CG must stand under the centre of buoyancy along the horizontal; the part moves along the boat's x axis.
  const Vec3 ahead = attitude.ahead();
  const double shift = (immersion.centre_of_buoyancy() - loading.cg).dot(ahead) / ahead.x();
  answer.solved = true;
  answer.distance = shift * loading.mass / part_mass;
  return answer;
}

BallastAnswer ballast_for_waterline(const ImmersedBody& body, const Loading& loading, double density,
                                    double waterline_z, double ballast_z) {
  BallastAnswer answer;
  const Immersion im = body.below({{0.0, 0.0}, waterline_z});
  if (im.volume <= 0.0) {
    answer.message = "the required water line lies under the keel";
    return answer;
  }
  answer.mass = im.volume * density - loading.mass;
  if (answer.mass <= 0.0) {
    answer.message = {"the boat is already {0} too heavy for that water line", Quantity{-answer.mass, Dimension::mass}};
    return answer;
  }
  const double total = im.volume * density;
  const Vec3 b = im.centre_of_buoyancy();
  answer.place = (total * b - loading.mass * loading.cg) / answer.mass;
  answer.place.z() = ballast_z;
  const double kg = (loading.mass * loading.cg.z() + answer.mass * ballast_z) / total;
  const double first = im.waterplane_first.y();
  answer.gm_transverse = (im.waterplane_yy - first * first / im.waterplane_area) / im.volume + b.z() - kg;
  const Box3& box = body.box();
  answer.solved = answer.place.x() > box.low.x() && answer.place.x() < box.high.x() && answer.place.y() > box.low.y() &&
                  answer.place.y() < box.high.y();
  if (!answer.solved)
    answer.message = {"the ballast would have to stand at {0} from the transom, outside the hull",
                      length_quantity(answer.place.x())};
  return answer;
}

SwampedAnswer swamped_flotation(const std::vector<SolidMass>& things, double water_density, double foam,
                                double reserve) {
  if (!(foam >= 0.0 && foam < water_density))
    throw InvalidInput("foam density", Text("{0} kg/m3; should be less than the water's {1}", foam, water_density));
  SwampedAnswer answer;
  double mass = 0.0;
  for (const SolidMass& t : things) {
    mass += t.mass;
    answer.buoyant_volume += t.volume;
  }
  answer.floats_mass = answer.buoyant_volume * water_density;
  const double wanted = mass * (1.0 + reserve) - answer.floats_mass;
  answer.foam_volume = std::max(0.0, wanted / (water_density - foam));
  return answer;
}

}  // namespace plucky
