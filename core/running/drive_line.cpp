#include "running/drive_line.h"

#include <algorithm>
#include <cmath>

#include "drive/kind.h"

namespace plucky {

namespace {

Vec3 direction(double angle) {
  return {std::cos(angle), 0.0, std::sin(angle)};
}

/// Least radius of a cubic from a to b with these directions at its ends.
double tightest(const Vec3& a, const Vec3& from, const Vec3& b, const Vec3& to) {
  const double reach = (b - a).norm() / 3.0;
  const Vec3 p1 = a + reach * from, p2 = b - reach * to;
  double least = 1e9;
  for (int i = 0; i <= 24; ++i) {
    const double t = i / 24.0, s = 1.0 - t;
    const Vec3 d = 3.0 * (s * s * (p1 - a) + 2.0 * s * t * (p2 - p1) + t * t * (b - p2));
    const Vec3 dd = 6.0 * (s * (p2 - 2.0 * p1 + a) + t * (b - 2.0 * p2 + p1));
    const double bend = d.cross(dd).norm() / std::pow(std::max(d.norm(), 1e-9), 3);
    if (bend > 1e-9) least = std::min(least, 1.0 / bend);
  }
  return least;
}

}  // namespace

DriveParts drive_parts(const Layout& layout, const Drive& drive) {
  const DriveStands& s = drive.stands;
  return {layout.find(s.motor), layout.find(s.propulsor), layout.find(s.second_motor), layout.find(s.second_propulsor)};
}

Vec3 disc_centre(const Part& bearer, const Drive& drive) {
  const DriveKind& kind = drive_kind(drive);
  return kind.disc ? kind.disc(bearer, drive) : bearer.place;
}

DriveLine drive_line(const HullModel& hull, const Layout& layout, const Drive& d) {
  DriveLine line;
  if (!d.has_shaft_line()) return line;
  const DriveParts parts = drive_parts(layout, d);
  if (!parts.motor || !parts.propulsor) {
    line.missing = !parts.motor ? "no motor stands in the layout" : "no propeller stands in the layout";
    return line;
  }
  if (d.lacks(DriveGroup::motor) || d.lacks(DriveGroup::shaft) || d.lacks(DriveGroup::coupler)) {
    line.missing = drive_gap(d);
    return line;
  }
  const Shaft& s = d.shaft;
  line.known = true;
  line.disc = disc_centre(*parts.propulsor, d);
  const Vec3 axis = direction(s.motor_tilt);
  const double reach = 0.5 * d.motor.can_length + d.motor.shaft_reach;
  line.motor_end = parts.motor->place - reach * axis;
  line.exit = {s.exit_x, line.disc.y(), hull.bottom_height(s.exit_x, line.disc.y())};
  line.allowance = allowance_of(d.coupler.kind);
  const bool strut = drive_kind(d).strut;
  if (strut && s.kind == ShaftKind::flex_cable) {
    // The tube is bent from the motor's axis to the strut's: nothing is off at the ferrule, the cable bends instead.
    line.shaft_angle = s.strut_angle;
    line.fore = line.motor_end;
    line.motor_wanted = parts.motor->place;
    line.tube_length = (line.motor_end - line.disc).norm();
    line.bend_radius = tightest(line.disc, direction(s.strut_angle), line.motor_end, axis);
    line.free_length = line.tube_length;
    return line;
  }
  const Vec3 along = strut ? direction(s.strut_angle) : (line.exit - line.disc).normalized();
  line.shaft_angle = std::atan2(along.z(), along.x());
  if (strut) line.exit = line.disc + along * ((s.exit_x - line.disc.x()) / along.x());
  // The coupler sits at the end of the motor's shaft: how far is the line from there?
  line.fore = line.disc + along * along.dot(line.motor_end - line.disc);
  line.coupler_offset = (line.motor_end - line.fore).norm();
  line.coupler_angle = std::acos(std::clamp(along.dot(axis), -1.0, 1.0));
  line.motor_wanted = line.fore + reach * along;
  line.tube_length = (line.fore - line.disc).norm();
  line.free_length =
      s.bearing_spacing > 0.0 ? s.bearing_spacing : std::max(0.005, line.tube_length - 0.5 * d.coupler.length);
  if (s.kind != ShaftKind::flex_cable)
    line.whirling =
        whirling_speed(s.diameter, s.kind == ShaftKind::hollow ? s.bore : 0.0, line.free_length, stock_of(s.material));
  return line;
}

std::optional<Working> working_place(const HullModel& hull, const Layout& layout, const Drive& d, const Vec3& cg,
                                     const WaterLevel& at_rest) {
  const DriveKind& kind = drive_kind(d);
  const DriveParts parts = drive_parts(layout, d);
  if (!parts.propulsor || d.lacks(DriveGroup::screw) || !kind.place) return std::nullopt;
  Working w;
  w.place = disc_centre(*parts.propulsor, d);
  if (kind.shaft_line) {
    const DriveLine line = drive_line(hull, layout, d);
    w.thrust_angle = kind.strut ? d.shaft.strut_angle : line.known ? line.shaft_angle : 0.0;
  }
  if (kind.thrust_angle) w.thrust_angle = kind.thrust_angle(d);
  const Vec3 along = direction(w.thrust_angle);
  const Vec3 lever = cg - w.place;
  // Square to the line in the plane of the profile; positive when the line passes below the CG.
  w.thrust_offset = lever.z() * along.x() - lever.x() * along.z();
  kind.place(hull, *parts.propulsor, d, at_rest, w);
  return w;
}

PropulsorWater propulsor_water(const Drive& d, const Working& w, const WaterLevel& water) {
  const DriveKind& kind = drive_kind(d);
  return kind.water ? kind.water(d, w, water) : PropulsorWater{};
}

}  // namespace plucky
