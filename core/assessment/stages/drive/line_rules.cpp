// Does the drive line up, does its propulsor work in sound water, and where does its thrust push?
#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "assessment/rules.h"
#include "assessment/stages/drive/drive_stage.h"
#include "assessment/stages/drive/line.h"
#include "drive/fit_chain.h"
#include "drive/kind.h"
#include "running/motor_mount.h"
#include "water/fluid.h"

namespace plucky {

namespace {

void fit(const LineRules& l) {
  for (const Joint& j : fit_chain(l.d)) {
    Finding f = drive_finding("drive.fit", Severity::fine, length_quantity(j.inner_diameter),
                              length_quantity(j.outer_diameter), "bores up to 0.05 mm over the shaft");
    f.id = fmt::format("drive.fit.{}", j.key);
    f.text = j.words;
    f.severity = j.fit == Joint::Fit::misfit    ? Severity::stop
                 : j.fit == Joint::Fit::adapter ? Severity::watch
                                                : Severity::fine;
    l.out.push_back(f);
  }
}

void coupler(const LineRules& l) {
  const DriveLine& line = l.p.line;
  if (line.bend_radius) return;
  const double angle = line.coupler_angle;
  Finding f = coupler_finding(line.allowance, line.coupler_offset, angle, coupler_name(l.d.coupler.kind),
                              "Motor and shaft are {0} out of line at the coupler; a {2} takes {1}.",
                              "Motor and shaft meet at {0} in the coupler; a {2} takes {1}.");
  f.subject = l.parts.motor->id;
  if (l.d.coupler.kind == CouplerKind::universal_joint && angle > radians(1.0)) {
    f.text = then(f.text, {"One joint swings the speed by {0} twice a turn; two of them even it out.",
                           Quantity{universal_joint_swing(angle), Dimension::ratio}});
  }
  if (f.severity != Severity::fine && l.mends()) {
    Part motor = *l.parts.motor;
    const double lift = line.motor_wanted.z() - motor.place.z();
    motor.place = line.motor_wanted;
    Drive drive = l.d;
    drive.shaft.motor_tilt = line.shaft_angle;
    f.remedy = Edit{{lift < 0.0 ? "Lower the motor mount {0}, tilt {1}" : "Raise the motor mount {0}, tilt {1}",
                     length_quantity(std::abs(lift)), angle_quantity(line.shaft_angle)},
                    ChangeDrive{drive, {motor}}};
  }
  l.out.push_back(f);
}

/// The second drive of two stands as the first one's mirror image, or its shaft does not run through its own coupler.
void second_drive(const LineRules& l) {
  const Part *motor = l.parts.second_motor, *screw = l.parts.second_propulsor;
  if (!motor) return;
  const auto mirrored = [](const Vec3& v) { return Vec3(v.x(), -v.y(), v.z()); };
  // From its own propeller where the layout has it, else from where the first one's mirror image would stand.
  const Vec3 off = screw
                       ? Vec3((motor->place - screw->place) - mirrored(l.parts.motor->place - l.parts.propulsor->place))
                       : Vec3(motor->place - mirrored(l.parts.motor->place));
  const Vec3 along = mirrored(l.parts.motor->place - l.parts.propulsor->place).normalized();
  const double aside = (off - off.dot(along) * along).norm();
  Finding f = drive_finding("drive.second",
                            aside > 2.0 * l.p.line.allowance.offset ? Severity::stop
                            : aside > l.p.line.allowance.offset     ? Severity::watch
                                                                    : Severity::fine,
                            length_quantity(aside), length_quantity(l.p.line.allowance.offset),
                            "usual allowance of this kind of coupler; common practice, no source");
  f.subject = motor->id;
  f.text.words = f.severity == Severity::fine
                     ? "The second motor stands in line with its shaft as the first does, within {0}."
                     : "The second motor stands {0} out of line with its shaft; its coupler takes {1}.";
  if (f.severity != Severity::fine && l.mends()) {
    f.remedy = Edit{"Put the second motor in line", MovePart{motor->id, motor->place - (off - off.dot(along) * along)}};
  }
  l.out.push_back(f);
}

void shaft(const LineRules& l) {
  const DriveLine& line = l.p.line;
  const bool strut = drive_kind(l.d).strut;
  const double angle = strut ? 0.0 : line.shaft_angle;
  if (!strut) {
    Finding f = drive_finding("drive.shaft_angle",
                              angle > radians(15.0) || angle < radians(-2.0) ? Severity::watch : Severity::fine,
                              angle_quantity(angle), angle_quantity(radians(15.0)), "common practice, no source");
    f.text.words =
        f.severity == Severity::fine ? "Shaft angle {0}." : "Shaft angle {0}; up to {1} costs little thrust.";
    l.out.push_back(f);
  }
  if (line.whirling > 0.0 && l.p.full.runs()) {
    const double turns = l.p.full.revolutions, limit = 0.7 * line.whirling;
    Finding f = drive_finding("drive.whirling",
                              turns > line.whirling ? Severity::stop
                              : turns > limit       ? Severity::watch
                                                    : Severity::fine,
                              {turns, Dimension::revolutions}, {line.whirling, Dimension::revolutions},
                              "first whirling speed (Rankine), 30 % kept away");
    f.text.values.push_back(length_quantity(line.free_length));
    f.text.words =
        f.severity == Severity::fine
            ? "The shaft turns at {0} and whirls at {1} over {2} between bearings."
            : "{0} at full throttle; over {2} between bearings the shaft whirls at {1}. Bearings closer together.";
    if (f.severity != Severity::fine) {
      Drive drive = l.d;
      // Whirling goes with the inverse square of the spacing; 0.65 leaves a little over 0.7.
      drive.shaft.bearing_spacing = std::floor(1e3 * line.free_length * std::sqrt(0.65 * line.whirling / turns)) / 1e3;
      l.offer_drive(f, "Set the bearings {0} apart", length_quantity(drive.shaft.bearing_spacing), drive);
    }
    l.out.push_back(f);
  }
  if (l.d.shaft.kind != ShaftKind::flex_cable) return;
  if (line.bend_radius) {
    const double least = flex_least_radius(l.d.shaft.diameter);
    Finding f = drive_finding("drive.flex_bend", *line.bend_radius < least ? Severity::watch : Severity::fine,
                              length_quantity(*line.bend_radius), length_quantity(least),
                              "forty cable diameters; common practice, no source");
    f.text.words = f.severity == Severity::fine
                       ? "The cable bends to {0}; {1} is the least."
                       : "The cable bends to {0}; should be {1} at least: motor further forward or lower.";
    l.out.push_back(f);
  }
  if (l.p.full.runs()) {
    const double shortens = flex_shortening(line.tube_length, l.p.full.shaft.torque, shaft_strength(l.d.shaft));
    Finding f = drive_finding("drive.dog_gap", shortens > l.d.shaft.dog_gap ? Severity::watch : Severity::fine,
                              length_quantity(l.d.shaft.dog_gap), length_quantity(shortens),
                              "half a per cent of its length at its strength; common practice, no source");
    f.text.words =
        f.severity == Severity::fine
            ? "Dog gap {0}; the cable shortens by {1} at full throttle."
            : "Dog gap {0}; the cable shortens by {1} at full throttle and clamps the strut between dog and bearing.";
    if (f.severity != Severity::fine) {
      Drive drive = l.d;
      drive.shaft.dog_gap = std::ceil(2e3 * (shortens + 3e-4)) / 2e3;
      l.offer_drive(f, "Set the dog gap to {0}", length_quantity(drive.shaft.dog_gap), drive);
    }
    l.out.push_back(f);
  }
}

/// What the hull's bending does to the coupler: the school of the common plate against that of the hull mount.
void flex(const LineRules& l) {
  if (l.d.shaft.common_plate || !l.p.fitted || l.p.line.bend_radius) return;
  const double bend =
      flex_at_coupler(l.a.hull->model, l.a.project.hull.skin, l.p.line, l.p.start.thrust, l.p.working->thrust_offset);
  const double room = l.p.line.allowance.offset - l.p.line.coupler_offset;
  Finding f = drive_finding("drive.flex", bend > std::max(0.0, room) ? Severity::note : Severity::fine,
                            length_quantity(bend), length_quantity(l.p.line.allowance.offset),
                            "hull as a beam under the thrust's moment; order of magnitude");
  f.text.words = f.severity == Severity::fine
                     ? "The hull bends motor and tube {0} out of line at most; the coupler takes {1}."
                     : "The hull bends motor and tube {0} out of line under full thrust; with what is out already the "
                       "coupler's {1} "
                       "are used up. One plate for both takes the hull out of it.";
  if (f.severity != Severity::fine) {
    Drive drive = l.d;
    drive.shaft.common_plate = true;
    l.offer_drive(f, "Mount motor and tube on one plate", {}, drive);
  }
  l.out.push_back(f);
}

void below_keel(const LineRules& l) {
  const Working& w = *l.p.working;
  if (w.below_keel <= 0.0) return;
  Finding f = drive_finding("drive.below_keel", Severity::fine, length_quantity(w.below_keel),
                            length_quantity(w.below_keel), "lowest point of the propulsor");
  f.text.words =
      "Reaches {0} below the keel: a stand and the car want that much room, shallow water a hull's depth more.";
  l.out.push_back(f);
}

/// Water over the disc.
void depth(const LineRules& l) {
  const Working& w = *l.p.working;
  const auto [deep, moving] = l.deep();
  Finding f = drive_finding("drive.immersion", Severity::fine, length_quantity(deep), length_quantity(w.wanted_depth),
                            w.plate ? "0.1 of the diameter under an anti-ventilation plate; common practice"
                                    : "0.3 of the diameter; common practice, no source");
  f.subject = l.parts.propulsor->id;
  f.text.values[0] = length_quantity(std::abs(deep));
  if (l.d.screw.surface) {
    const double share = immersed_share(deep + 0.5 * l.d.screw.diameter, 0.5 * l.d.screw.diameter);
    f.number = {share, Dimension::ratio};
    f.limit = {0.5, Dimension::ratio};
    f.text.values = {f.number, f.limit};
    f.source = "a surface propeller runs about half in; common practice, no source";
    if (share < 0.35 || share > 0.75) f.severity = Severity::watch;
    f.text.words = f.severity == Severity::fine ? moving ? "{0} of the disc is in the water running."
                                                         : "{0} of the disc is in the water at rest."
                   : moving                     ? "{0} of the disc is in the water running; should be about {1}."
                                                : "{0} of the disc is in the water at rest; should be about {1}.";
    l.out.push_back(f);
    return;
  }
  if (deep < w.wanted_depth) f.severity = deep < 0.4 * w.wanted_depth ? Severity::stop : Severity::watch;
  f.text.words = f.severity == Severity::fine ? moving ? "Disc top {0} under the surface running; required: {1}."
                                                       : "Disc top {0} under the surface at rest; required: {1}."
                 : deep < 0.0                 ? moving
                                                    ? "Disc top {0} above the surface running; required: {1} under it, less draws air."
                                                    : "Disc top {0} above the surface at rest; required: {1} under it, less draws air."
                 : moving ? "Disc top {0} under the surface running; required: {1} under it, less draws air."
                          : "Disc top {0} under the surface at rest; required: {1} under it, less draws air.";
  if (f.severity != Severity::fine) {
    const double by = std::ceil(1e3 * (w.wanted_depth - deep) + 0.2) / 1e3;
    l.offer_move(f, drive_kind(l.d).lower, {0.0, 0.0, -by}, by);
  }
  l.out.push_back(f);
}

void tip(const LineRules& l) {
  const Working& w = *l.p.working;
  const DriveKind& kind = drive_kind(l.d);
  const bool air = kind.in_air;
  if (!air && !kind.open_screw) return;
  const double wanted = air ? 0.005 : 0.1 * l.d.screw.diameter;
  const double clear =
      air && l.d.screw.guard_radius > 0.0 ? l.d.screw.guard_radius - 0.5 * l.d.screw.diameter : w.tip_clearance;
  Finding f = drive_finding("drive.tip",
                            clear < 0.0      ? Severity::stop
                            : clear < wanted ? Severity::watch
                                             : Severity::fine,
                            length_quantity(clear), length_quantity(wanted), "common practice, no source");
  f.subject = l.parts.propulsor->id;
  const bool fine = f.severity == Severity::fine;
  f.text.words = !air ? fine ? "Blade tips clear the hull by {0}." : "Blade tips clear the hull by {0}; required: {1}."
                 : l.d.screw.guard_radius > 0.0
                     ? fine ? "Blade tips clear the guard by {0}." : "Blade tips clear the guard by {0}; required: {1}."
                 : fine ? "Blade tips clear the deck by {0}."
                        : "Blade tips clear the deck by {0}; required: {1}.";
  l.out.push_back(f);
  if (!air) return;
  Finding guard =
      drive_finding("drive.guard", l.d.screw.guard_radius > 0.0 ? Severity::fine : Severity::watch,
                    length_quantity(2.0 * l.d.screw.guard_radius), length_quantity(l.d.screw.diameter + 0.01),
                    "fingers, lines and reeds; follow local rules");
  guard.subject = l.parts.propulsor->id;
  guard.text.words = l.d.screw.guard_radius > 0.0 ? "A guard of {0} stands round the air propeller."
                                                  : "No guard round the air propeller; needs one of {1} or more.";
  l.out.push_back(guard);
}

/// An air propeller comes down with motor and pylon as far as its blades keep clear of the deck; where that is not
/// enough a smaller one of the same pitch ratio pushes `share` as much (thrust as the fourth power of the diameter).
void offer_lower_or_smaller(const LineRules& l, Finding& f, double by, double share) {
  if (!l.mends()) return;
  constexpr double clear = 0.006;
  const double room = l.p.working->tip_clearance - clear;
  if (by <= room) {
    ChangeParts lower;
    for (const Part& p : l.a.project.layout.parts) {
      const bool drives = &p == l.parts.propulsor || &p == l.parts.motor;
      // What stands between deck and motor is the pylon: it gets shorter.
      const bool pylon =
          l.parts.motor && p.outside && p.kind == PartKind::other &&
          std::abs(p.place.x() - l.parts.motor->place.x()) < 0.5 * (p.size.x() + l.parts.motor->size.x()) &&
          p.box().high.z() <= l.parts.motor->box().high.z() + 0.01 && p.size.z() > by + 0.01;
      if (!drives && !pylon) continue;
      Part moved = p;
      moved.place.z() -= pylon ? 0.5 * by : by;
      if (pylon) moved.size.z() -= by;
      lower.parts.push_back(moved);
    }
    f.remedy = Edit{{"Lower the propeller and its pylon {0}", length_quantity(by)}, lower};
    f.subject = l.parts.propulsor->id;
    return;
  }
  Drive drive = l.d;
  drive.screw.diameter = std::floor(1e3 * l.d.screw.diameter * std::pow(share, 0.25)) / 1e3;
  drive.screw.pitch *= drive.screw.diameter / l.d.screw.diameter;
  l.offer_drive(f, "Take a propeller of {0}", length_quantity(drive.screw.diameter), drive);
}

/// Where the thrust line pushes the bow.
void thrust_line(const LineRules& l) {
  const Working& w = *l.p.working;
  if (drive_kind(l.d).strut) {
    const double angle = l.d.shaft.strut_angle;
    Finding f = drive_finding("drive.strut",
                              std::abs(angle) > radians(2.5)   ? Severity::stop
                              : std::abs(angle) > radians(1.5) ? Severity::watch
                                                               : Severity::fine,
                              angle_quantity(angle), angle_quantity(radians(1.5)), "common practice, no source");
    f.text.values[0] = angle_quantity(std::abs(angle));
    f.text.values.push_back({l.p.start.thrust * std::sin(std::abs(angle)), Dimension::force});
    f.text.words =
        f.severity == Severity::fine ? "The strut stands within {1} of the keel's line."
        : angle > 0.0
            ? "Strut {0} tail-down; should be {1} at most. It lifts the stern with up to {2}, presses the bow "
              "into the water and overloads the motor."
            : "Strut {0} tail-up; should be {1} at most. It pulls the stern down with up to {2}.";
    if (f.severity != Severity::fine) {
      Drive drive = l.d;
      drive.shaft.strut_angle = 0.0;
      l.offer_drive(f, "Set the strut level", angle_quantity(0.0), drive);
    }
    l.out.push_back(f);
  }
  // A line above the CG is the air propeller's case.
  const auto down = thrust_tilt(l.a);
  if (!down) return;
  const double tilt = *down, most = radians(1.5);
  Finding f = drive_finding("drive.thrust_line",
                            tilt > 2.0 * most ? Severity::stop
                            : tilt > most     ? Severity::watch
                                              : Severity::fine,
                            angle_quantity(tilt), angle_quantity(most), "common practice, no source");
  f.subject = l.parts.propulsor->id;
  f.text.values = {angle_quantity(std::abs(tilt)),
                   angle_quantity(most),
                   length_quantity(std::abs(w.thrust_offset)),
                   {l.p.start.thrust, Dimension::force}};
  const bool fine = f.severity == Severity::fine, above = w.thrust_offset < 0.0;
  if (tilt > 0.0)
    f.text.words = fine    ? above ? "Thrust line {2} above the CG: full thrust tilts the bow down by {0}."
                                   : "Thrust line {2} below the CG: full thrust tilts the bow down by {0}."
                   : above ? "{3} of thrust {2} above the CG pushes the bow down by {0}; should be {1} at most."
                           : "{3} of thrust {2} below the CG pushes the bow down by {0}; should be {1} at most.";
  else
    f.text.words = fine    ? above ? "Thrust line {2} above the CG: full thrust tilts the bow up by {0}."
                                   : "Thrust line {2} below the CG: full thrust tilts the bow up by {0}."
                   : above ? "{3} of thrust {2} above the CG pushes the bow up by {0}; should be {1} at most."
                           : "{3} of thrust {2} below the CG pushes the bow up by {0}; should be {1} at most.";
  if (f.severity != Severity::fine) {
    // What is lowered takes the CG down with it.
    const bool air = drive_kind(l.d).in_air;
    const double moved = l.parts.propulsor->effective_mass() +
                         (air && l.parts.motor ? 1.2 * l.parts.motor->effective_mass() : 0.0);  // some of the pylon
    const double line = -w.thrust_offset * (1.0 - 0.95 * most / tilt) / (1.0 - moved / l.a.mass.total);
    const double by = std::ceil(1e3 * line) / 1e3;
    if (air)
      offer_lower_or_smaller(l, f, by, 0.97 * most / tilt);
    else
      l.offer_move(f, "Lower the propeller {0}", {0.0, 0.0, -by}, by);
  }
  l.out.push_back(f);
}

}  // namespace

std::optional<double> thrust_tilt(const Assessment& a) {
  const double gm = a.flotation.gm_longitudinal;
  if (!a.power.fitted || !a.power.working || gm <= 0.0) return std::nullopt;
  return a.power.start.thrust * -a.power.working->thrust_offset / (a.mass.total * gravity * gm);
}

void line_rules(const Assessment& a, std::vector<Finding>& out) {
  const LineRules l{a, a.fitted_drive, a.power, drive_parts(a.project.layout, a.fitted_drive), out};
  fit(l);
  if (l.p.line.known) {
    coupler(l);
    second_drive(l);
    shaft(l);
    if (l.p.working) flex(l);
  }
  if (!l.p.working || !l.parts.propulsor) return;
  const DriveKind& kind = drive_kind(l.d);
  below_keel(l);
  if (kind.open_screw) depth(l);
  if (kind.judge_water) kind.judge_water(l);
  tip(l);
  thrust_line(l);
  if (kind.judge_parts) kind.judge_parts(l);
}

}  // namespace plucky
