// Cuts of a mesh by planes: stations for drawing and areas, half-space clips for flood chambers and compartments.
#pragma once

#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky {

/// One closed loop of a section in the plane x = const; points are (y, z). Anticlockwise loops (seen from the bow,
/// y to the right) enclose the solid. `closed` is false where the mesh has a hole on the cut.
struct SectionLoop {
  std::vector<Vec2> points;
  bool closed = true;
};

/// A stretch of a line inside the solid, m.
struct Span {
  double low = 0.0, high = 0.0;
  [[nodiscard]] double length() const { return high - low; }
};

/// The mesh cut at one station.
struct Section {
  double x = 0.0;
  std::vector<SectionLoop> loops;

  /// Smallest rectangle around the section: least and greatest (y, z). Empty sections give low > high.
  struct Extent {
    Vec2 low = Vec2::Constant(1e300), high = Vec2::Constant(-1e300);
    [[nodiscard]] bool empty() const { return low.x() > high.x(); }
  };
  [[nodiscard]] Extent extent() const;

  /// Is (y, z) inside the solid at this station? Even-odd rule over all loops.
  [[nodiscard]] bool contains(const Vec2& p) const;
  /// Enclosed area, m2.
  [[nodiscard]] double area() const;
  /// Enclosed area below height z, m2.
  [[nodiscard]] double area_below(double z) const;
  /// Where the loops cross the line on which coordinate `axis` (0: y, 1: z) has the value `at`: the other coordinate
  /// of each crossing, in the order of the loops. A point on the line counts as below it.
  [[nodiscard]] std::vector<double> crossings(int axis, double at) const;
  /// The stretches of that line inside the solid's outer loops, lowest first and apart from one another: two of them
  /// across a tunnel or twin hulls. Hollows inside the solid count as solid.
  [[nodiscard]] std::vector<Span> spans(int axis, double at) const;
};

/// Cuts the mesh at every given station in one pass over its triangles, or over the first `triangles` of them. Stations
/// must be increasing.
[[nodiscard]] std::vector<Section> sections(const TriangleMesh& mesh, const std::vector<double>& stations,
                                            std::size_t triangles = static_cast<std::size_t>(-1));

/// The part of the solid with normal . r <= offset, closed by a cap.
///
/// The cap is a fan from one of its own points, with signed areas where the outline is not convex: every volume, moment
/// and water plane integral over the result is exact, but it is not meant for display or printing.
[[nodiscard]] TriangleMesh clip_for_integrals(const TriangleMesh& mesh, const Vec3& normal, double offset);

/// The part of the solid inside an axis-aligned box, closed as in clip_for_integrals().
[[nodiscard]] TriangleMesh clip_for_integrals(const TriangleMesh& mesh, const Box3& box);

}  // namespace plucky
