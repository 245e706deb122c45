#include "hull/placement.h"

#include <array>
#include <cmath>

#include "base/error.h"

namespace plucky {

MeshPlacement guess_placement(const TriangleMesh& mesh, double metres_per_unit) {
  MeshPlacement p;
  const Box3 box = bounds(mesh);
  p.metres_per_unit = metres_per_unit > 0.0 ? metres_per_unit : metres_per(likely_unit(box));
  box.size().maxCoeff(&p.forward_axis);
  // Depth: the shorter of the other two; when they are alike, file z if it is free.
  const int a = (p.forward_axis + 1) % 3, b = (p.forward_axis + 2) % 3;
  p.up_axis = box.size()[a] < box.size()[b] ? a : b;
  if (std::abs(box.size()[a] - box.size()[b]) < 0.05 * box.size()[a] && p.forward_axis != 2) p.up_axis = 2;
  // Width of the slices near both ends, and of the upper and lower half, from the vertices' spread across.
  const int across = 3 - p.forward_axis - p.up_axis;
  const auto width = [&](int axis, double from, double to) {
    double low = 1e300, high = -1e300;
    for (const Vec3& v : mesh.vertices) {
      const double u = (v[axis] - box.low[axis]) / std::max(1e-300, box.size()[axis]);
      if (u < from || u > to) continue;
      low = std::min(low, v[across]);
      high = std::max(high, v[across]);
    }
    return high > low ? high - low : 0.0;
  };
  p.forward_positive = width(p.forward_axis, 0.92, 1.0) <= width(p.forward_axis, 0.0, 0.08);
  p.up_positive = width(p.up_axis, 0.85, 1.0) >= width(p.up_axis, 0.0, 0.15);
  return p;
}

TriangleMesh place_mesh(const TriangleMesh& mesh, const MeshPlacement& placement) {
  if (placement.forward_axis == placement.up_axis || placement.forward_axis < 0 || placement.forward_axis > 2 ||
      placement.up_axis < 0 || placement.up_axis > 2)
    throw InvalidInput("axes", "forward and up must be two different axes");
  if (!(placement.metres_per_unit > 0.0)) throw InvalidInput("scale", "wants more than zero");
  const Vec3 x = (placement.forward_positive ? 1.0 : -1.0) * Vec3::Unit(placement.forward_axis);
  const Vec3 z = (placement.up_positive ? 1.0 : -1.0) * Vec3::Unit(placement.up_axis);
  const Vec3 y = z.cross(x);  // a rotation, so faces keep their outside
  TriangleMesh out = mesh;
  for (Vec3& v : out.vertices) v = placement.metres_per_unit * Vec3(v.dot(x), v.dot(y), v.dot(z));
  const Box3 box = bounds(out);
  const Vec3 shift(-box.low.x(), -box.centre().y(), -box.low.z());
  for (Vec3& v : out.vertices) v += shift;
  return out;
}

}  // namespace plucky
