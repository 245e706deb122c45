// Rudders and fins as foils of low aspect ratio. In: measures, angle, speed. Out: lift, drag, torque about the stock.
//
// Whicker & Fehlner (1958): slope 0.9 2 pi A / (cos L sqrt(A^2 / cos^4 L + 4) + 1.8) per radian, and cross-flow lift
// (C_Dc / A) a^2; made for aspect ratios 0.5 to 3 at Reynolds numbers of some millions, where such foils stall between
// 20 and 25 degrees. The thin layer of a model's rudder parts earlier.
#pragma once

namespace plucky {

/// Lift slope at zero angle, per rad; `aspect` is the effective aspect ratio, `sweep` of the quarter chord in rad.
/// Throws InvalidInput for an aspect ratio not above zero.
[[nodiscard]] double lift_slope(double aspect, double sweep = 0.0);

struct Foil {
  double chord = 0.03, span = 0.05;  ///< m
  double balance = 0.2;              ///< stock aft of the leading edge, share of the chord
  double thickness = 0.004;          ///< m
  bool under_plate = false;          ///< its root seals against the hull: the aspect ratio counts double
  [[nodiscard]] double area() const { return chord * span; }
  [[nodiscard]] double aspect() const { return (under_plate ? 2.0 : 1.0) * span / chord; }
};

struct FoilForce {
  double lift = 0.0;    ///< N, square to the stream
  double drag = 0.0;    ///< N
  double torque = 0.0;  ///< N m about the stock; positive turns the foil back into the stream
  bool stalled = false;
  double stall = 0.0;  ///< rad, where it stalls in this stream
};

/// Angle to the stream at which a foil stalls, rad: 22 degrees from a chord's Reynolds number of 5e5 upwards, 14 below
/// 3e4, evenly over its logarithm between (memory of small rudders and low-speed sections; low confidence).
[[nodiscard]] double stall_angle(double reynolds);

/// `angle` to the stream in rad, either sign; beyond stall the lift stays what it was there.
[[nodiscard]] FoilForce foil_force(const Foil& foil, double angle, double speed, double density, double viscosity);

}  // namespace plucky
