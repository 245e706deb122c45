#include <CGAL/Constrained_Delaunay_triangulation_2.h>
#include <CGAL/Exact_predicates_exact_constructions_kernel.h>
#include <CGAL/Triangulation_vertex_base_with_info_2.h>

#include <algorithm>
#include <cmath>
#include <set>
#include <vector>

#include "geometry/stack.h"

namespace plucky {

namespace {

// Exact in where outlines cross, too: with crossings rounded, an outline that lies partly on another may be led astray.
using Kernel = CGAL::Exact_predicates_exact_constructions_kernel;
using Corner = CGAL::Triangulation_vertex_base_with_info_2<std::uint32_t, Kernel>;
using Face = CGAL::Constrained_triangulation_face_base_2<Kernel>;
using Data = CGAL::Triangulation_data_structure_2<Corner, Face>;
using Flat = CGAL::Constrained_Delaunay_triangulation_2<Kernel, Data, CGAL::Exact_intersections_tag>;

/// In whole steps of the outlines' grid: what lies a rounding error beside another outline lies on it.
Kernel::Point_2 on_grid(const Vec2& p) {
  return {std::round(region_grid * p.x()), std::round(region_grid * p.y())};
}

Vec2 in_metres(const Kernel::Point_2& p) {
  return {CGAL::to_double(p.x()) / region_grid, CGAL::to_double(p.y()) / region_grid};
}

Flat with_outlines_of(const std::vector<StackLayer>& layers) {
  Flat flat;
  for (const StackLayer& l : layers)
    for (const auto& loop : l.shape.loops)
      for (std::size_t i = 0; i < loop.size(); ++i) {
        const Kernel::Point_2 a = on_grid(loop[i]), b = on_grid(loop[(i + 1) % loop.size()]);
        if (a != b) flat.insert_constraint(a, b);
      }
  return flat;
}

/// Triangles with no outline between them, the largest first.
using Field = std::vector<Flat::Face_handle>;

std::vector<Field> fields_of(const Flat& flat) {
  const auto size = [&flat](const Flat::Face_handle& f) { return CGAL::to_double(flat.triangle(f).area()); };
  std::vector<Field> fields;
  std::set<Flat::Face_handle> seen;
  for (const Flat::Face_handle first : flat.finite_face_handles()) {
    if (!seen.insert(first).second) continue;
    Field field{first};
    for (std::size_t i = 0; i < field.size(); ++i)
      for (int e = 0; e < 3; ++e) {
        const Flat::Face_handle f = field[i], other = f->neighbor(e);
        if (!f->is_constrained(e) && !flat.is_infinite(other) && seen.insert(other).second) field.push_back(other);
      }
    std::iter_swap(field.begin(), std::max_element(field.begin(), field.end(),
                                                   [&](const auto& a, const auto& b) { return size(a) < size(b); }));
    fields.push_back(std::move(field));
  }
  return fields;
}

/// Which layers hold each triangle: told for a whole field by the middle of its largest. Of a thin one along a nearly
/// straight outline it would be a matter of rounding, and the body not closed.
class Cells {
 public:
  Cells(const Flat& flat, const std::vector<StackLayer>& layers) : in_(layers.size()) {
    std::vector<Section> shapes;
    shapes.reserve(layers.size());
    for (const StackLayer& l : layers) shapes.push_back(section_of(l.shape));
    for (const Field& field : fields_of(flat)) {
      const Vec2 p = in_metres(CGAL::centroid(flat.triangle(field.front())));
      for (std::size_t k = 0; k < shapes.size(); ++k)
        if (shapes[k].contains(p)) in_[k].insert(field.begin(), field.end());
    }
  }
  /// Below the first and above the last layer, and outside the triangulation, there is nothing.
  [[nodiscard]] bool has(int layer, const Flat::Face_handle& f) const {
    return layer >= 0 && layer < static_cast<int>(in_.size()) && in_[static_cast<std::size_t>(layer)].contains(f);
  }

 private:
  std::vector<std::set<Flat::Face_handle>> in_;
};

}  // namespace

TriangleMesh mesh_of(const Stack& stack) {
  Flat flat = with_outlines_of(stack.layers);
  const Cells cells(flat, stack.layers);
  const auto count = static_cast<std::uint32_t>(flat.number_of_vertices());
  std::uint32_t next = 0;
  for (const Flat::Vertex_handle v : flat.finite_vertex_handles()) v->info() = next++;
  TriangleMesh m;
  double along = 0.0;
  const int layers = static_cast<int>(stack.layers.size());
  for (int k = 0; k <= layers; ++k) {
    for (const Flat::Vertex_handle v : flat.finite_vertex_handles())
      m.vertices.push_back(stack.at(in_metres(v->point()), along));
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
