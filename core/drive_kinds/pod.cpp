// An outboard leg, geared or with the motor in it.
#include <algorithm>
#include <cmath>

#include "assessment/fit_bench.h"
#include "assessment/stages/drive/line.h"
#include "drive/pod_inside.h"
#include "drive_kinds/kind_list.h"
#include "drive_kinds/water_screw.h"
#include "sealing/opening_register.h"
#include "steering/design.h"

namespace plucky {

namespace {

using G = DriveGroup;

bool pod_takes_motor(const Motor&) {
  return true;
}

std::vector<Joint> pod_joints(const Drive& d) {
  const bool geared = d.gearing.geared();
  return chain_with_extras(d, "motor-propeller", geared ? "the leg's shaft" : "motor shaft",
                           geared ? d.pod.shaft_diameter : d.motor.shaft_diameter, "the propeller's bore",
                           "adapter tightened onto the shaft, thread lock, nut secured");
}

/// At its foot.
Vec3 pod_disc(const Part& pod, const Drive& d) {
  return pod.place + Vec3(0.0, 0.0, 0.5 * (d.screw.diameter - pod.size.z()));
}

void pod_place(const HullModel& hull, const Part&, const Drive& d, const WaterLevel& at_rest, Working& w) {
  place_water_screw(hull, d, at_rest, d.pod.plate, w);
}

/// A faired nacelle round the motor and a leg of 12 mm, whatever the box with its bracket measures.
double pod_line_drag(const Drive& d, const Part&, double wet) {
  const double nacelle = 1.2 * d.motor.can_diameter;
  return 0.1 * 0.25 * pi * nacelle * nacelle + 0.12 * 0.012 * wet + 0.24 * 0.012 * 0.012;
}

void pod_openings(OpeningRegister& r) {
  const Boat& b = r.in.boat;
  const Part* pod = drive_parts(b.layout, b.drive).propulsor;
  if (!pod) return;
  const double z = std::max(b.hull.transom_keel() + 0.01, pod->box().high.z() - 0.02);
  r.add(OpeningKind::skin_screws, "skin_screws:pod", "Pod's bracket screws", {0.0, pod->place.y(), z}, 0.003, pod->id,
        4);
}

/// Two that swing alike: their lines draw together as they turn.
void pods_clear_each_other(const LineRules& l) {
  const Part* second = l.a.project.layout.find(l.d.stands.second_propulsor);
  if (!second) return;
  const double apart = std::abs(second->place.y() - l.parts.propulsor->place.y());
  const double gap = apart * std::cos(l.d.pod.swing) - l.d.screw.diameter;
  constexpr double least = 0.004;  // m; common practice, no source
  Finding f = drive_finding("drive.swing_gap",
                            gap < 0.0     ? Severity::stop
                            : gap < least ? Severity::watch
                                          : Severity::fine,
                            length_quantity(gap), length_quantity(least), "distance of their lines at full swing");
  f.text.values.push_back(angle_quantity(l.d.pod.swing));
  f.text.values.push_back(length_quantity(apart));
  f.text.words = f.severity == Severity::fine ? "Swung by {2} the two propellers clear each other by {0}."
                 : f.severity == Severity::watch
                     ? "Swung by {2} the two propellers clear each other by {0}; should be {1} at least."
                     : "Swung by {2} the two propellers, {3} apart, strike each other. Set them wider or limit the "
                       "swing.";
  const double most = apart > 0.0 ? std::acos(std::min(1.0, (l.d.screw.diameter + least) / apart)) : 0.0;
  if (f.severity != Severity::fine && most > radians(10.0)) {
    Drive drive = l.d;
    drive.pod.swing = radians(std::floor(degrees(most)));
    l.offer_drive(f, "Limit the swing to {0}", angle_quantity(drive.pod.swing), drive);
  }
  l.out.push_back(f);
}

/// Does the pod hold what belongs into it?
void pod_holds_its_inside(const LineRules& l) {
  const Part& pod = *l.parts.propulsor;
  if (l.d.lacks(G::motor) || l.d.lacks(G::screw)) return;
  const PodInside in = pod_inside(l.d, pod.size.z() - 0.5 * l.d.screw.diameter);
  const bool fits = in.length <= pod.size.x() + 1e-6 || in.motor_on_top;
  Finding f = drive_finding("drive.pod_inside", fits ? Severity::fine : Severity::note, length_quantity(in.length),
                            length_quantity(pod.size.x()), "pieces one after another; common practice, no source");
  f.subject = pod.id;
  f.text.values.push_back(length_quantity(in.across));
  f.text.values.push_back(length_quantity(in.shaft));
  f.text.words = in.motor_on_top
                     ? "The motor stands on the leg and turns {3} of shaft down to its gears; the case at its "
                       "foot is {2} across."
                 : fits ? "Propeller, seal, bearing and motor take {0} of a pod of {1}, {2} across."
                        : "Propeller, seal, bearing and motor take {0}; the pod is {1} long: a longer one, or a "
                          "shorter motor. It is {2} across.";
  if (in.grease > 0.0)
    f.text = then(f.text, {"About {0} of grease round the gears, looked after like the shaft's.",
                           Quantity{in.grease, Dimension::volume}});
  l.out.push_back(f);
}

void pod_judge_parts(const LineRules& l) {
  pods_clear_each_other(l);
  pod_holds_its_inside(l);
  const double wants = 0.5 * l.parts.propulsor->size.x() * l.d.pod.swing;
  Finding f = drive_finding("drive.cable_slack", l.d.pod.cable_slack < wants ? Severity::watch : Severity::fine,
                            length_quantity(l.d.pod.cable_slack), length_quantity(wants),
                            "arc of the pod's edge over its swing");
  f.text.values.push_back(angle_quantity(l.d.pod.swing));
  f.text.words = f.severity == Severity::fine ? "{0} of cable slack for a swing of {2} to each side."
                                              : "{0} of cable slack; a swing of {2} to each side needs {1}.";
  if (f.severity != Severity::fine) {
    Drive drive = l.d;
    drive.pod.cable_slack = std::ceil(1e3 * wants + 2.0) / 1e3;
    l.offer_drive(f, "Leave {0} of slack", length_quantity(drive.pod.cable_slack), drive);
  }
  l.out.push_back(f);
}

void pod_lay(DriveLaying& l) {
  Id unit = l.drive.stands.propulsor;
  if (const Part* pod = l.chosen(G::pod)) {
    const double foot = l.bench.hull().box.low.z() - 1.35 * l.drive.screw.diameter;
    unit = l.place(*pod, {-0.5 * pod->size.x() - 0.004, 0.0, foot + 0.5 * pod->size.z()});
  }
  if (const Part* motor = l.chosen(G::motor)) {
    Part below = *motor;
    std::get<Motor>(below.data).wet = std::get<Motor>(below.data).outrunner;
    l.hold(below, unit);
  }
  if (const Part* screw = l.chosen(G::screw)) l.hold(*screw, unit);
}

}  // namespace

DriveKind pod_drive() {
  DriveKind k = water_screw(Mounting::pod);
  k.groups = {G::drive, G::battery, G::esc, G::motor, G::gearing, G::pod, G::screw, G::fittings};
  k.extras = {G::leads, G::coupler, G::shaft};
  k.bearer = k.motor_in = k.screw_in = k.gearing_in = G::pod;
  k.steered_by = SteeredBy::pod;
  k.lower = "Lower the pod {0}";
  k.takes_motor = &pod_takes_motor;
  k.joints = &pod_joints;
  k.disc = &pod_disc;
  k.place = &pod_place;
  k.line_drag = &pod_line_drag;
  k.openings = &pod_openings;
  k.judge_parts = &pod_judge_parts;
  k.lay = &pod_lay;
  return k;
}

}  // namespace plucky
