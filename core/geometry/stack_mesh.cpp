#include <CGAL/Constrained_Delaunay_triangulation_2.h>
#include <CGAL/Exact_predicates_inexact_constructions_kernel.h>
#include <CGAL/Triangulation_vertex_base_with_info_2.h>

#include <map>

#include "geometry/stack.h"

namespace plucky {

namespace {

using Kernel = CGAL::Exact_predicates_inexact_constructions_kernel;
using Corner = CGAL::Triangulation_vertex_base_with_info_2<std::uint32_t, Kernel>;
using Face = CGAL::Constrained_triangulation_face_base_2<Kernel>;
using Data = CGAL::Triangulation_data_structure_2<Corner, Face>;
using Flat = CGAL::Constrained_Delaunay_triangulation_2<Kernel, Data, CGAL::Exact_predicates_tag>;

/// Which layers hold each triangle.
class Cells {
 public:
  Cells(const Flat& flat, const std::vector<StackLayer>& layers) {
    for (const StackLayer& l : layers) {
      const Section shape = section_of(l.shape);
      std::map<Flat::Face_handle, bool>& in = in_.emplace_back();
      for (const Flat::Face_handle f : flat.finite_face_handles()) {
        const auto &a = f->vertex(0)->point(), &b = f->vertex(1)->point(), &c = f->vertex(2)->point();
        in[f] = shape.contains({(a.x() + b.x() + c.x()) / 3.0, (a.y() + b.y() + c.y()) / 3.0});
      }
    }
  }
  /// Below the first and above the last layer, and outside the triangulation, there is nothing.
  [[nodiscard]] bool has(int layer, const Flat::Face_handle& f) const {
    if (layer < 0 || layer >= static_cast<int>(in_.size())) return false;
    const auto& in = in_[static_cast<std::size_t>(layer)];
    const auto it = in.find(f);
    return it != in.end() && it->second;
  }

 private:
  std::vector<std::map<Flat::Face_handle, bool>> in_;
};

}  // namespace

TriangleMesh mesh_of(const Stack& stack) {
  Flat flat;
  for (const StackLayer& l : stack.layers)
    for (const auto& loop : l.shape.loops)
      for (std::size_t i = 0; i < loop.size(); ++i) {
        const Vec2 &a = loop[i], &b = loop[(i + 1) % loop.size()];
        if (a != b) flat.insert_constraint(Kernel::Point_2(a.x(), a.y()), Kernel::Point_2(b.x(), b.y()));
      }
  const Cells cells(flat, stack.layers);
  const auto count = static_cast<std::uint32_t>(flat.number_of_vertices());
  std::uint32_t next = 0;
  for (const Flat::Vertex_handle v : flat.finite_vertex_handles()) v->info() = next++;
  TriangleMesh m;
  double along = 0.0;
  const int layers = static_cast<int>(stack.layers.size());
  for (int k = 0; k <= layers; ++k) {
    for (const Flat::Vertex_handle v : flat.finite_vertex_handles())
      m.vertices.push_back(stack.at({v->point().x(), v->point().y()}, along));
    if (k < layers) along += stack.layers[static_cast<std::size_t>(k)].height;
  }
  const auto corner = [&](const Flat::Vertex_handle& v, int level) {
    return static_cast<std::uint32_t>(level) * count + v->info();
  };
  for (const Flat::Face_handle f : flat.finite_face_handles()) {
    for (int k = 0; k <= layers; ++k) {
      const bool below = cells.has(k - 1, f), above = cells.has(k, f);
      if (below == above) continue;
      const std::uint32_t a = corner(f->vertex(0), k), b = corner(f->vertex(1), k), c = corner(f->vertex(2), k);
      m.triangles.push_back(below ? Triangle{a, b, c} : Triangle{a, c, b});
    }
    // A wall stands where a layer ends at this triangle's side.
    for (int e = 0; e < 3; ++e) {
      const Flat::Face_handle other = f->neighbor(e);
      const Flat::Vertex_handle from = f->vertex(Flat::ccw(e)), to = f->vertex(Flat::cw(e));
      for (int k = 0; k < layers; ++k) {
        if (!cells.has(k, f) || cells.has(k, other)) continue;
        m.triangles.push_back({corner(from, k), corner(to, k), corner(to, k + 1)});
        m.triangles.push_back({corner(from, k), corner(to, k + 1), corner(from, k + 1)});
      }
    }
  }
  // Corners that no face uses go.
  std::vector<std::uint32_t> now(m.vertices.size(), static_cast<std::uint32_t>(-1));
  std::vector<Vec3> used;
  for (Triangle& t : m.triangles)
    for (std::uint32_t& i : t) {
      if (now[i] == static_cast<std::uint32_t>(-1)) {
        now[i] = static_cast<std::uint32_t>(used.size());
        used.push_back(m.vertices[i]);
      }
      i = now[i];
    }
  m.vertices = std::move(used);
  return m;
}

}  // namespace plucky
