// Half sections joined to a closed skin. In: the same number of points at each station, from the centre plane
// underneath over the port side to the centre plane on top. Out: a closed, symmetrical mesh that knows its deck edge.
#pragma once

#include <functional>
#include <vector>

#include "hull/loft.h"

namespace plucky {

/// Points (y, z) of the port half, y never below 0, m; the first and the last lie on the centre plane.
using HalfSection = std::vector<Vec2>;

/// `stations` ascending; `half` gives as many points at each, of which the one at `edge` is the deck edge. The first
/// and the last station are closed by a cap where they enclose anything; points that coincide join.
[[nodiscard]] LoftedSkin loft_halves(const std::vector<double>& stations,
                                     const std::function<HalfSection(double)>& half, std::size_t edge);

/// Points of a half section from one place towards another, without the last.
void add_straight(HalfSection& to, const Vec2& begin, const Vec2& end, int steps);
/// Two legs with the corner between them rounded by an arc, without the last point. The arc may use up to nine tenths
/// of the shorter leg; where it has no room, or no radius, all its points are the corner.
struct LegSteps {
  int first, arc, second;
};
void add_rounded(HalfSection& to, const Vec2& begin, const Vec2& corner, const Vec2& end, double radius,
                 const LegSteps& steps);

/// Stations from the transom to the bow: even along the body, closer where the bow curves; the nearest ones are moved
/// to the places that must come out exactly.
[[nodiscard]] std::vector<double> loft_stations(double length, int count, const std::vector<double>& exactly);

}  // namespace plucky
