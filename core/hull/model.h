// The hull as the other stages see it. In: HullDesign. Out: skin, what floats, outlines, areas, openings.
#pragma once

#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "geometry/buoyant_solid.h"
#include "geometry/plane_cut.h"
#include "geometry/region.h"
#include "hull/loft.h"
#include "hull/reading.h"
#include "hull/running_surface.h"

namespace plucky {

/// A point where water could come in: corner of a hatch or a named opening.
struct FloodPoint {
  Id id = 0;  ///< of the hatch or opening
  std::string name;
  Vec3 place = Vec3::Zero();
  bool sealed = false;
};

/// A compartment's or chamber's space.
struct ChamberSpace {
  Id id = 0;
  std::string name;
  double volume = 0.0;           ///< m3
  Vec3 centroid = Vec3::Zero();  ///< m
};

/// Outline of the hull along its length, for drawing and for placing things. One entry per station.
struct Outline {
  std::vector<double> x, keel, top, half_port, half_starboard;  ///< m; half_starboard is positive
  /// The first station past which the keel stays above a height on its way to the stem; the count of stations where it
  /// does nowhere. Looked for in the fore half.
  [[nodiscard]] std::size_t rises_past(double height) const;
};
/// Of the depth, by which the keel has risen where the bow begins.
inline constexpr double forefoot_rise = 0.1;

/// One closed body of the hull.
struct ShellModel {
  Id id = 0;  ///< of the further shell; 0: the main one
  Text name;
  Box3 box;
  double volume = 0.0;            ///< m3
  std::vector<Section> sections;  ///< at about 120 stations of its own, from its after end to its bow
  Outline outline;
  std::vector<Vec3> deck_edge;  ///< port side from the transom to the bow, then starboard back
  /// The section nearest to x.
  [[nodiscard]] const Section& section_near(double x) const;
};

/// A flat wall, rib or stringer inside the hull.
struct Frame {
  Id id = 0;
  bool along = false;  ///< a stringer, in a plane y = const; else across, in a plane x = const
  double at = 0.0;     ///< m: after face of a wall; starboard face of a stringer
  Region outline;      ///< m, (y, z) of a wall without its opening, (x, z) of a stringer: inside the skin
  Region shape;        ///< the same with a rib's opening
  bool temporary = false;
  double volume = 0.0;           ///< m3
  Vec3 centroid = Vec3::Zero();  ///< m
};

/// Everything that follows from the hull design alone. What has no shell of its own is of all of them together.
struct HullModel {
  TriangleMesh skin;               ///< outer skin with deck, coamings and cabins; each shell closed
  std::vector<Surface> surface;    ///< one per triangle
  std::size_t bare_triangles = 0;  ///< the first so many triangles are the bare hull with its deck
  BuoyantSolid buoyant;            ///< what floats: skin less flood chambers and less cabins that are not sealed
  std::vector<ShellModel> shells;  ///< the main one first
  std::vector<Vec3> deck_edge;     ///< points along the deck edges, all round each shell in turn
  std::vector<FloodPoint> flood_points;
  std::vector<ChamberSpace> chambers;
  std::vector<Frame> frames;      ///< walls in the design's order, then stringers, port before starboard
  std::vector<Section> sections;  ///< bare hull at about 120 stations, from transom to bow
  Outline outline;
  Box3 box;                                                                        ///< of the bare hull
  double volume = 0.0;                                                             ///< m3 inside the bare hull
  double shell_area = 0.0, transom_area = 0.0, deck_area = 0.0, upper_area = 0.0;  ///< m2; upper: coamings and cabins
  Vec3 shell_centroid = Vec3::Zero(), transom_centroid = Vec3::Zero(), deck_centroid = Vec3::Zero(),
       upper_centroid = Vec3::Zero();  ///< area centroids, m
  double spray_rails = 0.0;            ///< on each side of the bottom
  Vec3 transom_foot = Vec3::Zero();    ///< m, after end of the keel, without runners
  double runners = 0.0;                ///< m, by which they stand below the bottom
  /// What it is to the methods; unknown where it comes as a mesh whose shape does not tell and nobody has said.
  BottomForm bottom = BottomForm::unknown;
  bool planes = false;                   ///< may run over its own wave
  std::vector<RunningSurface> surfaces;  ///< where it runs on several, the foremost first
  std::optional<HullReading> reading;    ///< of one that comes as a mesh
  bool symmetrical = true;               ///< to the centre plane, within a thousandth of the beam

  [[nodiscard]] double length() const { return box.size().x(); }
  [[nodiscard]] double beam() const { return box.size().y(); }
  /// Sponsons and the after end of the middle: several surfaces, each in water of its own. A stepped bottom is not.
  [[nodiscard]] bool runs_on_points() const { return surfaces.size() > 1 && !surfaces.back().in_wake; }
  /// Height of the bottom at the transom, without runners, m.
  [[nodiscard]] double transom_keel() const { return transom_foot.z(); }
  /// The first section with all of the transom behind it.
  [[nodiscard]] const Section& transom() const;
  /// The shell that holds a place, else the nearest one.
  [[nodiscard]] std::size_t shell_at(const Vec3& place) const;
  /// The section nearest to x.
  [[nodiscard]] const Section& section_near(double x) const;
  /// Height of the deck at (x, y), m; the hull's top where (x, y) lies outside it.
  [[nodiscard]] double deck_height(double x, double y) const;
  /// Height of the bottom at (x, y), m; the hull's lowest point where (x, y) lies outside it.
  [[nodiscard]] double bottom_height(double x, double y) const;
};

/// Builds the model. Throws InvalidInput for parameters that cannot be lofted, for hatches, cabins, chambers or
/// bulkheads outside the hull, for imported meshes that enclose nothing, and for shells that meet one another.
[[nodiscard]] HullModel build_hull(const HullDesign& design);

}  // namespace plucky
