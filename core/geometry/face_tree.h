// A mesh's faces in a tree for rays (CGAL). Only for sources of the library that holds CGAL.
#pragma once

#include <CGAL/AABB_traits.h>
#include <CGAL/AABB_tree.h>
#include <CGAL/AABB_triangle_primitive.h>
#include <CGAL/Simple_cartesian.h>

#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky::rays {

using K = CGAL::Simple_cartesian<double>;
using Faces = std::vector<K::Triangle_3>;
using Tree = CGAL::AABB_tree<CGAL::AABB_traits<K, CGAL::AABB_triangle_primitive<K, Faces::iterator>>>;

inline K::Point_3 point(const Vec3& v) {
  return {v.x(), v.y(), v.z()};
}

/// In the mesh's order.
inline Faces faces_of(const TriangleMesh& mesh) {
  Faces faces;
  faces.reserve(mesh.triangles.size());
  for (std::size_t i = 0; i < mesh.triangles.size(); ++i)
    faces.emplace_back(point(mesh.corner(i, 0)), point(mesh.corner(i, 1)), point(mesh.corner(i, 2)));
  return faces;
}

inline K::Ray_3 ray(const Vec3& from, const Vec3& way) {
  return {point(from), K::Vector_3(way.x(), way.y(), way.z())};
}

}  // namespace plucky::rays
