#include "cooling/options.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "base/key_table.h"
#include "base/written.h"
#include "drive/kind.h"

namespace plucky {

namespace {

using K = FittingKind;
constexpr std::array<KeyRow<Plumbing>, 5> plumbings{{{Plumbing::none, "none", "No cooling water"},
                                                     {Plumbing::series, "series", "One loop in series"},
                                                     {Plumbing::separate, "separate", "Separate loops"},
                                                     {Plumbing::three_outlets, "three_outlets", "Three outlets"},
                                                     {Plumbing::pump_fed, "pump_fed", "Fed by a pump"}}};

/// Builds circuits with fresh numbers.
class Plumber {
 public:
  Plumber(const Boat& boat, CoolingCircuit& circuit, Id next) : boat_(boat), c_(circuit), next_(next) {}

  Id add(K kind, const Part* on, const Vec3& place, const std::string& name = {}) {
    CoolFitting f{.id = next_++, .name = name.empty() ? written(fitting_name(kind)) : name, .kind = kind};
    f.part = on ? on->id : 0;
    f.place = place;
    f.in_wash = usual_fitting(kind).in_wash;
    c_.fittings.push_back(f);
    return f.id;
  }
  void join(Id from, std::uint32_t from_port, Id to, std::uint32_t to_port) {
    c_.hoses.push_back({.id = next_++, .from = from, .to = to, .from_port = from_port, .to_port = to_port});
  }
  [[nodiscard]] Vec3 side(double x) const { return outlet_place(boat_, c_.seen_from, x); }
  Id pickup(bool pump) {
    const DriveParts parts = drive_parts(boat_.layout, boat_.drive);
    const DriveKind& kind = drive_kind(boat_.drive);
    if (pump || kind.in_air) {
      const double x = boat_.hull.box.low.x() + 0.25 * boat_.hull.length();
      return add(K::pump, nullptr, {x, 0.015, boat_.hull.bottom_height(x, 0.015)});
    }
    const auto from_drive = [&] {
      const CoolFitting f = kind.pickup(boat_, *parts.propulsor);
      return add(f.kind, f.part ? parts.propulsor : nullptr, f.place);
    };
    const bool has_own = kind.pickup && parts.propulsor;
    if (has_own && kind.own_pickup) return from_drive();
    if (const Part* rudder = boat_.layout.first(PartKind::rudder); rudder && rudder->outside)
      return add(K::rudder_nose, rudder, {0.4 * rudder->size.x(), 0.0, -0.2 * rudder->size.z()});
    if (has_own) return from_drive();
    return add(K::scoop, nullptr, {boat_.hull.box.low.x() + 0.05, 0.02, boat_.hull.bottom_height(0.05, 0.02)});
  }

 private:
  const Boat& boat_;
  CoolingCircuit& c_;
  Id next_;
};

}  // namespace

const char* plumbing_key(Plumbing plumbing) {
  return row_of(plumbings, plumbing).key;
}
const char* plumbing_name(Plumbing plumbing) {
  return row_of(plumbings, plumbing).name;
}
Plumbing plumbing_from_key(const std::string& key) {
  return value_of(plumbings, "plumbing", key);
}

Vec3 outlet_place(const Boat& boat, DrivingSide side, double x) {
  const double sign = side == DrivingSide::port ? 1.0 : -1.0;
  const double water = boat.rest.plane.z_at(x), deck = boat.hull.deck_height(x, 0.0);
  const double z = std::max(water + 0.012, std::min(water + 0.030, deck - 0.008));
  double y = 0.0;
  for (double edge : boat.hull.section_near(x).crossings(1, z)) y = std::max(y, std::abs(edge));
  return {x, sign * y, z};
}

CoolingCircuit plumbed(Plumbing plumbing, const Boat& boat, const CoolingCircuit& keep, Id next) {
  CoolingCircuit c = keep;
  c.fittings.clear();
  c.hoses.clear();
  if (plumbing == Plumbing::none) return c;
  const Part *esc = boat.layout.first(PartKind::esc), *motor = boat.layout.first(PartKind::motor);
  if (motor && (motor->outside || boat.drive.motor.outrunner)) motor = nullptr;  // no jacket goes round those
  if (esc && esc->outside) esc = nullptr;
  if (!esc && !motor) return c;
  Plumber p(boat, c, next);
  const Id pickup = p.pickup(plumbing == Plumbing::pump_fed);
  const Id cool_esc = esc ? p.add(K::esc_cooler, esc, Vec3::Zero()) : 0;
  const Id jacket = motor ? p.add(K::motor_jacket, motor, Vec3::Zero()) : 0;
  const double x = motor ? motor->place.x() : esc->place.x();
  if ((plumbing == Plumbing::series || plumbing == Plumbing::pump_fed) || cool_esc == 0 || jacket == 0) {
    const Id out = p.add(K::outlet, nullptr, p.side(x));
    Id last = pickup;
    std::uint32_t port = 0;
    for (Id cooler : {cool_esc, jacket})
      if (cooler != 0) {
        p.join(last, port, cooler, 0);
        last = cooler;
        port = 1;
      }
    p.join(last, port, out, 0);
    return c;
  }
  const double bottom = boat.hull.bottom_height(0.25 * x, 0.0);
  const Id tee = p.add(K::tee, nullptr, {0.3 * x, 0.02, bottom + 0.02});
  const Id out_esc = p.add(K::outlet, nullptr, p.side(x + 0.03), written("ESC outlet"));
  const Id out_motor = p.add(K::outlet, nullptr, p.side(x - 0.03), written("Motor outlet"));
  p.join(pickup, 0, tee, 0);
  if (plumbing == Plumbing::separate) {
    p.join(tee, 1, cool_esc, 0);
    p.join(tee, 2, jacket, 0);
  } else {
    // A third, short branch straight overboard: the builder sees at once whether the pickup takes water.
    const Id second = p.add(K::tee, nullptr, {0.45 * x, 0.025, bottom + 0.02});
    const Id tell = p.add(K::outlet, nullptr, p.side(x + 0.09), written("Telltale outlet"));
    p.join(tee, 1, second, 0);
    p.join(tee, 2, jacket, 0);
    p.join(second, 1, cool_esc, 0);
    p.join(second, 2, tell, 0);
  }
  p.join(cool_esc, 1, out_esc, 0);
  p.join(jacket, 1, out_motor, 0);
  return c;
}

CoolingCircuit with_bore(CoolingCircuit c, double bore) {
  for (Hose& h : c.hoses) {
    h.wall *= bore / h.bore;
    h.bore = bore;
  }
  for (CoolFitting& f : c.fittings)
    if (!is_cooler(f.kind)) f.bore = bore;
  return c;
}

CoolingCircuit with_pickup(CoolingCircuit c, FittingKind kind) {
  for (CoolFitting& f : c.fittings)
    if (is_pickup(f.kind)) {
      f.kind = kind;
      f.recovery = f.loss = f.length = 0.0;
      f.calibration = 1.0;
    }
  return c;
}

CoolingCircuit with_material(CoolingCircuit c, HoseMaterial material) {
  for (Hose& h : c.hoses) {
    h.material = material;
    if (hose_properties(material).rigid) h.wall = 0.0005;
  }
  return c;
}

CircuitMass circuit_mass(const CoolingCircuit& c, const Layout& layout, const std::vector<HosePath>& paths) {
  CircuitMass m;
  Vec3 moment = Vec3::Zero();
  for (const CoolFitting& raw : c.fittings) {
    const CoolFitting f = filled(raw);
    m.mass += f.mass;
    moment += f.mass * fitting_place(f, layout);
  }
  for (const HosePath& p : paths) {
    m.mass += p.mass;
    m.hoses += p.mass;
    m.length += p.length;
    moment += p.mass * p.centre;
  }
  if (m.mass > 0.0) m.place = moment / m.mass;
  return m;
}

std::vector<FlowPoint> flow_sweep(const CooledBoat& cooled, const PowerReport& power) {
  std::vector<FlowPoint> out;
  for (const RunningState& s : power.sweep)
    if (s.runs()) out.push_back({s.throttle, s.speed, cooled.flow(s)});
  return out;
}

std::optional<double> start_speed(const std::vector<FlowPoint>& sweep, Id outlet) {
  double before_speed = 0.0, before_lack = 0.0;
  for (std::size_t i = 0; i < sweep.size(); ++i) {
    const CircuitFlow& f = sweep[i].flow;
    const auto o = std::find_if(f.outlets.begin(), f.outlets.end(), [&](const auto& x) { return x.fitting == outlet; });
    if (!f.solved || o == f.outlets.end()) continue;
    double head = -1e9;
    for (const PickupFlow& p : f.pickups)
      if (p.wet) head = std::max(head, p.head);
    const double lack = o->climb - head;  // negative once it runs
    if (o->primed && o->flow > 1e-9) {
      if (i == 0 || before_lack <= 0.0 || before_lack > 100.0) return sweep[i].speed;
      return before_speed + (sweep[i].speed - before_speed) * before_lack / (before_lack - lack);
    }
    before_speed = sweep[i].speed;
    before_lack = lack;
  }
  return std::nullopt;
}

OptionResult try_option(const Text& name, const CoolingCircuit& circuit, const Boat& boat, const PowerReport& power,
                        const RouteSpace& space) {
  OptionResult r{.name = name};
  const std::vector<HosePath> paths = route_hoses(space, boat.layout, power.line, circuit);
  const CooledBoat cooled(boat, circuit, paths);
  Boat plumbed_boat = boat;
  plumbed_boat.jacket = [&cooled](const Drive&, const RunningState& s) { return cooled.jacket(s); };
  const PoweredBoat powered(plumbed_boat, power.curve);
  PowerReport there = power;
  there.wet = powered.heat(power.full, *power.run_time, true);
  const HeatReport heat = heat_report(cooled, there);
  const CircuitFlow flow = cooled.flow(power.full);
  r.taken = flow.taken();
  r.runs = r.taken > 1e-9;
  for (const PartHeat& p : heat.parts) {
    const Part* part = boat.layout.find(p.part);
    if (part->kind == PartKind::motor) r.motor_flow = p.flow, r.winding = p.end;
    if (part->kind == PartKind::esc) r.esc_flow = p.flow, r.esc = p.end;
  }
  const std::vector<FlowPoint> sweep = flow_sweep(cooled, power);
  for (const CoolFitting& f : circuit.fittings)
    if (f.kind == FittingKind::outlet) {
      const std::optional<double> starts = start_speed(sweep, f.id);
      r.start_speed = starts ? std::max(*starts, r.start_speed.value_or(0.0)) : starts;
      if (!starts) break;
    }
  const CircuitMass mass = circuit_mass(circuit, boat.layout, paths);
  r.mass = mass.mass;
  r.cg_shift = mass.mass * (mass.place.x() - boat.loading.cg.x()) / std::max(1e-6, boat.loading.mass);
  return r;
}

std::vector<OptionResult> compare_hose(const CoolingCircuit& circuit, Id hose, const Boat& boat,
                                       const PowerReport& power, const RouteSpace& space) {
  std::vector<OptionResult> out;
  const Hose* now = circuit.find_hose(hose);
  if (!power.full.runs() || !now) return out;
  const double as_it_is = try_option(Text(), circuit, boat, power, space).cg_shift;
  const auto add = [&](const Text& name, auto change) {
    CoolingCircuit c = circuit;
    for (Hose& h : c.hoses)
      if (h.id == hose) change(h);
    out.push_back(try_option({"This run: {0}", name}, c, boat, power, space));
    out.back().cg_shift -= as_it_is;
  };
  for (HoseMaterial m : {HoseMaterial::silicone, HoseMaterial::soft_silicone, HoseMaterial::rubber, HoseMaterial::pu,
                         HoseMaterial::aluminium, HoseMaterial::brass})
    if (m != now->material)
      add(hose_name(m), [m](Hose& h) {
        h.material = m;
        if (hose_properties(m).rigid) h.wall = 0.0005;
      });
  for (double bore : {0.002, 0.003, 0.004})
    if (std::abs(bore - now->bore) > 1e-6)
      add({"{0} bore", length_quantity(bore)}, [bore](Hose& h) {
        h.wall *= bore / h.bore;
        h.bore = bore;
      });
  return out;
}

std::vector<OptionResult> compare_options(const CoolingCircuit& circuit, const Boat& boat, const PowerReport& power,
                                          const RouteSpace& space) {
  std::vector<OptionResult> out;
  if (!power.full.runs()) return out;
  const auto add = [&](const Text& name, const CoolingCircuit& c) {
    out.push_back(try_option(name, c, boat, power, space));
    out.back().cg_shift -= out.size() > 1 ? out.front().cg_shift : 0.0;
  };
  add("As it is", circuit);
  CoolingCircuit bare = circuit;
  bare.fittings.clear();
  bare.hoses.clear();
  add("Without water", bare);
  constexpr Id fresh = 1000000;  // numbers that meet none of the boat's
  for (Plumbing p : {Plumbing::series, Plumbing::separate, Plumbing::three_outlets, Plumbing::pump_fed})
    add(plumbing_name(p), plumbed(p, boat, circuit, fresh));
  if (!circuit.empty()) {
    for (const double bore : {0.002, 0.003, 0.004}) add({"Bore {0}", length_quantity(bore)}, with_bore(circuit, bore));
    if (drive_kind(boat.drive).own_pickup)
      for (FittingKind tap : {FittingKind::flush_tap, FittingKind::angled_tap})
        add(fitting_name(tap), with_pickup(circuit, tap));
    for (HoseMaterial m : {HoseMaterial::rubber, HoseMaterial::aluminium}) add(hose_name(m), with_material(circuit, m));
  }
  // The shift is against the boat as it is.
  if (!out.empty()) out.front().cg_shift = 0.0;
  return out;
}

}  // namespace plucky
