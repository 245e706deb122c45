#include "assessment/sea.h"

#include <algorithm>

#include "drive/kind.h"

namespace plucky {

namespace {

/// At every speed the sweep runs at, slowest first.
std::vector<SeaWater> circuit_of(const Assessment& a, const Boat& boat) {
  std::vector<SeaWater> out;
  if (a.project.cooling.empty()) return out;
  const CooledBoat cooled(boat, a.project.cooling, a.hoses);
  for (const RunningState& s : a.power.sweep) {
    if (!s.runs() || (!out.empty() && s.speed <= out.back().speed)) continue;
    const CircuitFlow flow = cooled.flow(s);
    if (!flow.solved) continue;
    const JacketWater jacket = cooled.jacket(s);
    const CooledBoat::PartWater esc = cooled.water_at(a.fitted_drive.stands.esc, flow);
    out.push_back({.speed = s.speed,
                   .motor_flow = jacket.flow,
                   .motor_in = jacket.temperature,
                   .motor_conductance = jacket.conductance,
                   .esc_flow = esc.flow,
                   .esc_in = esc.in,
                   .esc_carried = esc.carried,
                   .fill_time = flow.fill_time});
  }
  return out;
}

std::vector<SeaBay> bays_of(const SealReport& seal) {
  std::vector<SeaBay> out;
  for (const Compartment& c : seal.bays) out.push_back({.name = c.name(), .volume = c.volume()});
  for (const SealOpening& o : seal.openings)
    if (o.compartment < out.size()) {
      out[o.compartment].rest += o.expected;
      out[o.compartment].driven += o.running;
    }
  for (const PumpPlace& p : seal.pumps)
    for (SeaBay& b : out)
      if (b.name == p.bay) {
        b.pump += p.flow;
        b.trigger = std::max(b.trigger, p.before_trigger);
      }
  return out;
}

}  // namespace

LogBoat log_boat_of(const Assessment& a) {
  const Drive& d = a.fitted_drive;
  LogBoat b;
  if (!d.lacks(DriveGroup::screw) && d.propulsor != Propulsor::none && !drive_kind(d).jet_speed)
    b.pitch = d.screw.pitch;
  b.gear = d.gearing.ratio;
  b.mass = a.mass.total;
  for (const RunningPoint& p : a.power.curve.points())
    if (p.planing_share >= 0.5) {
      b.planing_from = p.speed;
      break;
    }
  return b;
}

SeaReady sea_boat_of(const Assessment& a) {
  if (!a.power.fitted) return {nullptr, a.power.message.empty() ? Text("the boat has no drive yet") : a.power.message};
  Boat boat = boat_of(a);
  boat.jacket = {};
  const RunningHull running = running_hull(boat);
  const DriveKind& kind = drive_kind(a.fitted_drive);
  SeaBoatData d;
  d.turning = turning_hull(boat);
  d.steering = a.fitted_steering;
  if (!a.steering.fitted) d.steering.by = SteeredBy::none;
  d.half_apart = half_apart(a.fitted_steering, a.fitted_drive, a.project.layout);
  d.steering_lever = steering_lever(a.fitted_steering, a.project.layout, a.mass.cg.x(), a.power.working);
  d.steering_angle = a.steering.angle.value_or(0.0);
  d.steering_time = a.steering.time_across.value_or(0.1);
  d.propulsor_lever = a.power.working ? a.power.working->thrust_offset : 0.0;
  d.starboard = a.stability.starboard;
  d.port = a.stability.port;
  d.self_righting = a.stability.self_righting;
  d.gm_longitudinal = a.flotation.gm_longitudinal;
  d.waterplane = a.flotation.immersion.waterplane_area;
  d.cg_height = a.mass.cg.z() - 0.5 * a.form.draught;
  d.bow_freeboard = a.freeboard.bow;
  d.least_freeboard = a.freeboard.least;
  d.swamped_reserve = a.swamped.floats_mass - a.mass.total;
  d.rest_trim = a.flotation.plane.attitude.trim;
  d.lowest = a.form.draught + (a.power.working && !kind.in_air ? std::max(0.0, a.power.working->below_keel) : 0.0);
  d.beam = a.hull->model.beam();
  d.air_area = running.bottom.air_area;
  for (const RunningState& s : a.power.sweep)
    if (s.runs() && s.throttle <= a.fitted_drive.throttle + 1e-9) d.full_speed = std::max(d.full_speed, s.speed);
  d.air = a.project.cooling.air;
  d.water = a.project.cooling.water;
  d.circuit = circuit_of(a, boat);
  d.pumped_when_still = std::any_of(a.project.cooling.fittings.begin(), a.project.cooling.fittings.end(),
                                    [](const CoolFitting& f) { return f.kind == FittingKind::pump; });
  d.submerged_motor = a.fitted_drive.motor.wet && kind.motor_in == DriveGroup::pod;
  d.washed_motor = kind.in_air;
  if (const Part* esc = a.project.layout.find(a.fitted_drive.stands.esc)) d.esc = lump_of(*esc);
  if (const Part* battery = a.project.layout.find(a.fitted_drive.stands.battery)) d.battery = lump_of(*battery);
  d.esc_limit = electronics_limit;
  d.battery_limit = plucky::battery_limit;
  d.bays = bays_of(a.seal);
  return {std::make_shared<SeaBoat>(boat, a.power.curve, std::move(d)), {}};
}

}  // namespace plucky
