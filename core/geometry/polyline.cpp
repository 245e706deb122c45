#include "geometry/polyline.h"

#include <algorithm>

namespace plucky {

std::vector<Vec2> evenly_along(const std::vector<Vec2>& points, std::size_t steps) {
  std::vector<double> along{0.0};
  for (std::size_t i = 1; i < points.size(); ++i) along.push_back(along.back() + (points[i] - points[i - 1]).norm());
  std::vector<Vec2> out;
  std::size_t k = 1;
  for (std::size_t i = 0; i <= steps; ++i) {
    const double at = along.back() * static_cast<double>(i) / static_cast<double>(steps);
    while (k + 1 < points.size() && along[k] < at) ++k;
    const double run = along[k] - along[k - 1];
    const double u = run > 0.0 ? std::clamp((at - along[k - 1]) / run, 0.0, 1.0) : 0.0;
    out.push_back(points[k - 1] + u * (points[k] - points[k - 1]));
  }
  return out;
}

}  // namespace plucky
