#include "assessment/reason.h"

#include <algorithm>
#include <cmath>

namespace plucky {

namespace {

using Lines = std::vector<ReasonLine>;

Quantity mass_of(double kg) {
  return {kg, Dimension::mass};
}

/// The items that weigh most on a score, with a line each.
template <class Score, class Line>
void heaviest(const Assessment& a, Lines& out, std::size_t count, Score score, Line line) {
  std::vector<const MassItem*> items;
  for (const MassItem& m : a.mass.items) items.push_back(&m);
  std::stable_sort(items.begin(), items.end(),
                   [&](const auto* l, const auto* r) { return std::abs(score(*l)) > std::abs(score(*r)); });
  items.resize(std::min(count, items.size()));
  for (const MassItem* m : items) out.push_back(line(*m));
}

void mass_lines(const Assessment& a, Lines& out) {
  heaviest(
      a, out, 6, [](const MassItem& m) { return m.mass; },
      [&](const MassItem& m) {
        return ReasonLine{{m.measured ? "{2}: {0}, measured, {1}" : "{2}: {0}, estimated, {1}", mass_of(m.mass),
                           Quantity{a.mass.share(m), Dimension::ratio}, m.name},
                          m.part};
      });
  if (a.mass.correction)
    out.push_back({{"Difference from the {1}: {0}", mass_of(a.mass.correction->mass), a.mass.correction->origin}, 0});
  out.push_back({{"{0} of the whole has been weighed", Quantity{a.mass.measured_share, Dimension::ratio}}, 0});
}

/// Which parts pull the CG forward or aft of a place, by how much each moves it.
void lever_lines(const Assessment& a, Lines& out, int axis, double about, const char* plus, const char* minus) {
  heaviest(
      a, out, 6, [&](const MassItem& m) { return m.mass * (m.place[axis] - about); },
      [&](const MassItem& m) {
        const double lever = m.place[axis] - about;
        return ReasonLine{{lever >= 0 ? plus : minus, mass_of(m.mass), length_quantity(std::abs(lever)),
                           length_quantity(std::abs(m.mass * lever / a.mass.total)), m.name},
                          m.part};
      });
}

void float_lines(const Assessment& a, Lines& out) {
  const Immersion& im = a.flotation.immersion;
  const double transom = a.hull->model.box.low.x();
  out.push_back(
      {{"The boat weighs {0} and so displaces {1}", mass_of(a.mass.total), Quantity{im.volume, Dimension::volume}}, 0});
  out.push_back({{"Centre of buoyancy {0} from the transom, CG {1}",
                  length_quantity(im.centre_of_buoyancy().x() - transom), length_quantity(a.mass.cg.x() - transom)},
                 0});
  out.push_back({{"Water plane {0}", Quantity{im.waterplane_area, Dimension::area}}, 0});
}

void gm_lines(const Assessment& a, Lines& out) {
  const Immersion& im = a.flotation.immersion;
  const double kb = im.centre_of_buoyancy().z(), kg = a.mass.cg.z();
  out.push_back({{"KB {0}: middle of the displaced water over the keel", length_quantity(kb)}, 0});
  out.push_back(
      {{"BM {0}: breadth of the water plane over the volume", length_quantity(a.flotation.gm_transverse - kb + kg)},
       0});
  out.push_back({{"KG {0}: the CG over the keel is taken off", length_quantity(kg)}, 0});
  lever_lines(a, out, 2, a.mass.cg.z(), "{3}: {0}, {1} above, moves the CG by {2}",
              "{3}: {0}, {1} below, moves the CG by {2}");
  out.resize(std::min<std::size_t>(out.size(), 7));
}

/// The tasks that take most hands, or that everything waits for.
void work_lines(const Assessment& a, Lines& out, bool hands) {
  const WorkPlan& w = a.build.work;
  std::vector<std::size_t> order;
  for (std::size_t i = 0; i < w.tasks.size(); ++i)
    if (!a.project.build.work.find_done(w.tasks[i].key) && (hands || w.times[i].critical())) order.push_back(i);
  const auto length = [&](std::size_t i) { return hands ? w.tasks[i].hands : w.times[i].ready - w.times[i].start; };
  std::stable_sort(order.begin(), order.end(), [&](std::size_t l, std::size_t r) { return length(l) > length(r); });
  order.resize(std::min<std::size_t>(order.size(), 6));
  for (const std::size_t i : order)
    out.push_back({{hands ? "{0} of hands: {1}" : "{0}, and all that follows waits: {1}",
                    Quantity{length(i), Dimension::duration}, w.tasks[i].text},
                   w.tasks[i].subject});
  if (out.empty()) out.push_back({"Every task is ticked.", 0});
}

void print_lines(const Assessment& a, Lines& out) {
  const PrintTotals& p = a.build.prints;
  const Printer& printer = a.project.build.printer;
  for (std::size_t i = 0; i < a.build.sections.size() && i < 5; ++i)
    out.push_back(
        {{"Section {1}: {0} of walls", mass_of(a.build.sections[i].material * a.project.hull.skin.density), i + 1}, 0});
  double rest = 0.0;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) rest += a.fixtures[i].stuff;
  if (rest > 0.0)
    out.push_back({counted("{0} mount or jig beside them", "{0} mounts and jigs beside them", a.fixtures.size()), 0});
  out.push_back({{"With {1} for waste: {0} of filament, {2}", Quantity{p.filament, Dimension::length},
                  Quantity{printer.waste, Dimension::ratio}, mass_of(p.mass * (1.0 + printer.waste))},
                 0});
  out.push_back({{"{0} of printing, {1} with the printers at hand", Quantity{p.time, Dimension::duration},
                  Quantity{p.queue, Dimension::duration}},
                 0});
}

void slip_lines(const Assessment& a, Lines& out) {
  const Drive& d = a.fitted_drive;
  out.push_back({{"Kv {0} on {1}", Quantity{d.motor.kv, Dimension::speed_constant},
                  Quantity{d.battery.voltage(), Dimension::voltage}},
                 0});
  out.push_back({{"Under load {0} of that: {1}", Quantity{d.loaded, Dimension::ratio},
                  Quantity{a.drive.revolutions, Dimension::revolutions}},
                 0});
  out.push_back({{"Times pitch {0} less slip {1}: {2}", length_quantity(d.screw.pitch),
                  Quantity{d.slip, Dimension::ratio}, Quantity{a.drive.speed, Dimension::speed}},
                 0});
}

void speed_lines(const Assessment& a, Lines& out) {
  const RunningState& s = a.power.full;
  const auto newtons = [](double si) { return Quantity{si, Dimension::force}; };
  out.push_back({{"Thrust {0} meets drag {1}", newtons(s.thrust), newtons(s.hull.drag)}, 0});
  out.push_back({{"Of the drag {0} is friction, {1} waves and pressure, {2} what hangs in the water, {3} air",
                  newtons(s.hull.friction), newtons(s.hull.wave + s.hull.pressure), newtons(s.hull.appendages),
                  newtons(s.hull.air)},
                 0});
  out.push_back({{"Propeller at {0}, slip {1}", Quantity{s.revolutions, Dimension::revolutions},
                  Quantity{s.slip, Dimension::ratio}},
                 0});
  if (s.load.air > 0.005)
    out.push_back(
        {{"It ventilates: {0} of its blades' work is done in it", Quantity{s.load.air, Dimension::ratio}}, 0});
  if (s.load.cavitation < 0.995)
    out.push_back({{"Cavitation leaves {0} of the blades' thrust", Quantity{s.load.cavitation, Dimension::ratio}}, 0});
  if (s.thrust_kept() < 0.995)
    out.push_back({{"It keeps {0} of its thrust in deep water", Quantity{s.thrust_kept(), Dimension::ratio}}, 0});
  out.push_back({{"Runs at {0} of trim", angle_quantity(s.hull.trim)}, 0});
  out.push_back({{"Of the battery's {0} {1} moves the boat", Quantity{s.battery_power(), Dimension::power},
                  Quantity{s.efficiency, Dimension::ratio}},
                 0});
  if (!s.hull.message.empty()) out.push_back({s.hull.message, 0});
}

void current_lines(const Assessment& a, Lines& out) {
  const Drive& d = a.fitted_drive;
  const bool runs = a.power.full.runs();
  const RunningState& s = a.power.full;
  out.push_back({{"Propeller {0} by {1} at {2}", length_quantity(d.screw.diameter), length_quantity(d.screw.pitch),
                  Quantity{runs ? s.revolutions : a.drive.revolutions, Dimension::revolutions}},
                 0});
  if (runs) {
    out.push_back({{"Torque {0}, {1} in the motor", Quantity{s.shaft.torque, Dimension::torque},
                    Quantity{s.shaft.motor_current, Dimension::current}},
                   0});
    out.push_back({{"The battery sags to {0}", Quantity{s.shaft.battery_voltage, Dimension::voltage}}, 0});
    out.push_back({{"Heat: motor {0}, ESC {1}, battery {2}", Quantity{s.shaft.motor_heat, Dimension::power},
                    Quantity{s.shaft.esc_heat, Dimension::power}, Quantity{s.shaft.battery_heat, Dimension::power}},
                   0});
    if (s.shaft.lead_heat > 0.0)
      out.push_back({{"In its leads {0}", Quantity{s.shaft.lead_heat, Dimension::power}}, 0});
    out.push_back({{"{0} of a run at the limit, the rest at {1} of throttle: {2} on average",
                    Quantity{d.full_share, Dimension::ratio}, Quantity{d.cruise_throttle, Dimension::ratio},
                    Quantity{a.power.duty ? a.power.duty->current : s.shaft.battery_current, Dimension::current}},
                   0});
  } else {
    out.push_back(
        {{"Thrust {0} by blade element, good to about a third", Quantity{a.drive.thrust, Dimension::force}}, 0});
    out.push_back({{"Power from the battery {0}", Quantity{a.drive.power, Dimension::power}}, 0});
  }
  out.push_back({{"Capacity {0}, of which {1} is used", Quantity{d.battery.capacity, Dimension::charge},
                  Quantity{d.battery.usable, Dimension::ratio}},
                 0});
}

void heat_lines(const Assessment& a, Lines& out) {
  const PowerReport& p = a.power;
  out.push_back({{"{0} of loss in the motor for {1}", Quantity{p.full.shaft.motor_heat, Dimension::power},
                  Quantity{p.run_time.value_or(0.0), Dimension::duration}},
                 0});
  out.push_back(
      {{p.water_cooled ? "With cooling water {0}; without {1}" : "Without cooling water {1}; with a jacket {0}",
        Quantity{p.wet.winding.back(), Dimension::temperature}, Quantity{p.dry.winding.back(), Dimension::temperature}},
       0});
  out.push_back({{"Can {0} at the end", Quantity{p.can.value_or(0.0), Dimension::temperature}}, 0});
}

void water_lines(const Assessment& a, Lines& out) {
  for (const PickupFlow& p : a.water.pickups)
    out.push_back({{"{1}: its water climbs {0} at the throttle limit", length_quantity(p.head),
                    a.project.cooling.find(p.fitting)->name},
                   p.fitting});
  for (const OutletFlow& o : a.water.outlets)
    if (o.climb < 100.0)
      out.push_back({{"{2}: {0}, over a highest point of {1}", flow_quantity(o.flow), length_quantity(o.climb),
                      a.project.cooling.find(o.fitting)->name},
                     o.fitting});
}

void leak_lines(const Assessment& a, Lines& out) {
  for (const SealOpening& o : a.seal.openings)
    if (out.size() < 6 && std::max(o.expected, o.running) > 0.01e-6 / 60.0)
      out.push_back(
          {{"{2}: {0} at rest, {1} driven", flow_quantity(o.expected), flow_quantity(o.running), o.name}, o.subject});
}

}  // namespace

std::vector<ReasonLine> reasons(const Assessment& a, const std::string& key) {
  Lines out;
  const bool afloat = a.flotation.status == FloatStatus::afloat;
  const Immersion& im = a.flotation.immersion;
  if (key == "mass") {
    mass_lines(a, out);
  } else if (key == "cg_x") {
    lever_lines(a, out, 0, a.mass.cg.x(), "{3}: {0}, {1} forward of the CG, moves the CG by {2}",
                "{3}: {0}, {1} aft of the CG, moves the CG by {2}");
  } else if (key == "cg_z") {
    lever_lines(a, out, 2, a.mass.cg.z(), "{3}: {0}, {1} above the CG, moves the CG by {2}",
                "{3}: {0}, {1} below the CG, moves the CG by {2}");
  } else if (key == "trim" && afloat) {
    float_lines(a, out);
    lever_lines(a, out, 0, im.centre_of_buoyancy().x(), "{3}: {0}, {1} forward, moves the CG by {2}",
                "{3}: {0}, {1} aft, moves the CG by {2}");
    out.resize(std::min<std::size_t>(out.size(), 8));
  } else if (key == "heel" && afloat) {
    lever_lines(a, out, 1, 0.0, "{3}: {0}, {1} to port, moves the CG by {2}",
                "{3}: {0}, {1} to starboard, moves the CG by {2}");
  } else if ((key == "freeboard" || key == "draught" || key == "wetted") && afloat) {
    float_lines(a, out);
    if (key == "freeboard")
      out.push_back({{"Lowest deck edge {0} from the transom",
                      length_quantity(a.freeboard.least_place.x() - a.hull->model.box.low.x())},
                     0});
    if (im.waterplane_area > 0.0)
      out.push_back(
          {{"Each further {0} sinks it {1}", mass_of(0.1), length_quantity(0.1 / a.density() / im.waterplane_area)},
           0});
  } else if ((key == "gm" || key == "max_arm" || key == "vanishing") && afloat) {
    gm_lines(a, out);
  } else if (key == "downflood" && afloat) {
    for (const auto& o : a.freeboard.openings)
      if (!o.sealed && o.downflood_heel)
        out.push_back({{"{2}: {0} over the water, dips under at {1}", length_quantity(o.height),
                        angle_quantity(*o.downflood_heel), o.name},
                       0});
  } else if (key == "hull_speed" && afloat) {
    out.push_back({{"Water line {0} long", length_quantity(a.form.waterline_length)}, 0});
  } else if (key == "speed" && a.power.full.runs()) {
    speed_lines(a, out);
  } else if (key == "slip_speed" && a.drive.fitted) {
    slip_lines(a, out);
  } else if (key == "winding" && a.power.full.runs()) {
    heat_lines(a, out);
  } else if ((key == "current" || key == "run_time") && a.drive.fitted) {
    current_lines(a, out);
  } else if (key == "water") {
    water_lines(a, out);
  } else if (key == "leak") {
    leak_lines(a, out);
  } else if (key == "hands" || key == "to_launch") {
    work_lines(a, out, key == "hands");
  } else if (key == "printed" || key == "print_cost") {
    print_lines(a, out);
  } else if (key == "foam") {
    out.push_back({{"Flooded, {0} of solid stuff and foam still displace water",
                    Quantity{a.swamped.buoyant_volume, Dimension::volume}},
                   0});
    out.push_back({{"That carries {0} of {1}", mass_of(a.swamped.floats_mass), mass_of(a.mass.total)}, 0});
  }
  return out;
}

}  // namespace plucky
