// Triangle meshes: the common coin between hull families, files and hydrostatics.
#pragma once

#include <array>
#include <cstdint>
#include <vector>

#include "geometry/vec.h"

namespace plucky {

using Triangle = std::array<std::uint32_t, 3>;

/// Vertices in metres and triangles that index them, anticlockwise seen from outside.
struct TriangleMesh {
  std::vector<Vec3> vertices;
  std::vector<Triangle> triangles;

  [[nodiscard]] const Vec3& corner(std::size_t triangle, int k) const { return vertices[triangles[triangle][k]]; }
  bool operator==(const TriangleMesh&) const = default;
};

/// Smallest box around all vertices.
[[nodiscard]] Box3 bounds(const TriangleMesh& mesh);

/// Signed enclosed volume, m3: positive when a closed mesh has its faces outward (divergence theorem).
[[nodiscard]] double signed_volume(const TriangleMesh& mesh);

/// Centre of the enclosed volume, m. The mesh must be closed with a volume other than zero.
[[nodiscard]] Vec3 volume_centroid(const TriangleMesh& mesh);

/// Area of one triangle, m2.
[[nodiscard]] double triangle_area(const Vec3& a, const Vec3& b, const Vec3& c);

/// Sum of all triangle areas, m2.
[[nodiscard]] double surface_area(const TriangleMesh& mesh);

/// Joins vertices closer than `distance` and drops triangles that lost a side by it. With distance 0 only vertices of
/// exactly equal coordinates are joined. Keeps the order of first appearance. Returns how many vertices went.
std::size_t weld(TriangleMesh& mesh, double distance);

/// Turns every triangle inside out.
void flip(TriangleMesh& mesh);

/// Appends the triangles of `other`, inside out when `reversed`.
void append(TriangleMesh& mesh, const TriangleMesh& other, bool reversed = false);

/// Cuts a plane polygon (anticlockwise, not crossing itself) into triangles by clipping ears; indices into `polygon`.
/// Points on a straight side are kept, so neighbours along that side still share their vertices.
[[nodiscard]] std::vector<Triangle> triangulate_polygon(const std::vector<Vec2>& polygon);

/// A closed box with the given corners, faces outward.
[[nodiscard]] TriangleMesh box_mesh(const Vec3& low, const Vec3& high);

}  // namespace plucky
