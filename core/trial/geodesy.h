// Places on the earth as plain metres round an origin. In: latitude and longitude in degrees. Out: east and north, m.
//
// A plane that touches WGS 84 at the origin (GeographicLib); good to a millimetre over a pond.
#pragma once

#include "geometry/vec.h"

namespace plucky {

struct GeoPlace {
  double latitude = 0.0, longitude = 0.0;  ///< degrees
  bool operator==(const GeoPlace&) const = default;
};

[[nodiscard]] Vec2 local_place(const GeoPlace& place, const GeoPlace& origin);
[[nodiscard]] GeoPlace geo_place(const Vec2& place, const GeoPlace& origin);
/// Along the geodesic, m.
[[nodiscard]] double geo_distance(const GeoPlace& a, const GeoPlace& b);

}  // namespace plucky
