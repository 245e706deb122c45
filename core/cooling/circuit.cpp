#include "cooling/circuit.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <set>

#include "base/error.h"
#include "base/key_table.h"

namespace plucky {

namespace {

using K = FittingKind;
constexpr std::array<KeyRow<K>, 12> kinds{{{K::rudder_nose, "rudder_nose", "Rudder nose pickup"},
                                           {K::transom_tube, "transom_tube", "Transom tube pickup"},
                                           {K::flush_tap, "flush_tap", "Flush tap"},
                                           {K::angled_tap, "angled_tap", "45 degree tap"},
                                           {K::scoop, "scoop", "Bottom scoop"},
                                           {K::pump, "pump", "Pump"},
                                           {K::motor_jacket, "motor_jacket", "Motor jacket"},
                                           {K::esc_cooler, "esc_cooler", "ESC cooler"},
                                           {K::coil, "coil", "Coil"},
                                           {K::joiner, "joiner", "Joiner"},
                                           {K::tee, "tee", "Tee"},
                                           {K::outlet, "outlet", "Outlet"}}};

using M = HoseMaterial;
constexpr std::array<KeyRow<M>, 6> materials{{{M::silicone, "silicone", "Silicone hose"},
                                              {M::soft_silicone, "soft_silicone", "Thin silicone hose"},
                                              {M::rubber, "rubber", "Rubber hose"},
                                              {M::pu, "pu", "Polyurethane hose"},
                                              {M::aluminium, "aluminium", "Aluminium tube"},
                                              {M::brass, "brass", "Brass tube"}}};

constexpr std::array<KeyRow<DrivingSide>, 2> sides{
    {{DrivingSide::port, "port", "Port"}, {DrivingSide::starboard, "starboard", "Starboard"}}};

const std::vector<FittingNumber> numbers = {
    {"bore_m", "Bore", Dimension::length, 0.0005, 0.03, &CoolFitting::bore, "0: usual for its kind"},
    {"length_m", "Way through it", Dimension::length, 0.001, 2.0, &CoolFitting::length, "0: usual for its kind"},
    {"loss", "Loss coefficient", Dimension::none, 0.01, 100.0, &CoolFitting::loss, "0: usual for its kind"},
    {"recovery", "Pressure recovery coefficient", Dimension::ratio, 0.01, 1.2, &CoolFitting::recovery,
     "0: usual for its kind; the height test finds it"},
    {"pump_pressure_pa", "Pump's pressure", Dimension::pressure, 100.0, 1e6, &CoolFitting::pump_pressure,
     "against a closed hose; 0: usual"},
    {"pump_flow_m3_s", "Pump's flow", Dimension::flow, 1e-7, 1e-2, &CoolFitting::pump_flow,
     "against nothing; 0: usual"},
    {"mass_kg", "Mass", Dimension::mass, 1e-5, 5.0, &CoolFitting::mass, "0: usual for its kind"},
    {"conductance_w_k", "Heat to water, W/K", Dimension::none, 0.01, 100.0, &CoolFitting::conductance,
     "from part to water; 0: by its bore, length and flow"},
    {"turn_rad", "Nipples turned to port", Dimension::angle, -3.15, 3.15, &CoolFitting::turn,
     "about the can from upright; negative to starboard"},
};

}  // namespace

const char* fitting_key(K kind) {
  return row_of(kinds, kind).key;
}
const char* fitting_name(K kind) {
  return row_of(kinds, kind).name;
}
K fitting_from_key(const std::string& key) {
  return value_of(kinds, "fitting", key);
}
const char* hose_key(M material) {
  return row_of(materials, material).key;
}
const char* hose_name(M material) {
  return row_of(materials, material).name;
}
M hose_from_key(const std::string& key) {
  return value_of(materials, "hose", key);
}

const char* driving_side_key(DrivingSide side) {
  return row_of(sides, side).key;
}
DrivingSide driving_side_from_key(const std::string& key) {
  return value_of(sides, "driving side", key);
}

bool is_pickup(K kind) {
  return kind <= K::pump;
}

bool has_nipples(K kind) {
  return kind == K::motor_jacket || kind == K::coil;
}

bool is_cooler(K kind) {
  return kind == K::motor_jacket || kind == K::esc_cooler || kind == K::coil;
}

std::size_t port_count(K kind) {
  return is_pickup(kind) || kind == K::outlet ? 1 : kind == K::tee ? 3 : 2;
}

CoolFitting usual_fitting(K kind) {
  CoolFitting f;
  f.kind = kind;
  f.bore = 0.003;
  f.length = 0.02;
  f.loss = 0.5;
  f.mass = 0.001;
  switch (kind) {
    case K::rudder_nose:
      f.recovery = 0.8;
      f.length = 0.05;
      f.loss = 1.5;
      break;
    case K::transom_tube:
      f.recovery = 0.75;
      break;
    case K::flush_tap:
      f.recovery = 0.15;
      f.in_wash = true;
      break;
    case K::angled_tap:
      f.recovery = 0.6;
      break;
    case K::scoop:
      f.recovery = 0.6;
      f.in_wash = false;
      break;
    case K::pump:
      f.recovery = 0.0;
      f.pump_pressure = 12e3;
      f.pump_flow = 600e-6 / 60.0;
      f.mass = 0.025;
      f.in_wash = false;
      break;
    case K::motor_jacket:
      f.length = 0.12;
      f.loss = 3.0;
      f.mass = 0.012;
      break;
    case K::esc_cooler:
      f.length = 0.10;
      f.loss = 3.0;
      f.mass = 0.004;
      break;
    case K::coil:
      f.length = 0.40;
      f.loss = 4.0;
      f.mass = 0.008;
      break;
    case K::joiner:
      f.loss = 0.4;
      break;
    case K::tee:
      f.loss = 1.0;
      f.mass = 0.0015;
      break;
    case K::outlet:
      f.loss = 1.0;
      break;
  }
  return f;
}

CoolFitting filled(const CoolFitting& fitting) {
  CoolFitting f = fitting;
  const CoolFitting usual = usual_fitting(f.kind);
  for (const FittingNumber& n : numbers)
    if (f.*n.member == 0.0) f.*n.member = usual.*n.member;
  return f;
}

HoseProperties hose_properties(M material) {
  switch (material) {
    case M::silicone:
      return {1150.0, 2.5, 2e-6, false, 0.30};
    case M::soft_silicone:
      return {1100.0, 4.0, 2e-6, false, 0.30};
    case M::rubber:
      return {1250.0, 3.0, 5e-6, false, 0.30};
    case M::pu:
      return {1200.0, 3.5, 1.5e-6, false, 0.20};
    case M::aluminium:
      return {2700.0, 3.0, 1.5e-6, true, 0.08};
    case M::brass:
      return {8500.0, 3.0, 1.5e-6, true, 0.08};
  }
  return {};
}

const CoolFitting* CoolingCircuit::find(Id id) const {
  for (const CoolFitting& f : fittings)
    if (f.id == id) return &f;
  return nullptr;
}

const Hose* CoolingCircuit::find_hose(Id id) const {
  for (const Hose& h : hoses)
    if (h.id == id) return &h;
  return nullptr;
}

bool CoolingCircuit::holds(Id id) const {
  return find(id) || find_hose(id) ||
         std::any_of(lanes.begin(), lanes.end(), [&](const Lane& l) { return l.id == id; });
}

Vec3 fitting_place(const CoolFitting& f, const Layout& layout) {
  const Part* part = f.part != 0 ? layout.find(f.part) : nullptr;
  return part ? Vec3(part->place + f.place) : f.place;
}

Vec3 port_direction(const CoolFitting& f, std::uint32_t port) {
  if (is_pickup(f.kind)) return Vec3::UnitX();
  switch (f.kind) {
    case K::outlet:
      // Into the boat from the side it stands on; from the transom forward.
      return std::abs(f.place.y()) < 1e-6 ? Vec3(Vec3::UnitX()) : Vec3(0.0, f.place.y() > 0.0 ? -1.0 : 1.0, 0.0);
    case K::motor_jacket:
    case K::coil:
      return {0.0, std::sin(f.turn), std::cos(f.turn)};
    case K::tee:
      return port == 0 ? Vec3(-Vec3::UnitX()) : port == 1 ? Vec3(Vec3::UnitX()) : Vec3(Vec3::UnitY());
    default:
      return port == 0 ? Vec3(-Vec3::UnitX()) : Vec3(Vec3::UnitX());
  }
}

Vec3 port_place(const CoolFitting& f, std::uint32_t port, const Layout& layout) {
  if (port >= port_count(f.kind))
    throw InvalidInput(f.name, Text("has {0} ports; there is no port {1}", port_count(f.kind), port));
  const Vec3 at = fitting_place(f, layout);
  if (port_count(f.kind) == 1) return at;
  const Part* part = f.part != 0 ? layout.find(f.part) : nullptr;
  if (is_cooler(f.kind) && part) {
    const double end = port == 0 ? -0.35 : 0.35;
    if (f.kind == K::esc_cooler) return at + Vec3(0.5 * part->size.x() * (port == 0 ? -1.0 : 1.0), 0.0, 0.0);
    const Vec3 out = port_direction(f, port);
    const double skin = part->shape == PartShape::box
                            ? std::min(0.5 * part->size.z() / std::max(1e-9, std::abs(out.z())),
                                       0.5 * part->size.y() / std::max(1e-9, std::abs(out.y())))
                            : 0.5 * part->size.z();
    return at + Vec3(end * part->size.x(), 0.0, 0.0) + skin * out;
  }
  const Vec3 apart = has_nipples(f.kind) ? Vec3((port == 0 ? -0.006 : 0.006), 0.0, 0.0) : Vec3(Vec3::Zero());
  return at + apart + 0.006 * port_direction(f, port);
}

void check_circuit(const CoolingCircuit& c) {
  std::set<Id> ids;
  std::set<std::pair<Id, std::uint32_t>> taken;
  const auto named = [](const std::string& name, Id id) { return name.empty() ? Text("fitting {0}", id) : Text(name); };
  for (const CoolFitting& f : c.fittings) {
    if (f.id == 0 || !ids.insert(f.id).second)
      throw InvalidInput(named(f.name, f.id), Text("its number {0} is used twice or is 0", f.id));
    for (const FittingNumber& n : numbers) {
      const double value = f.*n.member;
      if (value != 0.0 && !(value >= n.low && value <= n.high))
        throw InvalidInput(Text("{0}: {1}", named(f.name, f.id), n.label),
                           Text("is {0}; allowed: {1} to {2}, or 0 for the usual", Quantity{value, n.dimension},
                                Quantity{n.low, n.dimension}, Quantity{n.high, n.dimension}));
    }
    if (!f.place.allFinite()) throw InvalidInput(named(f.name, f.id), "its place is not a number");
    if (!(f.calibration > 0.0 && f.calibration < 100.0))
      throw InvalidInput(named(f.name, f.id), "its calibration must be more than 0 and less than 100");
  }
  for (const Lane& l : c.lanes) {
    if (l.id == 0 || !ids.insert(l.id).second) throw InvalidInput(l.name, "its number is used twice or is 0");
    if (!(l.to > l.from)) throw InvalidInput(l.name, "ends before it begins");
  }
  for (const Hose& h : c.hoses) {
    const Text where("hose {0}", h.id);
    if (h.id == 0 || !ids.insert(h.id).second) throw InvalidInput(where, "its number is used twice or is 0");
    for (const auto& [end, port] : {std::pair{h.from, h.from_port}, {h.to, h.to_port}}) {
      const CoolFitting* f = c.find(end);
      if (!f) throw InvalidInput(where, Text("ends at fitting {0}, which is not there", end));
      if (port >= port_count(f->kind))
        throw InvalidInput(
            where, Text("ends at port {0} of {1}, which has {2}", port, named(f->name, f->id), port_count(f->kind)));
      if (!taken.insert({end, port}).second)
        throw InvalidInput(where, Text("ends at port {0} of {1}, where another hose is", port, named(f->name, f->id)));
    }
    if (!(h.bore > 0.0))
      throw InvalidInput(where, Text("has a bore of {0}; must be more than zero", length_quantity(h.bore)));
    if (!(h.bore >= 0.0005 && h.bore <= 0.03 && h.wall >= 0.0001 && h.wall <= 0.01))
      throw InvalidInput(where, "needs a bore of 0.5 to 30 mm and a wall of 0.1 to 10 mm");
    for (const Vec3& p : h.via)
      if (!p.allFinite()) throw InvalidInput(where, "passes a place that is not a number");
  }
}

const std::vector<FittingNumber>& fitting_numbers() {
  return numbers;
}

bool matters(FittingKind kind, const FittingNumber& n) {
  if (n.member == &CoolFitting::recovery) return is_pickup(kind) && kind != K::pump;
  if (n.member == &CoolFitting::pump_pressure || n.member == &CoolFitting::pump_flow) return kind == K::pump;
  if (n.member == &CoolFitting::conductance) return is_cooler(kind);
  if (n.member == &CoolFitting::turn) return has_nipples(kind);
  return true;
}

}  // namespace plucky
