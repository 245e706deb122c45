#include "drive/water_jet.h"

#include <cmath>

#include "geometry/vec.h"

namespace plucky {

JetState jet_state(const WaterJet& j, double n, double speed, double density) {
  JetState s;
  if (n <= 0.0) return s;
  const double area = 0.25 * pi * j.nozzle * j.nozzle, d3 = j.diameter * j.diameter * j.diameter;
  // Shut-off head by Euler at 0.7 R with half of it reached; none is left at the flow Q / (n D^3) of the pitch through
  // the ring round a hub of 0.4 D.
  const double most_flow = 0.25 * pi * (1.0 - 0.16) * j.pitch_ratio, shut_off = 0.5 * (0.7 * pi) * (0.7 * pi);
  const double fall = shut_off / (most_flow * most_flow);
  const double inflow = (1.0 - j.wake) * speed;
  // n^2 D^2 a - b Q^2 / D^4 + (1 - k) u^2 / 2 = (1 + m) Q^2 / (2 A^2)
  const double drive = n * n * j.diameter * j.diameter * shut_off + 0.5 * (1.0 - j.intake_loss) * inflow * inflow;
  const double resist = fall / (d3 * d3) * j.diameter * j.diameter + 0.5 * (1.0 + j.nozzle_loss) / (area * area);
  const double sound = std::sqrt(drive / resist);
  s.flow = sound;
  if (std::isfinite(j.suction)) {
    constexpr double suction_speed = 4.0;
    const double at_hand = j.suction + 0.5 * (1.0 - j.intake_loss) * inflow * inflow;
    const double bears = std::pow(suction_speed * std::pow(at_hand, 0.75) / (2.0 * pi * n), 2);
    // Not at once: small pumps lose flow before they break down.
    s.flow = sound * std::pow(1.0 + std::pow(sound / bears, 8.0), -0.125);
    s.kept = s.flow / sound;
  }
  s.jet_speed = s.flow / area;
  s.thrust = density * s.flow * (s.jet_speed - inflow);
  s.sound = density * sound * (sound / area - inflow);
  const double phi = s.flow / (n * d3), head = s.kept *
                                               std::max(0.0, shut_off - fall * sound * sound / (n * n * d3 * d3)) * n *
                                               n * j.diameter * j.diameter;
  s.loading = phi / most_flow;
  // Wheel friction stays when the head is used up.
  s.torque =
      density * s.flow * head / (2.0 * pi * n * j.pump_efficiency) + 0.02 * density * n * n * std::pow(j.diameter, 5);
  return s;
}

}  // namespace plucky
