#include "build/bending.h"

#include <algorithm>

#include "water/fluid.h"

namespace plucky {

double sagging_moment(const std::vector<HeavyPlace>& masses, double from, double to, double x) {
  if (!(to > from)) return 0.0;
  double moment = 0.0;
  for (const auto& [at, mass] : masses) {
    const double place = std::clamp(at, from, to), weight = gravity * mass;
    const double fore_hand = weight * (place - from) / (to - from), aft_hand = weight - fore_hand;
    moment += x <= place ? aft_hand * (x - from) : fore_hand * (to - x);
  }
  return moment;
}

}  // namespace plucky
