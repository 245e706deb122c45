#include "parts/solid.h"

#include <cmath>

namespace plucky::app {

namespace {

constexpr int sides = 20;

/// Closes a ring of points at one end and its copy at the other.
void add_prism(TriangleMesh& mesh, const std::vector<Vec3>& ring, const Vec3& along) {
  const auto base = static_cast<std::uint32_t>(mesh.vertices.size()), n = static_cast<std::uint32_t>(ring.size());
  for (const Vec3& p : ring) mesh.vertices.push_back(p);
  for (const Vec3& p : ring) mesh.vertices.push_back(p + along);
  for (std::uint32_t i = 0; i < n; ++i) {
    const std::uint32_t a = base + i, b = base + (i + 1) % n;
    mesh.triangles.push_back({a, b, b + n});
    mesh.triangles.push_back({a, b + n, a + n});
    if (i >= 2) {
      mesh.triangles.push_back({base, a, base + i - 1});
      mesh.triangles.push_back({base + n, base + n + i - 1, a + n});
    }
  }
}

int axis_of(PartShape shape) {
  return shape == PartShape::cylinder_x ? 0 : shape == PartShape::cylinder_y ? 1 : 2;
}

}  // namespace

SolidBuilder& SolidBuilder::block(const Vec3& from, const Vec3& to) {
  const Vec3 a = at(from), b = at(to);
  add_prism(mesh_, {a, {a.x(), b.y(), a.z()}, {a.x(), b.y(), b.z()}, {a.x(), a.y(), b.z()}}, {b.x() - a.x(), 0, 0});
  return *this;
}

SolidBuilder& SolidBuilder::round(int axis, const Vec3& from, const Vec3& to) {
  const Vec3 a = at(from), b = at(to), middle = 0.5 * (a + b), half = 0.5 * (b - a);
  const int u = (axis + 1) % 3, v = (axis + 2) % 3;
  std::vector<Vec3> ring;
  for (int i = 0; i < sides; ++i) {
    Vec3 p = middle;
    p[axis] = a[axis];
    p[u] += half[u] * std::cos(2.0 * pi * i / sides);
    p[v] += half[v] * std::sin(2.0 * pi * i / sides);
    ring.push_back(p);
  }
  Vec3 along = Vec3::Zero();
  along[axis] = b[axis] - a[axis];
  add_prism(mesh_, ring, along);
  return *this;
}

SolidBuilder& SolidBuilder::blades(double u, const Vec3& hub, int count, double radius) {
  const double thick = std::min(0.2 * size_.x(), 0.08 * radius);
  Vec3 middle = at(hub);
  middle.x() = low_.x() + u * size_.x() - 0.5 * thick;
  for (int i = 0; i < count; ++i) {
    const double turn = 2.0 * pi * i / count + 0.5 * pi;
    const Vec3 out(0.0, std::cos(turn), std::sin(turn)), side(0.0, out.z(), -out.y());
    std::vector<Vec3> ring;
    for (const auto& [r, w] : {std::pair{0.1, 0.06}, {0.55, 0.20}, {0.9, 0.14}, {0.98, 0.0}})
      ring.push_back(middle + radius * (r * out + w * side));
    for (const auto& [r, w] : {std::pair{0.9, -0.14}, {0.55, -0.20}, {0.1, -0.06}})
      ring.push_back(middle + radius * (r * out + w * side));
    add_prism(mesh_, ring, {thick, 0, 0});
  }
  return *this;
}

TriangleMesh plain_solid(const Part& part) {
  SolidBuilder b(part);
  const Vec3 all = Vec3::Ones(), none = Vec3::Zero();
  if (part.shape == PartShape::box) return b.block(none, all).take();
  return b.round(axis_of(part.shape), none, all).take();
}

TriangleMesh bar_between(const Vec3& from, const Vec3& to, double diameter) {
  const Vec3 along = to - from;
  const Vec3 side = along.unitOrthogonal(), other = along.normalized().cross(side);
  std::vector<Vec3> ring;
  for (int i = 0; i < sides; ++i)
    ring.push_back(from +
                   0.5 * diameter * (std::cos(2.0 * pi * i / sides) * side + std::sin(2.0 * pi * i / sides) * other));
  TriangleMesh mesh;
  add_prism(mesh, ring, along);
  return mesh;
}

}  // namespace plucky::app
