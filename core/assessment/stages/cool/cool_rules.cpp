// Does the water get where it must, and do things stay cool enough?
#include <algorithm>
#include <cmath>

#include "assessment/fixtures.h"
#include "assessment/rules.h"
#include "assessment/stages/cool/bend_offers.h"
#include "assessment/stages/cool/circuit_edits.h"
#include "assessment/stages/cool/cool_stage.h"
#include "cooling/options.h"
#include "project/catalogue.h"

namespace plucky {

namespace {

Quantity warmth(double si) {
  return {si, Dimension::temperature};
}
Quantity duration(double si) {
  return {si, Dimension::duration};
}

/// The circuit under the rules, with what every rule needs.
struct Cooled {
  const Assessment& a;
  const CoolingCircuit& c;
  std::vector<Finding>& out;

  [[nodiscard]] bool mends() const { return a.offers(); }
  Finding make(const std::string& rule, Severity severity, Quantity number, Quantity limit, const char* source,
               Id subject = 0) const {
    return stage_finding(Stage::cool, rule, severity, number, limit, source, subject);
  }
  void offer(Finding& f, const Text& label, const CoolingCircuit& changed) const {
    if (!mends() || changed == c) return;
    f.remedy = Edit{label, ChangeCooling{changed}};
  }
};

/// What would burn without water, and whether water is wanted at all.
void without_water(const Cooled& t) {
  const Assessment& a = t.a;
  if (a.heat.dry.empty()) return;
  const HeatReport::DryRun& last = a.heat.dry.back();
  const HeatReport::DryRun* cruise = nullptr;
  for (const auto& run : a.heat.dry)
    if (std::abs(run.throttle - a.fitted_drive.cruise_throttle) < 0.026) cruise = &run;
  const char* source = "heat models of motor, ESC and battery in still air; common practice, no source";
  if (!last.time) {
    Finding f = t.make("cool.dry", Severity::fine, duration(last.run_time), duration(last.run_time), source);
    f.text.words = "No water needed: without any nothing passes its limit in a whole run of {0} at full throttle.";
    t.out.push_back(f);
    return;
  }
  const bool cooled = a.water.solved && !a.water.stale && a.water.taken() > 1e-9;
  Finding f = t.make("cool.dry", cooled ? Severity::fine : Severity::watch, duration(*last.time),
                     duration(last.run_time), source);
  f.text.words = cooled ? "Without water the first part would pass its limit after {0} at full throttle; it has water."
                        : "Without water the first part passes its limit after {0} at full throttle; a run lasts {1}.";
  if (cruise) {
    f.text =
        then(f.text, {cruise->time ? "At {0} of throttle it needs none for runs under {1}."
                                   : "At {0} of throttle it needs none for a whole run of {1}.",
                      Quantity{cruise->throttle, Dimension::ratio}, duration(cruise->time.value_or(cruise->run_time))});
  }
  // A boat that air drives stands in no water that a pickup could take.
  if (!cooled && t.c.empty() && t.mends() && !drive_kind(a.fitted_drive).in_air) {
    const CoolingCircuit series = plumbed(Plumbing::series, boat_of(a), t.c, a.project.next_id);
    if (!series.empty()) t.offer(f, "Plumb one loop in series", series);
  }
  t.out.push_back(f);
}

void circuit(const Cooled& t) {
  for (const CircuitFault& fault : t.a.faults) {
    Finding f = t.make("cool.circuit", Severity::stop, {}, {}, "drawn circuit", fault.item);
    f.text = fault.sentence;
    if (const CoolFitting* pump = t.c.find(fault.item); pump && pump->kind == FittingKind::pump && pump->reversed)
      t.offer(f, "Turn the pump round", with_fitting(t.a, fault.item, [](CoolFitting& x) { x.reversed = false; }));
    t.out.push_back(f);
  }
  if ((!t.a.water.solved || t.a.water.stale) && !t.a.water.message.empty() && t.a.power.full.runs()) {
    Finding f = t.make("cool.flow", Severity::stop, {}, {}, "flow in the network");
    f.text = {"No flow found: {0}.", t.a.water.message};
    t.out.push_back(f);
  }
}

void pickups(const Cooled& t) {
  for (const PickupFlow& p : t.a.water.pickups) {
    const CoolFitting& fitting = *t.c.find(p.fitting);
    if (fitting.blocked) {
      Finding f = t.make("cool.blocked", Severity::stop, {}, {}, "marked by the builder", p.fitting);
      f.text = {"{0} is blocked: no water at all.", fitting.name};
      t.offer(f, "Clear it", with_fitting(t.a, p.fitting, [](CoolFitting& x) { x.blocked = false; }));
      t.out.push_back(f);
    } else if (!p.wet && !(fitting.kind == FittingKind::pump && fitting.reversed)) {
      const Vec3 at = fitting_place(fitting, t.a.project.layout);
      const double over = at.z() - t.a.power.water_at(at.x());
      Finding f = t.make("cool.pickup", Severity::stop, length_quantity(over), length_quantity(0.0),
                         "running water line", p.fitting);
      f.text = {"{1} stands {0} over the running water: it draws air.", f.number, fitting.name};
      t.offer(f, {"Lower it {0}", length_quantity(over + 0.005)},
              with_fitting(t.a, p.fitting, [&](CoolFitting& x) { x.place.z() -= over + 0.005; }));
      t.out.push_back(f);
    }
  }
}

void outlets(const Cooled& t) {
  const Assessment& a = t.a;
  for (const OutletFlow& o : a.water.outlets) {
    const CoolFitting& fitting = *t.c.find(o.fitting);
    double head = -1.0;
    for (const PickupFlow& p : a.water.pickups)
      if (p.wet) head = std::max(head, p.head);
    if (!o.primed && o.climb < 100.0 && head >= 0.0) {
      Finding f = t.make("cool.start", Severity::stop, length_quantity(head), length_quantity(o.climb),
                         "head at the pickup against the highest point on the way", o.fitting);
      f.text = {"{2} never runs: the water climbs {0}, the hose goes up to {1}.", f.number, f.limit, fitting.name};
      t.out.push_back(f);
    } else if (o.flow > 1e-9) {
      const std::optional<double> begins = start_speed(a.water_sweep, o.fitting);
      if (!begins) continue;
      const double starts = *begins, cruise = a.power.duty ? 0.6 * a.power.full.speed : 0.0;
      Finding f = t.make("cool.start", starts > cruise && cruise > 0.0 ? Severity::watch : Severity::fine,
                         {starts, Dimension::speed}, {cruise, Dimension::speed},
                         "head at the pickup against the highest point on the way", o.fitting);
      f.text = {f.severity == Severity::fine
                    ? "{3} starts at {0} and gives {2} at full throttle."
                    : "{3} starts only at {0}; required: {1}. A lower path or a better pickup.",
                f.number, f.limit, flow_quantity(o.flow), fitting.name};
      t.out.push_back(f);
    }
    const Vec3 at = fitting_place(fitting, a.project.layout);
    if (a.power.full.runs() && o.height < 0.0) {
      Finding f = t.make("cool.outlet_low", Severity::watch, length_quantity(-o.height), length_quantity(0.0),
                         "running water line", o.fitting);
      f.text = {"{1} lies {0} under the running water: nobody sees it run, and it lets water back in.", f.number,
                fitting.name};
      t.offer(f, {"Raise it {0}", length_quantity(0.01 - o.height)},
              with_fitting(t.a, o.fitting, [&](CoolFitting& x) { x.place.z() += 0.01 - o.height; }));
      t.out.push_back(f);
    }
    const bool faces = std::abs(at.y()) < 0.004 || (at.y() > 0.0) == (t.c.seen_from == DrivingSide::port);
    if (!faces) {
      Finding f = t.make("cool.outlet_side", Severity::note, {}, {}, "driving side", o.fitting);
      f.text = {"{0} is on the side you do not see when driving.", fitting.name};
      t.offer(f, "Move it to the other side",
              with_fitting(t.a, o.fitting, [](CoolFitting& x) { x.place.y() *= -1.0; }));
      t.out.push_back(f);
    }
    if (o.flow > 1e-9 && o.climb > o.height + 0.020 && o.primed && head < 1.5 * o.climb) {
      Finding f = t.make("cool.high_loop", Severity::note, length_quantity(o.climb), length_quantity(o.height),
                         "highest point of the path", o.fitting);
      f.text = {"The way to {2} goes up to {0}, over the outlet's own {1}: air stays in that loop.", f.number, f.limit,
                fitting.name};
      t.out.push_back(f);
    }
  }
  // Streams of two coolers led together into one outlet.
  for (const CoolFitting& tee : t.c.fittings) {
    if (tee.kind != FittingKind::tee) continue;
    int from_coolers = 0;
    bool to_outlet = false;
    for (const Hose& h : t.c.hoses) {
      const HoseFlow* flow = a.water.hose(h.id);
      const bool forward = !flow || flow->flow >= 0.0;
      const CoolFitting &source = *t.c.find(forward ? h.from : h.to), &sink = *t.c.find(forward ? h.to : h.from);
      if (sink.id == tee.id && is_cooler(source.kind)) ++from_coolers;
      if (source.id == tee.id && sink.kind == FittingKind::outlet) to_outlet = true;
    }
    if (from_coolers < 2 || !to_outlet) continue;
    Finding f = t.make("cool.joined", Severity::watch, {static_cast<double>(from_coolers), Dimension::none},
                       {1.0, Dimension::none}, "motor makers' usual advice; common practice, no source", tee.id);
    f.text.words = "{0} coolers share one outlet: if one stops running nobody sees it. One outlet each.";
    t.out.push_back(f);
  }
}

void hoses(const Cooled& t) {
  for (std::size_t i = 0; i < t.c.hoses.size(); ++i) {
    const Hose& h = t.c.hoses[i];
    const HosePath& p = t.a.hoses[i];
    const HoseProperties material = hose_properties(h.material);
    const Text name("Hose {0} ({1} to {2})", i + 1, t.c.find(h.from)->name, t.c.find(h.to)->name);
    if (h.kinked) {
      Finding f = t.make("cool.kinked", Severity::watch, {}, {}, "marked by the builder", h.id);
      f.text = {"{0} is flattened: a quarter of its bore is left.", name};
      t.offer(f, "Free it", with_hose(t.a, h.id, [](Hose& x) { x.kinked = false; }));
      t.out.push_back(f);
    }
    if (p.kinks()) {
      Finding f =
          t.make("cool.bend", Severity::watch, length_quantity(p.least_radius), length_quantity(p.wanted_radius),
                 "least bend radius of the material; common practice, no source", h.id);
      f.text = {"{2} bends to {0}; should be {1} at least.", f.number, f.limit, name};
      if (t.mends()) f.remedy = bend_offer(t.a, h, p);
      t.out.push_back(f);
    }
    if (!material.rigid && h.wall < material.least_wall * h.bore - 1e-9) {
      const double wall = std::ceil(1e4 * material.least_wall * h.bore) / 1e4;
      Finding f = t.make("cool.wall", Severity::watch, length_quantity(h.wall), length_quantity(wall),
                         "wall over bore that stays round in a bend; common practice, no source", h.id);
      f.text = {"{2} has a wall of {0}; required: {1} to stay round.", f.number, f.limit, name};
      t.offer(f, {"Take hose with a wall of {0}", f.limit}, with_hose(t.a, h.id, [&](Hose& x) { x.wall = wall; }));
      t.out.push_back(f);
    }
    if (p.by_shaft) {
      Finding f = t.make("cool.shaft", Severity::stop, {}, {}, "path of the hose", h.id);
      f.text = {"{0} touches the turning shaft.", name};
      t.out.push_back(f);
    }
    for (Id part : p.through) {
      Finding f = t.make("cool.through", Severity::watch, {}, {}, "path of the hose", h.id);
      f.text = {"{0} finds no way round {1}.", name, t.a.project.layout.find(part)->name};
      t.out.push_back(f);
      break;
    }
    for (Id other : p.crosses)
      if (other > h.id) {
        Finding f = t.make("cool.crosses", Severity::note, {}, {}, "path of the hose", h.id);
        f.text = {"{0} crosses another hose: tie them, or one chafes.", name};
        t.out.push_back(f);
        break;
      }
  }
}

void temperatures(const Cooled& t) {
  for (const PartHeat& p : t.a.heat.parts) {
    const Part* part = t.a.project.layout.find(p.part);
    if (!part || part->kind == PartKind::motor) continue;  // the Drive stage tells the winding
    Finding f =
        t.make(part->kind == PartKind::esc ? "cool.esc" : "cool.battery",
               p.end > p.limit + 15.0 ? Severity::stop
               : p.end > p.limit      ? Severity::watch
                                      : Severity::fine,
               warmth(p.end), warmth(p.limit), "common practice, no source: 65 degC electronics, 60 battery", p.part);
    f.text = {f.severity == Severity::fine
                  ? "{3} ends a run at full throttle at {0}; up to {1}."
                  : "{3} ends a run at full throttle at {0}; should be {1} at most. It turns {2} into heat.",
              f.number, f.limit, Quantity{p.loss, Dimension::power}, part->name};
    ease_by_cruising(t.a, p, f);
    t.out.push_back(f);
  }
  const Material* skin = builtin_catalogue().find_material(t.a.project.hull.skin.material);
  // A motor on a pylon has a mount of its own; one that is made for it is judged where it is made.
  const std::vector<Fixture>& made = t.a.project.build.fixtures;
  const Id motor = t.a.fitted_drive.stands.motor;
  const bool on_the_hull =
      !drive_kind(t.a.fitted_drive).in_air && std::none_of(made.begin(), made.end(), [&](const Fixture& f) {
        return f.kind == FixtureKind::motor_mount && f.holds == std::vector{motor};
      });
  if (skin && skin->softens && t.a.power.can && on_the_hull) {
    const double can = *t.a.power.can, softens = *skin->softens;
    Finding f = t.make("cool.mount",
                       can > softens          ? Severity::stop
                       : can > softens - 10.0 ? Severity::watch
                                              : Severity::fine,
                       warmth(can), warmth(softens),
                       "softening temperature of the skin's material; common practice, no source");
    f.text.words = f.severity == Severity::fine
                       ? "The motor's can reaches {0}; a mount of the hull's material softens at {1}."
                       : "The motor's can reaches {0}; a mount of the hull's material softens at "
                         "{1}: metal, or air between.";
    // What sits inside a pod gets no mount.
    if (f.severity != Severity::fine && t.a.offers() && t.a.project.layout.find(motor)) {
      BuildDesign with = with_fixture(t.a, FixtureKind::motor_mount, motor);
      with.fixtures.back() = of_aluminium(with.fixtures.back());
      f.remedy = Edit{"Make a motor mount of aluminium", ChangeBuild{with}};
    }
    t.out.push_back(f);
  }
}

}  // namespace

void cool_rules(const Assessment& a, std::vector<Finding>& out) {
  if (!a.drive.fitted) return;
  const Cooled t{a, a.project.cooling, out};
  without_water(t);
  temperatures(t);
  if (t.c.empty()) return;
  circuit(t);
  if (a.water.solved && !a.water.stale) {
    pickups(t);
    outlets(t);
  }
  hoses(t);
}

}  // namespace plucky
