#include "geometry/thickness.h"

#include <CGAL/AABB_traits.h>
#include <CGAL/AABB_tree.h>
#include <CGAL/AABB_triangle_primitive.h>
#include <CGAL/Simple_cartesian.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>
#include <variant>

namespace plucky {

namespace {

using K = CGAL::Simple_cartesian<double>;
using Faces = std::vector<K::Triangle_3>;
using Tree = CGAL::AABB_tree<CGAL::AABB_traits<K, CGAL::AABB_triangle_primitive<K, Faces::iterator>>>;

K::Point_3 point(const Vec3& v) {
  return {v.x(), v.y(), v.z()};
}

}  // namespace

std::vector<double> thickness_of(const TriangleMesh& mesh) {
  constexpr double none = std::numeric_limits<double>::infinity();
  Faces faces;
  faces.reserve(mesh.triangles.size());
  for (std::size_t i = 0; i < mesh.triangles.size(); ++i)
    faces.emplace_back(point(mesh.corner(i, 0)), point(mesh.corner(i, 1)), point(mesh.corner(i, 2)));
  const Tree tree(faces.begin(), faces.end());
  std::vector<double> out(mesh.triangles.size(), none);
  for (std::size_t i = 0; i < out.size(); ++i) {
    const Vec3 n = (mesh.corner(i, 1) - mesh.corner(i, 0)).cross(mesh.corner(i, 2) - mesh.corner(i, 0));
    if (!(n.norm() > 0.0)) continue;
    const Vec3 in = -n.normalized(), from = (mesh.corner(i, 0) + mesh.corner(i, 1) + mesh.corner(i, 2)) / 3.0;
    const auto own = faces.begin() + static_cast<std::ptrdiff_t>(i);
    const auto hit = tree.first_intersection(K::Ray_3(point(from), K::Vector_3(in.x(), in.y(), in.z())),
                                             [own](const Faces::iterator& f) { return f == own; });
    if (!hit) continue;
    if (const auto* p = boost::get<K::Point_3>(&hit->first)) out[i] = (Vec3(p->x(), p->y(), p->z()) - from).norm();
  }
  return out;
}

}  // namespace plucky
