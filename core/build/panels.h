// The panels a hull is planked or folded from, laid flat. In: a hull of straight sections. Out: outlines with marks,
// bevels along their edges, and how far each is from what a sheet can do.
//
// Method: keel, chine and sheer, and the edge of a tunnel's roof, bound the panels; each is the strip of least twist
// between two of them (geometry/ruled_strip.h), transom and bow plate are plane. A panel lies on the outer face of the
// skin.
#pragma once

#include <array>
#include <optional>
#include <vector>

#include "geometry/ruled_strip.h"
#include "hull/design.h"

namespace plucky {

enum class PanelRole { bottom, side, deck, transom, bow, tunnel_wall, tunnel_roof };
/// Where panels meet.
enum class Seam { keel, chine, deck_edge, transom, bow, tunnel_edge };

/// A line drawn on a panel.
struct PanelMark {
  enum class Kind { station, waterline, centreline } kind = Kind::station;
  double at = 0.0;  ///< m from the transom of a station
  std::vector<Vec2> line;
};

/// One side of a panel's outline.
struct PanelEdge {
  std::size_t first = 0, last = 0;  ///< points of the outline, counted on past its end where it closes
  Seam seam = Seam::keel;
  PanelRole joins = PanelRole::bottom;  ///< the panel on the other side of the seam
  double length = 0.0;                  ///< m
  int mate = 0;                         ///< number of that panel, its own: its mirror image; 0: there is none
  /// rad at each point: by how much the neighbour is turned from lying in one plane with it; a mitre takes half. Below
  /// zero where the corner stands into the boat, as at a tunnel's roof: there the outer faces meet. Empty: nothing
  /// joins.
  std::vector<double> fold;
};

struct Panel {
  int number = 0;
  PanelRole role = PanelRole::bottom;
  int count = 1;               ///< 2: a mirror image for starboard
  std::vector<Vec2> outline;   ///< m, anticlockwise seen from outside the boat, closed without its first point again
  std::vector<Vec3> in_space;  ///< m, where each point of the outline lies on the boat
  /// Plane triangles between points of the outline; of a strip from the transom to the bow, each sharing a side with
  /// the one before.
  std::vector<std::array<std::size_t, 3>> faces;
  std::vector<PanelEdge> edges;
  std::vector<PanelMark> marks;
  double area = 0.0;    ///< m2
  double strain = 0.0;  ///< that a sheet would have to take, share; see strain_of_twist()
  double off = 0.0;     ///< m, the farthest it lies from the designed surface

  /// m, length and width of the outline as it lies.
  [[nodiscard]] Vec2 size() const;
  /// m, of the sheet it is cut from.
  [[nodiscard]] double thickness(const Skin& skin) const {
    return role == PanelRole::deck ? skin.deck_thickness : skin.shell_thickness;
  }
};

struct PanelWishes {
  double station_step = 0.05;  ///< m between marked stations; 0: none
  /// Plane of the water at rest, normal . r = offset, marked where it crosses; none: not known.
  std::optional<std::pair<Vec3, double>> water;
  double boot_top = 0.0;  ///< m over that plane, marked as well; 0: not
  int stations = 60;      ///< of the design's lines
};

/// Throws InvalidInput when the hull has no panels: rounded bilges, a mesh.
[[nodiscard]] std::vector<Panel> panels_of(const HullDesign& design, const PanelWishes& wishes = {});

[[nodiscard]] const char* panel_role_key(PanelRole role);
[[nodiscard]] const char* panel_role_name(PanelRole role);
[[nodiscard]] const char* seam_key(Seam seam);
[[nodiscard]] const char* seam_name(Seam seam);

}  // namespace plucky
