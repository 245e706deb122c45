#include "drive_kinds/shaft_line.h"

#include <algorithm>
#include <cmath>

#include "assessment/fit_bench.h"
#include "cooling/circuit.h"
#include "drive_kinds/water_screw.h"
#include "running/boat.h"
#include "sealing/opening_register.h"

namespace plucky {

namespace {

using G = DriveGroup;

bool line_takes_motor(const Motor& m) {
  return !m.outrunner;
}

std::vector<Joint> line_joints(const Drive& d) {
  const Shaft& s = d.shaft;
  return {motor_in_coupler(d), shaft_in_coupler(d), shaft_in_bearings(d),
          joint_of("shaft-dog", "shaft", s.diameter, "the drive dog", s.dog_bore,
                   "it sits crooked and the propeller wobbles: a dog of the shaft's bore.",
                   "a dog of the shaft's bore.", "dog on a flat; thread lock"),
          joint_of("shaft-propeller", "shaft", s.diameter, "the propeller's bore", d.screw.bore,
                   "needs a bush in the propeller, else it runs out of balance.",
                   "bore the propeller up in a drill press, then balance it again.",
                   "nut with thread lock or a locking insert")};
}

void line_place(const HullModel& hull, const Part&, const Drive& d, const WaterLevel& at_rest, Working& w) {
  place_water_screw(hull, d, at_rest, false, w);
}

/// A shaft or tube meets the stream at a slant.
double line_drag(const Drive&, const Part& part, double wet) {
  return 0.10 * part.size.y() * std::min(wet, part.size.x() + wet);
}

/// In the race, a little behind the disc and beside its hub.
CoolFitting line_pickup(const Boat& b, const Part& bearer) {
  const Vec3 disc = disc_centre(bearer, b.drive);
  const double d = b.drive.screw.diameter;
  return {.kind = FittingKind::transom_tube,
          .place = {std::min(disc.x(), b.hull.box.low.x()) - 0.015, disc.y() + 0.3 * d, disc.z()}};
}

void line_openings(OpeningRegister& r) {
  const Boat& b = r.in.boat;
  const Drive& d = b.drive;
  if (!r.in.line.known) return;
  SealOpening& tube =
      r.add(OpeningKind::shaft_tube, "shaft_tube", "Shaft tube", r.in.line.exit, d.shaft.diameter, 0, d.count);
  // Water comes in when it stands over the tube's inner end.
  tube.inner = r.in.line.fore;
  // The bushes hold water back, 8 mm at each end; the tube between them is wide and holds the grease.
  tube.numbers.clearance = std::max(4e-5, 0.5 * (d.shaft.bearing_bore - d.shaft.diameter));
  tube.numbers.length = 0.016;
  if (!drive_kind(d).strut) return;
  const Vec3 at = r.in.line.disc;
  r.add(OpeningKind::skin_screws, "skin_screws:strut", "Strut screws",
        {std::max(0.01, at.x()), at.y(), b.hull.bottom_height(std::max(0.01, at.x()), at.y())}, 0.003, 0, 4);
}

/// A straight line from the motor low in the hull to the disc under the after end, as flat as its clearance lets it be.
void lay_shaft(DriveLaying& l, const Vec3& motor, const Vec3& disc) {
  const HullModel& hull = l.bench.hull();
  Shaft& shaft = l.drive.shaft;
  const Vec3 along = (motor - disc).normalized();
  shaft.motor_tilt = std::atan2(along.z(), along.x());
  // A cable bends between the motor and a level strut; a joint wants strut and shaft in one line.
  shaft.strut_angle = drive_kind(l.drive).strut && shaft.kind != ShaftKind::flex_cable ? shaft.motor_tilt : 0.0;
  // Where the line comes out of the bottom.
  const auto outside = [&](double x) {
    return disc.z() + (x - disc.x()) * along.z() / along.x() < hull.bottom_height(x, disc.y());
  };
  double out = std::max(disc.x(), hull.box.low.x()), in = motor.x();
  for (int i = 0; i < 40; ++i) (outside(0.5 * (out + in)) ? out : in) = 0.5 * (out + in);
  shaft.exit_x = 0.5 * (out + in);
}

void line_lay(DriveLaying& l) {
  const HullModel& hull = l.bench.hull();
  Drive& d = l.drive;
  const double keel = hull.box.low.z(), r = 0.5 * d.screw.diameter;
  const Part *old_screw = l.standing(d.stands.propulsor), *old_motor = l.standing(d.stands.motor);
  const double x = drive_kind(d).strut ? -1.2 * d.screw.diameter : 0.4 * d.screw.diameter;
  Vec3 disc = old_screw ? old_screw->place : Vec3(x, 0.0, 0.0);
  if (!old_screw)
    disc.z() = (x < 0.0 ? keel : hull.bottom_height(x, 0.0)) -
               (d.screw.surface ? 0.0 : r + 0.15 * d.screw.diameter + (x < 0.0 ? 0.25 * d.screw.diameter : 0.0));
  const double mx = 0.34 * hull.length();
  // The can clears the skin all along, with room for its mount.
  const double floor = std::max(hull.bottom_height(mx, 0.0), hull.bottom_height(mx + 0.5 * d.motor.can_length, 0.0)) +
                       l.bench.project().hull.skin.shell_thickness + 0.004;
  Vec3 at = old_motor ? old_motor->place : Vec3(mx, 0.0, floor + 0.5 * d.motor.can_diameter);
  Vec3 along, coupling;
  for (int raised = 0; raised < 6; ++raised) {
    if (!(old_motor && old_screw)) lay_shaft(l, at, disc);
    along = {std::cos(d.shaft.motor_tilt), 0.0, std::sin(d.shaft.motor_tilt)};
    coupling = at - along * (0.5 * d.motor.can_length + d.motor.shaft_reach);
    // The coupler behind it lies lower on the slanted line, and clears the skin too.
    const double after = coupling.x() - 0.5 * d.coupler.length;
    const double low = std::max(hull.bottom_height(coupling.x(), 0.0), hull.bottom_height(after, 0.0)) +
                       l.bench.project().hull.skin.shell_thickness + 0.001 - (coupling.z() - 0.5 * d.coupler.diameter);
    if (old_motor || low <= 0.0) break;
    at.z() += low;
  }
  if (const Part* motor = l.chosen(G::motor)) l.place(*motor, at);
  if (const Part* coupler = l.chosen(G::coupler)) l.place(*coupler, coupling);
  if (const Part* chosen = l.chosen(G::shaft)) {
    Part part = *chosen;
    // From the disc to the coupler's after face; its box ends before the coupler's.
    const double reach = 0.5 * d.coupler.length;
    part.mass *= ((coupling - disc).norm() - reach) / part.size.x();  // tube and shaft are cut to length
    part.size.x() = coupling.x() - reach - 1e-4 - disc.x();
    part.data = d.shaft;
    l.place(part, disc + 0.5 * part.size.x() / along.x() * along);
  }
  if (const Part* screw = l.chosen(G::screw)) l.place(*screw, disc);
}

}  // namespace

DriveKind shaft_line_drive(Mounting mounting) {
  DriveKind k = water_screw(mounting);
  k.groups = {G::drive, G::battery, G::esc, G::motor, G::gearing, G::coupler, G::shaft, G::screw, G::fittings};
  k.extras = {G::leads};
  k.shaft_line = true;
  k.takes_motor = &line_takes_motor;
  k.joints = &line_joints;
  k.place = &line_place;
  k.line_drag = &line_drag;
  k.pickup = &line_pickup;
  k.openings = &line_openings;
  k.lay = &line_lay;
  return k;
}

}  // namespace plucky
