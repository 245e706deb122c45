#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Polygon_mesh_processing/clip.h>
#include <CGAL/Polygon_mesh_processing/measure.h>
#include <CGAL/Surface_mesh.h>

#include "bench.h"

namespace plucky::bench {

using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Mesh = CGAL::Surface_mesh<Kernel::Point_3>;

struct CgalMesh::Impl {
  Mesh mesh;
};

CgalMesh::CgalMesh(const TriangleMesh& mesh) : impl_(std::make_unique<Impl>()) {
  std::vector<Mesh::Vertex_index> v;
  for (const Vec3& p : mesh.vertices) v.push_back(impl_->mesh.add_vertex(Kernel::Point_3(p.x(), p.y(), p.z())));
  for (const Triangle& t : mesh.triangles) impl_->mesh.add_face(v[t[0]], v[t[1]], v[t[2]]);
}
CgalMesh::~CgalMesh() = default;

double CgalMesh::clip_and_measure(double height) const {
  Mesh copy = impl_->mesh;
  CGAL::Polygon_mesh_processing::clip(copy, Kernel::Plane_3(0, 0, 1, -height), CGAL::parameters::clip_volume(true));
  return CGAL::to_double(CGAL::Polygon_mesh_processing::volume(copy));
}

}  // namespace plucky::bench
