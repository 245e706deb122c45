// Skin friction of a wetted surface. In: Reynolds number, form. Out: coefficients without unit.
#pragma once

namespace plucky {

/// Flat plate friction coefficient. Above a Reynolds number of 1e5 the ITTC 1957 line 0.075 / (log10 Re - 2)^2; below
/// 2e4 Blasius' laminar 1.328 / sqrt(Re); between them a blend over log Re. Small models run there, and whether their
/// layer is laminar depends on the water: half to twice is possible. Throws InvalidInput for Re <= 0.
[[nodiscard]] double friction_coefficient(double reynolds);

/// The same plate smooth and in still water, whose layer stays laminar up to a length Reynolds number of 5e5 and turns
/// turbulent from there: the greater of Blasius' line and the turbulent one less 1700 / Re (Prandtl and Schlichting,
/// memory). The least friction there can be; ripples, seams and a propeller's race bring it up to
/// friction_coefficient(). Throws InvalidInput for Re <= 0.
[[nodiscard]] double smooth_friction(double reynolds);

/// What the form factor needs. Lengths in m, volume in m3, `lcb` as share of the length forward of its middle.
struct FormFactorInput {
  double length = 0.0, beam = 0.0, draught = 0.0, volume = 0.0, prismatic = 0.0, lcb = 0.0;
  double stern = 0.0;  ///< -25 pram to +10 U-shaped, 0 normal
};

/// 1 + k of Holtrop & Mennen (1984). Throws InvalidInput for measures that are not above zero and prismatic
/// coefficients outside 0.3 to 0.95. Made for ships: for a planing hull at rest it is an extrapolation.
[[nodiscard]] double form_factor(const FormFactorInput& in);

}  // namespace plucky
