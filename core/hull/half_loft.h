// Half sections joined to a closed skin. In: the same number of points at each station, from the centre plane
// underneath over the port side to the centre plane on top. Out: a closed, symmetrical mesh that knows its deck edge.
#pragma once

#include <functional>
#include <vector>

#include "hull/loft.h"

namespace plucky {

/// Points (y, z) of the port half, y never below 0, m; the first and the last lie on the centre plane.
struct HalfSection {
  std::vector<Vec2> points;
};

/// `stations` ascending; `half` gives as many points at each, of which the one at `edge` is the deck edge. The first
/// and the last station are closed by a cap where they enclose anything; points that coincide join.
[[nodiscard]] LoftedSkin loft_halves(const std::vector<double>& stations,
                                     const std::function<HalfSection(double)>& half, std::size_t edge);

/// A corner of a section rounded by an arc: `steps` and one points from its begin on the leg from `from` to its end on
/// the leg to `to`. The arc may use up to nine tenths of the shorter leg; where it has no room all are the corner.
struct RoundedCorner {
  std::vector<Vec2> points;
};
[[nodiscard]] RoundedCorner rounded_corner(const Vec2& from, const Vec2& corner, const Vec2& to, double radius,
                                           int steps);

/// Stations from the transom to the bow: even along the body, closer where the bow curves; the nearest ones are moved
/// to the places that must come out exactly.
[[nodiscard]] std::vector<double> loft_stations(double length, int count, const std::vector<double>& exactly);

}  // namespace plucky
