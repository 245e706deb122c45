// Coefficients of form at a water line. In: hull model and a water plane. Out: Cb, Cp, Cm, Cwp, LCB, hull speed.
#pragma once

#include "flotation/immersed_body.h"
#include "hull/model.h"

namespace plucky {

/// Form coefficients at the floating water line. Lengths in m, areas in m2, speed in m/s, coefficients without unit.
struct FormCoefficients {
  double waterline_length = 0.0;
  double waterline_beam = 0.0;
  double draught = 0.0;       ///< deepest point below the water plane
  double midship_area = 0.0;  ///< greatest immersed section
  double block = 0.0;         ///< Cb = V / (L B T)
  double prismatic = 0.0;     ///< Cp = V / (Am L)
  double midship = 0.0;       ///< Cm = Am / (B T)
  double waterplane = 0.0;    ///< Cwp = Aw / (L B)
  double lcb = 0.0;           ///< from the transom, m
  double hull_speed = 0.0;    ///< V = 1.34 sqrt(LWL in ft) kn, common displacement limit
};

/// Section areas are taken upright at the trimmed water line of each station. Empty coefficients (zero) when nothing is
/// immersed.
[[nodiscard]] FormCoefficients form_coefficients(const HullModel& hull, const WaterPlane& plane, const Immersion& im);

/// 1.34 sqrt(L ft) knots as m/s for a waterline length in m (common practice, Froude number about 0.4).
[[nodiscard]] double hull_speed(double waterline_length);

}  // namespace plucky
