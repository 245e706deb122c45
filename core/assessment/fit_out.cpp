#include "assessment/fit_out.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "assessment/rules.h"
#include "base/error.h"
#include "layout/component.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// What the drive has to bring, roughly.
struct Need {
  double speed = 5.0;     ///< m/s
  double power = 100.0;   ///< W, from the battery at full throttle
  double run_time = 600;  ///< s, a third of it at full throttle
};

/// Drag over weight and overall efficiencies of common practice, no source: a planing hull a quarter and one half, a
/// hull that does not plane a tenth and 0.45, a sled with an air propeller a fifth and a third.
Need need_of(const Assessment& a, Propulsor propulsor) {
  const Brief& b = a.project.brief;
  Need n;
  const double length = a.hull->model.length();
  const bool planing = planes(a.project.hull.family);
  const double hull_speed = 0.4 * std::sqrt(gravity * length);
  n.speed = b.wanted_speed > 0.0 ? b.wanted_speed : planing ? 3.0 * hull_speed : hull_speed;
  if (b.run_time > 0.0) n.run_time = b.run_time;
  // What is not aboard yet weighs about as much as the structure (common practice, no source).
  const double mass = a.project.drives.empty() ? 2.0 * a.mass.total + b.payload : a.mass.total;
  const bool fast = planing && n.speed > 1.5 * hull_speed;
  const bool air = propulsor == Propulsor::air_propeller;
  const double drag = mass * gravity * (fast ? 0.25 : air ? 0.20 : 0.10);
  n.power = drag * n.speed / (air ? 0.33 : fast ? 0.5 : 0.45);
  if (propulsor == Propulsor::jet) n.power *= 1.3;
  return n;
}

template <class T>
std::vector<const CatalogueEntry*> entries_with(const Catalogue& catalogue) {
  std::vector<const CatalogueEntry*> out;
  for (const CatalogueEntry& e : catalogue.parts)
    if (std::holds_alternative<T>(e.part.data)) out.push_back(&e);
  return out;
}
template <class T>
const T& data(const CatalogueEntry& e) {
  return std::get<T>(e.part.data);
}

/// The entry with the least cost; entries of infinite cost are out.
template <class Cost>
const CatalogueEntry* cheapest(const std::vector<const CatalogueEntry*>& entries, Cost cost) {
  const CatalogueEntry* best = nullptr;
  double least = 1e300;
  for (const CatalogueEntry* e : entries)
    if (const double c = cost(*e); c < least) least = c, best = e;
  return best;
}

/// One set of what the drive still lacks, by role.
using Chosen = std::vector<std::pair<DriveGroup, const CatalogueEntry*>>;

const CatalogueEntry* entry_of(const Chosen& set, DriveGroup group) {
  for (const auto& [g, entry] : set)
    if (g == group) return entry;
  return nullptr;
}

bool is_air(const CatalogueEntry& e) {
  return data<Screw>(e).guard_radius > 0.0;
}
bool is_impeller(const CatalogueEntry& e) {
  return data<Screw>(e).blade_area >= 0.6 && !is_air(e);
}

/// How far motor and screw on this battery are from speed and power: by pitch and slip, and the power of a screw with a
/// torque coefficient usual for its kind.
double misfit(const Drive& d, const Need& need) {
  const bool air = d.propulsor == Propulsor::air_propeller, jet = d.propulsor == Propulsor::jet;
  const double n = d.loaded * d.motor.kv * d.battery.voltage() / (2.0 * pi * d.gearing.ratio);
  const double speed = n * d.screw.pitch * (1.0 - usual_slip(d.propulsor));
  const double kq = air ? 0.006 : jet ? 0.05 : 0.035;
  const double taken =
      2.0 * pi * kq * (air ? air_density : fresh_water_density) * n * n * n * std::pow(d.screw.diameter, 5) / 0.75;
  double cost = std::abs(std::log(speed / need.speed)) + 0.6 * std::abs(std::log(taken / need.power));
  const double current = taken / d.battery.voltage();
  if (d.motor.current_limit > 0.0 && current > d.motor.current_limit) cost += current / d.motor.current_limit;
  // Without a coupler between them the motor's shaft stands in the screw's bore.
  if (!d.has_shaft_line() && !d.gearing.geared() && std::abs(d.motor.shaft_diameter - d.screw.bore) > 2e-4) cost += 1.5;
  if (d.battery.current_limit() < current) cost += current / d.battery.current_limit();
  return cost;
}

/// Can the boat's length take a motor can of this diameter? By the usual sizes over length.
bool can_fits(double length, const Motor& m) {
  return m.can_diameter <= std::clamp(0.075 * length, 0.022, 0.06);
}

/// The sets that come nearest on paper, best first.
std::vector<Chosen> sets_for(const Assessment& a, const Drive& have, const Need& need, const Catalogue& catalogue) {
  const bool air = have.propulsor == Propulsor::air_propeller, jet = have.propulsor == Propulsor::jet;
  const bool pod = have.propulsor == Propulsor::propeller && have.mounting == Mounting::pod;
  const double length = a.hull->model.length();
  const auto one_of = [&](DriveGroup g, auto entries) {
    if (!have.lacks(g)) return std::vector<const CatalogueEntry*>{nullptr};
    if (entries.empty()) throw InvalidInput(drive_group_name(g), "is not in the catalogue");
    return entries;
  };
  auto batteries = entries_with<Battery>(catalogue);
  std::erase_if(batteries, [&](const CatalogueEntry* e) {
    const Battery& b = data<Battery>(*e);
    const double energy = b.usable * b.capacity * b.voltage();
    return b.current_limit() * b.voltage() < need.power || energy < 0.5 * need.power * need.run_time ||
           e->part.size.x() > 0.35 * length;
  });
  std::sort(batteries.begin(), batteries.end(),
            [](const auto* l, const auto* r) { return l->part.mass < r->part.mass; });
  if (batteries.empty()) {  // nothing carries it for so long: the one with the most in it
    batteries = entries_with<Battery>(catalogue);
    std::erase_if(batteries, [&](const CatalogueEntry* e) { return e->part.size.x() > 0.35 * length; });
    std::sort(batteries.begin(), batteries.end(), [](const auto* l, const auto* r) {
      const auto energy = [](const CatalogueEntry& e) {
        return data<Battery>(e).capacity * data<Battery>(e).voltage();
      };
      return energy(*l) > energy(*r);
    });
  }
  if (batteries.size() > 3) batteries.resize(3);
  auto motors = entries_with<Motor>(catalogue);
  std::erase_if(motors, [&](const CatalogueEntry* e) {
    const Motor& m = data<Motor>(*e);
    return !can_fits(length, m) || (jet && m.can_diameter > 0.030) || (air && !m.outrunner) ||
           ((jet || !pod) && !air && m.outrunner);
  });
  auto screws = entries_with<Screw>(catalogue);
  std::erase_if(screws, [&](const CatalogueEntry* e) { return is_air(*e) != air || is_impeller(*e) != jet; });
  std::vector<std::pair<double, Chosen>> ranked;
  for (const CatalogueEntry* battery : one_of(DriveGroup::battery, batteries))
    for (const CatalogueEntry* motor : one_of(DriveGroup::motor, motors))
      for (const CatalogueEntry* screw : one_of(DriveGroup::screw, screws)) {
        Drive d = have;
        Chosen set;
        for (const auto& [group, entry] :
             Chosen{{DriveGroup::battery, battery}, {DriveGroup::motor, motor}, {DriveGroup::screw, screw}})
          if (entry) {
            put_data(entry->part.data, d);
            set.emplace_back(group, entry);
          }
        ranked.emplace_back(misfit(d, need), std::move(set));
      }
  std::stable_sort(ranked.begin(), ranked.end(), [](const auto& l, const auto& r) { return l.first < r.first; });
  // Of each motor its best companions only: sets that differ say more than the next best of one.
  std::vector<Chosen> out;
  std::vector<const CatalogueEntry*> seen;
  for (auto& [cost, set] : ranked) {
    const CatalogueEntry* motor = entry_of(set, DriveGroup::motor);
    if (motor && std::find(seen.begin(), seen.end(), motor) != seen.end()) continue;
    seen.push_back(motor);
    out.push_back(std::move(set));
    if (out.size() == 8) break;
  }
  return out;
}

/// The smallest that carries the current and the cells; the largest where none does.
const CatalogueEntry* esc_for(const Catalogue& catalogue, double current, std::uint32_t cells) {
  return cheapest(entries_with<Esc>(catalogue), [&](const CatalogueEntry& e) {
    const Esc& esc = data<Esc>(e);
    return esc.most_cells >= cells && esc.current_limit >= current ? esc.current_limit : 1e6 - esc.current_limit;
  });
}

/// The rest of the set follows from motor and screw: what carries their current, bores that meet.
void complete(Chosen& set, const Drive& have, const Need& need, const Catalogue& catalogue) {
  Drive d = have;
  for (const auto& [group, entry] : set) put_data(entry->part.data, d);
  const auto take = [&](DriveGroup g, const CatalogueEntry* entry) {
    if (!entry) throw InvalidInput(drive_group_name(g), "is not in the catalogue for this drive");
    set.emplace_back(g, entry);
    put_data(entry->part.data, d);
  };
  if (have.lacks(DriveGroup::esc))
    take(DriveGroup::esc, esc_for(catalogue, 1.6 * need.power / d.battery.voltage(), d.battery.cells));
  if (have.lacks(DriveGroup::shaft))
    take(DriveGroup::shaft, cheapest(entries_with<Shaft>(catalogue), [&](const CatalogueEntry& e) {
           const Shaft& s = data<Shaft>(e);
           const bool flex = d.mounting == Mounting::strut;
           return std::abs(s.diameter - d.screw.bore) * 1e5 + ((s.kind == ShaftKind::flex_cable) != flex ? 1e3 : 0.0) +
                  std::abs(e.part.size.x() - 0.2);
         }));
  if (have.lacks(DriveGroup::coupler))
    take(DriveGroup::coupler, cheapest(entries_with<Coupler>(catalogue), [&](const CatalogueEntry& e) {
           const Coupler& c = data<Coupler>(e);
           const CouplerKind kind =
               d.shaft.kind == ShaftKind::flex_cable ? CouplerKind::flex_ferrule : CouplerKind::jaw;
           return 1e5 * (std::abs(c.bore_motor - d.motor.shaft_diameter) + std::abs(c.bore_shaft - d.shaft.diameter)) +
                  (c.kind == kind ? 0.0 : 10.0);
         }));
  if (have.lacks(DriveGroup::pod))
    take(DriveGroup::pod, cheapest(entries_with<Pod>(catalogue), [&](const CatalogueEntry& e) {
           return std::abs(e.part.size.z() - 3.5 * d.screw.diameter);
         }));
  if (have.lacks(DriveGroup::jet))
    take(DriveGroup::jet, cheapest(entries_with<JetUnit>(catalogue), [&](const CatalogueEntry& e) {
           return std::abs(data<JetUnit>(e).nozzle - 0.75 * d.screw.diameter);
         }));
}

/// Puts components where they belong in the hull.
class Bench {
 public:
  Bench(const Assessment& boat, Project project) : boat_(boat), hull_(boat.hull->model) {
    boat_.project = std::move(project);
    // What has no place of its own goes aft of the middle, where a boat with its motor amidships needs it.
    boat_.mass.cg.x() = hull_.box.low.x() + 0.28 * hull_.length();
    boat_.mass.total = std::max(boat_.mass.total, 1e-3);
  }

  Project& project() { return boat_.project; }
  [[nodiscard]] const HullModel& hull() const { return hull_; }

  Id place(Part part, const Vec3& at) {
    Project& p = boat_.project;
    part.id = p.take_id();
    part.place = at;
    p.layout.parts.push_back(part);
    return part.id;
  }
  Id stow(const Part& part) { return place(part, find_place(boat_, part)); }
  Id hold(Part part, Id inside) {
    Project& p = boat_.project;
    part.id = p.take_id();
    part.inside = inside;
    p.layout.unplaced.push_back(part);
    return part.id;
  }
  Part* part(Id id) {
    for (Part& part : boat_.project.layout.parts)
      if (part.id == id) return &part;
    return nullptr;
  }

 private:
  Assessment boat_;
  const HullModel& hull_;
};

/// A straight line from the motor low in the hull to the disc under the after end, as flat as its clearance lets it be.
void lay_shaft(Bench& bench, Drive& d, const Vec3& motor, const Vec3& disc) {
  const Vec3 along = (motor - disc).normalized();
  d.shaft.motor_tilt = std::atan2(along.z(), along.x());
  // A cable bends between the motor and a level strut; a joint wants strut and shaft in one line.
  d.shaft.strut_angle =
      d.mounting == Mounting::strut && d.shaft.kind != ShaftKind::flex_cable ? d.shaft.motor_tilt : 0.0;
  // Where the line comes out of the bottom.
  const auto outside = [&](double x) {
    return disc.z() + (x - disc.x()) * along.z() / along.x() < bench.hull().bottom_height(x, disc.y());
  };
  double out = std::max(disc.x(), bench.hull().box.low.x()), in = motor.x();
  for (int i = 0; i < 40; ++i) (outside(0.5 * (out + in)) ? out : in) = 0.5 * (out + in);
  d.shaft.exit_x = 0.5 * (out + in);
}

/// A decked hull that nobody can reach into.
bool needs_hatch(const Assessment& a) {
  const HullDesign& h = a.project.hull;
  return h.family != HullFamily::imported && h.hatches.empty() && h.cabins.empty();
}

/// A hatch over the middle, wide enough for a battery (common practice, no source).
Project with_hatch(const Assessment& a) {
  Project p = a.project;
  const HullModel& hull = a.hull->model;
  Hatch hatch{.id = p.take_id(), .name = "Main hatch"};
  hatch.x = hull.box.low.x() + 0.12 * hull.length();
  hatch.length = 0.56 * hull.length();
  hatch.width = 0.5 * hull.beam();
  hatch.coaming = 0.008;
  p.hull.hatches.push_back(hatch);
  return p;
}

/// The boat with the chosen components aboard.
Project aboard(const Assessment& a, const Project& bare, const Chosen& set) {
  Bench bench(a, bare);
  Project& p = bench.project();
  DriveUnit& unit = p.drives.front();
  Drive d = drive_of_unit(p, unit);
  for (const auto& [group, entry] : set) put_data(entry->part.data, d);
  const HullModel& hull = bench.hull();
  const double keel = hull.box.low.z(), length = hull.length(), r = 0.5 * d.screw.diameter;
  const Part* old_screw = p.layout.find(d.stands.propulsor);
  const auto list = [&](Id id) { p.drives.front().components.push_back(id); };
  const CatalogueEntry *motor = entry_of(set, DriveGroup::motor), *screw = entry_of(set, DriveGroup::screw);
  const bool shaft_line = d.has_shaft_line();
  if (shaft_line) {
    const double x = d.mounting == Mounting::strut ? -1.2 * d.screw.diameter : 0.4 * d.screw.diameter;
    Vec3 disc = old_screw ? old_screw->place : Vec3(x, 0.0, 0.0);
    if (!old_screw)
      disc.z() = (x < 0.0 ? keel : hull.bottom_height(x, 0.0)) -
                 (d.screw.surface ? 0.0 : r + 0.15 * d.screw.diameter + (x < 0.0 ? 0.25 * d.screw.diameter : 0.0));
    const Part* old_motor = p.layout.find(d.stands.motor);
    const double mx = 0.34 * length;
    Vec3 at =
        old_motor ? old_motor->place : Vec3(mx, 0.0, hull.bottom_height(mx, 0.0) + 0.5 * d.motor.can_diameter + 0.006);
    if (!(old_motor && old_screw)) lay_shaft(bench, d, at, disc);
    const Vec3 along(std::cos(d.shaft.motor_tilt), 0.0, std::sin(d.shaft.motor_tilt));
    const Vec3 coupling = at - along * (0.5 * d.motor.can_length + d.motor.shaft_reach);
    if (motor) list(bench.place(motor->part, at));
    if (const auto* e = entry_of(set, DriveGroup::coupler)) list(bench.place(e->part, coupling));
    if (const auto* e = entry_of(set, DriveGroup::shaft)) {
      Part part = e->part;
      const double was = part.size.x();
      part.size.x() = (coupling - disc).norm() - 0.5 * d.coupler.length;
      part.mass *= part.size.x() / was;  // tube and shaft are cut to length
      part.data = d.shaft;
      list(bench.place(part, 0.5 * (coupling + disc)));
    }
    if (screw) list(bench.place(screw->part, disc));
  } else if (d.propulsor == Propulsor::jet) {
    Id unit_id = d.stands.propulsor;
    if (const auto* e = entry_of(set, DriveGroup::jet)) {
      const Vec3& size = e->part.size;
      unit_id = bench.place(e->part, {0.5 * size.x() - 0.008, 0.0, hull.bottom_height(0.02, 0.0) + 0.5 * size.z()});
      list(unit_id);
    }
    const Part* jet = bench.part(unit_id);
    if (motor && jet)
      list(bench.place(
          motor->part,
          jet->place + Vec3(0.5 * jet->size.x() + d.motor.shaft_reach + 0.01 + 0.5 * d.motor.can_length, 0.0, 0.0)));
    if (screw) list(bench.hold(screw->part, unit_id));
  } else if (d.propulsor == Propulsor::propeller) {
    Id unit_id = d.stands.propulsor;
    if (const auto* e = entry_of(set, DriveGroup::pod)) {
      const Vec3& size = e->part.size;
      const double foot = keel - 1.35 * d.screw.diameter;
      unit_id = bench.place(e->part, {-0.5 * size.x() - 0.004, 0.0, foot + 0.5 * size.z()});
      list(unit_id);
    }
    if (motor) {
      Part below = motor->part;
      std::get<Motor>(below.data).wet = std::get<Motor>(below.data).outrunner;
      list(bench.hold(below, unit_id));
    }
    if (screw) list(bench.hold(screw->part, unit_id));
  } else {
    const double over = std::max(r, d.screw.guard_radius) + 0.008, x = 0.16 * length;
    const Vec3 hub(x, 0.0, hull.deck_height(x, 0.0) + over);
    if (motor) {
      Part part = motor->part;
      part.outside = true;
      list(bench.place(part, hub));
      bench.place({.name = "Pylon",
                   .size = {0.06, 0.014, over},
                   .mass = 0.4 * over,
                   .mass_sigma = 0.1 * over,
                   .may_get_wet = true,
                   .outside = true},
                  {x, 0.0, hub.z() - 0.5 * over - 0.5 * d.motor.can_diameter});
    }
    if (screw)
      list(bench.place(screw->part, hub - Vec3(0.5 * d.motor.can_length + 0.5 * d.screw.length + 0.004, 0.0, 0.0)));
  }
  for (const DriveGroup g : {DriveGroup::battery, DriveGroup::esc})
    if (const auto* e = entry_of(set, g)) list(bench.stow(e->part));
  // Where its shaft lies was worked out above; the rest is the components' own.
  set_drive(p, [&] {
    Drive now = drive_of(p);
    if (shaft_line && !now.lacks(DriveGroup::shaft)) {
      now.shaft.motor_tilt = d.shaft.motor_tilt;
      now.shaft.strut_angle = d.shaft.strut_angle;
      now.shaft.exit_x = d.shaft.exit_x;
    }
    return now;
  }());
  return p;
}

/// The brief's payload, where nothing of its kind is aboard: a sealed box of twice its weight in water.
void take_payload(Bench& bench) {
  Project& p = bench.project();
  const double mass = p.brief.payload;
  for (const Part& part : p.layout.parts)
    if (part.kind == PartKind::payload || part.kind == PartKind::camera) return;
  if (mass <= 0.0) return;
  const double edge = std::cbrt(2.0 * mass / fresh_water_density / 1.5);
  bench.stow({.name = "Payload",
              .kind = PartKind::payload,
              .size = {1.5 * edge, edge, edge},
              .mass = mass,
              .mass_sigma = 0.05 * mass});
}

const CatalogueEntry& named(const Catalogue& catalogue, const char* name) {
  if (const CatalogueEntry* e = catalogue.find(name)) return *e;
  throw InvalidInput(name, "is not in the catalogue");
}

bool stands_aboard(const Project& p, PartKind kind) {
  return std::any_of(p.layout.parts.begin(), p.layout.parts.end(), [&](const Part& q) { return q.kind == kind; });
}

/// What steers a drive of this kind, with its servo; a rudder of about the disc's height behind it.
Project steered(const Assessment& a, const Project& driven, const Catalogue& catalogue) {
  Bench bench(a, driven);
  Project& p = bench.project();
  const Drive d = p.drive();
  const bool air = d.propulsor == Propulsor::air_propeller;
  Steering s = p.steering;
  const SteeredBy by = air                             ? SteeredBy::air_rudder
                       : d.propulsor == Propulsor::jet ? SteeredBy::nozzle
                       : d.mounting == Mounting::pod   ? SteeredBy::pod
                                                       : SteeredBy::rudder;
  const bool kept = s.by == by && stands_aboard(p, PartKind::servo);
  if (kept) return driven;
  const Part* propulsor = p.layout.find(d.stands.propulsor);
  const Vec3 at = propulsor ? propulsor->place : Vec3(0.0, 0.0, bench.hull().box.low.z());
  const bool rudder = by == SteeredBy::rudder || by == SteeredBy::air_rudder;
  if (!rudder) std::erase_if(p.layout.parts, [](const Part& q) { return q.kind == PartKind::rudder; });
  if (s.by != by) {
    s.by = by;
    s.blades = air ? 2 : 1;
    s.in_wash = true;
    s.under_hull = false;
    s.chord = air ? 0.04 : std::max(0.020, 0.75 * d.screw.diameter);
    s.span = air ? 0.7 * d.screw.diameter : 1.1 * d.screw.diameter;
    s.thickness = air ? 0.002 : 0.12 * s.chord;
    s.balance = 0.25;
  }
  Vec3 stock = at;
  if (rudder && !stands_aboard(p, PartKind::rudder)) {
    Part blade = named(catalogue, air ? "Air rudder pair" : "Rudder with post, 40 x 60 mm").part;
    const double post = air ? 0.0 : 0.02;
    const double wide = air ? std::max(0.06, 0.5 * d.screw.diameter) : s.thickness;
    const double was = blade.size.x() * blade.size.z();
    blade.size = {s.chord, wide, s.span + post};
    blade.mass *= std::clamp(blade.size.x() * blade.size.z() / was, 0.3, 3.0);
    stock = {std::min(at.x() - 0.5 * d.screw.length, air ? at.x() : bench.hull().box.low.x()) - 0.6 * s.chord, 0.0,
             at.z() + 0.5 * post};
    bench.place(blade, stock);
  }
  const bool light = air || d.propulsor == Propulsor::jet;
  if (!stands_aboard(p, PartKind::servo)) {
    const Part& servo = named(catalogue, light ? "Servo 9 g, micro" : "Servo standard").part;
    // As near to the transom as it finds room, above the line.
    const HullModel& hull = bench.hull();
    Vec3 best = Vec3::Constant(1e9);
    for (double x = 0.5 * servo.size.x() + 0.02; x < 0.5 * hull.length() && best.x() > 1e8; x += 0.008)
      for (const double y : {0.0, 0.03, -0.03, 0.05, -0.05}) {
        const Vec3 place(x, y, hull.deck_height(x, 0.0) - 0.5 * servo.size.z() - 0.012);
        Assessment look = a;
        look.project = p;
        if (best.x() > 1e8 && place_is_free(look, servo, place)) best = place;
      }
    const Id id = best.x() > 1e8 ? bench.stow(servo) : bench.place(servo, best);
    if (s.by != p.steering.by) {
      s.servo_torque = light ? 0.15 : 0.45;
      s.servo_speed = light ? 8.0 : 6.0;
      s.linkage.distance = std::clamp(std::abs(bench.part(id)->place.x() - stock.x()), 0.03, 0.9);
    }
  }
  if (!stands_aboard(p, PartKind::receiver)) bench.stow(named(catalogue, "Receiver 6-channel").part);
  take_payload(bench);
  p.steering = s;
  return p;
}

/// Slides the battery to the wanted trim, on a tray of its own where it has none.
Project trimmed(Assessor& judge, Project p) {
  const Drive d = p.drive();
  const auto battery = std::find_if(p.layout.parts.begin(), p.layout.parts.end(),
                                    [&](const Part& part) { return part.id == d.stands.battery; });
  if (battery == p.layout.parts.end()) return p;
  Assessment a = judge.assess(p);
  const double wanted = 0.5 * (p.brief.trim_low + p.brief.trim_high);
  if (battery->rail == 0) {
    const double half = 0.5 * battery->size.x(), length = a.hull->model.length();
    Rail tray{.id = p.take_id(), .name = "Battery tray"};
    tray.from = std::min(battery->place.x(), 0.15 * length + half);
    tray.to = std::max(battery->place.x(), 0.85 * length - half);
    tray.y = battery->place.y();
    tray.z = battery->place.z() - 0.5 * battery->size.z();
    battery->rail = tray.id;
    p.layout.rails.push_back(tray);
    a = judge.assess(p);
  }
  if (const auto slide = slide_edit(a, wanted)) return apply(p, *slide);
  return p;
}

/// What the linkage asks for (boot, hole, stops) is put right by the findings' own remedies.
Project linked(Assessor& judge, Project p) {
  for (int round = 0; round < 3; ++round) {
    const Assessment a = judge.assess(p);
    const auto f = std::find_if(a.findings.begin(), a.findings.end(), [](const Finding& x) {
      return x.id.rfind("steer.", 0) == 0 && x.severity >= Severity::watch && x.remedy &&
             std::holds_alternative<ChangeSteering>(x.remedy->change);
    });
    if (f == a.findings.end()) break;
    p = apply(p, *f->remedy);
  }
  return p;
}

/// A chosen ESC that the boat then asks too much of gives way to a larger one.
Project with_fitting_esc(Assessor& judge, Project p, const Drive& have, const Catalogue& catalogue) {
  if (!have.lacks(DriveGroup::esc)) return p;
  const Assessment a = judge.assess(p);
  if (!a.power.full.runs()) return p;
  const Drive d = p.drive();
  const double asked = 1.2 * a.power.full.shaft.motor_current;
  const CatalogueEntry* larger = esc_for(catalogue, asked, d.battery.cells);
  const Part* esc = p.layout.find(d.stands.esc);
  if (!esc || !larger || d.esc.current_limit >= asked) return p;
  Part now = swapped(*esc, *larger);
  Assessment without = a;
  std::erase_if(without.project.layout.parts, [&](const Part& part) { return part.id == esc->id; });
  now.place = find_place(without, now);
  return apply(p, {"ESC", ChangePart{now}});
}

/// Less is better: limits broken weigh most, then how far from the wanted speed.
double demerit(const Assessment& a, const Need& need) {
  if (!a.power.full.runs()) return 1e3;
  double d = std::abs(std::log(a.power.full.speed / need.speed));
  if (a.power.full.speed < need.speed) d *= 2.0;
  d += 20.0 * static_cast<double>(a.count(Severity::stop, Stage::drive));
  d += 2.0 * static_cast<double>(a.count(Severity::watch, Stage::drive));
  if (a.power.run_time && a.power.duty) d += std::max(0.0, std::log(need.run_time / a.power.duty->run_time));
  return d;
}

}  // namespace

Project fitted_out(const Assessment& before, Propulsor propulsor, Mounting mounting, const Catalogue& catalogue) {
  if (propulsor == Propulsor::none) throw InvalidInput("Drive", "needs a kind");
  Assessor judge;  // one for all: the hull stays the same
  const Assessment boat =
      before.project.drives.empty() && needs_hatch(before) ? judge.assess(with_hatch(before)) : before;
  Project bare = boat.project;
  if (bare.drives.empty()) {
    bare.drives.push_back({.id = bare.take_id()});
    bare.drives.front().use.slip = usual_slip(propulsor);
  }
  std::vector<Id> listed;
  for (DriveUnit& unit : bare.drives) {
    listed.insert(listed.end(), unit.components.begin(), unit.components.end());
    if (unit.propulsor != propulsor) unit.use.slip = usual_slip(propulsor);
    const bool screw_stays = unit.propulsor == propulsor;
    unit.propulsor = propulsor;
    unit.mounting = mounting;
    if (!screw_stays)
      std::erase_if(unit.components, [&](Id id) {
        const Part* part = bare.layout.component(id);
        return part && part->kind == PartKind::propeller;
      });
  }
  // Batteries, motors and ESCs that already stand in the boat are taken as they are.
  for (const Part& part : boat.project.layout.parts)
    if (has_data(part) &&
        (part.kind == PartKind::battery || part.kind == PartKind::esc || part.kind == PartKind::motor))
      join_drives(bare, part.id);
  settle_drives(bare);
  std::erase_if(bare.layout.parts, [&](const Part& part) {
    return std::find(listed.begin(), listed.end(), part.id) != listed.end() && drives_with(bare, part.id).empty();
  });
  const Drive have = drive_of_unit(bare, bare.drives.front());
  if (have.gaps == 0) {
    if (drive_of(bare).gaps != 0) {
      // What a further drive lacks it gets from the first one's, for the builder to place.
      Drive all = have;
      all.count = static_cast<std::uint32_t>(bare.drives.size());
      set_drive(bare, all);
    }
    return steered(boat, bare, catalogue);
  }
  const Need need = need_of(boat, propulsor);
  std::optional<Project> best;
  double least = 1e300;
  for (Chosen& set : sets_for(boat, have, need, catalogue)) {
    complete(set, have, need, catalogue);
    const Project tried = with_fitting_esc(judge, aboard(boat, bare, set), have, catalogue);
    if (const double d = demerit(judge.assess(tried), need); d < least) least = d, best = tried;
  }
  if (!best) throw InvalidInput("Drive", "nothing in the catalogue makes one of this kind");
  return trimmed(judge, linked(judge, steered(boat, *best, catalogue)));
}

namespace {

/// Does it lie on the drive's line, to move aside with it?
bool on_the_line(const Part& part) {
  return part.kind == PartKind::motor || part.kind == PartKind::propeller || in_the_line(part.kind);
}

}  // namespace

Project with_second_drive(const Assessment& boat) {
  Project p = boat.project;
  if (p.drives.size() != 1) throw InvalidInput("Second drive", "needs a boat with one drive");
  const Drive d = p.drive();
  const double wide = std::max({1.15 * d.screw.diameter, 2.2 * d.screw.guard_radius, d.motor.can_diameter + 0.008});
  const double aside = 0.5 * wide + 0.002;
  const HullModel& hull = boat.hull->model;
  if (2.0 * (aside + 0.5 * wide) > hull.beam())
    throw InvalidInput("Second drive", fmt::format("two beside each other are {:.0f} mm wide; the beam is {:.0f} mm",
                                                   2e3 * (aside + 0.5 * wide), 1e3 * hull.beam()));
  DriveUnit second = p.drives.front();
  second.id = p.take_id();
  second.name = "Second drive";
  std::vector<std::pair<Id, Id>> copies;
  for (Id& id : second.components) {
    const Part* found = p.layout.component(id);
    if (!found || found->kind == PartKind::battery) continue;
    const Part original = *found;
    Part copy = original;
    copy.id = p.take_id();
    copies.emplace_back(id, copy.id);
    id = copy.id;
    if (!p.layout.find(original.id)) {
      p.layout.unplaced.push_back(copy);
      continue;
    }
    if (on_the_line(original)) {
      for (Part& part : p.layout.parts)
        if (part.id == original.id) {
          // In a V the bottom rises off the centre line, and the line with it.
          const double rise = part.outside && part.kind != PartKind::pod
                                  ? 0.0
                                  : hull.bottom_height(std::max(0.0, part.place.x()), aside) -
                                        hull.bottom_height(std::max(0.0, part.place.x()), 0.0);
          part.place += Vec3(0.0, aside, std::max(0.0, rise));
          copy.place = {part.place.x(), -aside, part.place.z()};
        }
    } else {
      Assessment look = boat;
      look.project = p;
      copy.place = find_place(look, copy);
      copy.rail = 0;
    }
    p.layout.parts.push_back(copy);
  }
  for (Part& part : p.layout.unplaced)
    for (const auto& [from, to] : copies)
      if (part.inside == from && drives_with(p, part.id).empty()) part.inside = to;
  p.drives.push_back(std::move(second));
  return p;
}

Project without_last_drive(const Project& boat) {
  Project p = boat;
  if (p.drives.size() < 2) throw InvalidInput("Second drive", "is not there");
  const DriveUnit last = p.drives.back();
  p.drives.pop_back();
  std::erase_if(p.layout.parts, [&](const Part& part) {
    return std::find(last.components.begin(), last.components.end(), part.id) != last.components.end() &&
           drives_with(p, part.id).empty();
  });
  if (p.drives.size() == 1)
    for (const Id id : p.drives.front().components)
      for (Part& part : p.layout.parts)
        if (part.id == id && on_the_line(part)) part.place.y() = 0.0;
  settle_drives(p);
  return p;
}

std::vector<const Part*> components_in_role(const Project& p, DriveGroup role) {
  std::vector<const Part*> found;
  for (const DriveUnit& unit : p.drives)
    for (const Id id : unit.components)
      if (const Part* part = p.layout.component(id);
          part && group_of(part->kind) == role && std::find(found.begin(), found.end(), part) == found.end())
        found.push_back(part);
  return found;
}

bool swap_fits(const Project& p, const CatalogueEntry& entry) {
  if (p.drives.empty() || !group_of(entry.part.kind) || !has_data(entry.part)) return false;
  const auto groups = drive_groups(p.drive());
  if (std::find(groups.begin(), groups.end(), *group_of(entry.part.kind)) == groups.end()) return false;
  const auto* screw = std::get_if<Screw>(&entry.part.data);
  return !screw || (screw->guard_radius > 0.0) == (p.drives.front().propulsor == Propulsor::air_propeller);
}

Edit swap_edit(const Assessment& boat, const CatalogueEntry& entry) {
  const auto role = group_of(entry.part.kind);
  if (!role || !has_data(entry.part)) throw InvalidInput(entry.part.name, "is no component of a drive with its data");
  const auto old = components_in_role(boat.project, *role);
  if (old.empty()) {
    Part part = entry.part;
    part.place = find_place(boat, part);
    return {"Put " + part.name + " aboard", AddPart{part}};
  }
  std::vector<Part> parts;
  for (const Part* part : old) parts.push_back(swapped(*part, entry));
  return {"Swap " + old.front()->name + " for " + entry.part.name, ChangeParts{parts}};
}

}  // namespace plucky
