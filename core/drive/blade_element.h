// Propeller by blade element and momentum. In: blades, area, pitch, advance, Reynolds number. Out: KT, KQ.
//
// Each ring's thrust and torque from its sections are what the stream through the ring takes (Glauert 1935), with
// Prandtl's loss at the tip (Betz & Prandtl 1919); the ring is solved for its flow angle by bracketing, in the manner
// of Ning (2014), from standing still to windmilling. What goes in at the shaft is thrust times flow, swirl and section
// drag, each of which takes and none gives, so that thrust times advance never exceeds it: energy is conserved by
// construction. Good to about 10 % beside the open-water series where both hold (docs/physics.md); beyond it and for
// two blades nothing better is published for propellers this small.
#pragma once

#include <array>

#include "drive/blade_section.h"
#include "geometry/vec.h"

namespace plucky {

/// KT = T / (rho n^2 D^4), KQ = Q / (rho n^2 D^5) at an advance ratio J = V / (n D).
struct PropellerCoefficients {
  double kt = 0.0, kq = 0.0;
};

/// What a propeller's form comes to here. Pitch is the same at every radius.
struct BladeForm {
  unsigned blades = 2;       ///< 1 to 8
  double area_ratio = 0.4;   ///< of all blades, share of the disc, above 0
  double pitch_ratio = 1.0;  ///< pitch over diameter, above 0
  /// Angle to the face at which a section lifts nothing, rad: camber. Water propellers -1.2 degrees (fits the series),
  /// air propellers about -3.
  double zero_lift = radians(-1.2);
  double cup = 0.0;  ///< by which a cupped or wedge-shaped face still pushes at no angle before a cavity, rad
  /// Share of the plate's lift that a blade before a cavity keeps by its aspect ratio and its neighbours' cavities.
  /// Thrust at rest is then a fifth of the wetted one, the low end of what ventilated propellers were measured at
  /// (Koushan 2006, memory: 0.2 to 0.3), where a launch with its disc at the surface runs half its speed (common
  /// practice, no source); blades made for the surface keep more (propulsion.cpp).
  double cavity_slope = 0.24;
  bool operator==(const BladeForm&) const = default;
};

/// Flow angles of the rings, rad, root to tip.
using RingAngles = std::array<double, 8>;

/// `disc_reynolds` is n D^2 / nu: the sections' own follow from it. `before` may hold the angles at a slightly smaller
/// advance, to look near them first; it takes this one's. Throws InvalidInput for a form outside its range,
/// an advance below 0 or a Reynolds number not above 0.
[[nodiscard]] PropellerCoefficients blade_element(const BladeForm& form, double advance, double disc_reynolds,
                                                  BladeFlow flow = BladeFlow::wetted, RingAngles* before = nullptr);

/// Share of a thin section's lift slope that the wide blade keeps at a radius.
[[nodiscard]] double blade_slope(const BladeForm& form, double radius, BladeFlow flow);
/// Chord over diameter at a radius (share of the tip's), for this form.
[[nodiscard]] double blade_chord(const BladeForm& form, double radius);

}  // namespace plucky
