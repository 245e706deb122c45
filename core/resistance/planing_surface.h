// One planing surface in undisturbed water. In: its beam and deadrise, its angle to the water, how long its keel is
// wet. Out: normal force, friction, where the pressure acts.
//
// Savitsky (1964). Where the spray root leaves the keel so slowly sideways that it meets the after edge before the
// chine, the chines are dry and the wetted beam is the water's own.
#pragma once

#include "geometry/vec.h"

namespace plucky {

/// Lift coefficient of the flat plate, C_L0 = t^1.1 (0.0120 l^0.5 + 0.0055 l^2.5 / Cv^2), trim in degrees.
[[nodiscard]] double flat_lift(double trim_degrees, double wetted_length_ratio, double speed_coefficient);
/// With deadrise in degrees: C_Lb = C_L0 - 0.0065 b C_L0^0.60.
[[nodiscard]] double deadrise_lift(double flat_lift, double deadrise_degrees);
/// Centre of pressure forward of the after edge as share of the mean wetted length: 0.75 - 1 / (5.21 Cv^2 / l^2
/// + 2.39).
[[nodiscard]] double pressure_centre(double wetted_length_ratio, double speed_coefficient);

struct PlaningWater {
  double speed, density, viscosity;  ///< m/s, kg/m3, m2/s
  [[nodiscard]] double head() const { return 0.5 * density * speed * speed; }
};

struct SurfaceForm {
  double beam = 0.0, deadrise = 0.0;  ///< m over the chines, rad
  double roughness = 0.0;             ///< added to the friction coefficient
};

/// What of the surface is wet. The spray root leaves the keel at atan(pi/2 tan(trim) / tan(deadrise)) in plan (Wagner);
/// where it meets the after edge before the chine the mean length is dry_chine_ratio() of the wetted beams, whatever
/// the speed (Savitsky 1964).
struct Wetted {
  double beam = 0.0, ratio = 0.0, keel = 0.0;  ///< m, mean length over that beam, m
  bool chines_dry = false;
};
/// tan(deadrise) / (2 pi tan(trim)).
[[nodiscard]] double dry_chine_ratio(double deadrise, double trim);
[[nodiscard]] Wetted wetted_part(const SurfaceForm& surface, double trim, double keel);

struct SurfaceForces {
  Wetted wet;
  double normal = 0.0, friction = 0.0;  ///< N, square to the keel and along it
  double pressure_point = 0.0;          ///< m, forward of the after edge
};
/// `trim` is the keel's angle to the water, rad, `keel` its wetted length, m, both above zero.
[[nodiscard]] SurfaceForces surface_forces(const SurfaceForm& surface, const PlaningWater& water, double trim,
                                           double keel);

}  // namespace plucky
