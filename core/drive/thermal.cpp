#include "drive/thermal.h"

#include <Eigen/LU>
#include <cmath>

#include "base/error.h"
#include "drive/water_film.h"

namespace plucky {

MotorHeat motor_heat(const Motor& m, const Cooling& cooling) {
  const double side = pi * m.can_diameter * m.can_length, ends = 0.5 * pi * m.can_diameter * m.can_diameter;
  const double mass = 4000.0 * 0.5 * ends * m.can_length;  // kg: motors weigh about 4 g to the ml
  MotorHeat h;
  h.winding_capacity = 0.16 * mass * 385.0;
  h.can_capacity = 0.84 * mass * 460.0;
  // A moving rotor stirs: 90 W/m2K from copper to can; 25 from a closed can to still air and its mount, 40 with a can
  // that turns, 60 in a propeller's wash.
  h.winding_to_can = 90.0 * (side + ends);
  h.can_to_air = (cooling.wash ? 60.0 : m.outrunner ? 40.0 : 25.0) * (side + ends);
  if (cooling.submerged) {
    h.can_to_air = 0.0;
    h.can_to_water = 600.0 * (side + ends);
  } else if (cooling.jacket && cooling.flow > 0.0 && !m.outrunner) {
    // The water warms on its way: effectiveness 1 - exp(-UA / (m c)).
    const double stream = 998.0 * 4182.0 * cooling.flow;
    const double conductance =
        cooling.conductance > 0.0 ? cooling.conductance : jacket_film(m.can_diameter, m.can_length, cooling.flow);
    h.can_to_water = stream * (1.0 - std::exp(-conductance / stream));
  }
  return h;
}

HeatCourse heat_course(const MotorHeat& b, const Cooling& cooling, double current, double resistance, double iron,
                       double duration, int steps) {
  if (!(duration > 0.0)) throw InvalidInput("duration", "must be more than zero");
  const double loss = current * current * resistance, growth = loss * copper_rise;
  const double away = b.can_to_air + b.can_to_water;
  // C dT/dt = f - K T
  Eigen::Matrix2d k;
  k << b.winding_to_can - growth, -b.winding_to_can, -b.winding_to_can, b.winding_to_can + away;
  const Vec2 f(loss - 20.0 * growth, iron + b.can_to_air * cooling.air + b.can_to_water * cooling.water);
  const Eigen::DiagonalMatrix<double, 2> c(b.winding_capacity, b.can_capacity);
  HeatCourse out;
  out.runs_away = k.determinant() <= 0.0 || k(0, 0) <= 0.0;
  if (!out.runs_away) {
    const Vec2 steady = k.inverse() * f;
    out.steady_winding = steady[0];
    out.steady_can = steady[1];
  }
  const double dt = duration / steps, start = away > 0.0 && b.can_to_air == 0.0 ? cooling.water : cooling.air;
  const Eigen::Matrix2d half = 0.5 * dt * k, capacity = c.toDenseMatrix();
  const Eigen::Matrix2d ahead = (capacity + half).inverse();
  Vec2 t(start, start);
  for (int i = 0; i <= steps; ++i) {
    out.time.push_back(i * dt);
    out.winding.push_back(t[0]);
    out.can.push_back(t[1]);
    if (t[0] >= burnt) break;
    t = ahead * ((capacity - half) * t + dt * f);
    if (t[0] > burnt) t[0] = burnt;
  }
  return out;
}

std::optional<double> HeatCourse::time_to(double limit) const {
  for (std::size_t i = 1; i < time.size(); ++i)
    if (winding[i] >= limit) {
      const double w = winding[i] > winding[i - 1] ? (limit - winding[i - 1]) / (winding[i] - winding[i - 1]) : 1.0;
      return time[i - 1] + std::max(0.0, w) * (time[i] - time[i - 1]);
    }
  return std::nullopt;
}

}  // namespace plucky
