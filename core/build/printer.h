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
  bool operator==(const Printer&) const = default;

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
/// The part turned into its stance, standing on the bed round the middle of it; the bed's corner is the origin.
[[nodiscard]] TriangleMesh on_bed(TriangleMesh part, const BedFit& fitting, const Printer& printer);
[[nodiscard]] const char* stance_name(Stance stance);
[[nodiscard]] const char* stance_key(Stance stance);

}  // namespace plucky
