// A panel of a folded hull while it is bent. In: the panel, the share of its angles that is made. Out: where its points
// lie.
//
// A chain of plane triangles: from one to the next it bends by a share of the angle that it has in the boat, about the
// side they have in common.
#pragma once

#include <vector>

#include "build/panels.h"

namespace plucky {

/// Where a panel's points lie on the boat; the starboard one mirrored.
[[nodiscard]] std::vector<Vec3> panel_in_space(const Panel& panel, bool mirrored);

/// The side of a triangle and how a neighbour across it stands to it.
struct Hinge {
  Vec3 u, v;     ///< m, ends of the side
  Vec3 away;     ///< in the triangle's plane, square to the side, away from the triangle
  Vec3 outward;  ///< normal of the triangle
};

class BendingLeaf {
 public:
  BendingLeaf(const Panel& panel, bool mirrored, double share);
  /// The first triangle as it lies on the flat.
  void lay_down();
  /// Hung to its parent: the seam's segment lies there already, the neighbour's triangle tells the rest.
  void hang(std::size_t u, std::size_t v, const Hinge& pose, const Hinge& space);
  /// The triangle along a segment of the outline, as it is bent, and in the boat.
  [[nodiscard]] Hinge pose_at(std::size_t u, std::size_t v) const;
  [[nodiscard]] Hinge space_at(std::size_t u, std::size_t v) const;
  [[nodiscard]] std::vector<Vec3> take() { return std::move(at_); }

 private:
  [[nodiscard]] std::size_t face_with(std::size_t u, std::size_t v) const;
  [[nodiscard]] Hinge hinge_of(const std::vector<Vec3>& at, std::size_t u, std::size_t v, std::size_t q) const;
  /// From a triangle that lies to all others, one after the other.
  void spread(std::size_t root);
  void go_on(std::size_t from, std::size_t to);

  const Panel& p_;
  std::vector<Vec3> space_;
  double share_, way_;
  std::vector<Vec3> at_;
};

}  // namespace plucky
