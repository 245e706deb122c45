// Shaft, coupler and flex cable as machine parts. In: measures and material. Out: whirling speed, stresses, allowances.
//
// First whirling speed by Rankine: n = (pi/2) sqrt(E I / (m L^4)) per second for simple supports. Torsion tau = 16 T d
// / (pi (d^4 - b^4)). Material values (memory) are for usual stock; prints across their layers scatter by half.
#pragma once

#include <optional>
#include <string>

#include "drive/drive.h"

namespace plucky {

struct ShaftStock {
  double modulus = 0.0;         ///< N/m2
  double density = 0.0;         ///< kg/m3
  double shear_strength = 0.0;  ///< N/m2, where it yields or its layers part
  bool printed = false;
};
[[nodiscard]] ShaftStock stock_of(ShaftMaterial material);

/// First whirling speed, 1/s. `bore` 0 for a solid shaft. Throws InvalidInput for measures that are not above zero.
[[nodiscard]] double whirling_speed(double diameter, double bore, double spacing, const ShaftStock& stock);

/// Greatest shear stress, N/m2.
[[nodiscard]] double torsion_stress(double torque, double diameter, double bore);

/// Torque at which the shaft yields, N m. A flex cable carries about a third of a solid shaft of its diameter (common
/// practice, no source).
[[nodiscard]] double shaft_strength(const Shaft& shaft);

/// Torque at which the coupler lets go, N m: its wall round the larger bore in shear; a print strips in its bore at 0.6
/// MPa before that, and a silicone tube slips at 0.12 MPa (both common practice, no source). 0 when no wall is left.
[[nodiscard]] double coupler_strength(const Coupler& coupler);

/// What a coupler takes; common practice, no source, makers' data go before it.
struct CouplerAllowance {
  double offset = 0.0;  ///< m, between the axes
  double angle = 0.0;   ///< rad
};
[[nodiscard]] CouplerAllowance allowance_of(CouplerKind kind);

/// Greatest swing of speed after one universal joint, share of the mean: 1/cos - cos of its angle.
[[nodiscard]] double universal_joint_swing(double angle);

/// By how much a flex cable shortens when it winds up under torque, m: half a per cent of its length at its strength,
/// common practice, no source.
[[nodiscard]] double flex_shortening(double length, double torque, double strength);

/// Least bend radius of a flex cable, m: forty of its diameters, common practice, no source.
[[nodiscard]] double flex_least_radius(double diameter);

}  // namespace plucky
