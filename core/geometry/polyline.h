// Open lines of points in a plane.
#pragma once

#include <vector>

#include "geometry/vec.h"

namespace plucky {

/// One point more than `steps`, at even distances along the line; `points` has two at least.
[[nodiscard]] std::vector<Vec2> evenly_along(const std::vector<Vec2>& points, std::size_t steps);

}  // namespace plucky
