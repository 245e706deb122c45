#include "geometry/outer_skin.h"

#include <algorithm>
#include <map>
#include <numeric>
#include <vector>

#include "geometry/face_tree.h"
#include "geometry/mesh_repair.h"

namespace plucky {

namespace {

/// Triangles by the shell they hang together with.
std::vector<TriangleMesh> shells_of(const TriangleMesh& mesh) {
  std::vector<std::uint32_t> root(mesh.vertices.size());
  std::iota(root.begin(), root.end(), 0u);
  const auto find = [&](std::uint32_t i) {
    while (root[i] != i) i = root[i] = root[root[i]];
    return i;
  };
  for (const Triangle& t : mesh.triangles)
    for (int k = 1; k < 3; ++k) root[find(t[static_cast<std::size_t>(k)])] = find(t[0]);
  std::map<std::uint32_t, TriangleMesh> by;
  for (const Triangle& t : mesh.triangles) {
    TriangleMesh& m = by[find(t[0])];
    if (m.vertices.empty()) m.vertices = mesh.vertices;
    m.triangles.push_back(t);
  }
  std::vector<TriangleMesh> out;
  for (auto& [key, m] : by) {
    weld(m, 0.0);
    out.push_back(std::move(m));
  }
  return out;
}

/// Only the corners that faces use.
TriangleMesh tidy(const TriangleMesh& mesh) {
  TriangleMesh out;
  std::map<std::uint32_t, std::uint32_t> now;
  for (const Triangle& t : mesh.triangles) {
    Triangle next{};
    for (std::size_t k = 0; k < 3; ++k) {
      const auto [it, fresh] = now.try_emplace(t[k], static_cast<std::uint32_t>(out.vertices.size()));
      if (fresh) out.vertices.push_back(mesh.vertices[t[k]]);
      next[k] = it->second;
    }
    out.triangles.push_back(next);
  }
  return out;
}

/// Faces that are seen from somewhere below.
TriangleMesh seen_from_below(const TriangleMesh& mesh, const Vec3& up) {
  rays::Faces faces = rays::faces_of(mesh);
  rays::Tree tree(faces.begin(), faces.end());
  tree.build();
  const Vec3 side = (std::abs(up.x()) < 0.9 ? Vec3::UnitX() : Vec3::UnitY()).cross(up).normalized(),
             fore = up.cross(side);
  // Straight down, and round about a quarter and two fifths of the way to the level.
  std::vector<Vec3> ways{-up};
  for (const double lean : {0.45, 1.0, 1.35})
    for (int k = 0; k < 8; ++k)
      ways.emplace_back(-std::cos(lean) * up +
                        std::sin(lean) * (std::cos(k * pi / 4) * side + std::sin(k * pi / 4) * fore));
  const double off = 1e-6 * bounds(mesh).size().norm();
  TriangleMesh out{.vertices = mesh.vertices, .triangles = {}};
  for (std::size_t i = 0; i < mesh.triangles.size(); ++i) {
    const Vec3 &a = mesh.corner(i, 0), &b = mesh.corner(i, 1), &c = mesh.corner(i, 2);
    const Vec3 n = (b - a).cross(c - a).normalized(), middle = (a + b + c) / 3.0;
    const bool seen = std::any_of(ways.begin(), ways.end(), [&](const Vec3& way) {
      if (way.dot(n) < 0.05) return false;
      const Vec3 from = middle + off * n;
      return !tree.do_intersect(rays::ray(from, way));
    });
    if (seen) out.triangles.push_back(mesh.triangles[i]);
  }
  return tidy(out);
}

}  // namespace

OuterSkin outer_skin(const TriangleMesh& mesh, const Vec3& up) {
  OuterSkin out{.mesh = mesh, .told = {}};
  const double volume = signed_volume(mesh), area = surface_area(mesh);
  if (!(volume > 0.0)) {
    out.told = "It encloses nothing: its walls have no thickness to tell.";
    return out;
  }
  std::vector<TriangleMesh> shells = shells_of(mesh);
  TriangleMesh outer, inner;
  for (const TriangleMesh& s : shells) append(signed_volume(s) >= 0.0 ? outer : inner, s);
  if (inner.triangles.empty()) {
    outer = seen_from_below(mesh, up);
    const double kept = surface_area(outer);
    // A hull that is no skin shows most of itself from below, but for its deck.
    if (kept > 0.58 * area || kept < 0.2 * area || shells.size() > 1) {
      out.told = "It has no inner surface: it is no hollow skin.";
      return out;
    }
    (void)repair(outer, {.close_small_holes = true, .close_large_holes = true});
    out.wall = 2.0 * volume / area;
  } else {
    out.wall = volume / (0.5 * area);
  }
  if (!(signed_volume(outer) > volume)) {
    out.told = "Its outer surface could not be told from its inner one.";
    out.wall = 0.0;
    return out;
  }
  out.hollow = true;
  out.mesh = std::move(outer);
  out.told = "Inner surface taken out; what floats is the outer one.";
  return out;
}

}  // namespace plucky
