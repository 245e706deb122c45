// What a plane of water makes of a closed body. In: triangles and a plane. Out: volume, moments, water plane, wetted
// area.
//
// Method: divergence theorem over the clipped triangles and the cap; water plane integrals by Green's theorem from the
// cut edges alone. Exact for the mesh. Triangles are kept in a tree whose nodes carry the sums of their triangles, so a
// plane costs only the triangles it cuts.
#pragma once

#include <cstdint>
#include <vector>

#include "geometry/buoyant_solid.h"

namespace plucky {

/// How the boat lies: heel p about its x axis (positive to starboard), then trim t about the horizontal transverse axis
/// (positive bow up), both rad.
struct Attitude {
  double heel = 0.0;
  double trim = 0.0;

  /// World directions in boat axes: up (n), horizontal ahead (X) and horizontal to port (Y); X x Y = n.
  [[nodiscard]] Vec3 up() const;
  [[nodiscard]] Vec3 ahead() const;
  [[nodiscard]] Vec3 port() const;
  bool operator==(const Attitude&) const = default;
};

/// The water surface in boat axes: points r with up . r = offset. Offset in m.
struct WaterPlane {
  Attitude attitude;
  double offset = 0.0;

  /// Height of a point above the water, m; negative below.
  [[nodiscard]] double height(const Vec3& r) const { return attitude.up().dot(r) - offset; }
  /// z of the water in boat axes at (x, y), m. Undefined (division by zero) at 90 degrees of heel.
  [[nodiscard]] double z_at(double x, double y = 0.0) const;
  bool operator==(const WaterPlane&) const = default;
};

/// Integrals of the part of a body below a water plane.
struct Immersion {
  double volume = 0.0;                   ///< m3
  Vec3 moment = Vec3::Zero();            ///< integral of r dV in boat axes, m4
  double wetted_area = 0.0;              ///< skin below the water, m2
  double waterplane_area = 0.0;          ///< m2
  Vec2 waterplane_first = Vec2::Zero();  ///< integrals of x' and y' dA along ahead() and port(), m3
  double waterplane_xx = 0.0;            ///< integral of x'^2 dA, m4, about the origin of the boat axes
  double waterplane_yy = 0.0;            ///< integral of y'^2 dA, m4
  double waterplane_xy = 0.0;            ///< integral of x' y' dA, m4
  Box3 waterline;                        ///< box around the waterline in boat axes, m

  [[nodiscard]] Vec3 centre_of_buoyancy() const { return moment / volume; }
};

/// A body prepared for many water planes. Immutable; safe to share between threads.
///
/// Example:
///     ImmersedBody body({box_mesh({0, -0.15, 0}, {1, 0.15, 0.1}), {}});
///     Immersion at_draught = body.below({{0, 0}, 0.05});   // volume 0.015 m3
class ImmersedBody {
 public:
  ImmersedBody() = default;
  /// `leaf_size`: triangles per leaf of the tree; a huge value makes every plane visit every triangle.
  explicit ImmersedBody(const BuoyantSolid& solid, std::size_t leaf_size = 4);

  [[nodiscard]] Immersion below(const WaterPlane& plane) const;

  [[nodiscard]] double volume() const { return volume_; }           ///< of the whole body, m3
  [[nodiscard]] const Vec3& centroid() const { return centroid_; }  ///< of the whole body, m
  [[nodiscard]] const Box3& box() const { return box_; }
  [[nodiscard]] std::size_t triangle_count() const { return corners_.size(); }

 private:
  struct Corners {
    Vec3 a, b, c;
    double skin_area;  // 0 for faces that are not outer skin
  };
  struct Node {
    Vec3 centre, half;             // box of the node's triangles
    double volume6 = 0.0;          // sum of a . (b x c)
    Vec3 moment24 = Vec3::Zero();  // sum of that times (a + b + c)
    double area = 0.0;             // skin area
    std::uint32_t first = 0, count = 0;
    std::uint32_t right = 0;  // index of the second child; 0 in a leaf (the first child follows its parent)
  };
  struct Sums;

  std::uint32_t build(std::vector<std::uint32_t>& order, std::uint32_t first, std::uint32_t count,
                      const std::vector<Corners>& all, std::size_t leaf_size);
  void add_cut_leaf(const Node& node, Sums& sums) const;

  Vec3 origin_ = Vec3::Zero();    // middle of the body: keeps the sums small
  std::vector<Corners> corners_;  // relative to origin_, in leaf order
  std::vector<Node> nodes_;
  double volume_ = 0.0;
  Vec3 centroid_ = Vec3::Zero();
  Box3 box_;
};

}  // namespace plucky
