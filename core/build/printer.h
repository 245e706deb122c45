// The printer at hand and what it needs to know of a print. Plain data.
#pragma once

#include <string>

#include "geometry/triangle_mesh.h"

namespace plucky {

struct Printer {
  std::string name = "Printer";
  Vec3 bed{0.220, 0.220, 0.250};  ///< m: width, depth, height of what it can print
  double margin = 0.005;          ///< m kept free all round and above
  double line_width = 0.00045;    ///< m
  double layer = 0.0002;          ///< m
  double flow = 1.0e-8;           ///< m3/s of plastic at most
  double speed = 0.060;           ///< m/s along a line
  double travel = 0.150;          ///< m/s between lines
  double acceleration = 1.5;      ///< m/s2
  double clearance = 0.0002;      ///< m between a peg and its socket, all in all
  double overhang = pi / 4.0;     ///< rad that a face may lean out from the upright and print without support
  double bridge = 0.02;           ///< m that a line may hang free between two walls: common practice, no source
  double hours_factor = 1.0;      ///< hours a finished print took, over those that were told
  double mass_factor = 1.0;       ///< what it weighed, over what was told
  double spool = 1.0;             ///< kg of filament
  double price = 0.0;             ///< of a spool, in the builder's own money; 0: not noted
  double waste = 0.10;            ///< share more for tuning, brims and prints that failed
  bool operator==(const Printer&) const = default;

  /// m3/s of plastic in a wall, as fast as its lines go or as it melts; corners and travel take a fifth more: common
  /// practice, no source.
  [[nodiscard]] double wall_flow() const;
  /// s for a volume of walls (m3), as the last finished print told.
  [[nodiscard]] double time_for(double volume) const { return hours_factor * volume / wall_flow(); }
  /// m that a part may measure.
  [[nodiscard]] Vec3 room() const { return bed - Vec3(2.0 * margin, 2.0 * margin, margin); }
};

/// How a part may lie on the bed.
enum class Stance { flat, diagonal, on_end, on_side };

struct BedFit {
  bool fits = false;
  Stance stance = Stance::flat;
  double turn = 0.0;  ///< rad about the upright, of a part that lies across the bed
};

/// The first stance of those, in their order, in which a part of this size (m) finds room. A part on end stands on its
/// after end: its length is its height.
[[nodiscard]] BedFit fit_on(const Printer& printer, const Vec3& size);
/// In one of them alone.
[[nodiscard]] BedFit fit_in(const Printer& printer, const Vec3& size, Stance stance);
/// The part turned into its stance, standing on the bed round the middle of it; the bed's corner is the origin.
[[nodiscard]] TriangleMesh on_bed(TriangleMesh part, const BedFit& fitting, const Printer& printer);
[[nodiscard]] const char* stance_name(Stance stance);
[[nodiscard]] const char* stance_key(Stance stance);

}  // namespace plucky
