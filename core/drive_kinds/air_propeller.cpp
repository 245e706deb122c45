// A propeller in the air, on a pylon over the deck.
#include <algorithm>
#include <cmath>

#include "assessment/fit_bench.h"
#include "base/written.h"
#include "brief/brief.h"
#include "drive_kinds/kind_list.h"
#include "running/drive_line.h"
#include "steering/design.h"

namespace plucky {

namespace {

using G = DriveGroup;

constexpr LaunchCheck air_launch[] = {
    {"air.guard", "Guard round the air propeller fixed; nobody in its plane when it runs."}};

bool air_takes_motor(const Motor& m) {
  return m.outrunner;
}
bool air_takes_screw(const Screw& s) {
  return s.guard_radius > 0.0;
}
double air_power_for(double weight, double speed, bool fast) {
  return weight * (fast ? 0.25 : 0.20) * speed / 0.33;
}

std::vector<Joint> air_joints(const Drive& d) {
  return {screw_joint("motor-propeller", "motor shaft", d.motor.shaft_diameter, "the propeller's bore", d.screw.bore,
                      "adapter tightened onto the shaft, thread lock, nut secured")};
}

void air_place(const HullModel& hull, const Part&, const Drive& d, const WaterLevel&, Working& w) {
  w.tip_clearance = w.place.z() - 0.5 * d.screw.diameter - hull.deck_height(w.place.x(), w.place.y());
}

PropulsorLoad air_load(const Propulsion& p, double n, double speed, const PropulsorWater&) {
  const double diameter = p.drive().screw.diameter, nd2 = p.density() * n * n * std::pow(diameter, 4);
  const PropellerCoefficients k = p.chart().wetted(speed / (n * diameter), n * diameter * diameter / p.viscosity());
  return {.thrust = k.kt * nd2, .torque = k.kq * nd2 * diameter, .sound = k.kt * nd2};
}
Text air_doubt(const Propulsion&) {
  return "air propeller by blade element and momentum";
}

void air_lay(DriveLaying& l) {
  const HullModel& hull = l.bench.hull();
  const Drive& d = l.drive;
  const double over = std::max(0.5 * d.screw.diameter, d.screw.guard_radius) + 0.008, x = 0.16 * hull.length();
  const Vec3 hub(x, 0.0, hull.deck_height(x, 0.0) + over);
  if (const Part* motor = l.chosen(G::motor)) {
    Part part = *motor;
    part.outside = true;
    l.place(part, hub);
    l.bench.place({.name = written("Pylon"),
                   .size = {0.06, 0.014, over},
                   .mass = 0.4 * over,
                   .mass_sigma = 0.1 * over,
                   .may_get_wet = true,
                   .outside = true},
                  {x, 0.0, hub.z() - 0.5 * over - 0.5 * d.motor.can_diameter});
  }
  if (const Part* screw = l.chosen(G::screw))
    l.place(*screw, hub - Vec3(0.5 * d.motor.can_length + 0.5 * d.screw.length + 0.004, 0.0, 0.0));
}

}  // namespace

DriveKind air_drive() {
  return {.propulsor = Propulsor::air_propeller,
          .groups = {G::drive, G::battery, G::esc, G::motor, G::gearing, G::screw, G::fittings},
          .extras = {G::leads},
          .in_air = true,
          .usual_slip = 0.60,
          .usual_torque = 0.006,
          .makes = BoatType::air_sled,
          .steered_by = SteeredBy::air_rudder,
          .light_steering = true,
          .launch = air_launch,
          .takes_motor = &air_takes_motor,
          .takes_screw = &air_takes_screw,
          .power_for = &air_power_for,
          .joints = &air_joints,
          .place = &air_place,
          .load = &air_load,
          .doubt = &air_doubt,
          .lay = &air_lay};
}

}  // namespace plucky
