// Forces that turn a boat and hold it back from turning. In: hull as it lies, fins, what steers. Out: side force at an
// angle, linear derivatives of sway and yaw, the steady turn they give.
//
// Clarke's regressions (1982) on the running water line, with fins and what steers as foils; linear, so that no drift
// makes them let go. Of two bodies each has its own, and the outer one of a turn is faster and dragged back more.
#pragma once

#include <optional>

#include "drive/drive.h"
#include "resistance/running.h"
#include "running/boat.h"
#include "steering/design.h"

namespace plucky {

/// What turning needs of the boat: taken from it once.
struct TurningHull {
  double hull_length = 0.0;                           ///< m
  double waterline_length = 0.0, waterline_beam = 0;  ///< m, at rest
  double draught = 0.0, block = 0.0;                  ///< m; at rest
  double mass = 0.0, cg_x = 0.0;                      ///< kg; m
  Fittings fins;
  double density = 0.0, viscosity = 0.0;
  double spacing = 0.0;  ///< m, between the centre planes of two like bodies; 0: one. Beam and block are of one of them
};
[[nodiscard]] TurningHull turning_hull(const Boat& boat);

/// Of a boat at a speed, about its CG: force in N and moment in N m for sway in m/s and yaw rate in rad/s; positive to
/// port and anticlockwise seen from above. The mass's own share of turning is not in them.
struct TurnDerivatives {
  double force_sway = 0.0, force_yaw = 0.0, moment_sway = 0.0, moment_yaw = 0.0;
  double added_mass = 0.0, added_inertia = 0.0;  ///< kg and kg m2, of water that goes with sway and yaw
  double length = 0.0, draught = 0.0;            ///< m, of the running water line
};
/// Something at the stern that holds it on its course as a fin does.
struct SternFin {
  double slope = 0.0;  ///< N for each m/s across
  double lever = 0.0;  ///< m aft of the CG
};
[[nodiscard]] TurnDerivatives turn_derivatives(const TurningHull& hull, const RunningPoint& running,
                                               const SternFin& stern = {});
/// What steers, held still: a rudder is a fin as well, a jet's intake turns the water that it takes.
[[nodiscard]] SternFin stern_fin(const Steering& steering, const Drive& drive, double density, double stream,
                                 double thrust, double speed, double lever);

/// Of its weight, that a hull's side or what steers holds before it lets go: common practice, no source.
inline constexpr double most_side = 1.5;

/// Greatest yaw rate at a speed, rad/s: no hull turns within its own length, nor on a side that holds more than that.
[[nodiscard]] double most_yaw_rate(const TurningHull& hull, double speed);

/// Yaw rate of the steady turn under a side force at `lever` aft of the CG, by the derivatives alone, rad/s; none where
/// they hold no turn.
[[nodiscard]] std::optional<double> steady_yaw_rate(const TurnDerivatives& turn, double mass, double speed,
                                                    double force, double lever);

/// Radius of the steady turn under a side force at `lever` aft of the CG, m; none when it does not turn.
[[nodiscard]] std::optional<double> turn_radius(const TurningHull& hull, const RunningPoint& running,
                                                const SternFin& stern, double force, double lever);

/// m aft of the CG, where what steers stands: its own component, else the propulsor.
[[nodiscard]] double steering_lever(const Steering& steering, const Layout& layout, double cg_x,
                                    const std::optional<Working>& working);

/// The stream at what steers, m/s: a propeller's race where it stands in it.
[[nodiscard]] double steering_stream(const Steering& steering, const Drive& drive, double density, double speed,
                                     double thrust);

/// Side force at an angle, and what the stock feels, all blades; `thrust` of all drives in N, 0 with a shut throttle.
[[nodiscard]] FoilForce steer_force(const Steering& steering, const Drive& drive, double density, double viscosity,
                                    double angle, double stream, double thrust);

/// How a boat keeps to its course with nothing moved, by the derivatives at a speed.
struct CourseKeeping {
  double side_centre = 0.0;  ///< m behind the CG, where the water holds it against drifting; below zero ahead of it
  double growth = 0.0;       ///< 1/s, of a turn that nobody steers: below zero it dies out
};
[[nodiscard]] CourseKeeping course_keeping(const TurnDerivatives& turn, const TurningHull& hull, double speed);

/// N m, to port, by which the drag of the turn fin pulls the boat round.
[[nodiscard]] double turn_fin_pull(const TurningHull& hull, double speed);

/// rad/s, of a boat without way that a couple in N m turns on the spot: what the water takes across the hull holds it.
[[nodiscard]] double spot_turn(const TurningHull& hull, double couple);

/// Of the thrust ahead at a standstill that a drive gives astern: blades work the wrong way (memory).
inline constexpr double astern_thrust = 0.6;
/// What the inner of two drives gives at full helm, of what it gives straight ahead.
[[nodiscard]] double inner_share(double mixing);
/// Half the distance between two drives, m: where they stand, else as told.
[[nodiscard]] double half_apart(const Steering& steering, const Drive& drive, const Layout& layout);

/// Side force of fins that stand off the centre line, N.
[[nodiscard]] double toe_force(const TurningHull& hull, double speed);

}  // namespace plucky
