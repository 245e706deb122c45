#include "geometry/edges.h"

#include <limits>
#include <unordered_map>

namespace plucky {

Orientation propagate_orientation(const TriangleMesh& mesh, const std::vector<HalfEdge>& edges) {
  constexpr auto unset = std::numeric_limits<std::uint32_t>::max();
  const std::size_t n = mesh.triangles.size();
  // Neighbours over edges with exactly two faces, up to three per face.
  struct Neighbour {
    std::uint32_t face;
    bool agrees;
  };
  std::vector<std::array<Neighbour, 3>> neighbours(n);
  std::vector<std::uint8_t> degree(n, 0);
  for_each_edge(edges, [&](const HalfEdge* first, const HalfEdge* last) {
    if (last - first != 2) return;
    const HalfEdge &a = first[0], &b = first[1];
    const bool agrees = a.forward != b.forward;
    if (degree[a.face] < 3) neighbours[a.face][degree[a.face]++] = {b.face, agrees};
    if (degree[b.face] < 3) neighbours[b.face][degree[b.face]++] = {a.face, agrees};
  });
  Orientation o{std::vector<std::uint32_t>(n, unset), std::vector<bool>(n, false), 0};
  std::vector<std::uint32_t> stack;
  for (std::uint32_t seed = 0; seed < n; ++seed) {
    if (o.shell[seed] != unset) continue;
    o.shell[seed] = o.shells;
    stack.push_back(seed);
    while (!stack.empty()) {
      const auto face = stack.back();
      stack.pop_back();
      for (int k = 0; k < degree[face]; ++k) {
        const Neighbour& next = neighbours[face][k];
        if (o.shell[next.face] != unset) continue;
        o.shell[next.face] = o.shells;
        o.turn[next.face] = o.turn[face] != !next.agrees;
        stack.push_back(next.face);
      }
    }
    ++o.shells;
  }
  return o;
}

std::vector<std::vector<std::uint32_t>> boundary_loops(const std::vector<HalfEdge>& edges) {
  // A hole runs against the faces around it.
  std::unordered_multimap<std::uint32_t, std::uint32_t> next;
  for_each_edge(edges, [&](const HalfEdge* first, const HalfEdge* last) {
    if (last - first != 1) return;
    if (first->forward)
      next.emplace(first->high, first->low);
    else
      next.emplace(first->low, first->high);
  });
  std::vector<std::vector<std::uint32_t>> loops;
  while (!next.empty()) {
    std::vector<std::uint32_t> loop;
    const auto start = next.begin()->first;
    auto at = start;
    for (;;) {
      const auto it = next.find(at);
      if (it == next.end()) break;
      loop.push_back(at);
      at = it->second;
      next.erase(it);
      if (at == start) break;
    }
    if (at == start && loop.size() >= 3) loops.push_back(std::move(loop));
  }
  return loops;
}

}  // namespace plucky
