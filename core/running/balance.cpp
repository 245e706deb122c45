#include "running/balance.h"

#include <fmt/format.h>

#include <boost/math/tools/toms748_solve.hpp>
#include <cmath>

namespace plucky {

namespace {

template <class F>
double bracketed(F f, double low, double high, double at_low, double at_high) {
  boost::uintmax_t rounds = 60;
  const auto r = boost::math::tools::toms748_solve(f, low, high, at_low, at_high,
                                                   boost::math::tools::eps_tolerance<double>(36), rounds);
  return 0.5 * (r.first + r.second);
}

}  // namespace

HeldThrust thrust_at(const PowerTrain& train, const Propulsion& propulsion, double throttle, double water_speed,
                     double share) {
  const double most = free_revolutions(train, throttle);
  if (most <= 0.0) return {};
  const auto spare = [&](double n) {
    return shaft_state(train, throttle, n).torque - propulsion.at(n, water_speed, share).torque;
  };
  const double low = 1e-3 * most, at_low = spare(low), at_most = spare(most);
  // A propeller that the passing water drives spins at most as fast as the motor would run free.
  const double n = at_low <= 0.0 ? low : at_most >= 0.0 ? most : bracketed(spare, low, most, at_low, at_most);
  return {propulsion.at(n, water_speed, share).thrust, n};
}

RunningState run_steady(const PowerTrain& train, const Propulsion& propulsion, double pitch,
                        const ResistanceCurve& curve, double throttle, const Interaction& between) {
  RunningState s;
  s.throttle = throttle;
  const auto share_at = [&](const RunningPoint& p) { return between.working_share ? between.working_share(p) : 1.0; };
  const auto excess = [&](double v) {
    const RunningPoint p = curve.at(v);
    const HeldThrust t = thrust_at(train, propulsion, throttle, v * (1.0 - between.wake), share_at(p));
    return train.count * t.thrust * (1.0 - between.thrust_deduction) - p.drag;
  };
  const auto& points = curve.points();
  if (points.empty() || free_revolutions(train, throttle) <= 0.0) {
    s.message = fmt::format("{:.0f} % of throttle does not turn the motor", 100.0 * throttle);
    return s;
  }
  double before_v = points.front().speed, before = excess(before_v);
  if (before <= 0.0) {
    s.message = fmt::format("no thrust to move the boat at {:.0f} % of throttle", 100.0 * throttle);
    return s;
  }
  double speed = 0.0;
  // From rest upwards to the first speed where the drag has caught up, then on, to see whether more thrust would pass.
  double worst = 0.0, worst_v = 0.0;
  bool passes_later = false;
  // A curve that ends because nothing holds the boat any more must not be drawn on.
  const std::size_t beyond = curve.ends_because().empty() ? 8 : 0;
  for (std::size_t i = 1; i < points.size() + beyond; ++i) {
    const double v = i < points.size() ? points[i].speed : before_v * 1.25, now = excess(v);
    if (speed == 0.0 && now <= 0.0) speed = bracketed(excess, before_v, v, before, now);
    if (speed > 0.0 && now < worst) worst = now, worst_v = v;
    if (speed > 0.0 && now > 0.0) {
      passes_later = true;
      break;
    }
    if (speed > 0.0 && i + 1 >= points.size()) break;
    before_v = v;
    before = now;
  }
  if (speed == 0.0) {
    s.message = curve.ends_because().empty() ? "thrust stays above the drag as far as the curve goes"
                                             : fmt::format("thrust carries it past {:.1f} m/s, where {}",
                                                           points.back().speed, curve.ends_because());
    return s;
  }
  s.hull = curve.at(speed);
  s.share = share_at(s.hull);
  const HeldThrust t = thrust_at(train, propulsion, throttle, speed * (1.0 - between.wake), s.share);
  s.speed = speed;
  s.revolutions = t.revolutions;
  s.thrust = train.count * t.thrust;
  s.slip = 1.0 - speed / (t.revolutions * pitch);
  s.shaft = shaft_state(train, throttle, t.revolutions);
  s.efficiency = s.hull.drag * speed / s.battery_power();
  s.status = RunningState::Status::solved;
  if (passes_later) {
    s.status = RunningState::Status::under_hump;
    const double drag = curve.drag(worst_v);
    s.message = fmt::format("cannot get over the hump: thrust {:.1f} N, drag {:.1f} N at {:.1f} m/s", drag + worst,
                            drag, worst_v);
  }
  return s;
}

std::vector<RunningState> throttle_sweep(const PowerTrain& train, const Propulsion& propulsion, double pitch,
                                         const ResistanceCurve& curve, const std::vector<double>& throttles,
                                         const Interaction& between) {
  std::vector<RunningState> out;
  for (double u : throttles) out.push_back(run_steady(train, propulsion, pitch, curve, u, between));
  return out;
}

}  // namespace plucky
