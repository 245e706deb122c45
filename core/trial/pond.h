// A water to sail on: shore, jetty, weed, buoys, depth. In: outlines. Out: how deep it is at a place, what is there.
//
// Plain metres, x to the east and y to the north; the origin is the place on earth that a log's positions are told
// from.
#pragma once

#include <string>
#include <vector>

#include "geometry/vec.h"

namespace plucky {

struct Pond {
  std::string name;
  std::vector<Vec2> shore;               ///< m, closed, the water inside
  std::vector<std::vector<Vec2>> land;   ///< jetties and islands in it
  std::vector<std::vector<Vec2>> weed;   ///< beds of it
  std::vector<std::vector<Vec2>> shoal;  ///< where it is only `shoal_depth` deep
  std::vector<Vec2> buoys;
  Vec2 pilot = Vec2::Zero();                ///< where who steers stands
  Vec2 start = Vec2::Zero();                ///< where boats are set in
  double start_heading = 0.0;               ///< rad, anticlockwise from east
  double slope = 0.25;                      ///< m of depth for each m from the shore
  double deepest = 1.5, shoal_depth = 0.1;  ///< m
  double latitude = 0.0, longitude = 0.0;   ///< degrees, of the origin

  /// m; 0 on land.
  [[nodiscard]] double depth(const Vec2& at) const;
  [[nodiscard]] bool weedy(const Vec2& at) const;
};

/// The pond of the demonstration fleet. It is made up; its origin lies in the open sea.
[[nodiscard]] Pond withy_mere();
/// Deep water without end, for trials that are measured.
[[nodiscard]] Pond open_water();

}  // namespace plucky
