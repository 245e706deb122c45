// A panel stretched between two edges in space: how a sheet lies between them, and its flat pattern.
// In: two polylines that run the same way. Out: rulings, flat outline with the edges' lengths kept, strain left.
//
// Method: of all ways to span the two edges by triangles with their corners on the edges, the one of least twist is
// found by dynamic programming: least turn of the normal along the rulings, so that they are those of the developable
// surface (tangents and ruling coplanar) wherever there is one; among equals the one of least bending. Every such strip
// unrolls triangle by triangle without changing a length.
#pragma once

#include <cstddef>
#include <vector>

#include "geometry/vec.h"

namespace plucky {

/// A straight line of the panel from a point of the first edge to one of the second.
struct Ruling {
  std::size_t a = 0, b = 0;  ///< of the points of the strip's edges
  /// rad: by how much the panel's normal turns from one end to the other; 0 where tangents and ruling are coplanar, as
  /// they are all along a developable panel.
  double twist = 0.0;
};

struct RuledStrip {
  std::vector<Vec3> a, b;  ///< the edges with their own corners and points between
  std::vector<Ruling>
      rulings;         ///< from both edges' first points to both last ones; each goes on by one point of one edge
  double twist = 0.0;  ///< rad, the greatest
  /// Share by which the middle of the sheet would have to shrink against its edges where the twist is greatest.
  [[nodiscard]] double strain() const;
};

/// Strain across a ruling with this twist: two edges of one length whose directions differ by it have a middle that is
/// shorter by 1 - cos(twist / 2).
[[nodiscard]] double strain_of_twist(double twist);

/// Spans two edges. Fans from an end of an edge count as without twist. `points` is how many points each edge gets at
/// least. Throws InvalidInput naming the edge when one has fewer than two points, no length, or coordinates that are
/// not finite.
[[nodiscard]] RuledStrip span_edges(const std::vector<Vec3>& a, const std::vector<Vec3>& b, std::size_t points = 80);

struct FlatStrip {
  std::vector<Vec2> a, b;  ///< the points of the strip's edges in the plane, m; the first ruling stands upright
};

/// Lays the strip flat. All lengths along edges and rulings stay.
[[nodiscard]] FlatStrip unroll(const RuledStrip& strip);

/// Length of a polyline, m.
[[nodiscard]] double length_of(const std::vector<Vec3>& line);
[[nodiscard]] double length_of(const std::vector<Vec2>& line);

}  // namespace plucky
