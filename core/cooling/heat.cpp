#include "cooling/heat.h"

#include <algorithm>
#include <cmath>
#include <map>

#include "cooling/lump.h"
#include "drive/kind.h"
#include "drive/thermal.h"
#include "drive/water_film.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr double water_heat = 4182.0;  // J/(kg K)

/// From the part to the water of a cooler of known measures, W/K.
double conductance_of(const CoolFitting& f, const Motor& motor, double flow) {
  if (f.conductance > 0.0) return f.conductance;
  if (f.kind == FittingKind::motor_jacket) return jacket_film(motor.can_diameter, motor.can_length, flow);
  const double film = tube_film(f.bore, f.length, flow);
  // A coil touches its can along a line of paste, an ESC's switches their plate through a pad: 5.5 W/mK of tube and
  // 3 W/K (common practice, no source).
  const double contact = f.kind == FittingKind::coil ? 5.5 * f.length : 3.0;
  return film > 0.0 ? film * contact / (film + contact) : 0.0;
}

}  // namespace

double effectiveness(double conductance, double flow, double density) {
  if (flow <= 0.0) return 0.0;
  return 1.0 - std::exp(-conductance / (density * water_heat * flow));
}

Stream stream_of(const Boat& b, const RunningState& s) {
  Stream out;
  out.speed = s.speed;
  out.race = s.speed;
  if (const auto moves = drive_kind(b.drive).stream) moves(b, s, out);
  out.density = b.density;
  out.viscosity = b.viscosity;
  const double keel = b.hull.transom_keel();
  out.water = [keel, p = s.hull](double x) { return keel + p.water_at(x); };
  return out;
}

CircuitFlow CooledBoat::flow(const RunningState& state) const {
  return circuit_flow(circuit_, boat_.layout, paths_, stream_of(boat_, state));
}

std::vector<CooledBoat::Warmed> CooledBoat::water_on_its_way(const CircuitFlow& flow,
                                                             const std::vector<double>& heat) const {
  // Fittings' temperatures by sweeps: each takes the mixture of what flows in, a cooler adds its heat.
  std::map<Id, double> out_of;
  for (const CoolFitting& f : circuit_.fittings) out_of[f.id] = circuit_.water;
  std::vector<Warmed> w(flow.coolers.size(), {circuit_.water, circuit_.water});
  for (std::size_t sweep = 0; sweep < circuit_.fittings.size(); ++sweep)
    for (const CoolFitting& f : circuit_.fittings) {
      if (is_pickup(f.kind)) continue;
      double in = 0.0, warmth = 0.0;
      for (const HoseFlow& h : flow.hoses) {
        const Hose& hose = *circuit_.find_hose(h.hose);
        const Id source = h.flow > 0.0 ? hose.from : hose.to, sink = h.flow > 0.0 ? hose.to : hose.from;
        if (sink != f.id || std::abs(h.flow) < 1e-10) continue;
        in += std::abs(h.flow);
        warmth += std::abs(h.flow) * out_of[source];
      }
      const double entering = in > 0.0 ? warmth / in : circuit_.water;
      out_of[f.id] = entering;
      for (std::size_t i = 0; i < flow.coolers.size(); ++i)
        if (flow.coolers[i].fitting == f.id) {
          const double q = flow.coolers[i].flow;
          w[i] = {entering, entering + (q > 1e-9 ? heat[i] / (boat_.density * water_heat * q) : 0.0)};
          out_of[f.id] = w[i].out;
        }
    }
  return w;
}

CooledBoat::PartWater CooledBoat::water_at(Id part, const CircuitFlow& flow) const {
  PartWater out{.in = circuit_.water};
  if (!flow.solved) return out;
  const std::vector<Warmed> way = water_on_its_way(flow, std::vector<double>(flow.coolers.size(), 0.0));
  for (std::size_t i = 0; i < flow.coolers.size(); ++i) {
    const double q = flow.coolers[i].flow;
    const CoolFitting f = filled(*circuit_.find(flow.coolers[i].fitting));
    if (f.part != part || q < 1e-9) continue;
    out.flow += q;
    out.in = way[i].in;
    out.carried +=
        effectiveness(conductance_of(f, boat_.drive.motor, q), q, boat_.density) * boat_.density * water_heat * q;
  }
  return out;
}

JacketWater CooledBoat::jacket(const RunningState& state) const {
  JacketWater out;
  out.air = circuit_.air;
  const CircuitFlow f = flow(state);
  if (!f.solved) return out;
  // The ESC's whole heat goes into the water on the safe side.
  std::vector<double> heat;
  for (const CoolerFlow& c : f.coolers)
    heat.push_back(circuit_.find(c.fitting)->kind == FittingKind::esc_cooler && c.flow > 1e-9 ? state.shaft.esc_heat
                                                                                              : 0.0);
  const std::vector<Warmed> warmed = water_on_its_way(f, heat);
  out.temperature = circuit_.water;
  double taken = 0.0;
  for (std::size_t i = 0; i < f.coolers.size(); ++i) {
    const CoolFitting& fitting = *circuit_.find(f.coolers[i].fitting);
    const Part* part = fitting.part != 0 ? boat_.layout.find(fitting.part) : nullptr;
    if (!part || part->kind != PartKind::motor || f.coolers[i].flow < 1e-9) continue;
    out.flow += f.coolers[i].flow;
    taken += f.coolers[i].flow * warmed[i].in;
    out.conductance += conductance_of(filled(fitting), boat_.drive.motor, f.coolers[i].flow);
  }
  if (out.flow > 0.0) out.temperature = taken / out.flow;
  return out;
}

const PartHeat* HeatReport::part(Id id) const {
  for (const PartHeat& p : parts)
    if (p.part == id) return &p;
  return nullptr;
}

namespace {

/// A run at the throttle limit for a share of the time and cruising for the rest.
struct Duty {
  double share = 0.0, duration = 0.0;
  RunningState cruise;
  [[nodiscard]] double of(double full, double calm) const { return share * full + (1.0 - share) * calm; }
};

void add_motor(const CooledBoat& c, const PowerReport& power, const PoweredBoat& powered, const Duty& duty,
               HeatReport& r) {
  const Part* motor = c.boat_.layout.first(PartKind::motor);
  if (!motor) return;
  PartHeat h{.part = motor->id, .name = motor->name};
  h.loss = power.full.shaft.motor_heat;
  h.limit = c.boat_.drive.motor.temperature_limit;
  const JacketWater water = c.jacket(power.full);
  h.flow = water.flow;
  h.cooled = water.flow > 0.0;
  h.water_in = water.temperature;
  h.water_out = water.temperature;
  // At most: all of its heat in the water.
  if (h.cooled) h.water_out += h.loss / (c.boat_.density * water_heat * h.flow);
  const auto steady = [](const HeatCourse& course) {
    return course.steady_winding && *course.steady_winding < burnt ? course.steady_winding : std::nullopt;
  };
  h.time = power.dry.time;
  h.wet = power.wet.winding;
  h.dry = power.dry.winding;
  // A course ends where the winding burns.
  if (power.wet.time.size() > h.time.size()) h.time = power.wet.time;
  h.wet.resize(h.time.size(), burnt);
  h.dry.resize(h.time.size(), burnt);
  h.steady_wet = steady(h.cooled ? power.wet : power.dry);
  h.steady_dry = steady(power.dry);
  h.end = h.cooled ? h.wet.back() : h.dry.back();
  h.dry_end = h.dry.back();
  h.time_wet = (h.cooled ? power.wet : power.dry).time_to(h.limit);
  h.time_dry = power.dry.time_to(h.limit);
  h.duty_end = h.end;
  if (duty.duration > 0.0) {
    // The mean square of both currents, with the water of cruising: on the safe side.
    RunningState mean = duty.cruise;
    const double full = power.full.shaft.motor_current, calm = mean.shaft.motor_current;
    mean.shaft.motor_current = std::sqrt(duty.of(full * full, calm * calm));
    mean.shaft.motor_revolutions = duty.of(power.full.shaft.motor_revolutions, mean.shaft.motor_revolutions);
    const HeatCourse course = powered.heat(mean, duty.duration, true);
    h.duty_end = course.winding.back();
    h.duty_can = course.can.back();
  }
  r.parts.push_back(std::move(h));
}

/// Heat of a part in a running state, W.
using Loss = double (*)(const RunningState&);

void add_lump(const CooledBoat& c, const PowerReport& power, const Duty& duty, const Part& p, Loss loss_of,
              double limit, HeatReport& r) {
  const double loss = loss_of(power.full);
  PartHeat h{.part = p.id, .name = p.name, .loss = loss, .limit = limit};
  const double air = c.circuit_.air;
  Lump dry = lump_of(p), wet = dry;
  h.water_in = h.water_out = c.circuit_.water;
  if (const CooledBoat::PartWater water = c.water_at(p.id, c.flow(power.full)); water.flow > 0.0) {
    h.cooled = true;
    h.flow = water.flow;
    h.water_in = water.in;
    wet.to_water = water.carried;
  }
  h.steady_dry = dry.steady(loss, air, 0.0);
  h.steady_wet = wet.steady(loss, air, h.water_in);
  const double run = std::clamp(*power.run_time, 1.0, 7200.0);
  constexpr int steps = 120;
  for (int i = 0; i <= steps; ++i) {
    h.time.push_back(run * i / steps);
    h.wet.push_back(wet.at(h.time.back(), loss, air, h.water_in));
    h.dry.push_back(dry.at(h.time.back(), loss, air, 0.0));
  }
  h.end = h.wet.back();
  h.dry_end = h.dry.back();
  h.time_wet = wet.time_to(limit, run, loss, air, h.water_in);
  h.time_dry = dry.time_to(limit, run, loss, air, 0.0);
  h.duty_end =
      duty.duration > 0.0 ? wet.at(duty.duration, duty.of(loss, loss_of(duty.cruise)), air, h.water_in) : h.end;
  if (h.cooled) {
    const double into_water = std::max(0.0, wet.to_water * (*h.steady_wet - h.water_in));
    h.water_out = h.water_in + into_water / (c.boat_.density * water_heat * h.flow);
  }
  r.parts.push_back(std::move(h));
}

}  // namespace

HeatReport heat_report(const CooledBoat& c, const PowerReport& power) {
  HeatReport r;
  if (!power.full.runs()) return r;
  const Drive& d = c.boat_.drive;
  // The boat with this circuit's water, whatever it was assessed with.
  Boat own = c.boat_;
  own.jacket = [&c](const Drive&, const RunningState& s) { return c.jacket(s); };
  const PoweredBoat powered(own, power.curve);
  Duty duty{d.full_share, power.duty ? power.duty->run_time : 0.0, powered.at(std::min(d.cruise_throttle, d.throttle))};
  if (!duty.cruise.runs()) duty.duration = 0.0;
  add_motor(c, power, powered, duty, r);
  const Part *esc = c.boat_.layout.first(PartKind::esc), *battery = c.boat_.layout.first(PartKind::battery);
  const Loss battery_loss = [](const RunningState& s) { return s.shaft.battery_heat; };
  if (esc)
    add_lump(
        c, power, duty, *esc, [](const RunningState& s) { return s.shaft.esc_heat; }, electronics_limit, r);
  if (battery) add_lump(c, power, duty, *battery, battery_loss, battery_limit, r);
  for (const RunningState& s : power.sweep) {
    if (!s.runs() || s.throttle > d.throttle + 1e-9) continue;
    HeatReport::DryRun run{.throttle = s.throttle, .run_time = powered.run_time(s.shaft.battery_current), .time = {}};
    const double last = std::clamp(run.run_time, 1.0, 7200.0);
    const auto sooner = [&](std::optional<double> time) {
      if (time && (!run.time || *time < *run.time)) run.time = time;
    };
    sooner(powered.heat(s, last, false).time_to(d.motor.temperature_limit));
    if (esc) sooner(lump_of(*esc).time_to(electronics_limit, last, s.shaft.esc_heat, c.circuit_.air, 0.0));
    if (battery) sooner(lump_of(*battery).time_to(battery_limit, last, battery_loss(s), c.circuit_.air, 0.0));
    r.dry.push_back(run);
  }
  return r;
}

}  // namespace plucky
