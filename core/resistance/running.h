// The boat at speed: what holds it back and how it lies. In: hull, floating state, thrust line. Out: drag in parts,
// trim, rise over a range of speeds.
//
// Below a volumetric Froude number V / sqrt(g vol^(1/3)) of 1.2 the displacement method (ITTC 1957 with form factor,
// Michell, Holtrop & Mennen's immersed transom), above 2.4 the planing method (Savitsky), between them a smooth blend
// of both by that number. The blend is ours: neither method holds there, and the answer says so.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "resistance/planing.h"
#include "resistance/wave.h"

namespace plucky {

enum class Regime { displacement, semi_planing, planing };

/// What the methods need of a boat, taken from hull and floating state once.
struct RunningHull {
  Offsets offsets;
  double waterline_length = 0.0;  ///< m
  double wetted_area = 0.0;       ///< m2, at rest
  double form = 1.0;              ///< 1 + k
  double volume = 0.0;            ///< m3, displaced at rest
  double transom_area = 0.0;      ///< m2, immersed at rest
  double transom_beam = 0.0;      ///< m, at the water
  double waterplane = 0.8;        ///< coefficient
  double appendage_area = 0.0;    ///< m2, Cd A of what hangs in the water at rest; the bottom's own is of planing
  double rest_trim = 0.0;         ///< rad
  double rest_draught = 0.0;      ///< m, of the transom's keel at rest; negative when it is clear of the water
  bool joined = false;            ///< two bodies, and what joins them is wet over a part of the length
  bool planes = false;            ///< has a bottom that Savitsky's method can take
  PlaningHull bottom;
  double density = 0.0, viscosity = 0.0;
  double depth = 0.0;  ///< m, of the water; 0: deep
  /// Length over breadth at the water.
  [[nodiscard]] double slenderness() const;
};

/// Parts in N. Where the regime is a blend each part is blended.
struct RunningPoint {
  double speed = 0.0;  ///< m/s
  double volumetric_froude = 0.0;
  Regime regime = Regime::displacement;
  bool holds = false;          ///< false: no attitude carries the boat at this speed, see `message`
  bool bow_rises = false;      ///< it does not hold, but its forces at the greatest trim are known
  bool outside_range = false;  ///< of the published range of the method
  Text message;
  double drag = 0.0, friction = 0.0, wave = 0.0, pressure = 0.0, appendages = 0.0, air = 0.0;
  double spray = 0.0;                        ///< N, of the whisker spray; in `drag`
  double air_lift = 0.0;                     ///< N, that the air under deck and tunnel carries
  double trim = 0.0;                         ///< rad, keel to the water
  double wetted_length = 0.0;                ///< m
  double draught = 0.0;                      ///< m, of the transom's keel below the running water
  double transom_dry = 0.0;                  ///< 0 to 1: does the water leave the transom clear?
  double planing_share = 0.0;                ///< 0 to 1, weight of the planing method
  std::optional<double> porpoising_trim;     ///< rad; none where unknown
  std::optional<PorpoisingMode> porpoising;  ///< on the plane, where no such limit is known

  /// Height of the water over the transom's keel in boat axes at x, m: the undisturbed level under the boat; behind a
  /// transom that has run dry the hollow that begins at its edge and goes on with the bottom.
  [[nodiscard]] double water_at(double x) const;
};

/// One speed. Throws InvalidInput for a speed that is not above zero.
[[nodiscard]] RunningPoint run_at(const RunningHull& hull, double speed);

/// The whole curve, prepared once for many balances.
class ResistanceCurve {
 public:
  ResistanceCurve() = default;
  /// Speeds from a Froude number of 0.1 to past `most`, where they stand by the hull alone, so that no motor changes a
  /// hull's drag; closer where the curve bends. It ends before the first speed that no attitude carries. Throws
  /// InvalidInput for a speed that is not above zero.
  ResistanceCurve(const RunningHull& hull, double most);

  [[nodiscard]] const std::vector<RunningPoint>& points() const { return points_; }
  [[nodiscard]] double most_speed() const { return points_.empty() ? 0.0 : points_.back().speed; }
  /// Why it ends before the speed asked for, in words; empty when it does not.
  [[nodiscard]] const Text& ends_because() const { return ends_because_; }
  /// With all its drag more by a factor: what the runs of a boat have told. Throws InvalidInput for one not above zero.
  [[nodiscard]] ResistanceCurve times(double factor) const;
  /// N, linear between the points over the square of the speed; beyond the last point it goes on with that square.
  [[nodiscard]] double drag(double speed) const;
  /// The point nearest below, carried to the speed.
  [[nodiscard]] RunningPoint at(double speed) const;

 private:
  std::vector<RunningPoint> points_;
  Text ends_because_;
};

}  // namespace plucky
