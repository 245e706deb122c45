// Edges of a mesh with their faces: the base of checks and repairs.
#pragma once

#include <algorithm>
#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky {

/// One side of one face.
struct HalfEdge {
  std::uint32_t low, high;  ///< its vertices, sorted
  std::uint32_t face;
  bool forward;  ///< the face runs from low to high
};

/// All half edges, those of the same edge next to each other.
[[nodiscard]] inline std::vector<HalfEdge> sorted_half_edges(const TriangleMesh& mesh) {
  std::vector<HalfEdge> edges;
  edges.reserve(3 * mesh.triangles.size());
  for (std::uint32_t f = 0; f < mesh.triangles.size(); ++f)
    for (int k = 0; k < 3; ++k) {
      const auto a = mesh.triangles[f][k], b = mesh.triangles[f][(k + 1) % 3];
      edges.push_back({std::min(a, b), std::max(a, b), f, a < b});
    }
  std::sort(edges.begin(), edges.end(), [](const HalfEdge& l, const HalfEdge& r) {
    if (l.low != r.low) return l.low < r.low;
    if (l.high != r.high) return l.high < r.high;
    return l.face < r.face;
  });
  return edges;
}

/// Calls visit(first, last) for the half edges of every edge.
template <class Visit>
void for_each_edge(const std::vector<HalfEdge>& edges, Visit visit) {
  for (std::size_t i = 0; i < edges.size();) {
    std::size_t j = i + 1;
    while (j < edges.size() && edges[j].low == edges[i].low && edges[j].high == edges[i].high) ++j;
    visit(&edges[i], &edges[i] + (j - i));
    i = j;
  }
}

/// Which faces must turn so that all of a shell look the same way, and which shell each face belongs to.
struct Orientation {
  std::vector<std::uint32_t> shell;  ///< per face
  std::vector<bool> turn;            ///< per face: against the first face of its shell
  std::uint32_t shells = 0;
};
[[nodiscard]] Orientation propagate_orientation(const TriangleMesh& mesh, const std::vector<HalfEdge>& edges);

/// Closed loops along open edges, each running against its faces so that a fill has the loop's own direction.
[[nodiscard]] std::vector<std::vector<std::uint32_t>> boundary_loops(const std::vector<HalfEdge>& edges);

}  // namespace plucky
