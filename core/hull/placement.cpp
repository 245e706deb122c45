#include "hull/placement.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/plane_cut.h"

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
  // The mesh with its length along x and its depth along z, to be cut across.
  const int across = 3 - p.forward_axis - p.up_axis;
  TriangleMesh turned = mesh;
  for (Vec3& v : turned.vertices) v = Vec3(v[p.forward_axis], v[across], v[p.up_axis]);
  const double aft = box.low[p.forward_axis], length = box.size()[p.forward_axis];
  const auto cuts = sections(turned, {aft + 0.08 * length, aft + 0.5 * length, aft + 0.92 * length});
  const auto area = [&](std::size_t i, double z) { return std::abs(cuts[i].area_below(z)); };
  const double above_all = box.high[p.up_axis] + length;
  p.forward_positive = area(2, above_all) <= area(0, above_all);
  // Amidships a hull is widest near its deck edge, whatever cabins or coamings stand on it.
  const Section::Extent e = cuts[1].extent();
  double sum = 0.0;
  int count = 0;
  for (const SectionLoop& loop : cuts[1].loops)
    for (const Vec2& q : loop.points) {
      if (std::min(q.x() - e.low.x(), e.high.x() - q.x()) > 0.01 * (e.high.x() - e.low.x())) continue;
      sum += q.y();
      ++count;
    }
  if (count > 0) p.up_positive = sum / count >= 0.52 * e.low.y() + 0.48 * e.high.y();
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
