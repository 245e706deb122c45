// A prismatic planing hull in steady running. In: bottom, weight, CG, thrust line, speed. Out: trim, wetted length,
// drag.
//
// Savitsky (1964) with the whole moment balance: normal force at the centre of pressure, friction on the bottom,
// thrust, appendages, tabs and air each with their arm about the CG. Where the spray root no longer reaches the chine
// (high speed, little trim) the wetted beam is an unknown of its own and the bottom works as one of that beam, which
// keeps lift, drag and trim steady there. Valid for 0.6 <= Cv <= 13, 2 to 15 degrees of trim, mean wetted length up to
// 4 beams; outside these the answer says so. Deadrise in degrees enters the published formulas as such.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "geometry/vec.h"
#include "hull/running_surface.h"
#include "resistance/planing_surface.h"

namespace plucky {

/// What lifts in the air: deck and tunnel as a wing close over the water, a wing, a canard.
struct AirWing {
  double area = 0.0;     ///< m2
  double slope = 0.0;    ///< of the lift coefficient, 1/rad; see wing_slope()
  double ahead = 0.0;    ///< m, of where it lifts, forward of the CG
  double angle = 0.0;    ///< rad, to the keel
  double above = 0.0;    ///< m, over the CG
  bool section = false;  ///< has a leading edge: lifts downward as well, and is dragged along when it does not lift
  double aspect = 0.0;   ///< of one with a section, as the water's nearness leaves it: what its lift costs
};
/// Lift coefficient at this trim: linear up to 14 degrees, beyond which the flow has let go and it grows no more.
[[nodiscard]] double wing_lift(const AirWing& wing, double trim);
/// Lift slope of a low wing, 2 pi / (1 + 2 f / A): A its aspect ratio with end plates, 1 + 1.9 plate / span times the
/// plain one (Hoerner, memory); f = (16 h)^2 / (1 + (16 h)^2) what the water leaves of the downwash, h the height over
/// the span (McCormick, memory). All above zero but the plates.
[[nodiscard]] double wing_slope(double span, double area, double end_plate, double height);

struct PlaningHull {
  double beam = 0.0;             ///< m, over the chines, of one body
  double deadrise = 0.0;         ///< rad, mean of the wetted length
  std::size_t bodies = 1;        ///< like ones side by side, each with its share of everything below
  double mass = 0.0;             ///< kg
  double lcg = 0.0, vcg = 0.0;   ///< m, forward of the transom and above the keel
  double thrust_angle = 0.0;     ///< rad, thrust line to the keel, positive when the thrust points upward ahead
  double thrust_offset = 0.0;    ///< m, from CG square to the thrust line, positive when the line passes below the CG
  double appendage_area = 0.0;   ///< m2, drag area Cd A in the water
  double appendage_depth = 0.0;  ///< m, of its centre below the CG
  double air_area = 0.0;         ///< m2, drag area in the air
  double air_height = 0.0;       ///< m, of its centre above the CG
  double tab_chord = 0.0;        ///< m; no tabs when 0
  double tab_span = 1.0;         ///< share of the beam
  double tab_angle = 0.0;        ///< rad, down positive
  double roughness = 0.0;        ///< added to the friction coefficient
  double length = 0.0;           ///< m, of the keel, bounds how far forward it can carry; 0: not told
  double rails = 0.0;            ///< spray rails on each side: each throws off the sheet that reaches it
  double tab_height = 0.0;       ///< m, of the tabs' hinges over the bottom's edge
  std::vector<AirWing> wings;
  std::vector<RunningSurface> surfaces;  ///< where it runs on several; then beam and deadrise above are for tabs alone
};

/// What holds back beside the bottom: hung into the water, the air, tabs.
struct HungForces {
  double appendages = 0.0, air = 0.0, tab_drag = 0.0;  ///< N, against the way
  double tab = 0.0, wing = 0.0, wing_drag = 0.0;       ///< N, upward, upward, against the way
  double moment = 0.0;                                 ///< N m, bow up about the CG
  [[nodiscard]] double against() const { return appendages + air + tab_drag + wing_drag; }
  [[nodiscard]] double up() const { return tab + wing; }
};
/// m of a tab's chord that touch the water, which leaves the bottom's edge along it: one hung higher meets it only
/// where it reaches down to it.
[[nodiscard]] double tab_in_water(double chord, double angle, double height);
[[nodiscard]] HungForces hung_forces(const PlaningHull& hull, const PlaningWater& water, double trim);

/// How small motions in heave and pitch about a steady attitude go on; see resistance/porpoising.h.
struct PorpoisingMode {
  double growth = 0.0;  ///< 1/s, of the swing that dies out most slowly; above zero the boat porpoises
  double period = 0.0;  ///< s; 0 where nothing swings
};

struct PlaningState {
  enum class Status { solved, outside_range, no_balance };
  Status status = Status::no_balance;
  Text message;               ///< why not, or what lies outside the range
  double trim = 0.0;          ///< rad, keel to the water
  double wetted_ratio = 0.0;  ///< mean wetted length over wetted beam
  double wetted_beam = 0.0;   ///< m; less than the boat's where the chines are dry
  bool chines_dry = false;    ///< the spray root meets the transom before the chine
  /// Without a balance: the forces are those at the greatest trim looked at, past which the bow would rise.
  bool bow_rises = false;
  double lift = 0.0;                   ///< N, vertical force of the bottom
  double drag = 0.0;                   ///< N, all together: the thrust along the water that is needed
  double friction = 0.0;               ///< N, along the bottom
  double pressure = 0.0;               ///< N, of the normal force
  double appendages = 0.0, air = 0.0;  ///< N
  double wing = 0.0;                   ///< N, that the air carries
  double thrust = 0.0;                 ///< N, along the thrust line
  double pressure_point = 0.0;         ///< m, forward of the transom
  double wetted_length = 0.0;          ///< m, mean
  double keel_length = 0.0;            ///< m, wetted keel
  double draught = 0.0;                ///< m, of the transom's keel below the water
  /// N, of the thin sheet that leaves the wetted bottom for the chine; not in `drag`, which is Savitsky's of 1964.
  double spray = 0.0;
  double spray_angle = 0.0;               ///< rad, in plan between the keel and the line along which the sheet begins
  std::optional<double> porpoising_trim;  ///< rad, above it the boat porpoises; see porpoising_limit()
  std::optional<PorpoisingMode> mode;     ///< where no such limit is known
  std::vector<double> carried;            ///< of several surfaces: share of the bottom's lift on each kind of them
};

/// Trim above which a prismatic hull porpoises, rad, from C_L = load / (rho V^2 / 2 b^2) and deadrise in degrees: fit
/// of the curves of Day & Haag that Savitsky (1964) shows (memory). None outside sqrt(C_L / 2) of 0.09 to 0.36;
/// deadrise held at 8 to 30.
[[nodiscard]] std::optional<double> porpoising_limit(double lift_coefficient, double deadrise);

/// Whisker spray of Savitsky, DeLorme & Datla (2007): the sheet is thrown forward of the line tan a = pi/2 tan(trim) /
/// tan(deadrise) and leaves along the mirror of the keel on it. Where the chines are wet it lies over b^2 / (4 sin 2a
/// cos(deadrise)), both sides together; where they are dry chine and transom cut the same angle off. It drags with the
/// cosine of its direction 2a / cos(deadrise), its Reynolds number taken along the streaks, laminar below 1.5e6. Where
/// it is thrown sideways and forward (flat bottoms, high trim) it does not hold the boat back and 0 is given.
struct WhiskerSpray {
  double angle = 0.0, area = 0.0, drag = 0.0;  ///< rad, m2, N
};
/// `keel` is the wetted length of the keel, m. Between `rails` on each side the sheet begins anew and reaches only the
/// next one.
[[nodiscard]] WhiskerSpray whisker_spray(double beam, double deadrise, double trim, double keel, double speed,
                                         double density, double viscosity, double rails = 0.0);
/// Of that sheet, from the Reynolds number along its streaks: Blasius, from 1.5e6 on 0.074 Re^-0.2 - 4800 / Re.
[[nodiscard]] double spray_friction(double reynolds);

/// Several bodies each carry their share at the same trim, as bodies of their own: none helps or hinders the other.
/// Throws InvalidInput for measures that are not above zero (beam, mass, speed, density, viscosity), deadrise outside 0
/// to 40 degrees or a CG outside 0 to 8 beams forward.
[[nodiscard]] PlaningState solve_planing(const PlaningHull& hull, double speed, double density, double viscosity);

}  // namespace plucky
