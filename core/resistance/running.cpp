#include "resistance/running.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "resistance/friction.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double displacement_below = 1.2, planing_above = 2.4;

RunningPoint displacement(const RunningHull& h, double speed) {
  RunningPoint p;
  const double head = 0.5 * h.density * speed * speed;
  p.holds = true;
  p.friction = head * h.wetted_area * h.form * friction_coefficient(speed * h.waterline_length / h.viscosity);
  p.wave = wave_resistance(h.offsets, speed, h.density);
  if (h.transom_area > 0.0) {  // Holtrop & Mennen (1982): the transom runs dry as the speed grows
    const double froude = speed / std::sqrt(2.0 * gravity * h.transom_area / (h.transom_beam * (1.0 + h.waterplane)));
    if (froude < 5.0) p.pressure = head * h.transom_area * 0.2 * (1.0 - 0.2 * froude);
  }
  p.appendages = head * h.bottom.appendage_area;
  p.air = 0.5 * air_density * speed * speed * h.bottom.air_area;
  p.trim = h.rest_trim;
  p.draught = h.rest_draught;
  p.wetted_length = h.waterline_length;
  p.drag = p.friction + p.wave + p.pressure + p.appendages + p.air;
  const double froude = speed / std::sqrt(gravity * h.waterline_length);
  if (!h.planes && froude > 0.6) {
    p.outside_range = true;
    p.message = fmt::format("thin-ship waves at a Froude number of {:.2f}: squat and trim are not in it", froude);
  }
  return p;
}

RunningPoint planing(const RunningHull& h, double speed) {
  RunningPoint p;
  const PlaningState s = solve_planing(h.bottom, speed, h.density, h.viscosity);
  p.holds = s.status != PlaningState::Status::no_balance;
  p.outside_range = s.status == PlaningState::Status::outside_range;
  p.message = s.message;
  p.friction = s.friction * std::cos(s.trim);
  p.pressure = s.drag - p.friction - s.appendages - s.air;
  p.appendages = s.appendages;
  p.air = s.air;
  p.spray = s.spray;
  p.drag = s.drag + s.spray;
  p.trim = s.trim;
  p.wetted_length = s.wetted_length;
  p.draught = s.draught;
  p.porpoising_trim = s.porpoising_trim;
  return p;
}

RunningPoint mixed(const RunningPoint& a, const RunningPoint& b, double w) {
  RunningPoint p = b;
  const auto mix = [&](double RunningPoint::*m) { p.*m = (1.0 - w) * a.*m + w * b.*m; };
  for (double RunningPoint::*m :
       {&RunningPoint::drag, &RunningPoint::friction, &RunningPoint::wave, &RunningPoint::pressure,
        &RunningPoint::appendages, &RunningPoint::air, &RunningPoint::spray, &RunningPoint::trim,
        &RunningPoint::wetted_length, &RunningPoint::draught, &RunningPoint::transom_dry})
    mix(m);
  p.planing_share = w;
  return p;
}

}  // namespace

double RunningPoint::water_at(double x) const {
  const double level = draught - x * std::tan(trim);
  return x >= 0.0 ? level : (1.0 - transom_dry) * level + transom_dry * std::min(level, 0.0);
}

RunningPoint run_at(const RunningHull& h, double speed) {
  if (!(speed > 0.0)) throw InvalidInput("speed", fmt::format("is {} m/s; wants more than zero", speed));
  const double number = speed / std::sqrt(gravity * std::cbrt(h.volume));
  RunningPoint p;
  if (!h.planes || number <= displacement_below) {
    p = displacement(h, speed);
  } else if (number >= planing_above) {
    p = planing(h, speed);
    p.regime = Regime::planing;
    p.planing_share = 1.0;
  } else {
    const double s = (number - displacement_below) / (planing_above - displacement_below), w = s * s * (3.0 - 2.0 * s);
    const RunningPoint slow = displacement(h, speed), fast = planing(h, speed);
    p = fast.holds ? mixed(slow, fast, w) : slow;
    p.regime = Regime::semi_planing;
    p.outside_range = true;
    p.message = fast.holds ? "between displacement and planing: a blend of both methods"
                           : "not on the plane yet (" + fast.message + "): the displacement method beyond its range";
  }
  p.speed = speed;
  p.volumetric_froude = number;
  // A transom runs dry at a Froude number of its draught near 2.5 (common practice in ship hydrodynamics, memory).
  const double transom = speed / std::sqrt(gravity * std::max(h.rest_draught, 1e-3));
  const double s = std::clamp((transom - 1.5) / 2.0, 0.0, 1.0);
  p.transom_dry = s * s * (3.0 - 2.0 * s);
  return p;
}

ResistanceCurve::ResistanceCurve(const RunningHull& hull, double most, int points) {
  if (!(most > 0.0)) throw InvalidInput("speed", fmt::format("is {} m/s; wants more than zero", most));
  for (int i = 0; i < points; ++i) {
    // Closer at low speeds, where the humps are.
    const double s = static_cast<double>(i) / (points - 1);
    RunningPoint p = run_at(hull, most * (0.02 + 0.98 * s * (0.5 + 0.5 * s)));
    if (!p.holds) {
      ends_because_ = p.message;
      return;
    }
    points_.push_back(std::move(p));
  }
}

double ResistanceCurve::drag(double speed) const {
  return at(speed).drag;
}

RunningPoint ResistanceCurve::at(double speed) const {
  if (points_.empty()) return {};
  const auto after = std::lower_bound(points_.begin(), points_.end(), speed,
                                      [](const RunningPoint& p, double v) { return p.speed < v; });
  if (after == points_.begin() || after == points_.end()) {
    // Outside: the nearest point with its forces by the square of the speed.
    RunningPoint p = after == points_.begin() ? points_.front() : points_.back();
    const double by = speed * speed / (p.speed * p.speed);
    for (double RunningPoint::*m :
         {&RunningPoint::drag, &RunningPoint::friction, &RunningPoint::wave, &RunningPoint::pressure,
          &RunningPoint::appendages, &RunningPoint::air, &RunningPoint::spray})
      p.*m *= by;
    p.speed = speed;
    return p;
  }
  const RunningPoint &b = *after, &a = *(after - 1);
  const double w = (speed * speed - a.speed * a.speed) / (b.speed * b.speed - a.speed * a.speed);
  RunningPoint p = mixed(a, b, w);
  p.planing_share = (1.0 - w) * a.planing_share + w * b.planing_share;
  p.holds = a.holds && b.holds;
  p.speed = speed;
  return p;
}

}  // namespace plucky
