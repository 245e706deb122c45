#include "assessment/fit_choice.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"
#include "layout/component.h"
#include "water/fluid.h"

namespace plucky {

namespace {

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

/// The entry with the least cost; null without entries.
template <class Cost>
const CatalogueEntry* cheapest(const std::vector<const CatalogueEntry*>& entries, Cost cost) {
  const CatalogueEntry* best = nullptr;
  double least = 0.0;
  for (const CatalogueEntry* e : entries)
    if (const double c = cost(*e); !best || c < least) least = c, best = e;
  return best;
}

/// How far motor and screw on this battery are from speed and power: by pitch and slip, and the power of a screw with a
/// torque coefficient usual for its kind.
double misfit(const Drive& d, const DriveNeed& need) {
  const DriveKind& kind = drive_kind(d);
  const double n = d.loaded * d.motor.kv * d.battery.voltage() / (2.0 * pi * d.gearing.ratio);
  const double speed = n * d.screw.pitch * (1.0 - kind.usual_slip);
  const double density = kind.in_air ? air_density : fresh_water_density;
  const double taken = 2.0 * pi * kind.usual_torque * density * n * n * n * std::pow(d.screw.diameter, 5) / 0.75;
  double cost = std::abs(std::log(speed / need.speed)) + 0.6 * std::abs(std::log(taken / need.power));
  const double current = taken / d.battery.voltage();
  if (d.motor.current_limit > 0.0 && current > d.motor.current_limit) cost += current / d.motor.current_limit;
  // Without a coupler between them the motor's shaft stands in the screw's bore.
  if (!kind.shaft_line && !d.gearing.geared() && std::abs(d.motor.shaft_diameter - d.screw.bore) > 2e-4) cost += 1.5;
  if (d.battery.current_limit() < current) cost += current / d.battery.current_limit();
  return cost;
}

/// Can the boat's length take a motor can of this diameter? By the usual sizes over length.
bool can_fits(double length, const Motor& m) {
  return m.can_diameter <= std::clamp(0.075 * length, 0.022, 0.06);
}

}  // namespace

DriveNeed need_of(const Assessment& a, const DriveKind& kind) {
  const Brief& b = a.project.brief;
  DriveNeed n;
  const double length = a.hull->model.length();
  const bool planing = a.hull->model.planes;
  const double hull_speed = 0.4 * std::sqrt(gravity * length);
  // What it carries in the end is not all known yet: a little more than is wished.
  constexpr double margin = 1.03;
  n.speed = b.wanted_speed > 0.0 ? margin * b.wanted_speed : planing ? 3.0 * hull_speed : hull_speed;
  if (b.run_time > 0.0) n.run_time = b.run_time;
  // What is not aboard yet weighs about as much as the structure (common practice, no source).
  const double mass = a.project.drives.empty() ? 2.0 * a.mass.total + b.payload : a.mass.total;
  // Driven past its own wave a hull that does not plane drags as much as one that does.
  const bool fast = n.speed > 1.5 * hull_speed;
  n.power = kind.power_for(mass * gravity, n.speed, fast);
  return n;
}

const CatalogueEntry* entry_of(const DriveSet& set, DriveGroup group) {
  for (const auto& [g, entry] : set)
    if (g == group) return entry;
  return nullptr;
}

std::vector<DriveSet> sets_for(const Assessment& a, const Drive& have, const DriveNeed& need,
                               const Catalogue& catalogue) {
  const DriveKind& kind = drive_kind(have);
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
  std::erase_if(motors, [&](const CatalogueEntry* e) { return !kind.takes_motor(data<Motor>(*e)); });
  // By the usual sizes; where all are larger than that, with what there is.
  const auto too_large = [&](const CatalogueEntry* e) { return !can_fits(length, data<Motor>(*e)); };
  if (!std::all_of(motors.begin(), motors.end(), too_large)) std::erase_if(motors, too_large);
  auto screws = entries_with<Screw>(catalogue);
  std::erase_if(screws, [&](const CatalogueEntry* e) { return !kind.takes_screw(data<Screw>(*e)); });
  std::vector<std::pair<double, DriveSet>> ranked;
  for (const CatalogueEntry* battery : one_of(DriveGroup::battery, batteries))
    for (const CatalogueEntry* motor : one_of(DriveGroup::motor, motors))
      for (const CatalogueEntry* screw : one_of(DriveGroup::screw, screws)) {
        Drive d = have;
        DriveSet set;
        for (const auto& [group, entry] :
             DriveSet{{DriveGroup::battery, battery}, {DriveGroup::motor, motor}, {DriveGroup::screw, screw}})
          if (entry) {
            put_data(entry->part, d);
            set.emplace_back(group, entry);
          }
        ranked.emplace_back(misfit(d, need), std::move(set));
      }
  std::stable_sort(ranked.begin(), ranked.end(), [](const auto& l, const auto& r) { return l.first < r.first; });
  // Of each motor its best companions only: sets that differ say more than the next best of one.
  std::vector<DriveSet> out;
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

const CatalogueEntry* esc_for(const Catalogue& catalogue, double current, std::uint32_t cells) {
  return cheapest(entries_with<Esc>(catalogue), [&](const CatalogueEntry& e) {
    const Esc& esc = data<Esc>(e);
    return esc.most_cells >= cells && esc.current_limit >= current ? esc.current_limit : 1e6 - esc.current_limit;
  });
}

void complete_set(DriveSet& set, const Drive& have, const DriveNeed& need, const Catalogue& catalogue) {
  Drive d = have;
  for (const auto& [group, entry] : set) put_data(entry->part, d);
  const auto take = [&](DriveGroup g, const CatalogueEntry* entry) {
    if (!entry) throw InvalidInput(drive_group_name(g), "is not in the catalogue for this drive");
    set.emplace_back(g, entry);
    put_data(entry->part, d);
  };
  if (have.lacks(DriveGroup::esc))
    take(DriveGroup::esc, esc_for(catalogue, 1.6 * need.power / d.battery.voltage(), d.battery.cells));
  if (have.lacks(DriveGroup::shaft))
    take(DriveGroup::shaft, cheapest(entries_with<Shaft>(catalogue), [&](const CatalogueEntry& e) {
           const Shaft& s = data<Shaft>(e);
           const bool flex = drive_kind(d).strut;
           return std::abs(s.diameter - d.screw.bore) * 1e5 + ((s.kind == ShaftKind::flex_cable) != flex ? 1e3 : 0.0) +
                  std::abs(e.part.size.x() - 0.2);
         }));
  if (have.lacks(DriveGroup::coupler))
    take(DriveGroup::coupler, cheapest(entries_with<Coupler>(catalogue), [&](const CatalogueEntry& e) {
           const Coupler& c = data<Coupler>(e);
           const CouplerKind kind =
               d.shaft.kind == ShaftKind::flex_cable ? CouplerKind::flex_ferrule : CouplerKind::jaw;
           // A bush mends a bore that is too wide, nothing one that is too narrow.
           const auto misses = [](double bore, double shaft) {
             return 1e5 * std::abs(bore - shaft) + (bore < shaft - 1e-5 ? 1e4 : 0.0);
           };
           return misses(c.bore_motor, d.motor.shaft_diameter) + misses(c.bore_shaft, d.shaft.diameter) +
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

double drive_demerit(const Assessment& a, const DriveNeed& need) {
  if (!a.power.full.runs()) return 1e3;
  double d = std::abs(std::log(a.power.full.speed / need.speed));
  if (a.power.full.speed < need.speed) d *= 2.0;
  // A wish that is missed by more than a fifth weighs as much as a warning.
  if (a.power.full.speed < 0.8 * need.speed) d += 2.0;
  d += 20.0 * static_cast<double>(a.count(Severity::stop, Stage::drive));
  d += 2.0 * static_cast<double>(a.count(Severity::watch, Stage::drive));
  // What finds no room asks for a larger hull, or for a smaller set.
  d += 4.0 * static_cast<double>(a.count(Severity::stop, Stage::layout));
  if (a.power.run_time && a.power.duty) d += std::max(0.0, std::log(need.run_time / a.power.duty->run_time));
  return d;
}

}  // namespace plucky
