// Water jet unit by momentum theory. In: impeller, nozzle, revolutions, speed. Out: flow, thrust, torque.
//
// Thrust = rho Q (Vj - (1 - w) V). The pump's head falls with the flow, g H = n^2 D^2 (a - b phi^2), phi = Q / (n D^3);
// it makes up the jet's energy and the intake's loss. Low confidence: pumps this small scatter by a quarter.
//
// A pump breaks down where the energy at its intake does not reach what its suction takes, e = (w sqrt(Q) / S)^(4/3)
// with w in rad/s; beyond, the flow falls with the square of the revolutions and the impeller over-revs. Suction
// specific speed S = 4 for water jets (memory), 3 to 4.5 are met.
#pragma once

#include <limits>

namespace plucky {

struct WaterJet {
  double diameter = 0.028;        ///< m, impeller
  double nozzle = 0.019;          ///< m, diameter of the outlet
  double pitch_ratio = 1.2;       ///< of the impeller
  double wake = 0.05;             ///< share by which the water at the intake is slower than the boat
  double intake_loss = 0.25;      ///< share of the intake's dynamic head that is lost
  double nozzle_loss = 0.15;      ///< share of the jet's dynamic head, stator and duct with it
  double pump_efficiency = 0.45;  ///< small impellers 0.4 to 0.6, common practice, no source
  /// J/kg over the vapour's pressure at the intake of a boat at rest; endless: nothing breaks down.
  double suction = std::numeric_limits<double>::infinity();
};

struct JetState {
  double flow = 0.0;       ///< m3/s
  double jet_speed = 0.0;  ///< m/s
  double thrust = 0.0;     ///< N
  double torque = 0.0;     ///< N m
  double kept = 1.0;       ///< share of the flow that cavitation leaves
  double sound = 0.0;      ///< N, thrust of the same revolutions and speed without it
  double loading = 0.0;    ///< flow over that at which the impeller gives no head: it stalls below about half
};

/// Below this the impeller's blades stall and the water churns: common practice, no source.
inline constexpr double pump_stall = 0.5;

[[nodiscard]] JetState jet_state(const WaterJet& jet, double revolutions, double speed, double density);

}  // namespace plucky
