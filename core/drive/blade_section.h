// Lift and drag of one propeller blade section. In: angle of attack, Reynolds number, how the water lies round it. Out:
// coefficients.
//
// Wetted: thin-section lift that levels off at a greatest lift which grows with the Reynolds number, profile drag that
// grows below a Reynolds number of 1e6 as small aerofoils were measured (memory: 0.0095 at 1e6, 0.024 at 1e5, 0.039 at
// 3e4), separated drag of a plate beyond. With a cavity behind it: a flat plate over a cavity, lift pi/2 times the
// angle (Kirchhoff and Rayleigh's plate for small angles), its force square to the face.
#pragma once

namespace plucky {

/// How water or air lies round a blade.
enum class BladeFlow {
  wetted,  ///< on both sides
  cavity   ///< the back lies in air (or vapour), only the face pushes
};

struct SectionForce {
  double lift = 0.0;  ///< coefficient, square to the stream
  double drag = 0.0;  ///< coefficient, along it; never negative
};

/// Profile drag at small angles. `reynolds` of the chord, taken as 5e3 where it is less.
[[nodiscard]] double section_drag(double reynolds);
/// Greatest lift a section reaches.
[[nodiscard]] double section_most_lift(double reynolds);

/// What the Reynolds number makes of a section.
struct SectionNumbers {
  double drag = 0.0, most_lift = 0.0;
};
[[nodiscard]] SectionNumbers section_numbers(double reynolds);

/// `angle` in rad between the face's chord and the stream, `zero_angle` the one at which it lifts nothing. `slope` is
/// what is left of the thin section's 2 pi by the blade's width, 0 to 1. Lift never falls as the angle grows.
[[nodiscard]] SectionForce section_force(double angle, double zero_angle, const SectionNumbers& numbers, double slope,
                                         BladeFlow flow);

}  // namespace plucky
