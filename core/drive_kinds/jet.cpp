// A water jet in the bottom.
#include <algorithm>
#include <cmath>

#include "assessment/fit_bench.h"
#include "assessment/stages/drive/line.h"
#include "brief/brief.h"
#include "cooling/flow.h"
#include "drive/cavitation.h"
#include "drive/water_jet.h"
#include "drive_kinds/kind_list.h"
#include "drive_kinds/water_screw.h"
#include "running/boat.h"
#include "sealing/opening_register.h"
#include "steering/design.h"
#include "water/fluid.h"

namespace plucky {

namespace {

using G = DriveGroup;

constexpr LaunchCheck jet_launch[] = {
    {"jet.grate", "Jet intake grate clear and tight; no fingers in intake or nozzle with the battery in."}};

bool jet_takes_motor(const Motor& m) {
  return !m.outrunner && m.can_diameter <= 0.030;
}
bool jet_takes_screw(const Screw& s) {
  return s.guard_radius <= 0.0 && s.blade_area >= least_impeller_area;
}
double jet_power_for(double weight, double speed, bool fast) {
  return 1.3 * water_power_for(weight, speed, fast);
}

std::vector<Joint> jet_joints(const Drive& d) {
  return chain_with_extras(d, "motor-impeller", "motor shaft", d.motor.shaft_diameter, "the impeller's hub",
                           "thread lock; the impeller must come out for weed");
}

/// A stream that leaves upward presses the stern down.
double jet_thrust_angle(const Drive& d) {
  return -d.jet.nozzle_pitch;
}

Vec3 jet_nozzle(const Part& unit, const Drive&) {
  return unit.place - Vec3(0.5 * unit.size.x(), 0.0, 0.0);
}

double jet_depth(const Drive&, const Working& w, const WaterLevel& water) {
  return water(w.inlet.x()) - w.inlet.z();
}

void jet_place(const HullModel& hull, const Part& unit, const Drive& d, const WaterLevel& at_rest, Working& w) {
  // The rim's fore end: when that is clear of the water the intake draws air.
  const double x = std::max(0.0, unit.place.x() + 0.5 * unit.size.x() - 0.010);
  w.inlet = {x, w.place.y(), hull.bottom_height(x, w.place.y()) - d.jet.intake_step};
  w.rest_depth = jet_depth(d, w, at_rest);
  w.below_keel = std::max(0.0, d.jet.intake_step);
}

/// The share of the intake's length that is wet; its rim lies along the bottom.
PropulsorWater jet_lies(const Drive& d, const Working& w, const WaterLevel& water) {
  constexpr int points = 8;
  int wet = 0;
  for (int k = 0; k < points; ++k) wet += water(w.inlet.x() - d.jet.intake_length * (k + 0.5) / points) > w.inlet.z();
  PropulsorWater out;
  out.share = static_cast<double>(wet) / points;
  return out;
}

WaterJet jet_of(const Drive& d, double density) {
  return {.diameter = d.screw.diameter,
          .nozzle = d.jet.nozzle,
          .pitch_ratio = d.screw.pitch / d.screw.diameter,
          .suction = surface_pressure / density};
}
JetState state_of(const Propulsion& p, double n, double speed) {
  return jet_state(jet_of(p.drive(), p.density()), n, speed, p.density());
}
PropulsorLoad jet_load(const Propulsion& p, double n, double speed, const PropulsorWater& water) {
  const JetState s = state_of(p, n, speed);
  return {.thrust = water.share * s.thrust,
          .torque = water.share * s.torque,
          .immersed = water.share,
          .cavitation = s.kept,
          .sound = s.sound};
}
double jet_speed(const Propulsion& p, double n, double speed) {
  return state_of(p, n, speed).jet_speed;
}
Text jet_doubt(const Propulsion&) {
  return "jet by momentum theory with a small pump's usual losses";
}

/// It lies in the bottom.
double jet_line_drag(const Drive&, const Part&, double) {
  return 0.0;
}

/// The ride plate works as a tab a little wider than the impeller.
std::optional<TabOfDrive> jet_ride_plate(const Drive& d) {
  if (d.jet.ride_plate_angle == 0.0 || d.jet.ride_plate <= 0.0) return std::nullopt;
  return TabOfDrive{d.jet.ride_plate, 1.3 * d.screw.diameter, d.jet.ride_plate_angle};
}

/// Momentum: T = rho A_n v_j (v_j - V); the tap stands where the same flow fills the impeller's disc.
void jet_stream(const Boat& b, const RunningState& s, Stream& out) {
  const double each = s.thrust / b.drive.count, d = b.drive.screw.diameter;
  const double area = 0.25 * pi * b.drive.jet.nozzle * b.drive.jet.nozzle, disc = 0.25 * pi * d * d;
  const double jet = 0.5 * (s.speed + std::sqrt(s.speed * s.speed + 4.0 * each / (b.density * area)));
  out.race = jet * std::min(1.0, area / disc);
  out.duct_full = s.load.immersed > 0.5;
}

CoolFitting jet_pickup(const Boat&, const Part& unit) {
  return {.kind = FittingKind::angled_tap, .part = unit.id, .place = {-0.2 * unit.size.x(), 0.0, 0.3 * unit.size.z()}};
}

void jet_openings(OpeningRegister& r) {
  const Boat& b = r.in.boat;
  const Drive& d = b.drive;
  const Part* unit = drive_parts(b.layout, d).propulsor;
  if (!unit) return;
  const Vec3& p = unit->place;
  const double x = std::max(0.01, p.x());
  r.add(OpeningKind::jet_flange, "jet_flange", "Jet's intake flange", {x, p.y(), b.hull.bottom_height(x, p.y())},
        2.0 * (d.jet.intake_length + 1.5 * d.screw.diameter), unit->id);
  SealOpening& shaft = r.add(OpeningKind::jet_shaft, "jet_shaft", "Jet's shaft seal",
                             p + Vec3(0.5 * unit->size.x(), 0.0, 0.0), d.motor.shaft_diameter, unit->id);
  shaft.numbers.clearance = 5e-5;
  shaft.numbers.length = 0.012;
}

void jet_judge_water(const LineRules& l) {
  const Deep deep = l.deep();
  Finding f =
      drive_finding("drive.immersion", deep.least < 0.0 ? Severity::stop : Severity::fine, length_quantity(deep.least),
                    length_quantity(l.p.working->wanted_depth), "the intake must stay wet");
  f.subject = l.parts.propulsor->id;
  f.text.values[0] = length_quantity(std::abs(deep.least));
  f.text.words = deep.least < 0.0 ? deep.running ? "The intake's rim stands {0} out of the water running: it draws air."
                                                 : "The intake's rim stands {0} out of the water at rest: it draws air."
                 : deep.running   ? "{0} of water over the intake's rim running."
                                  : "{0} of water over the intake's rim at rest.";
  l.out.push_back(f);
}

/// Motor and impeller turn on one line, the unit's, which lies level; gears may set the motor beside it.
void jet_alignment(const LineRules& l) {
  const Part *motor = l.parts.motor, *unit = l.parts.propulsor;
  if (!motor || l.d.gearing.geared()) return;
  const bool coupled = l.d.has_extra(G::coupler);
  const CouplerAllowance takes = allowance_of(coupled ? l.d.coupler.kind : CouplerKind::rigid);
  const double tilt = l.d.has_extra(G::shaft) ? l.d.shaft.motor_tilt : 0.0;
  const double reach = 0.5 * l.d.motor.can_length + l.d.motor.shaft_reach;
  const Vec3 end = motor->place - reach * Vec3(std::cos(tilt), 0.0, std::sin(tilt));
  const double offset = std::hypot(end.y() - unit->place.y(), end.z() - unit->place.z());
  Finding f = coupler_finding(
      takes, offset, std::abs(tilt), coupled ? coupler_name(l.d.coupler.kind) : "shaft straight into the impeller",
      "Motor and impeller are {0} out of line; a {2} takes {1}.", "Motor and impeller meet at {0}; a {2} takes {1}.");
  f.subject = motor->id;
  if (f.severity != Severity::fine && l.mends()) {
    Part moved = *motor;
    moved.place.y() = unit->place.y();
    moved.place.z() = unit->place.z();
    Drive drive = l.d;
    drive.shaft.motor_tilt = 0.0;
    f.remedy = Edit{"Put the motor on the jet's line", ChangeDrive{drive, {moved}}};
  }
  l.out.push_back(f);
}

/// What the pump makes of these revolutions: does the water still follow, and do the blades not stall?
void pump(const LineRules& l) {
  const RunningState& full = l.p.full;
  if (!full.runs()) return;
  constexpr double little = 0.95;
  const double kept = full.load.cavitation;
  Finding f = drive_finding("drive.over_rev",
                            kept < 0.8      ? Severity::stop
                            : kept < little ? Severity::watch
                                            : Severity::fine,
                            {full.revolutions, Dimension::revolutions}, {}, "suction of a pump; low confidence");
  f.text.values = {{full.revolutions, Dimension::revolutions}, {kept, Dimension::ratio}};
  f.text.words =
      f.severity == Severity::fine
          ? "The water follows the impeller at {0}."
          : "At {0} the impeller outruns its water: {1} of the flow is left, it over-revs and pushes little. "
            "Lower Kv, fewer cells, or less throttle.";
  if (f.severity != Severity::fine) {
    double calm = 0.0;
    for (const RunningState& s : l.p.sweep)
      if (s.runs() && s.load.cavitation >= little && s.throttle < l.d.throttle) calm = std::max(calm, s.throttle);
    // Nor may it be hotter there than the motor bears.
    calm = std::min(calm, std::floor(100.0 * l.p.safe_throttle.value_or(0.0)) / 100.0);
    Drive drive = l.d;
    drive.throttle = calm;
    if (calm > 0.1) l.offer_drive(f, "Limit the throttle to {0}", {calm, Dimension::ratio}, drive);
  }
  l.out.push_back(f);

  const WaterJet jet = jet_of(l.d, l.a.density());
  const double loading = jet_state(jet, full.revolutions, full.speed, l.a.density()).loading;
  if (kept < little) return;
  Finding stall = drive_finding("drive.pump_stall", loading < pump_stall ? Severity::watch : Severity::fine,
                                {loading, Dimension::ratio}, {pump_stall, Dimension::ratio},
                                "flow over that of the impeller's pitch; common practice, no source");
  stall.text.words =
      stall.severity == Severity::fine
          ? "The impeller passes {0} of what its pitch would; it stalls below {1}."
          : "The nozzle lets through {0} of what the impeller's pitch would; below {1} its blades stall: "
            "a wider nozzle or less pitch.";
  if (stall.severity != Severity::fine) {
    Drive drive = l.d;
    for (int i = 0; i < 20 && drive.jet.nozzle < 0.9 * drive.screw.diameter; ++i) {
      drive.jet.nozzle = std::min(0.9 * drive.screw.diameter, 1.05 * drive.jet.nozzle);
      const JetState wider = jet_state(jet_of(drive, l.a.density()), full.revolutions, full.speed, l.a.density());
      if (wider.loading > 1.1 * pump_stall) break;
    }
    l.offer_drive(stall, "A nozzle of {0}", length_quantity(drive.jet.nozzle), drive);
  }
  l.out.push_back(stall);
}

/// Waves as high as the intake lies deep lay it bare between two of them.
void chop(const LineRules& l) {
  if (l.a.project.brief.water != WaterKind::choppy) return;
  constexpr double wave = 0.030;  // m, crest to trough on a pond in a breeze: common practice, no source
  const double depth = l.deep().least;
  Finding f = drive_finding("drive.chop", depth < 0.5 * wave ? Severity::note : Severity::fine, length_quantity(depth),
                            length_quantity(0.5 * wave), "half a wave of 30 mm; common practice, no source");
  f.text.words = f.severity == Severity::fine ? "In chop the intake stays {0} under the water; a wave takes {1}."
                                              : "In chop the intake, {0} deep, draws air between waves of twice {1}: "
                                                "ease off until it bites again.";
  l.out.push_back(f);
}

void jet_judge_parts(const LineRules& l) {
  jet_alignment(l);
  pump(l);
  chop(l);
  const double step = l.d.jet.intake_step;
  Finding f = drive_finding("drive.intake", std::abs(step) > 0.5e-3 ? Severity::watch : Severity::fine,
                            length_quantity(step), length_quantity(0.5e-3), "common practice, no source");
  f.text.values[0] = length_quantity(std::abs(step));
  f.text.words = f.severity == Severity::fine ? "The intake lies flush with the bottom."
                 : step > 0.0 ? "The intake's rim stands below the bottom by {0}; needs it flush within {1}."
                              : "The intake's rim is sunk into the bottom by {0}; needs it flush within {1}.";
  if (f.severity != Severity::fine) {
    Drive drive = l.d;
    drive.jet.intake_step = 0.0;
    l.offer_drive(f, "Set the intake flush", length_quantity(0.0), drive);
  }
  l.out.push_back(f);
}

void jet_lay(DriveLaying& l) {
  Id unit = l.drive.stands.propulsor;
  if (const Part* jet = l.chosen(G::jet))
    unit = l.place(*jet,
                   {0.5 * jet->size.x() - 0.008, 0.0, l.bench.hull().bottom_height(0.02, 0.0) + 0.5 * jet->size.z()});
  const Part *jet = l.standing(unit), *motor = l.chosen(G::motor);
  if (motor && jet)
    l.place(*motor,
            jet->place + Vec3(0.5 * jet->size.x() + l.drive.motor.shaft_reach + 0.01 + 0.5 * l.drive.motor.can_length,
                              0.0, 0.0));
  if (const Part* screw = l.chosen(G::screw)) l.hold(*screw, unit);
}

}  // namespace

DriveKind jet_drive() {
  return {.propulsor = Propulsor::jet,
          .groups = {G::drive, G::battery, G::esc, G::motor, G::gearing, G::jet, G::screw, G::fittings},
          .extras = {G::leads, G::coupler, G::shaft},
          .bearer = G::jet,
          .screw_in = G::jet,
          .screw_name = "Impeller",
          .usual_slip = 0.45,
          .usual_torque = 0.05,
          .makes = BoatType::jet,
          .steered_by = SteeredBy::nozzle,
          .light_steering = true,
          .launch = jet_launch,
          .takes_motor = &jet_takes_motor,
          .takes_screw = &jet_takes_screw,
          .power_for = &jet_power_for,
          .joints = &jet_joints,
          .thrust_angle = &jet_thrust_angle,
          .disc = &jet_nozzle,
          .place = &jet_place,
          .depth = &jet_depth,
          .water = &jet_lies,
          .load = &jet_load,
          .doubt = &jet_doubt,
          .jet_speed = &jet_speed,
          .line_drag = &jet_line_drag,
          .tab = &jet_ride_plate,
          .stream = &jet_stream,
          .pickup = &jet_pickup,
          .own_pickup = true,
          .openings = &jet_openings,
          .judge_water = &jet_judge_water,
          .judge_parts = &jet_judge_parts,
          .lay = &jet_lay};
}

}  // namespace plucky
