#include "steering/steering.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "steering/turning.h"
#include "water/fluid.h"

namespace plucky {

SteeringReport steering_report(const Steering& s, const Boat& b, const PowerReport& power) {
  SteeringReport r;
  if (s.by == SteeredBy::none) {
    r.message = "nothing steers the boat yet";
    return r;
  }
  if (Text gap = steering_gap(s); !gap.empty()) {
    r.message = std::move(gap);
    return r;
  }
  try {
    r.linkage = linkage_course(s.linkage);
  } catch (const InvalidInput& e) {
    r.message = e.sentence();
    return r;
  }
  r.fitted = true;
  const double reach = std::min(std::abs(r.linkage.horn_port), std::abs(r.linkage.horn_starboard));
  r.angle = s.pull_pull ? s.linkage.servo_throw * s.linkage.servo_arm / s.linkage.horn_arm : reach;
  // Pod and nozzle have stops of their own.
  if (s.by == SteeredBy::pod) r.angle = std::min(*r.angle, b.drive.pod.swing);
  if (s.by == SteeredBy::nozzle) r.angle = std::min(*r.angle, b.drive.jet.nozzle_swing);
  r.time_across = s.linkage.servo_throw / s.servo.speed;
  if (!power.full.runs()) {
    r.message = power.message.empty() ? "the boat does not run" : power.message;
    return r;
  }
  const RunningState& run = power.full;
  const double lever = steering_lever(s, b.layout, b.loading.cg.x(), power.working);
  const TurningHull turning = turning_hull(b);
  const double apart = half_apart(s, b.drive, b.layout);
  const auto stream_at = [&](const RunningState& state) {
    return steering_stream(s, b.drive, b.density, state.speed, state.thrust);
  };
  const auto force_at = [&](const RunningState& state, double angle) {
    return steer_force(s, b.drive, b.density, b.viscosity, angle, stream_at(state), state.thrust);
  };
  const auto radius_under = [&](const RunningState& state, double force) {
    const SternFin stern = stern_fin(s, b.drive, b.density, stream_at(state), state.thrust, state.speed, lever);
    return turn_radius(turning, state.hull, stern, force, lever);
  };
  r.stream = stream_at(run);
  if (s.by == SteeredBy::differential) {
    // One drive off: a couple instead of a force at the stern.
    const double couple = 0.5 * run.thrust * 0.5 * s.spacing;
    r.turning_radius = radius_under(run, couple / std::max(0.05, lever));
  } else {
    double torque = 0.0;
    for (int i = 1; i <= 20; ++i) torque = std::max(torque, std::abs(force_at(run, *r.angle * i / 20).torque));
    r.stock_torque = torque;
    const FoilForce f = force_at(run, *r.angle);
    r.side_force = f.lift;
    r.stalled = f.stalled;
    r.stall = f.stall;
    r.force_without_throttle = steer_force(s, b.drive, b.density, b.viscosity, *r.angle, run.speed, 0.0).lift;
    const double leverage = s.pull_pull ? s.linkage.horn_arm / s.linkage.servo_arm : r.linkage.least_leverage;
    if (leverage > 0.0) r.servo_needed = torque / leverage;
    if (r.servo_needed && *r.servo_needed > 0.0) r.servo_margin = s.servo.torque / *r.servo_needed;
    double turning_force = *r.side_force;
    if (b.drive.count == 2 && s.mixing > 0.0) {
      r.mixed_couple = 0.5 * run.thrust * (1.0 - inner_share(s.mixing)) * apart;
      turning_force += *r.mixed_couple / std::max(0.05, lever);
    }
    r.turning_radius = radius_under(run, turning_force);
  }
  if (b.drive.count == 2)
    if (const double rate = spot_turn(turning, 0.5 * power.start.thrust * (1.0 + astern_thrust) * apart); rate > 0.0)
      r.spot_turn = 2.0 * pi / rate;
  // What pulls to port turns as a force to starboard at the stern does.
  const double crooked = -turn_fin_pull(turning, run.speed) / std::max(0.05, lever) +
                         (s.set_crooked != 0.0 ? force_at(run, s.set_crooked).lift : 0.0) +
                         (b.drive.fittings.fins > 0 ? toe_force(turning, run.speed) : 0.0);
  r.drift = 0.0;
  if (crooked != 0.0) r.own_radius = radius_under(run, crooked);
  if (r.own_radius) r.drift = *r.own_radius * (1.0 - std::cos(std::min(10.0 / *r.own_radius, 0.5 * pi)));
  if (r.turning_radius) {
    r.radius_low = std::max(b.hull.length(), 0.6 * *r.turning_radius);
    r.radius_high = 1.4 * *r.turning_radius;
  }
  // Sweep's nearest throttle to cruising.
  const auto cruise = std::min_element(power.sweep.begin(), power.sweep.end(), [&](const auto& p, const auto& q) {
    return std::abs(p.throttle - b.drive.cruise_throttle) < std::abs(q.throttle - b.drive.cruise_throttle);
  });
  if (cruise != power.sweep.end() && cruise->runs() && s.by != SteeredBy::differential)
    r.cruise_radius = radius_under(*cruise, force_at(*cruise, *r.angle).lift);
  return r;
}

}  // namespace plucky
