// Points and directions. Axes of the boat: x forward from the transom, y to port, z up from the keel baseline; metres.
#pragma once

#include <Eigen/Core>
#include <Eigen/Geometry>
#include <numbers>

namespace plucky {

using Vec2 = Eigen::Vector2d;
using Vec3 = Eigen::Vector3d;

inline constexpr double pi = std::numbers::pi;
[[nodiscard]] constexpr double radians(double degrees) {
  return degrees * pi / 180.0;
}
[[nodiscard]] constexpr double degrees(double radians) {
  return radians * 180.0 / pi;
}

/// Axis-aligned box; empty until a point is included.
struct Box3 {
  Vec3 low = Vec3::Constant(1e300);
  Vec3 high = Vec3::Constant(-1e300);

  void include(const Vec3& p) {
    low = low.cwiseMin(p);
    high = high.cwiseMax(p);
  }
  [[nodiscard]] bool empty() const { return low.x() > high.x(); }
  [[nodiscard]] Vec3 size() const { return empty() ? Vec3(Vec3::Zero()) : Vec3(high - low); }
  [[nodiscard]] Vec3 centre() const { return 0.5 * (low + high); }
  [[nodiscard]] Box3 grown(double by) const { return {low.array() - by, high.array() + by}; }
  [[nodiscard]] bool contains(const Vec3& p) const {
    return (p.array() >= low.array()).all() && (p.array() <= high.array()).all();
  }
  [[nodiscard]] bool overlaps(const Box3& o) const {
    return (low.array() <= o.high.array()).all() && (o.low.array() <= high.array()).all();
  }
  /// Shortest distance between the two boxes, m; 0 when they touch or overlap.
  [[nodiscard]] double distance(const Box3& o) const {
    const Vec3 gap = (low - o.high).cwiseMax(o.low - high).cwiseMax(Vec3::Zero());
    return gap.norm();
  }
};

}  // namespace plucky
