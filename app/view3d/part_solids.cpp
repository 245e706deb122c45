#include "view3d/part_solids.h"

#include <algorithm>
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

/// Parts of a component, told as shares of its box: 0 aft, starboard, below; 1 forward, port, above.
class Builder {
 public:
  explicit Builder(const Part& part) : low_(part.box().low), size_(part.size) {}

  Builder& block(const Vec3& from, const Vec3& to) {
    const Vec3 a = at(from), b = at(to);
    add_prism(mesh_, {a, {a.x(), b.y(), a.z()}, {a.x(), b.y(), b.z()}, {a.x(), a.y(), b.z()}}, {b.x() - a.x(), 0, 0});
    return *this;
  }
  /// A cylinder (or oval one) along an axis, in the cross section `from` to `to`.
  Builder& round(int axis, const Vec3& from, const Vec3& to) {
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
  /// Blades round an axis along the boat at share `u`, `radius` in metres, as thin as a tenth of the box's length.
  Builder& blades(double u, const Vec3& hub, int count, double radius) {
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
  TriangleMesh take() { return std::move(mesh_); }

 private:
  [[nodiscard]] Vec3 at(const Vec3& share) const { return low_ + share.cwiseProduct(size_); }
  Vec3 low_, size_;
  TriangleMesh mesh_;
};

int axis_of(PartShape shape) {
  return shape == PartShape::cylinder_x ? 0 : shape == PartShape::cylinder_y ? 1 : 2;
}

}  // namespace

TriangleMesh part_solid(const Part& part) {
  Builder b(part);
  const Vec3 all = Vec3::Ones(), none = Vec3::Zero();
  switch (part.kind) {
    case PartKind::battery:
      return b.block(none, {1, 1, 0.94})
          .block({0.0, 0.42, 0.94}, {0.3, 0.48, 1})
          .block({0.0, 0.54, 0.94}, {0.3, 0.6, 1})
          .take();
    case PartKind::esc:
      b.block(none, {1, 1, 0.7});
      for (int i = 0; i < 5; ++i) b.block({0.15 + 0.15 * i, 0.1, 0.7}, {0.21 + 0.15 * i, 0.9, 1});
      return b.take();
    case PartKind::servo:
      return b.block({0.12, 0, 0}, {0.88, 1, 0.8})
          .block({0, 0, 0.56}, {1, 1, 0.64})
          .round(2, {0.60, 0.3, 0.8}, {0.80, 0.7, 0.9})
          .block({0.45, 0.35, 0.9}, {0.95, 0.65, 1})
          .take();
    case PartKind::motor:
      return b.round(0, none, {0.1, 1, 1})
          .round(0, {0.12, 0.02, 0.02}, {0.88, 0.98, 0.98})
          .round(0, {0.9, 0, 0}, all)
          .take();
    case PartKind::propeller: {
      const auto* screw = std::get_if<Screw>(&part.data);
      const double radius = screw ? 0.5 * screw->diameter : 0.5 * part.size.z();
      const int count = screw ? static_cast<int>(screw->blades) : 2;
      b.round(0, {0.2, 0.44, 0.44}, {0.8, 0.56, 0.56}).blades(0.5, {0, 0.5, 0.5}, count, radius);
      if (screw && screw->guard_radius > 0.0)
        for (int i = 0; i < 12; ++i) {  // the guard's ring as short bars
          const double t = 2.0 * pi * i / 12, y = 0.5 + 0.48 * std::cos(t), z = 0.5 + 0.48 * std::sin(t);
          b.block({0.0, y - 0.015, z - 0.015}, {1.0, y + 0.015, z + 0.015});
        }
      return b.take();
    }
    case PartKind::rudder:
      if (part.size.y() > 0.5 * part.size.x())  // a pair
        return b.block(none, {1, 0.06, 1})
            .block({0, 0.94, 0}, all)
            .block({0.66, 0.06, 0.06}, {0.72, 0.94, 0.10})
            .take();
      return b.block({0, 0.2, 0}, {1, 0.8, 0.72}).block({0.64, 0.1, 0.7}, {0.78, 0.9, 1}).take();
    case PartKind::pod:
      return b.round(0, {0.14, 0.25, 0.05}, {0.82, 0.75, 0.27})
          .block({0.42, 0.4, 0.16}, {0.66, 0.6, 0.86})
          .block({0.40, 0.1, 0.82}, all)
          .block({0.86, 0.1, 0.5}, all)
          .blades(0.1, {0, 0.5, 0.16}, 3, std::min(0.16 * part.size.z(), 0.5 * part.size.y()))
          .take();
    case PartKind::jet:
      return b.round(0, {0, 0.26, 0.3}, {0.22, 0.74, 0.7})
          .round(0, {0.22, 0.05, 0.08}, {0.6, 0.95, 0.92})
          .block({0.6, 0.2, 0}, {1, 0.8, 0.4})
          .take();
    case PartKind::coupler:
      return b.round(0, none, {0.45, 1, 1})
          .round(0, {0.55, 0, 0}, all)
          .round(0, {0.4, 0.25, 0.25}, {0.6, 0.75, 0.75})
          .take();
    case PartKind::pump:
      return b.round(0, {0.3, 0.1, 0.1}, {1, 0.9, 0.9})
          .round(0, {0.08, 0, 0}, {0.34, 1, 1})
          .round(0, {0, 0.4, 0.4}, {0.1, 0.6, 0.6})
          .take();
    case PartKind::camera:
      return b.block(none, {0.84, 1, 1}).round(0, {0.84, 0.25, 0.25}, {1, 0.75, 0.75}).take();
    case PartKind::shaft:
      return b.round(0, none, all).take();
    default:
      break;
  }
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
