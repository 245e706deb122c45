#include "assessment/fit_steps.h"

#include <algorithm>
#include <cmath>
#include <string_view>

#include "assessment/fit_bench.h"
#include "assessment/places.h"
#include "assessment/remedies.h"
#include "assessment/rules.h"
#include "base/error.h"
#include "base/written.h"
#include "drive/fit_chain.h"
#include "layout/component.h"
#include "layout/lead_run.h"
#include "water/fluid.h"

namespace plucky::fitting {

bool needs_hatch(const Assessment& a) {
  const HullDesign& h = a.project.hull;
  return h.family != HullFamily::imported && h.hatches.empty() && h.cabins.empty();
}

namespace {

/// Of a sealed box of twice the payload's weight in water, m: as high as it is wide for 1, else flatter of the same
/// volume.
Vec3 payload_size(double mass, double flat) {
  const double edge = std::cbrt(2.0 * mass / fresh_water_density / 1.5), wide = edge / std::sqrt(flat);
  return {1.5 * wide, wide, edge * flat};
}
constexpr double flattest = 0.5;

}  // namespace

Project with_hatch(const Assessment& a) {
  Project p = a.project;
  const HullModel& hull = a.hull->model;
  Hatch hatch{.id = p.take_id(), .name = written("Main hatch")};
  hatch.x = hull.box.low.x() + (hull.planes ? 0.12 : 0.20) * hull.length();
  hatch.length = 0.56 * hull.length();
  hatch.width = 0.5 * hull.beam();
  if (const double load = a.project.brief.payload; load > 0.0) {
    constexpr double play = 0.008;
    const Vec3 box = payload_size(load, flattest);
    hatch.width = std::clamp(box.y() + play, hatch.width, 0.78 * hull.beam());
    hatch.length = std::clamp(box.x() + play, hatch.length, 0.7 * hull.length());
  }
  hatch.coaming = 0.008;
  p.hull.hatches.push_back(hatch);
  return p;
}

namespace {

/// The bore of a chosen component that takes part in this joint; none where it is not in it or was not chosen.
double* chosen_bore(Part& part, const Joint& joint, const DriveSet& set) {
  const std::string_view key(joint.key);
  if (auto* screw = std::get_if<Screw>(&part.data); screw && entry_of(set, DriveGroup::screw))
    return key.ends_with("propeller") ? &screw->bore : nullptr;
  auto* coupler = std::get_if<Coupler>(&part.data);
  if (!coupler || !entry_of(set, DriveGroup::coupler)) return nullptr;
  if (key == "motor-coupler") return &coupler->bore_motor;
  return key == "coupler-shaft" ? &coupler->bore_shaft : nullptr;
}

/// What was chosen and stands loose on its shaft gets a bush or a sleeve, as every workshop has them; its name says so.
void bush(Project& p, const DriveSet& set) {
  for (const Joint& joint : fit_chain(drive_of(p))) {
    if (joint.fit != Joint::Fit::adapter) continue;
    for (const Id id : p.drives.front().components) {
      Part* part = p.layout.component(id);
      double* bore = part ? chosen_bore(*part, joint, set) : nullptr;
      if (!bore) continue;
      *bore = joint.inner_diameter;
      part->name = written(Text("{0}, with a bush", part->name));
    }
  }
}

/// The brief's payload, where nothing of its kind is aboard: a sealed box of twice its weight in water. Where no bay
/// holds it, it stands on the deck: that is what a bridge deck is for.
void take_payload(FitBench& bench) {
  Project& p = bench.project();
  const double mass = p.brief.payload;
  for (const Part& part : p.layout.parts)
    if (part.kind == PartKind::payload || part.kind == PartKind::camera) return;
  if (mass <= 0.0) return;
  Part box{.name = written("Payload"), .kind = PartKind::payload, .mass = mass, .mass_sigma = 0.05 * mass};
  for (const double flat : {1.0, 0.7, flattest}) {
    box.size = payload_size(mass, flat);
    const Vec3 at = bench.free_place(box);
    if (!bench.is_free(box, at)) continue;
    bench.place(box, at);
    return;
  }
  const HullModel& hull = bench.hull();
  const double x = hull.box.low.x() + 0.4 * hull.length();
  double coaming = 0.0;
  for (const Hatch& h : p.hull.hatches) coaming = std::max(coaming, h.coaming);
  box.outside = box.may_get_wet = true;
  bench.place(box, {x, 0.0, hull.deck_height(x, 0.0) + coaming + 0.5 * box.size.z()});
}

}  // namespace

namespace {

/// A battery under or over the payload comes out only after it: beside it.
void clear_of_the_payload(FitBench& bench) {
  const Part* payload = bench.project().layout.first(PartKind::payload);
  if (!payload || payload->outside) return;
  for (Part& part : bench.project().layout.parts)
    if (part.kind == PartKind::battery && shares_its_plan(part, *payload))
      if (const auto at = bench.beside(part, *payload)) part.place = *at;
}

}  // namespace

Project aboard(const Assessment& a, const Project& bare, const DriveSet& set) {
  FitBench bench(a, bare);
  Project& p = bench.project();
  DriveLaying laying{bench, drive_of_unit(p, p.drives.front()), set};
  for (const auto& [group, entry] : set) put_data(entry->part, laying.drive);
  const DriveKind& kind = drive_kind(laying.drive);
  kind.lay(laying);
  // Where the drive cannot balance it the load goes before the battery: it is the heavier of the two.
  if (!bench.hull().planes) take_payload(bench);
  for (const DriveGroup g : {DriveGroup::battery, DriveGroup::esc})
    if (const Part* part = laying.chosen(g)) laying.list(bench.stow(*part));
  clear_of_the_payload(bench);
  // Where its shaft lies was worked out; the rest is the components' own.
  Drive now = drive_of(p);
  if (kind.shaft_line && !now.lacks(DriveGroup::shaft)) {
    now.shaft.motor_tilt = laying.drive.shaft.motor_tilt;
    now.shaft.strut_angle = laying.drive.shaft.strut_angle;
    now.shaft.exit_x = laying.drive.shaft.exit_x;
  }
  set_drive(p, now);
  bush(p, set);
  return p;
}

namespace {

const CatalogueEntry& named(const Catalogue& catalogue, const char* name) {
  if (const CatalogueEntry* e = catalogue.find(name)) return *e;
  throw InvalidInput(name, "is not in the catalogue");
}

bool stands_aboard(const Project& p, PartKind kind) {
  return std::any_of(p.layout.parts.begin(), p.layout.parts.end(), [&](const Part& q) { return q.kind == kind; });
}

std::optional<Vec3> place_of_servo(const FitBench& bench, const Part& servo) {
  const HullModel& hull = bench.hull();
  const double first = 0.5 * servo.size.x() + 0.02;
  constexpr double step = 0.008;
  const int steps = static_cast<int>(std::ceil(std::max(0.0, 0.5 * hull.length() - first) / step));
  for (int i = 0; i < steps; ++i)
    for (const double y : {0.0, 0.03, -0.03, 0.05, -0.05}) {
      const double x = first + i * step;
      const Vec3 place(x, y, hull.deck_height(x, 0.0) - 0.5 * servo.size.z() - 0.012);
      if (bench.is_free(servo, place)) return place;
    }
  return std::nullopt;
}

}  // namespace

Project steered(const Assessment& a, const Project& driven, const Catalogue& catalogue) {
  FitBench bench(a, driven);
  Project& p = bench.project();
  const Drive d = p.drive();
  const DriveKind& kind = drive_kind(d);
  const bool air = kind.in_air;
  Steering s = p.steering();
  const SteeredBy by = kind.steered_by;
  const bool kept = s.by == by && stands_aboard(p, PartKind::servo);
  if (kept) return driven;
  const Part* propulsor = p.layout.find(d.stands.propulsor);
  const Vec3 at = propulsor ? propulsor->place : Vec3(0.0, 0.0, bench.hull().box.low.z());
  const bool rudder = by == SteeredBy::rudder || by == SteeredBy::air_rudder;
  if (!rudder) std::erase_if(p.layout.parts, [](const Part& q) { return q.kind == PartKind::rudder; });
  if (s.by != by) {
    s.by = by;
    s.rudder.blades = air ? 2 : 1;
    s.in_wash = true;
    s.under_hull = false;
    s.rudder.chord = air ? 0.04 : std::max(0.020, 0.75 * d.screw.diameter);
    s.rudder.span = air ? 0.7 * d.screw.diameter : 1.1 * d.screw.diameter;
    s.rudder.thickness = air ? 0.002 : 0.12 * s.rudder.chord;
    s.rudder.balance = 0.25;
  }
  Vec3 stock = at;
  if (rudder && !stands_aboard(p, PartKind::rudder)) {
    Part blade = named(catalogue, air ? "Air rudder pair" : "Rudder with post, 40 x 60 mm").part;
    const double post = air ? 0.0 : 0.02;
    const double wide = air ? std::max(0.06, 0.5 * d.screw.diameter) : s.rudder.thickness;
    const double was = blade.size.x() * blade.size.z();
    blade.size = {s.rudder.chord, wide, s.rudder.span + post};
    blade.mass *= std::clamp(blade.size.x() * blade.size.z() / was, 0.3, 3.0);
    stock = {std::min(at.x() - 0.5 * d.screw.length, air ? at.x() : bench.hull().box.low.x()) - 0.6 * s.rudder.chord,
             0.0, at.z() + 0.5 * post};
    s.parts.rudder = bench.place(blade, stock);
  }
  const bool light = kind.light_steering;
  if (!stands_aboard(p, PartKind::servo)) {
    // As near to the transom as it finds room, above the line; a small one where a standard one finds none.
    const Part* chosen = &named(catalogue, light ? "Servo 9 g, micro" : "Servo standard").part;
    std::optional<Vec3> free = place_of_servo(bench, *chosen);
    if (const Part& small = named(catalogue, "Servo 9 g, micro").part; !free && !light) {
      free = place_of_servo(bench, small);
      if (free) chosen = &small;
    }
    const Part& servo = *chosen;
    const Id id = free ? bench.place(servo, *free) : bench.stow(servo);
    s.parts.servo = id;
    if (s.by != p.steering_use.by) {
      if (const auto* data = std::get_if<Servo>(&servo.data)) s.servo = *data;
      s.linkage.distance = std::clamp(std::abs(p.layout.find(id)->place.x() - stock.x()), 0.03, 0.9);
    }
  }
  if (!stands_aboard(p, PartKind::receiver)) bench.stow(named(catalogue, "Receiver 6-channel").part);
  take_payload(bench);
  set_steering(p, s);
  return p;
}

namespace {

/// From where to where a battery may be slid within a stretch of the boat: under the hatch it comes out of, and not
/// under or over the payload.
std::pair<double, double> room_to_slide(const Project& p, const Part& battery, double from, double to) {
  const double x = battery.place.x();
  for (const Hatch& h : p.hull.hatches)
    if (x > h.x && x < h.x + h.length) from = std::max(from, h.x), to = std::min(to, h.x + h.length);
  for (const Part& part : p.layout.parts) {
    if (part.kind != PartKind::payload || part.outside || shares_its_plan(part, battery)) continue;
    if (std::abs(part.place.y() - battery.place.y()) >= 0.5 * (part.size.y() + battery.size.y())) continue;
    const Box3 box = part.box();
    part.place.x() > x ? to = std::min(to, box.low.x()) : from = std::max(from, box.high.x());
  }
  return {from, to};
}

}  // namespace

Project trimmed(Assessor& judge, Project p, double length) {
  Part* battery = p.layout.find(p.drive().stands.battery);
  if (!battery) return p;
  if (battery->rail == 0) {
    const double half = 0.5 * battery->size.x();
    Rail tray{.id = p.take_id(), .name = written("Battery tray")};
    const auto [from, to] = room_to_slide(p, *battery, 0.15 * length, 0.85 * length);
    tray.from = std::min(battery->place.x(), from + half);
    tray.to = std::max(battery->place.x(), to - half);
    tray.y = battery->place.y();
    tray.z = battery->place.z() - 0.5 * battery->size.z();
    battery->rail = tray.id;
    p.layout.rails.push_back(tray);
  }
  const auto slide = slide_edit(judge.afloat(p), 0.5 * (p.brief.trim_low + p.brief.trim_high));
  return slide ? apply(p, *slide) : p;
}

Project uncovered(Assessor& judge, const Project& p) {
  Assessment a = judge.afloat(p);
  const Part* battery = p.layout.find(p.drive().stands.battery);
  if (!battery) return p;
  const bool dry = drive_kind(a.fitted_drive).in_air;
  constexpr double hose = 0.020;  // m, in which one comes off its nipple and turns; common practice, no source
  for (const Part& part : p.layout.parts) {
    if ((part.kind != PartKind::esc && part.kind != PartKind::receiver) || part.outside ||
        !shares_its_plan(part, *battery))
      continue;
    Part with_room = part;
    if (part.kind == PartKind::esc && !dry) with_room.size.x() += 2.0 * hose;
    if (const auto at = place_beside(a, with_room, *battery, 0.6 * a.hull->model.length()))
      a.project.layout.find(part.id)->place = *at;
  }
  return a.project;
}

Project wired(Assessor& judge, Project p) {
  const Assessment a = judge.assess(p, Care::search);
  const auto screened = std::find_if(a.findings.begin(), a.findings.end(),
                                     [](const Finding& f) { return f.id == "drive.screened" && f.remedy; });
  if (screened != a.findings.end()) p = apply(p, *screened->remedy);
  const std::optional<LeadRun>& run = a.wiring.battery;
  if (!run || stands_aboard(p, PartKind::leads)) return p;
  FitBench bench(a, std::move(p));
  for (std::size_t i = 0; i < a.project.drives.size(); ++i)
    join_drives(bench.project(),
                bench.stow(leads_for(run->current, a.power.full.shaft.motor_current, a.fitted_drive.lead_lengths)));
  return bench.project();
}

Project put_right(Assessor& judge, Project p) {
  for (int round = 0; round < 3; ++round) {
    const Assessment a = judge.assess(p, Care::search);
    const auto f = std::find_if(a.findings.begin(), a.findings.end(), [](const Finding& x) {
      return x.id.rfind("steer.", 0) == 0 && x.severity >= Severity::watch && x.remedy &&
             std::holds_alternative<ChangeSteering>(x.remedy->change);
    });
    if (f == a.findings.end()) {
      const auto hot = std::find_if(a.findings.begin(), a.findings.end(),
                                    [](const Finding& x) { return x.id == "cool.mount" && x.remedy; });
      if (hot != a.findings.end() && remedy_betters(*hot, a, judge)) p = apply(p, *hot->remedy);
      break;
    }
    p = apply(p, *f->remedy);
  }
  return p;
}

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

}  // namespace plucky::fitting
