// Flat shapes laid out on sheets without overlap. In: shapes, sheets, the gap between. Out: where each one lies.
//
// Method: no-fit polygons as Minkowski sums of the outlines, first fit, the largest shape first, towards the sheet's
// first corner (library libnest2d); every answer is checked, and what lies closer than it should is left over. Openings
// in a shape take no other one.
#pragma once

#include <functional>
#include <vector>

#include "geometry/region.h"

namespace plucky {

struct NestSheet {
  double length = 0.6, width = 0.3;  ///< m
  std::size_t count = 1;
};

struct NestWishes {
  double gap = 0.003;     ///< m between shapes at least
  double margin = 0.003;  ///< m from the sheet's edge at least
  bool grain = false;     ///< lengths (x) stay along the sheet's; else shapes may lie square to it as well
  /// Asked now and then with how many shapes are left; false stops.
  std::function<bool(std::size_t)> go_on;
};

/// Turned about the shape's own origin, then moved; the sheet's corner is the origin.
struct Nested {
  std::size_t shape = 0, sheet = 0, copy = 0;  ///< copy: which of the equal sheets
  double turn = 0.0;                           ///< rad, anticlockwise
  Vec2 move = Vec2::Zero();                    ///< m
};

struct Nest {
  std::vector<Nested> placed;
  std::vector<std::size_t> left;  ///< shapes that found no room
  bool stopped = false;
};

/// Sheets are filled in the given order. Throws InvalidInput for a shape without area, a sheet without size, or a gap
/// that is negative or no number.
[[nodiscard]] Nest nest(const std::vector<Region>& shapes, const std::vector<NestSheet>& sheets,
                        const NestWishes& wishes = {});

/// A shape turned about its origin, then moved.
[[nodiscard]] Region moved(Region shape, double turn, const Vec2& by);

/// Do two regions keep a distance (m)? To a thousandth of a millimetre.
[[nodiscard]] bool keep_apart(const Region& a, const Region& b, double distance);

}  // namespace plucky
