#include "steering/steering.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "drive/kind.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// Thrust that shares the disc with the stream: the race behind it, m/s.
double race(double speed, double thrust, double diameter, double density) {
  const double disc = 0.25 * pi * diameter * diameter;
  return std::sqrt(std::max(0.0, speed * speed + 2.0 * thrust / (density * disc)));
}

/// Fins as the turn feels them: side force for an angle of drift, and how far aft of the CG.
struct FinHold {
  double slope = 0.0, lever = 0.0;  ///< N/rad, m
};

struct TurnInput {
  double length, hull_length, beam, draught, block, mass, lever, force, speed, density;
  FinHold fins;
};

/// Radius of the steady turn under a side force at `lever` aft of the CG, m; none when it does not turn. The
/// derivatives are linear and know no end: no hull turns within its own length, nor on a side that holds more than 1.5
/// of its weight (common practice, no source).
std::optional<double> turn_radius(const TurnInput& in) {
  const double l = in.length, t = in.draught, b = in.beam, f = t / l, k = pi * f * f;
  const double half = 0.5 * in.density * l * l * in.speed * in.speed;
  // A fin at x behind the CG meets the stream under v - x r.
  const double fin = in.fins.slope / half, arm = in.fins.lever / l;
  const double yv = -k * (1.0 + 0.40 * in.block * b / t) - fin;
  const double yr = -k * (-0.5 + 2.2 * b / l - 0.080 * b / t) + fin * arm;
  const double nv = -k * (0.5 + 2.4 * f) + fin * arm, nr = -k * (0.25 + 0.039 * b / t - 0.56 * b / l) - fin * arm * arm;
  const double mass = in.mass / (0.5 * in.density * l * l * l);
  const double y = in.force / half, n = -in.force * in.lever / (half * l);
  // yv v + (yr - m) r = -y, nv v + nr r = -n
  const double det = yv * nr - (yr - mass) * nv;
  const double r = (yv * -n + nv * y) / det;
  if (std::abs(r) < 1e-9) return std::nullopt;
  return std::max({l / std::abs(r), in.hull_length, in.speed * in.speed / (1.5 * gravity)});
}

/// Side force at an angle, and what the stock feels.
FoilForce steer_force(const Steering& s, const Boat& b, const RunningState& run, double angle, double stream,
                      bool throttle) {
  FoilForce f;
  const double thrust = throttle ? run.thrust : 0.0;
  switch (s.by) {
    case SteeredBy::rudder:
      f = foil_force(s.foil(), angle, stream, b.density, b.viscosity);
      break;
    case SteeredBy::air_rudder:
      f = foil_force(s.foil(), angle, stream, air_density, air_viscosity);
      break;
    case SteeredBy::pod: {
      // The thrust turns with the leg; the leg itself is a stubby foil.
      f = foil_force({.chord = 0.02, .span = 0.04, .balance = 0.35}, angle, stream, b.density, b.viscosity);
      f.lift += thrust * std::sin(angle);
      break;
    }
    case SteeredBy::nozzle:
      f.lift = thrust * std::sin(angle);
      // The jet leaves the nozzle about a third of its length behind the pivot.
      f.torque = 0.3 * b.drive.jet.nozzle * f.lift;
      break;
    case SteeredBy::differential:
    case SteeredBy::none:
      break;
  }
  f.lift *= s.rudder.blades;
  f.torque *= s.rudder.blades;
  return f;
}

double stream_of(const Steering& s, const Boat& b, const RunningState& run) {
  const double each = run.thrust / b.drive.count;
  if (s.by == SteeredBy::air_rudder)
    return s.in_wash ? race(run.speed, each, b.drive.screw.diameter, air_density) : run.speed;
  if (s.by == SteeredBy::rudder && s.in_wash && drive_kind(b.drive).open_screw)
    return race(run.speed, each, b.drive.screw.diameter, b.density);
  return run.speed;
}

Foil fin_foil(const Fittings& f) {
  return {.chord = f.fin_chord, .span = f.fin_span, .thickness = f.fin_thickness, .under_plate = true};
}

FinHold fin_hold(const Boat& b, double speed) {
  const Fittings& f = b.drive.fittings;
  if (f.fins == 0) return {};
  const Foil foil = fin_foil(f);
  return {f.fins * 0.5 * b.density * speed * speed * foil.area() * lift_slope(foil.aspect()), b.loading.cg.x()};
}

/// Side force of fins that stand off the centre line.
double toe_force(const Boat& b, double speed) {
  const Fittings& f = b.drive.fittings;
  return f.fins * foil_force(fin_foil(f), f.fin_toe, speed, b.density, b.viscosity).lift;
}

TurnInput turn_input(const Boat& b, const RunningState& run, double force, double lever) {
  const RunningPoint& p = run.hull;
  // Running wetted length and a mean draught of it: wedge under the running trim where the boat planes.
  const double length = std::max(0.2 * b.hull.length(), std::min(p.wetted_length, b.form.waterline_length));
  const double wedge = std::max(0.005, 0.5 * std::max(p.draught, length * std::tan(std::max(0.0, p.trim))));
  const double draught = (1.0 - p.planing_share) * b.form.draught + p.planing_share * wedge;
  return {length,    b.hull.length(), b.form.waterline_beam, draught, b.form.block, b.loading.mass, lever, force,
          run.speed, b.density,       fin_hold(b, run.speed)};
}

}  // namespace

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
  const double x = power.working ? power.working->place.x() : 0.0;
  double lever = b.loading.cg.x() - x;
  if (const Part* rudder = b.layout.find(s.parts.rudder)) lever = b.loading.cg.x() - rudder->place.x();
  r.stream = stream_of(s, b, run);
  if (s.by == SteeredBy::differential) {
    // One drive off: a couple instead of a force at the stern.
    const double couple = 0.5 * run.thrust * 0.5 * s.spacing;
    r.turning_radius = turn_radius(turn_input(b, run, couple / std::max(0.05, lever), lever));
  } else {
    double torque = 0.0;
    for (int i = 1; i <= 20; ++i)
      torque = std::max(torque, std::abs(steer_force(s, b, run, *r.angle * i / 20, *r.stream, true).torque));
    r.stock_torque = torque;
    const FoilForce f = steer_force(s, b, run, *r.angle, *r.stream, true);
    r.side_force = f.lift;
    r.stalled = f.stalled;
    r.stall = f.stall;
    r.force_without_throttle = steer_force(s, b, run, *r.angle, run.speed, false).lift;
    const double leverage = s.pull_pull ? s.linkage.horn_arm / s.linkage.servo_arm : r.linkage.least_leverage;
    if (leverage > 0.0) r.servo_needed = torque / leverage;
    if (r.servo_needed && *r.servo_needed > 0.0) r.servo_margin = s.servo.torque / *r.servo_needed;
    r.turning_radius = turn_radius(turn_input(b, run, *r.side_force, lever));
  }
  const double crooked = (s.set_crooked != 0.0 ? steer_force(s, b, run, s.set_crooked, *r.stream, true).lift : 0.0) +
                         (b.drive.fittings.fins > 0 ? toe_force(b, run.speed) : 0.0);
  r.drift = 0.0;
  if (crooked != 0.0) r.own_radius = turn_radius(turn_input(b, run, crooked, lever));
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
    r.cruise_radius = turn_radius(
        turn_input(b, *cruise, steer_force(s, b, *cruise, *r.angle, stream_of(s, b, *cruise), true).lift, lever));
  if (!planes(b.family) && r.turning_radius && b.rest.gm_transverse > 0.0) {
    const double sideways = run.speed * run.speed / (gravity * *r.turning_radius);
    r.heel = std::atan(sideways * (b.loading.cg.z() - 0.5 * b.form.draught) / b.rest.gm_transverse);
  }
  return r;
}

}  // namespace plucky
