#include "assessment/fit_out.h"

#include <algorithm>
#include <cmath>

#include "assessment/fit_choice.h"
#include "assessment/places.h"
#include "assessment/rules.h"
#include "base/error.h"
#include "layout/component.h"
#include "water/fluid.h"

namespace plucky {

namespace {

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
  [[nodiscard]] bool is_free(const Part& part, const Vec3& at) const { return place_is_free(boat_, part, at); }

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
Project aboard(const Assessment& a, const Project& bare, const DriveSet& set) {
  Bench bench(a, bare);
  Project& p = bench.project();
  DriveUnit& unit = p.drives.front();
  Drive d = drive_of_unit(p, unit);
  for (const auto& [group, entry] : set) put_data(entry->part, d);
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
    const Part* jet = p.layout.find(unit_id);
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
    std::optional<Vec3> free;
    for (double x = 0.5 * servo.size.x() + 0.02; x < 0.5 * hull.length() && !free; x += 0.008)
      for (const double y : {0.0, 0.03, -0.03, 0.05, -0.05}) {
        const Vec3 place(x, y, hull.deck_height(x, 0.0) - 0.5 * servo.size.z() - 0.012);
        if (!free && bench.is_free(servo, place)) free = place;
      }
    const Id id = free ? bench.place(servo, *free) : bench.stow(servo);
    if (s.by != p.steering.by) {
      s.servo_torque = light ? 0.15 : 0.45;
      s.servo_speed = light ? 8.0 : 6.0;
      s.linkage.distance = std::clamp(std::abs(p.layout.find(id)->place.x() - stock.x()), 0.03, 0.9);
    }
  }
  if (!stands_aboard(p, PartKind::receiver)) bench.stow(named(catalogue, "Receiver 6-channel").part);
  take_payload(bench);
  p.steering = s;
  return p;
}

/// Slides the battery to the wanted trim, on a tray of its own where it has none.
Project trimmed(Assessor& judge, Project p, double length) {
  Part* battery = p.layout.find(p.drive().stands.battery);
  if (!battery) return p;
  if (battery->rail == 0) {
    const double half = 0.5 * battery->size.x();
    Rail tray{.id = p.take_id(), .name = "Battery tray"};
    tray.from = std::min(battery->place.x(), 0.15 * length + half);
    tray.to = std::max(battery->place.x(), 0.85 * length - half);
    tray.y = battery->place.y();
    tray.z = battery->place.z() - 0.5 * battery->size.z();
    battery->rail = tray.id;
    p.layout.rails.push_back(tray);
  }
  const auto slide = slide_edit(judge.assess(p), 0.5 * (p.brief.trim_low + p.brief.trim_high));
  return slide ? apply(p, *slide) : p;
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

/// A chosen ESC that the boat then asks too much of gives way to a larger one; nothing where it need not.
std::optional<Edit> larger_esc(const Assessment& a, const Drive& have, const Catalogue& catalogue) {
  if (!have.lacks(DriveGroup::esc) || !a.power.full.runs()) return std::nullopt;
  const Drive& d = a.fitted_drive;
  const double asked = 1.2 * a.power.full.shaft.motor_current;
  const CatalogueEntry* larger = esc_for(catalogue, asked, d.battery.cells);
  const Part* esc = a.project.layout.find(d.stands.esc);
  if (!esc || !larger || d.esc.current_limit >= asked) return std::nullopt;
  Part now = swapped(*esc, *larger);
  Assessment without = a;
  std::erase_if(without.project.layout.parts, [&](const Part& part) { return part.id == esc->id; });
  now.place = find_place(without, now);
  return Edit{"ESC", ChangePart{now}};
}

}  // namespace

Project fitted_out(const Assessment& before, Propulsor propulsor, Mounting mounting, const Catalogue& catalogue,
                   const std::function<void(std::size_t set, std::size_t of)>& trying) {
  if (propulsor == Propulsor::none) throw InvalidInput("Drive", "needs a kind");
  Assessor judge;  // one for all: the hull stays the same
  const Assessment boat =
      before.project.drives.empty() && needs_hatch(before) ? judge.assess(with_hatch(before)) : before;
  Project bare = boat.project;
  if (bare.drives.empty()) {
    bare.drives.push_back({.id = bare.take_id()});
    bare.drives.front().use.slip = usual_slip(propulsor);
  }
  for (DriveUnit& unit : bare.drives) {
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
  std::erase_if(bare.layout.parts,
                [&](const Part& part) { return is_listed(boat.project, part.id) && !is_listed(bare, part.id); });
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
  const DriveNeed need = need_of(boat, propulsor);
  std::optional<Project> best;
  double least = 0.0;
  std::vector<DriveSet> sets = sets_for(boat, have, need, catalogue);
  for (std::size_t i = 0; i < sets.size(); ++i) {
    DriveSet& set = sets[i];
    if (trying) trying(i + 1, sets.size());
    complete_set(set, have, need, catalogue);
    Project tried = aboard(boat, bare, set);
    Assessment run = judge.assess(tried);
    if (const auto esc = larger_esc(run, have, catalogue)) {
      tried = apply(tried, *esc);
      run = judge.assess(tried);
    }
    if (const double d = drive_demerit(run, need); !best || d < least) least = d, best = std::move(tried);
  }
  if (!best) throw InvalidInput("Drive", "nothing in the catalogue makes one of this kind");
  return trimmed(judge, linked(judge, steered(boat, *best, catalogue)), boat.hull->model.length());
}

}  // namespace plucky
