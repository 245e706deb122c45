// A surface of the bottom that the water carries when the boat is fast, one of several. Geometry alone.
#pragma once

#include <cstddef>

namespace plucky {

struct RunningSurface {
  double x = 0.0, z = 0.0;  ///< m, after end of its keel from the transom and above the base line
  double angle = 0.0;       ///< rad, its keel to the boat's base line, positive when it rises forward
  double beam = 0.0;        ///< m, over its chines
  double deadrise = 0.0;    ///< rad
  double length = 0.0;      ///< m, of its keel; more cannot be wet
  std::size_t count = 1;    ///< like ones side by side
  bool in_wake = false;     ///< runs in the hollow that the one ahead leaves, as behind a step
  bool operator==(const RunningSurface&) const = default;
};

}  // namespace plucky
