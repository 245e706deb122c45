// Smooth passages between two answers. In: a share. Out: a share without a corner.
#pragma once

#include <algorithm>

namespace plucky {

/// 0 below 0, 1 above 1, between them 3 s^2 - 2 s^3.
[[nodiscard]] inline double smooth_step(double s) {
  const double x = std::clamp(s, 0.0, 1.0);
  return x * x * (3.0 - 2.0 * x);
}

}  // namespace plucky
