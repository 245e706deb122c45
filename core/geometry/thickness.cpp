#include "geometry/thickness.h"

#include <limits>

#include "geometry/face_tree.h"

namespace plucky {

std::vector<double> thickness_of(const TriangleMesh& mesh) {
  constexpr double none = std::numeric_limits<double>::infinity();
  rays::Faces faces = rays::faces_of(mesh);
  const rays::Tree tree(faces.begin(), faces.end());
  std::vector<double> out(mesh.triangles.size(), none);
  for (std::size_t i = 0; i < out.size(); ++i) {
    const Vec3 n = (mesh.corner(i, 1) - mesh.corner(i, 0)).cross(mesh.corner(i, 2) - mesh.corner(i, 0));
    if (!(n.norm() > 0.0)) continue;
    const Vec3 in = -n.normalized(), from = (mesh.corner(i, 0) + mesh.corner(i, 1) + mesh.corner(i, 2)) / 3.0;
    const auto own = faces.begin() + static_cast<std::ptrdiff_t>(i);
    const auto hit =
        tree.first_intersection(rays::ray(from, in), [own](const rays::Faces::iterator& f) { return f == own; });
    if (!hit) continue;
    if (const auto* p = boost::get<rays::K::Point_3>(&hit->first))
      out[i] = (Vec3(p->x(), p->y(), p->z()) - from).norm();
  }
  return out;
}

}  // namespace plucky
