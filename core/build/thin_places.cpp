#include "build/thin_places.h"

#include "geometry/thickness.h"

namespace plucky {

ThinPlaces thin_places(const TriangleMesh& solid, const Printer& printer) {
  // A wall of two lines as drawn is not thin for the rounding of its corners.
  const double limit = 2.0 * printer.line_width * 0.95;
  ThinPlaces out;
  const std::vector<double> all = thickness_of(solid);
  out.faces.reserve(all.size());
  for (std::size_t i = 0; i < all.size(); ++i) {
    const bool thin = all[i] < limit;
    out.faces.push_back(thin);
    if (!thin) continue;
    out.area += triangle_area(solid.corner(i, 0), solid.corner(i, 1), solid.corner(i, 2));
    if (!(out.least > 0.0) || all[i] < out.least) out.least = all[i];
  }
  return out;
}

}  // namespace plucky
