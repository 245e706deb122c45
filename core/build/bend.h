// Folding sheet: how much of it a bend takes. In: thickness, inner radius, angle, K. Out: lengths on the flat.
#pragma once

namespace plucky {

/// A fold of sheet metal. SI.
struct Fold {
  double thickness = 0.0005;  ///< m
  double radius = 0.001;      ///< m, inside the bend
  double angle = 1.5708;      ///< rad, by which the sheet is turned, 0 to pi
  double k = 0.0;  ///< place of the neutral line from the inside, share of the thickness; 0: the usual one for r/t
};

/// Usual K factor by inner radius over thickness: 0.33 for a sharp bend up to 0.5 from four thicknesses on, between
/// them on a straight line (range of Machinery's Handbook (memory); common practice).
[[nodiscard]] double usual_k(double radius_by_thickness);

/// Length of the neutral line in the bend: angle (r + K t), m. Throws InvalidInput naming the number out of range.
[[nodiscard]] double bend_allowance(const Fold& fold);

/// What two flanges measured to the outer corner are longer than the flat: 2 (r + t) tan(angle / 2) - allowance, m;
/// for angles below pi.
[[nodiscard]] double bend_deduction(const Fold& fold);

}  // namespace plucky
