#include "build/bend.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/vec.h"

namespace plucky {

namespace {

void check(const Fold& f) {
  if (!(f.thickness > 0.0 && f.thickness <= 0.02))
    throw InvalidInput("thickness", Text("{0} is not between 0 and 20 mm", length_quantity(f.thickness)));
  if (!(f.radius >= 0.0 && f.radius <= 1.0))
    throw InvalidInput("radius", Text("{0} is not between 0 and 1 m", length_quantity(f.radius)));
  if (!(f.angle >= 0.0 && f.angle <= pi))
    throw InvalidInput("angle", Text("{0} is not between 0 and 180 degrees", angle_quantity(f.angle)));
  if (!(f.k >= 0.0 && f.k <= 0.6)) throw InvalidInput("K", Text("{0} is not between 0 and 0.6", f.k));
}

}  // namespace

double usual_k(double radius_by_thickness) {
  return 0.33 + 0.17 * std::clamp(radius_by_thickness / 4.0, 0.0, 1.0);
}

double bend_allowance(const Fold& fold) {
  check(fold);
  const double k = fold.k > 0.0 ? fold.k : usual_k(fold.radius / fold.thickness);
  return fold.angle * (fold.radius + k * fold.thickness);
}

double bend_deduction(const Fold& fold) {
  const double allowance = bend_allowance(fold);
  if (fold.angle > pi - 1e-6) throw InvalidInput("angle", "a fold back onto itself has no outer corner");
  return 2.0 * (fold.radius + fold.thickness) * std::tan(0.5 * fold.angle) - allowance;
}

}  // namespace plucky
