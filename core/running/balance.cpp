#include "running/balance.h"

#include <cmath>

#include "base/bracketed.h"

namespace plucky {

namespace {

constexpr int root_bits = 36;

/// Revolutions at which a torque that grows with them is the motor's.
template <class Torque>
double revolutions_for(const PowerTrain& train, double throttle, Torque torque) {
  const double most = free_revolutions(train, throttle), low = 1e-3 * most;
  const auto spare = [&](double n) { return shaft_state(train, throttle, n).torque - torque(n); };
  const double at_low = spare(low), at_most = spare(most);
  // A propeller that the passing water drives spins at most as fast as the motor would run free.
  return at_low <= 0.0 ? low : at_most >= 0.0 ? most : bracketed_root(spare, low, most, at_low, at_most, root_bits);
}

}  // namespace

HeldThrust thrust_at(const PowerTrain& train, const Propulsion& propulsion, double throttle, double water_speed,
                     const PropulsorWater& water, double fouling) {
  if (free_revolutions(train, throttle) <= 0.0) return {};
  if (water.disc && propulsion.kind().open_screw) {
    // Less load, more revolutions, more air: two states may hold. The one it comes from goes first.
    const double air = water.history == AirHistory::from_rest ? 1.0 : 0.0;
    const double n = revolutions_for(train, throttle, [&](double turns) {
      return fouling * propulsion.with_air(turns, water_speed, *water.disc, air).torque;
    });
    const PropulsorLoad load = propulsion.with_air(n, water_speed, *water.disc, air);
    if (std::abs(propulsion.air_drawn(load.thrust, water_speed, *water.disc, water.history) - air) < 1e-3)
      return {load.thrust, n, load};
  }
  const double n = revolutions_for(
      train, throttle, [&](double turns) { return fouling * propulsion.at(turns, water_speed, water).torque; });
  const PropulsorLoad load = propulsion.at(n, water_speed, water);
  return {load.thrust, n, load};
}

namespace {

/// Thrust against drag of one throttle.
struct Balance {
  const PowerTrain& train;
  const Propulsion& propulsion;
  const ResistanceCurve& curve;
  const Interaction& between;
  double throttle;

  [[nodiscard]] HeldThrust held(const RunningPoint& p) const {
    return thrust_at(train, propulsion, throttle, p.speed * (1.0 - between.wake),
                     between.water ? between.water(p) : PropulsorWater{});
  }
  [[nodiscard]] double excess(double speed) const {
    const RunningPoint p = curve.at(speed);
    return train.count * held(p).thrust * (1.0 - between.thrust_deduction) - drag(p);
  }
  [[nodiscard]] double drag(const RunningPoint& p) const { return between.drag ? between.drag(p) : p.drag; }
};

void fill_in(RunningState& s, const Balance& b, double speed, double pitch) {
  s.hull = b.curve.at(speed);
  s.hull.drag = b.drag(s.hull);
  const HeldThrust t = b.held(s.hull);
  s.speed = speed;
  s.revolutions = t.revolutions;
  s.load = t.load;
  s.thrust = b.train.count * t.thrust;
  s.slip = 1.0 - speed / (t.revolutions * pitch);
  if (const auto jet_speed = b.propulsion.kind().jet_speed) {
    s.jet_speed = jet_speed(b.propulsion, t.revolutions, speed * (1.0 - b.between.wake));
    s.slip = 1.0 - speed / *s.jet_speed;
  }
  s.shaft = shaft_state(b.train, b.throttle, t.revolutions);
  s.efficiency = s.hull.drag * speed / s.battery_power();
  s.status = RunningState::Status::solved;
}

}  // namespace

RunningState run_steady(const PowerTrain& train, const Propulsion& propulsion, double pitch,
                        const ResistanceCurve& curve, double throttle, const Interaction& between) {
  RunningState s;
  s.throttle = throttle;
  const Balance balance{train, propulsion, curve, between, throttle};
  const auto excess = [&](double v) { return balance.excess(v); };
  const auto& points = curve.points();
  if (points.empty() || free_revolutions(train, throttle) <= 0.0) {
    s.message = points.empty() ? Text("no attitude carries the boat at any speed: {0}", curve.ends_because())
                               : Text("{0} of throttle does not turn the motor", Quantity{throttle, Dimension::ratio});
    return s;
  }
  double before_v = 0.0, before = excess(0.0);
  if (before <= 0.0) {
    s.message = {"no thrust to move the boat at {0} of throttle", Quantity{throttle, Dimension::ratio}};
    return s;
  }
  double speed = 0.0;
  // From rest upwards to the first speed where the drag has caught up, then on, to see whether more thrust would pass.
  double worst = 0.0, worst_v = 0.0;
  bool passes_later = false;
  // A curve that ends because nothing holds the boat any more must not be drawn on.
  const std::size_t beyond = curve.ends_because().empty() ? 8 : 0;
  for (std::size_t i = 0; i < points.size() + beyond; ++i) {
    const double v = i < points.size() ? points[i].speed : before_v * 1.25, now = excess(v);
    if (speed == 0.0 && now <= 0.0) speed = bracketed_root(excess, before_v, v, before, now, root_bits);
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
    s.message = curve.ends_because().empty()
                    ? "thrust stays above the drag as far as the curve goes"
                    : Text("thrust carries it past {0}, where {1}", Quantity{points.back().speed, Dimension::speed},
                           curve.ends_because());
    return s;
  }
  fill_in(s, balance, speed, pitch);
  if (passes_later) {
    s.status = RunningState::Status::under_hump;
    s.message = {"does not get over the hump: {0} short at {1}", Quantity{-worst, Dimension::force},
                 Quantity{worst_v, Dimension::speed}};
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
