#include "steering/foil.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "geometry/vec.h"

namespace plucky {

double lift_slope(double aspect, double sweep) {
  if (!(aspect > 0.0)) throw InvalidInput("aspect ratio", Text("is {0}; must be more than zero", aspect));
  const double c = std::cos(sweep);
  return 0.9 * 2.0 * pi * aspect / (c * std::sqrt(aspect * aspect / std::pow(c, 4) + 4.0) + 1.8);
}

double stall_angle(double reynolds) {
  constexpr double low = 3e4, high = 5e5;
  const double w = std::log(std::clamp(reynolds, low, high) / low) / std::log(high / low);
  return radians(14.0 + 8.0 * w);
}

FoilForce foil_force(const Foil& f, double angle, double speed, double density, double viscosity) {
  const double stall = stall_angle(speed * f.chord / viscosity);
  const double aspect = f.aspect(), head = 0.5 * density * speed * speed * f.area();
  const double a = std::min(std::abs(angle), stall), side = angle < 0.0 ? -1.0 : 1.0;
  constexpr double cross_flow = 0.8;  // square tip
  const double lift = lift_slope(aspect) * a + cross_flow / aspect * a * a;
  // Parasite 0.0065 a side of drag, induced drag with an efficiency of 0.9; past the stall the plate's own.
  double drag = 0.013 + lift * lift / (0.9 * pi * aspect);
  FoilForce out;
  out.stall = stall;
  out.stalled = std::abs(angle) > stall;
  if (out.stalled) drag = std::max(drag, 1.1 * std::sin(std::abs(angle)) * std::sin(std::abs(angle)));
  const double normal = lift * std::cos(a) + drag * std::sin(a);
  // The centre of pressure goes from a quarter of the chord to 0.4 at the stall (Hoerner, memory).
  const double pressure = 0.25 + 0.15 * a / stall;
  out.lift = side * head * lift;
  out.drag = head * drag;
  out.torque = side * head * normal * (pressure - f.balance) * f.chord;
  return out;
}

}  // namespace plucky
