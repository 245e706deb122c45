#include "sealing/leak.h"

#include <algorithm>
#include <cmath>

#include "base/positive.h"
#include "geometry/vec.h"
#include "water/fluid.h"

namespace plucky {

double annular_leak(double diameter, double clearance, double length, double pressure, double viscosity,
                    double eccentricity) {
  want_positive({{"diameter", diameter}, {"clearance", clearance}, {"length", length}, {"viscosity", viscosity}});
  const double e = std::clamp(eccentricity, 0.0, 1.0);
  return pi * diameter * std::pow(clearance, 3) * pressure / (12.0 * viscosity * length) * (1.0 + 1.5 * e * e);
}

double slit_leak(double width, double gap, double depth, double pressure, double viscosity) {
  want_positive({{"depth", depth}, {"viscosity", viscosity}});
  return width * std::pow(gap, 3) * pressure / (12.0 * viscosity * depth);
}

double orifice_leak(double area, double head, double discharge) {
  return head > 0.0 ? discharge * area * std::sqrt(2.0 * gravity * head) : 0.0;
}

double gap_leak(double laminar, double area, double head, double density, double discharge) {
  if (head <= 0.0 || laminar <= 0.0 || area <= 0.0) return 0.0;
  const double straight = 1.0 / laminar, square = 0.5 * density / std::pow(discharge * area, 2);
  const double pressure = density * gravity * head;
  return 2.0 * pressure / (straight + std::sqrt(straight * straight + 4.0 * square * pressure));
}

double grease_holds(double yield_stress, double clearance, double length) {
  want_positive({{"clearance", clearance}});
  return 2.0 * yield_stress * length / clearance;
}

RingFit ring_fit(double section, double depth, double width) {
  want_positive({{"ring section", section}, {"groove depth", depth}, {"groove width", width}});
  RingFit r;
  r.squeeze = (section - depth) / section;
  r.fill = 0.25 * pi * section * section / (depth * width);
  r.verdict = r.fill > 0.90      ? RingFit::Verdict::overfull
              : r.squeeze < 0.15 ? RingFit::Verdict::loose
              : r.squeeze > 0.30 ? RingFit::Verdict::tight
                                 : RingFit::Verdict::good;
  return r;
}

double wall_seepage(std::uint32_t perimeters, bool coat_inside, bool coat_outside) {
  // ml a minute through a square metre under 50 mm of water.
  constexpr double by_perimeters[] = {200.0, 60.0, 12.0, 1.5, 0.1, 0.02};
  const double ml = by_perimeters[std::min<std::uint32_t>(perimeters, 5)];
  const double coats = coat_inside && coat_outside ? 0.02 : coat_inside || coat_outside ? 0.1 : 1.0;
  return ml * 1e-6 / 60.0 / 0.050 * coats;
}

double gasket_bow(double spacing, double thickness, double stiffness, double width, double line_load) {
  want_positive({{"spacing", spacing}, {"lid thickness", thickness}, {"stiffness", stiffness}, {"lid width", width}});
  const double second_moment = width * std::pow(thickness, 3) / 12.0;
  return 5.0 * line_load * std::pow(spacing, 4) / (384.0 * stiffness * second_moment);
}

}  // namespace plucky
