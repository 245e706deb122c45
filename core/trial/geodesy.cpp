#include "trial/geodesy.h"

#include <GeographicLib/Geodesic.hpp>
#include <GeographicLib/LocalCartesian.hpp>

namespace plucky {

Vec2 local_place(const GeoPlace& place, const GeoPlace& origin) {
  double x = 0.0, y = 0.0, z = 0.0;
  GeographicLib::LocalCartesian(origin.latitude, origin.longitude)
      .Forward(place.latitude, place.longitude, 0.0, x, y, z);
  return {x, y};
}

GeoPlace geo_place(const Vec2& place, const GeoPlace& origin) {
  // The plane leaves the ellipsoid by the square of the distance: straight down onto it again.
  double latitude = 0.0, longitude = 0.0, height = 0.0;
  GeographicLib::LocalCartesian(origin.latitude, origin.longitude)
      .Reverse(place.x(), place.y(), 0.0, latitude, longitude, height);
  return {latitude, longitude};
}

double geo_distance(const GeoPlace& a, const GeoPlace& b) {
  double metres = 0.0;
  GeographicLib::Geodesic::WGS84().Inverse(a.latitude, a.longitude, b.latitude, b.longitude, metres);
  return metres;
}

}  // namespace plucky
