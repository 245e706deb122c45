// Open-water series of fixed-pitch screws. In: blades, area ratio, pitch ratio, advance. Out: KT, KQ.
#pragma once

#include <array>

namespace plucky {

/// Thrust and torque coefficients, KT = T / (rho n^2 D^4), KQ = Q / (rho n^2 D^5), of one screw as polynomials of the
/// advance ratio J = V / (n D).
struct OpenWater {
  std::array<double, 4> kt{}, kq{};
  [[nodiscard]] double thrust(double j) const { return kt[0] + j * (kt[1] + j * (kt[2] + j * kt[3])); }
  [[nodiscard]] double torque(double j) const { return kq[0] + j * (kq[1] + j * (kq[2] + j * kq[3])); }
};

/// Wageningen B-series by the polynomials of Oosterveld & van Oossanen (1975), at a Reynolds number of 2e6. Range: 2 to
/// 7 blades, area ratio 0.3 to 1.05, pitch ratio 0.5 to 1.4. The polynomials misbehave for two blades: use
/// drive/propeller.h there. Throws InvalidInput for blades outside the range; other ratios are taken as they are.
[[nodiscard]] OpenWater b_series(unsigned blades, double area_ratio, double pitch_ratio);

}  // namespace plucky
