// A hull from a table of offsets: half sections as somebody measured or drew them. In: stations. Out: a closed skin.
//
// Between stations each point follows a monotone cubic over the length, so that no point overshoots what was measured.
// Sections with unequal numbers of points are walked in even steps instead, which rounds their corners.
#pragma once

#include <vector>

#include "geometry/triangle_mesh.h"
#include "geometry/vec.h"

namespace plucky {

/// A half section: points (y, z) from the keel outward and up to the deck edge, y never below 0.
struct OffsetStation {
  double x = 0.0;
  std::vector<Vec2> half;
};

/// Decked level from edge to edge, its first station closed by a transom. Any unit. Throws InvalidInput naming the
/// station and the point for fewer than four stations, stations not ascending in x, fewer than two points, points
/// beyond the centre plane, a section that crosses itself, and stations that enclose nothing.
[[nodiscard]] TriangleMesh skin_from_offsets(const std::vector<OffsetStation>& stations);

}  // namespace plucky
