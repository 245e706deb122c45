#include "steering/handling.h"

#include <algorithm>
#include <cmath>

#include "drive/kind.h"
#include "resistance/planing_surface.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// N m at one screw while this current flows in its motor.
double screw_torque(const Drive& d, double motor_current) {
  const double motor = std::max(0.0, motor_current - d.motor.no_load_current) / d.motor.kv;
  return motor * d.gearing.ratio * d.gearing.efficiency;
}

void under_torque(const Boat& b, const PowerReport& p, HandlingReport& r) {
  const DriveKind& kind = drive_kind(b.drive);
  // Two that turn against each other hold each other.
  const int left_over = b.drive.turned_right();
  if (left_over == 0 || !(kind.open_screw || kind.in_air)) return;
  r.to_port = left_over > 0;
  const double screws = std::abs(left_over);
  const double weight = b.loading.mass * gravity;
  r.torque = screws * std::max(screw_torque(b.drive, p.start.motor_current), p.full.runs() ? p.full.shaft.torque : 0.0);
  if (b.rest.gm_transverse > 0.0) r.torque_heel = std::atan(*r.torque / (weight * b.rest.gm_transverse));
  const Part* battery = b.layout.find(b.drive.stands.battery);
  if (p.full.runs() && battery && battery->mass > 0.0)
    r.battery_offset = screws * p.full.shaft.torque / (battery->mass * gravity);
}

/// Where the deck edge goes under on one side: the least of what its points ask.
std::optional<double> edge_heel(const Boat& b) {
  std::optional<double> least;
  for (const Vec3& p : b.hull.shells.front().deck_edge) {
    const double height = b.rest.plane.height(p), out = std::abs(p.y());
    if (out < 0.25 * b.hull.beam() || height <= 0.0) continue;
    const double heel = std::atan2(height, out);
    if (!least || heel < *least) least = heel;
  }
  return least;
}

void in_turns(const Boat& b, const PowerReport& p, const SteeringReport& s, HandlingReport& r) {
  r.edge_heel = edge_heel(b);
  const double gm = b.rest.gm_transverse;
  // On the plane a bottom banks into its turns by itself: by how much no method here knows.
  if (!p.full.runs() || p.full.hull.planing_share > 0.5 || !s.turning_radius || !(gm > 0.0)) return;
  const double side = b.hull.box.low.z() + 0.5 * b.form.draught, lever = b.loading.cg.z() - side;
  r.turn_heel = heel_in_turn(p.full.speed, *s.turning_radius, lever, gm);
  if (r.edge_heel && lever > 0.0)
    r.safe_radius = p.full.speed * p.full.speed * lever / (gravity * gm * std::tan(0.9 * *r.edge_heel));
}

void on_the_plane(const Boat& b, const PowerReport& p, HandlingReport& r) {
  const RunningPoint& run = p.full.hull;
  if (!p.full.runs() || !b.hull.planes || run.planing_share < 0.9 || !b.hull.surfaces.empty() || !(run.trim > 0.0))
    return;
  const PlaningBottom v = planing_bottom(b.hull);
  const double keel = std::max(0.0, run.draught) / std::sin(run.trim);
  const Outline& o = b.hull.outline;
  const std::size_t bow = o.rises_past(b.hull.box.low.z() + forefoot_rise * b.hull.box.size().z());
  const double forefoot = bow < o.x.size() ? o.x[bow] - b.hull.box.low.x() : b.hull.length();
  r.wet_keel = keel / forefoot;
  if (v.bodies > 1 || v.deadrise <= 0.0 || keel <= 0.0) return;
  const Wetted wet = wetted_part({v.beam, v.deadrise}, run.trim, keel);
  const double height = b.loading.cg.z() - b.hull.transom_keel();
  if (wet.chines_dry && height > 0.0) r.footing = 0.5 * wet.beam / height;
}

/// Does it go straight by itself, and do its fins hold in a turn?
void along_and_round(const Boat& b, const PowerReport& p, const Steering& s, const SteeringReport& steers,
                     HandlingReport& r) {
  if (!p.full.runs()) return;
  const TurningHull hull = turning_hull(b);
  const double lever = steering_lever(s, b.layout, b.loading.cg.x(), p.working), u = p.full.speed;
  SternFin stern;
  if (steers.fitted)
    stern = stern_fin(s, b.drive, b.density, steering_stream(s, b.drive, b.density, u, p.full.thrust), p.full.thrust, u,
                      lever);
  const TurnDerivatives d = turn_derivatives(hull, p.full.hull, stern);
  r.course = course_keeping(d, hull, u);
  if (hull.fins.fins == 0 || !steers.turning_radius) return;
  // In a steady turn the sway that leaves no moment to spare: Y v + (Yr - m u) r = -F, N v + Nr r = F l.
  const double rate = u / *steers.turning_radius;
  const double all = d.force_sway * lever + d.moment_sway, turning = d.force_yaw - hull.mass * u;
  if (all == 0.0) return;
  const double sway = -(turning * lever + d.moment_yaw) * rate / all;
  const double reynolds = u * hull.fins.fin_chord / b.viscosity;
  TurningHull bare = hull;
  bare.fins.fins = 0;
  r.fins = {.angle = std::abs(std::atan2(sway - hull.cg_x * rate, u)),
            .lets_go = stall_angle(reynolds),
            .holds_without = course_keeping(turn_derivatives(bare, p.full.hull, stern), bare, u).growth < 0.0};
}

void with_one_dead(const Boat& b, const PowerReport& p, const Steering& by, const SteeringReport& s,
                   HandlingReport& r) {
  const DriveStands& stands = b.drive.stands;
  const bool both = b.layout.find(stands.propulsor) && b.layout.find(stands.second_propulsor);
  if (b.drive.count != 2 || !both || !p.full.runs()) return;
  Drive single = b.drive;
  single.count = 1;
  single.stands.second_motor = single.stands.second_propulsor = 0;
  const Boat limping{b.hull,    b.layout,    single,   b.loading, b.rest,       b.form,
                     b.density, b.viscosity, b.jacket, b.depth,   b.mass_sigma, b.tuned};
  // Blades that are dragged along: coefficient 0.35 of their area (memory).
  const double disc =
      drive_kind(b.drive).open_screw ? 0.25 * pi * b.drive.screw.diameter * b.drive.screw.diameter : 0.0;
  const double dragged = 0.5 * b.density * 0.35 * disc * b.drive.screw.blade_area;
  RunningState run;
  double more = 1.0;
  for (int i = 0; i < 2; ++i) {
    const ResistanceCurve curve = p.curve.times(more);
    run = PoweredBoat(limping, curve).at(b.drive.throttle);
    if (!run.runs()) return;
    const double drag = p.curve.at(run.speed).drag;
    if (drag > 0.0) more = 1.0 + dragged * run.speed * run.speed / drag;
  }
  HandlingReport::OneDead dead{.speed = run.speed, .moment = half_apart(by, b.drive, b.layout) * run.thrust};
  if (s.side_force && p.full.speed > 0.0) {
    // What steers stands at the stern; its force goes with the square of the speed.
    const double share = run.speed / p.full.speed, lever = b.loading.cg.x() - b.hull.box.low.x();
    const double holds = *s.side_force * share * share * lever;
    if (holds > 0.0) dead.held_by = dead.moment / holds;
  }
  r.one_dead = dead;
}

}  // namespace

double heel_in_turn(double speed, double radius, double lever, double gm) {
  return std::atan(speed * speed / (gravity * radius) * lever / gm);
}

HandlingReport handling_report(const Boat& b, const PowerReport& p, const Steering& by, const SteeringReport& s) {
  HandlingReport r;
  if (!p.fitted) return r;
  under_torque(b, p, r);
  in_turns(b, p, s, r);
  on_the_plane(b, p, r);
  along_and_round(b, p, by, s, r);
  with_one_dead(b, p, by, s, r);
  return r;
}

}  // namespace plucky
