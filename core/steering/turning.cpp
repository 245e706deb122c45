#include "steering/turning.h"

#include <algorithm>
#include <cmath>

#include "drive/kind.h"
#include "hull/model.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr Foil pod_leg{.chord = 0.02, .span = 0.04, .balance = 0.35};

/// Thrust that shares the disc with the stream: the race behind it, m/s.
double race(double speed, double thrust, double diameter, double density) {
  const double disc = 0.25 * pi * diameter * diameter;
  return std::sqrt(std::max(0.0, speed * speed + 2.0 * thrust / (density * disc)));
}

/// What leaves the nozzles of all jets: kg/s and m/s, from thrust = mass (jet - boat). Nothing with a shut throttle.
struct JetStream {
  double mass = 0.0, speed = 0.0;
};
JetStream jet_stream(const Drive& d, double density, double speed, double thrust) {
  if (!(thrust > 0.0)) return {};
  const double outlet = density * d.count * 0.25 * pi * d.jet.nozzle * d.jet.nozzle;
  const double jet = 0.5 * (speed + std::sqrt(speed * speed + 4.0 * thrust / outlet));
  return {outlet * jet, jet};
}

Foil fin_foil(const Fittings& f) {
  return {.chord = f.fin_chord, .span = f.fin_span, .thickness = f.fin_thickness, .under_plate = true};
}

Foil turn_fin(const Fittings& f) {
  return {.chord = f.turn_fin_chord, .span = f.turn_fin_depth, .thickness = f.fin_thickness, .under_plate = true};
}

/// Length in the water and a mean draught of it: wedge under the running trim where the boat planes.
struct RunningLine {
  double length, draught;
};
RunningLine running_line(const TurningHull& h, const RunningPoint& p) {
  const double length = std::max(0.2 * h.hull_length, std::min(p.wetted_length, h.waterline_length));
  const double wedge = std::max(0.005, 0.5 * std::max(p.draught, length * std::tan(std::max(0.0, p.trim))));
  return {length, (1.0 - p.planing_share) * h.draught + p.planing_share * wedge};
}

}  // namespace

TurningHull turning_hull(const Boat& b) {
  TurningHull h{b.hull.length(), b.form.waterline_length, b.form.waterline_beam, b.form.draught, b.form.block,
                b.loading.mass,  b.loading.cg.x(),        b.drive.fittings,      b.density,      b.viscosity};
  if (const auto spacing = wetted_bodies(b).spacing) {
    h.spacing = *spacing;
    const double one = std::max(0.1 * h.waterline_beam, h.waterline_beam - *spacing);
    h.block = std::min(1.0, h.block * h.waterline_beam / (2.0 * one));
    h.waterline_beam = one;
  }
  return h;
}

TurnDerivatives turn_derivatives(const TurningHull& h, const RunningPoint& p, const SternFin& stern) {
  const RunningLine line = running_line(h, p);
  const double l = line.length, t = line.draught, b = h.waterline_beam, f = t / l, k = pi * f * f, u = p.speed;
  const double bodies = h.spacing > 0.0 ? 2.0 : 1.0;
  const double half = bodies * 0.5 * h.density * l * l * u;  // N for a sway of one, of a derivative of one
  TurnDerivatives d{.length = l, .draught = t};
  d.force_sway = -half * k * (1.0 + 0.40 * h.block * b / t);
  d.force_yaw = half * l * -k * (-0.5 + 2.2 * b / l - 0.080 * b / t);
  d.moment_sway = -half * l * k * (0.5 + 2.4 * f);
  // Beyond the ships of the regression a broad hull would drive its own turn: it never does.
  d.moment_yaw = half * l * l * -k * std::max(0.05, 0.25 + 0.039 * b / t - 0.56 * b / l);
  // The drag of each grows with twice its share of speed, at half the spacing.
  if (h.spacing > 0.0 && u > 0.0) d.moment_yaw -= 0.5 * p.drag / u * h.spacing * h.spacing;
  const double mass = bodies * 0.5 * h.density * l * l * l, ratio = b / l;
  d.added_mass = std::max(0.0, mass * k * (1.0 + 0.16 * h.block * b / t - 5.1 * ratio * ratio));
  d.added_inertia = std::max(0.0, mass * l * l * k * (1.0 / 12.0 + 0.017 * h.block * b / t - 0.33 * ratio));
  // A fin at x behind the CG meets the stream under v - x r.
  const auto fin = [&d](double slope, double x) {
    d.force_sway -= slope;
    d.force_yaw += slope * x;
    d.moment_sway += slope * x;
    d.moment_yaw -= slope * x * x;
  };
  if (h.fins.fins > 0) {
    const Foil foil = fin_foil(h.fins);
    fin(h.fins.fins * 0.5 * h.density * u * foil.area() * lift_slope(foil.aspect()), h.cg_x);
  }
  if (h.fins.turn_fin_depth > 0.0) {
    const Foil foil = turn_fin(h.fins);
    fin(0.5 * h.density * u * foil.area() * lift_slope(foil.aspect()), h.cg_x - h.fins.turn_fin_x);
  }
  fin(stern.slope, stern.lever);
  return d;
}

double most_yaw_rate(const TurningHull& h, double speed) {
  const double radius = std::max(h.hull_length, speed * speed / (most_side * gravity));
  return speed / radius;
}

std::optional<double> steady_yaw_rate(const TurnDerivatives& d, double mass, double speed, double force, double lever) {
  // yv v + (yr - m u) r = -y, nv v + nr r = -n
  const double y = force, n = -force * lever, turning = d.force_yaw - mass * speed;
  const double det = d.force_sway * d.moment_yaw - turning * d.moment_sway;
  if (det == 0.0) return std::nullopt;
  return (d.force_sway * -n + d.moment_sway * y) / det;
}

std::optional<double> turn_radius(const TurningHull& h, const RunningPoint& p, const SternFin& stern, double force,
                                  double lever) {
  const auto r = steady_yaw_rate(turn_derivatives(h, p, stern), h.mass, p.speed, force, lever);
  if (!r || !(std::abs(*r) * h.hull_length > 1e-9 * p.speed)) return std::nullopt;
  return p.speed / std::min(std::abs(*r), most_yaw_rate(h, p.speed));
}

double steering_lever(const Steering& s, const Layout& layout, double cg_x, const std::optional<Working>& working) {
  if (const Part* rudder = layout.find(s.parts.rudder)) return cg_x - rudder->place.x();
  return cg_x - (working ? working->place.x() : 0.0);
}

double steering_stream(const Steering& s, const Drive& d, double density, double speed, double thrust) {
  const double each = thrust / d.count;
  if (s.by == SteeredBy::air_rudder) return s.in_wash ? race(speed, each, d.screw.diameter, air_density) : speed;
  if (s.by == SteeredBy::rudder && s.in_wash && drive_kind(d).open_screw)
    return race(speed, each, d.screw.diameter, density);
  return speed;
}

FoilForce steer_force(const Steering& s, const Drive& d, double density, double viscosity, double angle, double stream,
                      double thrust) {
  FoilForce f;
  switch (s.by) {
    case SteeredBy::rudder:
      f = foil_force(s.foil(), angle, stream, density, viscosity);
      break;
    case SteeredBy::air_rudder:
      f = foil_force(s.foil(), angle, stream, air_density, air_viscosity);
      break;
    case SteeredBy::pod: {
      // The thrust turns with the leg; the leg itself is a stubby foil.
      f = foil_force(pod_leg, angle, stream, density, viscosity);
      f.lift += thrust * std::sin(angle);
      f.drag += thrust * (1.0 - std::cos(angle));
      break;
    }
    case SteeredBy::nozzle: {
      // All that leaves is turned, not only what is faster than the water came in.
      const JetStream jet = jet_stream(d, density, stream, thrust);
      f.lift = jet.mass * jet.speed * std::sin(angle);
      f.drag = jet.mass * jet.speed * (1.0 - std::cos(angle));
      // The jet leaves the nozzle about a third of its length behind the pivot.
      f.torque = 0.3 * d.jet.nozzle * f.lift;
      break;
    }
    case SteeredBy::differential:
    case SteeredBy::none:
      break;
  }
  if (s.by == SteeredBy::rudder || s.by == SteeredBy::air_rudder)
    f.lift *= s.rudder.blades, f.drag *= s.rudder.blades, f.torque *= s.rudder.blades;
  return f;
}

SternFin stern_fin(const Steering& s, const Drive& d, double density, double stream, double thrust, double speed,
                   double lever) {
  SternFin out{.slope = 0.0, .lever = lever};
  const auto foil = [stream](const Foil& f, double of) {
    return 0.5 * of * stream * f.area() * lift_slope(f.aspect());
  };
  switch (s.by) {
    case SteeredBy::rudder:
      out.slope = s.rudder.blades * foil(s.foil(), density);
      break;
    case SteeredBy::air_rudder:
      out.slope = s.rudder.blades * foil(s.foil(), air_density);
      break;
    case SteeredBy::pod:
      out.slope = foil(pod_leg, density);
      break;
    case SteeredBy::nozzle:
      // What passes the pump comes in across the boat and leaves along it.
      out.slope = jet_stream(d, density, speed, thrust).mass;
      break;
    case SteeredBy::differential:
    case SteeredBy::none:
      break;
  }
  return out;
}

CourseKeeping course_keeping(const TurnDerivatives& d, const TurningHull& h, double speed) {
  // (m + a) v' = Yv v + (Yr - m u) r, (I + b) r' = Nv v + Nr r.
  const double yaw = h.mass * std::pow(0.25 * h.hull_length, 2) + d.added_inertia, sway = h.mass + d.added_mass;
  const double a = d.force_sway / sway, b = (d.force_yaw - h.mass * speed) / sway;
  const double c = d.moment_sway / yaw, e = d.moment_yaw / yaw;
  const double half = 0.5 * (a + e), det = a * e - b * c, root = half * half - det;
  CourseKeeping out{.side_centre = d.force_sway < 0.0 ? -d.moment_sway / d.force_sway : 0.0,
                    .growth = root > 0.0 ? half + std::sqrt(root) : half};
  return out;
}

double turn_fin_pull(const TurningHull& h, double speed) {
  if (!(h.fins.turn_fin_depth > 0.0)) return 0.0;
  return foil_force(turn_fin(h.fins), 0.0, speed, h.density, h.viscosity).drag * h.fins.turn_fin_y;
}

double spot_turn(const TurningHull& h, double couple) {
  if (!(couple > 0.0)) return 0.0;
  // Cross-flow over the length: C rho / 2 T r^2 times the integral of |x|^3, L^4 / 32; C is 0.8 of a bilge (memory).
  constexpr double across = 0.8;
  const double bodies = h.spacing > 0.0 ? 2.0 : 1.0;
  const double each = bodies * 0.5 * h.density * across * h.draught * std::pow(h.waterline_length, 4) / 32.0;
  return each > 0.0 ? std::sqrt(couple / each) : 0.0;
}

double inner_share(double mixing) {
  return mixing <= 0.5 ? 1.0 - 2.0 * mixing : -astern_thrust * (2.0 * mixing - 1.0);
}

double half_apart(const Steering& s, const Drive& d, const Layout& layout) {
  const Part *one = layout.find(d.stands.propulsor), *other = layout.find(d.stands.second_propulsor);
  return 0.5 * (one && other ? std::abs(one->place.y() - other->place.y()) : s.spacing);
}

double toe_force(const TurningHull& h, double speed) {
  return h.fins.fins * foil_force(fin_foil(h.fins), h.fins.fin_toe, speed, h.density, h.viscosity).lift;
}

}  // namespace plucky
