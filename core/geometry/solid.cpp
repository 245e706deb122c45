#include "geometry/solid.h"

#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Polygon_mesh_processing/corefinement.h>
#include <CGAL/Surface_mesh.h>

#include <algorithm>
#include <cmath>
#include <exception>

#include "geometry/slivers.h"

namespace plucky {

namespace {

namespace pmp = CGAL::Polygon_mesh_processing;
using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;

bool read(const TriangleMesh& from, Mesh& to) {
  std::vector<Mesh::Vertex_index> vertices;
  vertices.reserve(from.vertices.size());
  for (const Vec3& v : from.vertices) vertices.push_back(to.add_vertex({v.x(), v.y(), v.z()}));
  for (const Triangle& t : from.triangles)
    if (to.add_face(vertices[t[0]], vertices[t[1]], vertices[t[2]]) == Mesh::null_face()) return false;
  // A corner that no face uses would be in the way.
  for (const Mesh::Vertex_index v : vertices)
    if (to.is_isolated(v)) to.remove_vertex(v);
  to.collect_garbage();
  return CGAL::is_closed(to);
}

TriangleMesh written(const Mesh& from) {
  TriangleMesh out;
  std::vector<std::uint32_t> number(from.num_vertices());
  for (const Mesh::Vertex_index v : from.vertices()) {
    number[v] = static_cast<std::uint32_t>(out.vertices.size());
    const auto& p = from.point(v);
    out.vertices.emplace_back(p.x(), p.y(), p.z());
  }
  for (const Mesh::Face_index f : from.faces()) {
    const auto h = from.halfedge(f);
    out.triangles.push_back(
        {number[from.target(h)], number[from.target(from.next(h))], number[from.target(from.next(from.next(h)))]});
  }
  return out;
}

Solid failed(const Text& why) {
  Solid out;
  out.message = why;
  return out;
}

bool worked_out(Mesh& a, Mesh& b, Mesh& out, Combine how) {
  const auto strict = CGAL::parameters::throw_on_self_intersection(true);
  switch (how) {
    case Combine::join:
      return pmp::corefine_and_compute_union(a, b, out, strict);
    case Combine::cut:
      return pmp::corefine_and_compute_difference(a, b, out, strict);
    case Combine::common:
      return pmp::corefine_and_compute_intersection(a, b, out, strict);
  }
  return false;
}

}  // namespace

Solid combine(const TriangleMesh& first, const TriangleMesh& second, Combine how) {
  if (first.triangles.empty() || second.triangles.empty()) {
    Solid out;
    out.done = true;
    if (how == Combine::join && first.triangles.empty())
      out.mesh = second;
    else if (how != Combine::common)
      out.mesh = first;
    return out;
  }
  try {
    Mesh a, b, result;
    if (!read(first, a)) return failed("the solid is not closed, or an edge of it has more than two faces");
    if (!read(second, b)) return failed("the tool is not closed, or an edge of it has more than two faces");
    if (!worked_out(a, b, result, how)) return failed("the two touch along a face or an edge: no clean solid is left");
    result.collect_garbage();
    Solid out;
    out.mesh = written(result);
    remove_slivers(out.mesh);  // where faces met in a line; readers of the file would stumble over them
    const double u = signed_volume(first), v = signed_volume(second), w = signed_volume(out.mesh);
    const double slack = 1e-7 * (std::abs(u) + std::abs(v));
    const bool plausible = how == Combine::join  ? w > std::max(u, v) - slack && w < u + v + slack
                           : how == Combine::cut ? w > u - v - slack && w < u + slack
                                                 : w > -slack && w < std::min(u, v) + slack;
    if (!CGAL::is_closed(result)) return failed("the result is not closed");
    if (!plausible) return failed("the result has a volume that cannot be");
    out.done = true;
    return out;
  } catch (const pmp::Corefinement::Self_intersection_exception&) {
    return failed("the surfaces cross themselves");
  } catch (const std::exception&) {
    return failed("the two could not be combined");
  }
}

}  // namespace plucky
