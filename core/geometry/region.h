// Flat regions: sets of closed outlines, joined, cut, grown and shrunk. In: outlines in metres. Out: the same.
//
// Method: integer polygon clipping (Vatti 1992) by the Clipper library, on a grid of a nanometre.
#pragma once

#include <vector>

#include "geometry/plane_cut.h"

namespace plucky {

/// Steps of the grid of outlines, to a metre.
inline constexpr double region_grid = 1e9;

/// Outlines anticlockwise, holes clockwise; none cross.
struct Region {
  std::vector<std::vector<Vec2>> loops;
  [[nodiscard]] bool empty() const { return loops.empty(); }
  [[nodiscard]] double area() const;    ///< m2, holes taken off
  [[nodiscard]] Vec2 centroid() const;  ///< m; the origin where there is no area
  /// Smallest rectangle around it; low > high when it is empty.
  [[nodiscard]] Section::Extent extent() const;
};

/// A mesh's section as a region, whichever way its loops run; open loops are left out.
[[nodiscard]] Region region_of(const Section& section);
/// A region as a section of closed loops: for spans, crossings and what lies inside.
[[nodiscard]] Section section_of(const Region& region);
/// A round one.
[[nodiscard]] Region disc(const Vec2& centre, double diameter);

[[nodiscard]] Region joined(const Region& a, const Region& b);
[[nodiscard]] Region common(const Region& a, const Region& b);
[[nodiscard]] Region without(const Region& a, const Region& b);
/// A rectangle between two corners, low before high.
[[nodiscard]] Region rectangle(const Vec2& low, const Vec2& high);
/// Grown by a distance all round with round corners, shrunk where it is negative, m.
[[nodiscard]] Region grown(const Region& region, double by);
[[nodiscard]] Region shifted(Region region, const Vec2& by);
/// What it passes over when it is moved by a vector.
[[nodiscard]] Region swept(const Region& region, const Vec2& by);
/// Without corners closer than this to the line between their neighbours, m.
[[nodiscard]] Region simplified(const Region& region, double within);

/// Signed area of a loop, m2; anticlockwise is positive.
[[nodiscard]] double loop_area(const std::vector<Vec2>& loop);

}  // namespace plucky
