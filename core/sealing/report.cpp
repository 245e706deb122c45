#include "sealing/report.h"

#include <algorithm>
#include <cmath>
#include <future>

#include "layout/kind.h"

namespace plucky {

namespace {

std::size_t bay_of(const SealInput& in, const std::vector<Compartment>& bays, const Part& p) {
  return compartment_at(bays, p.place.x(), in.boat.hull.shell_at(p.place));
}

std::vector<Wettable> wettables(const SealInput& in, const std::vector<Compartment>& bays) {
  std::vector<Wettable> out;
  for (const Part& p : in.boat.layout.parts) {
    if (p.kind == PartKind::water_contact && !p.outside) {
      out.push_back({p.id, p.name, p.place.x(), p.box().low.z(), bay_of(in, bays, p), true});
      continue;
    }
    if (p.outside || p.may_get_wet || !(traits_of(p.kind).spoilt_by_water || p.kind == PartKind::motor)) continue;
    if (in.sealing.shield(p.id) != Shield::none) continue;
    out.push_back({p.id, p.name, p.place.x(), p.box().low.z(), bay_of(in, bays, p)});
  }
  return out;
}

std::vector<BilgePump> bilge_pumps(const SealInput& in, const std::vector<Compartment>& bays) {
  std::vector<BilgePump> out;
  const Bilge& b = in.sealing.bilge;
  for (const Part& p : in.boat.layout.parts) {
    if (p.kind != PartKind::pump || p.outside) continue;
    out.push_back({.x = p.place.x(),
                   .floor = p.box().low.z(),
                   .trigger = b.trigger,
                   .flow = b.flow,
                   .head = b.head,
                   .outlet_z = in.boat.hull.deck_height(p.place.x(), p.place.y()),
                   .compartment = bay_of(in, bays, p)});
  }
  return out;
}

/// Water in a bay when it stands so deep at x, m3.
double volume_at_depth(const Compartment& bay, const Attitude& a, double x, double floor, double depth) {
  double low = 0.0, high = bay.volume();
  for (int i = 0; i < 40; ++i) {
    const double v = 0.5 * (low + high);
    const Compartment::Water w = bay.holding(v, a);
    const double z = (w.offset - a.up().x() * x) / a.up().z();
    (z - floor < depth ? low : high) = v;
  }
  return high;
}

std::vector<PumpPlace> pump_places(const SealInput& in, const std::vector<Compartment>& bays, double running_trim) {
  std::vector<PumpPlace> out;
  const Attitude rest{0.0, in.boat.rest.plane.attitude.trim}, runs{0.0, running_trim};
  const std::vector<BilgePump> pumps = bilge_pumps(in, bays);
  std::size_t i = 0;
  for (const Part& p : in.boat.layout.parts) {
    if (p.kind != PartKind::pump || p.outside) continue;
    const BilgePump& pump = pumps[i++];
    const Compartment& bay = bays[pump.compartment];
    PumpPlace place{.part = p.id, .bay = bay.name(), .x = pump.x};
    const Compartment::Water drop = bay.holding(1e-6, rest);
    place.low_standing = drop.lowest_x;
    place.low_running = bay.holding(1e-6, runs).lowest_x;
    place.before_trigger = volume_at_depth(bay, rest, pump.x, pump.floor, pump.trigger);
    const double floor = in.boat.hull.bottom_height(drop.lowest_x, 0.0) + in.design.skin.shell_thickness;
    place.least_before = volume_at_depth(bay, rest, drop.lowest_x, floor, pump.trigger);
    place.lift = pump.outlet_z - pump.floor;
    place.flow = pump.flow * std::max(0.0, 1.0 - place.lift / pump.head);
    out.push_back(place);
  }
  return out;
}

std::vector<PartNeed> part_needs(const SealInput& in, const SealReport& r) {
  std::vector<PartNeed> out;
  for (const Part& p : in.boat.layout.parts) {
    if (p.may_get_wet || !traits_of(p.kind).spoilt_by_water) continue;
    PartNeed n{.part = p.id, .name = p.name, .has = in.sealing.shield(p.id)};
    const std::size_t bay = bay_of(in, r.bays, p);
    n.over_floor = p.box().low.z() - in.boat.hull.bottom_height(p.place.x(), p.place.y());
    bool leaks = false, open_deck = false;
    for (const SealOpening& o : r.openings)
      if (o.compartment == bay) {
        leaks = leaks || o.expected > 1e-10 || o.running > 1e-10;
        open_deck = open_deck || (o.kind == OpeningKind::hatch_edge && o.method == SealMethod::nothing);
      }
    n.where = p.outside || (leaks && n.over_floor < 0.010) ? Wetness::wet_bay
              : leaks || open_deck                         ? Wetness::splash
                                                           : Wetness::dry;
    const bool box = n.has == Shield::boxed || n.has == Shield::sealed;
    // Salt creeps under a painted coat; a wet bay asks for more than a splash does.
    n.enough = n.where == Wetness::dry || box || (n.where == Wetness::splash && n.has != Shield::none) ||
               (n.where == Wetness::wet_bay && (n.has == Shield::dipped || n.has == Shield::greased));
    out.push_back(n);
  }
  return out;
}

}  // namespace

const char* wetness_name(Wetness wetness) {
  return wetness == Wetness::dry ? "dry" : wetness == Wetness::splash ? "splash" : "wet";
}

std::optional<double> SealReport::danger() const {
  const auto rest = course.danger(), runs = driven.danger();
  return !rest ? runs : !runs ? rest : std::min(rest, runs);
}

const SealOpening* SealReport::find(const std::string& key) const {
  for (const SealOpening& o : openings)
    if (o.key == key) return &o;
  return nullptr;
}

FloodCourse flood_with(const SealInput& in, const SealReport& report, const ImmersedBody& body,
                       const std::vector<SealOpening>& openings, double trim_low, double trim_high, bool driven) {
  if (!in.boat.rest.upright()) {
    FloodCourse none;
    none.message = "the boat does not float upright";
    return none;
  }
  std::vector<Inlet> inlets;
  for (const SealOpening& o : openings)
    inlets.push_back(
        {o.key, o.inner, o.compartment, leak_of(o, in.boat.density, in.boat.viscosity), driven ? o.running : 0.0});
  FloodLimits limits;
  // A boat that lies beyond its wished trim from the start is in danger only beyond where it lies.
  const double now = in.boat.rest.plane.attitude.trim;
  limits.trim_low = std::min(trim_low, now) - radians(2.0);
  limits.trim_high = std::max(trim_high, now) + radians(2.0);
  // Ten millimetres are usual; a small boat whose brief asks for less is not in danger at that.
  limits.freeboard = std::min(limits.freeboard, 0.5 * in.wanted_freeboard);
  limits.duration = course_length;
  return flood(body, in.boat.hull, report.bays, in.boat.loading, in.boat.density, inlets, bilge_pumps(in, report.bays),
               wettables(in, report.bays), limits);
}

SealReport seal_report(const SealInput& in, const ImmersedBody& body,
                       const std::function<double(double)>& running_water, double running_trim, double trim_low,
                       double trim_high, const SealReport* kept) {
  SealReport r;
  r.bays = compartments_of(in.boat.hull, in.design);
  r.openings = opening_register(in, r.bays, running_water);
  for (const SealOpening& o : r.openings) r.expected += o.expected, r.running += o.running;
  r.stale = kept != nullptr;
  if (kept) {
    r.course = kept->course;
    r.driven = kept->driven;
  } else {
    auto driven =
        std::async(std::launch::async, [&] { return flood_with(in, r, body, r.openings, trim_low, trim_high, true); });
    r.course = flood_with(in, r, body, r.openings, trim_low, trim_high);
    r.driven = driven.get();
  }
  if (in.boat.rest.upright()) r.pumps = pump_places(in, r.bays, running_trim);
  r.needs = part_needs(in, r);
  return r;
}

}  // namespace plucky
