#include "geometry/slivers.h"

#include <algorithm>
#include <map>
#include <utility>

#include "base/tolerance.h"

namespace plucky {

namespace {

using HalfEdge = std::pair<std::uint32_t, std::uint32_t>;

/// Faces that became one another's reverse when corners were joined enclose nothing.
void drop_folded(TriangleMesh& mesh) {
  std::map<Triangle, std::vector<std::size_t>> faces;
  for (std::size_t f = 0; f < mesh.triangles.size(); ++f) {
    Triangle key = mesh.triangles[f];
    std::sort(key.begin(), key.end());
    faces[key].push_back(f);
  }
  std::vector<bool> gone(mesh.triangles.size(), false);
  for (const auto& [key, which] : faces)
    if (which.size() == 2) gone[which[0]] = gone[which[1]] = true;
  std::size_t f = 0;
  std::erase_if(mesh.triangles, [&](const Triangle&) { return gone[f++]; });
}

/// Turns the longest side of each thin face; true when it turned one.
bool turn_sides(TriangleMesh& mesh) {
  std::map<HalfEdge, std::size_t> owner;
  for (std::size_t f = 0; f < mesh.triangles.size(); ++f)
    for (int k = 0; k < 3; ++k) owner[{mesh.triangles[f][k], mesh.triangles[f][(k + 1) % 3]}] = f;
  std::vector<bool> touched(mesh.triangles.size(), false);
  bool any = false;
  for (std::size_t f = 0; f < mesh.triangles.size(); ++f) {
    if (touched[f] || !is_sliver(mesh, f)) continue;
    int longest = 0;
    double most = -1.0;
    for (int k = 0; k < 3; ++k)
      if (const double d = (mesh.corner(f, (k + 1) % 3) - mesh.corner(f, k)).squaredNorm(); d > most)
        most = d, longest = k;
    const std::uint32_t u = mesh.triangles[f][longest], v = mesh.triangles[f][(longest + 1) % 3],
                        w = mesh.triangles[f][(longest + 2) % 3];
    const auto beside = owner.find({v, u});
    if (beside == owner.end() || touched[beside->second] || beside->second == f) continue;
    const Triangle& other = mesh.triangles[beside->second];
    const std::uint32_t z = *std::find_if(other.begin(), other.end(), [&](auto c) { return c != u && c != v; });
    if (z == w || owner.contains({w, z}) || owner.contains({z, w})) continue;
    touched[f] = touched[beside->second] = any = true;
    mesh.triangles[f] = {w, u, z};
    mesh.triangles[beside->second] = {z, v, w};
  }
  return any;
}

}  // namespace

bool is_sliver(const TriangleMesh& mesh, std::size_t face) {
  const Vec3 &a = mesh.corner(face, 0), &b = mesh.corner(face, 1), &c = mesh.corner(face, 2);
  const double longest = std::max({(b - a).squaredNorm(), (c - b).squaredNorm(), (a - c).squaredNorm()});
  return (b - a).cross(c - a).norm() <= 1e-6 * longest;
}

std::size_t remove_slivers(TriangleMesh& mesh) {
  const auto left = [&mesh] {
    std::size_t n = 0;
    for (std::size_t f = 0; f < mesh.triangles.size(); ++f) n += is_sliver(mesh, f);
    return n;
  };
  if (left() == 0) return 0;
  weld(mesh, tolerance::weld_m);
  drop_folded(mesh);
  // A row of them is worked off from its ends.
  constexpr int most_rounds = 20;
  for (int round = 0; round < most_rounds && left() > 0; ++round)
    if (!turn_sides(mesh)) break;
  return left();
}

}  // namespace plucky
