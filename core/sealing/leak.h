// How much gets through a gap. In: gap, length, head. Out: m3/s.
//
// Laminar annulus and slit, sharp orifice, grease that holds until its yield stress is passed, O-ring squeeze, and a
// table for printed walls.
#pragma once

#include <cstdint>

namespace plucky {

/// Water past a shaft in its tube or bearing: pi D c^3 dp / (12 mu L), with the shaft against one side 2.5 times that.
/// `clearance` is radial; viscosity dynamic in Pa s. Laminar: throws InvalidInput for measures not above zero.
[[nodiscard]] double annular_leak(double diameter, double clearance, double length, double pressure, double viscosity,
                                  double eccentricity = 0.0);
/// A straight slit of `width` and `gap`, `depth` along the flow: w g^3 dp / (12 mu l).
[[nodiscard]] double slit_leak(double width, double gap, double depth, double pressure, double viscosity);
/// Cd A sqrt(2 g h); nothing without head.
[[nodiscard]] double orifice_leak(double area, double head, double discharge = 0.62);
/// A gap that is laminar when narrow and an orifice when wide: the pressure is spent on both, dp = Q / k + rho/2 (Q /
/// (Cd A))^2, so that no gap passes more than either law. `laminar` is the flow a pascal drives by the laminar law
/// alone, m3/s per Pa; `area` of the gap across the flow, m2.
[[nodiscard]] double gap_leak(double laminar, double area, double head, double density, double discharge = 0.62);
/// Pressure that grease of a yield stress (Pa) holds in an annulus: 2 tau L / c.
[[nodiscard]] double grease_holds(double yield_stress, double clearance, double length);
/// Usual yield stress of a marine grease, Pa: common practice, no source.
inline constexpr double grease_yield = 300.0;

struct RingFit {
  double squeeze = 0.0;  ///< share of the ring's section
  double fill = 0.0;     ///< share of the groove's section that the ring fills
  enum class Verdict { good, loose, tight, overfull } verdict = Verdict::good;
};
/// An O-ring in a groove under a flat lid. Good: squeezed by 15 to 30 % and filling no more than 90 % of the groove
/// (handbook practice for static face seals, memory). Throws InvalidInput for measures not above zero.
[[nodiscard]] RingFit ring_fit(double section, double groove_depth, double groove_width);

/// What soaks through a printed wall, m/s per metre of head (flow over wetted area and head): two perimeters seep, four
/// hold for an hour; common practice, no source, an order of magnitude either way. A coat inside or outside keeps nine
/// tenths of it back, both forty-nine fiftieths.
[[nodiscard]] double wall_seepage(std::uint32_t perimeters, bool coat_inside, bool coat_outside);

/// Gap by which a flat gasket stands open midway between two screws, m: a lid of this thickness and stiffness (Pa)
/// between clamps `spacing` apart, gasket pressing back with `line_load` N/m: 5 w s^4 / (384 E I) per metre of width.
[[nodiscard]] double gasket_bow(double spacing, double lid_thickness, double stiffness, double lid_width,
                                double line_load);

}  // namespace plucky
