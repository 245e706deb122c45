// Water jet unit by momentum theory. In: impeller, nozzle, revolutions, speed. Out: flow, thrust, torque.
//
// Thrust = rho Q (Vj - (1 - w) V). The pump's head falls with the flow, g H = n^2 D^2 (a - b phi^2), phi = Q / (n D^3);
// it makes up the jet's energy and the intake's loss. Low confidence: pumps this small scatter by a quarter.
#pragma once

namespace plucky {

struct WaterJet {
  double diameter = 0.028;        ///< m, impeller
  double nozzle = 0.019;          ///< m, diameter of the outlet
  double pitch_ratio = 1.2;       ///< of the impeller
  double wake = 0.05;             ///< share by which the water at the intake is slower than the boat
  double intake_loss = 0.25;      ///< share of the intake's dynamic head that is lost
  double nozzle_loss = 0.15;      ///< share of the jet's dynamic head, stator and duct with it
  double pump_efficiency = 0.45;  ///< small impellers 0.4 to 0.6, common practice, no source
};

struct JetState {
  double flow = 0.0;       ///< m3/s
  double jet_speed = 0.0;  ///< m/s
  double thrust = 0.0;     ///< N
  double torque = 0.0;     ///< N m
};

[[nodiscard]] JetState jet_state(const WaterJet& jet, double revolutions, double speed, double density);

}  // namespace plucky
