#include "assessment/what_if.h"

#include <algorithm>
#include <cmath>
#include <memory>

#include "base/error.h"
#include "base/parallel.h"
#include "base/written.h"
#include "drive/drive_table.h"
#include "running/search.h"

namespace plucky {

namespace {

void add_drive_knobs(const Assessment& a, std::vector<Knob>& out) {
  const Project& p = a.project;
  if (p.drives.empty()) return;
  const Drive drive = p.drive();
  const auto key_of = [](DriveGroup group, const char* key) { return std::string(drive_group_key(group)) + "." + key; };
  for (const DriveCount& n : drive_counts())
    if (has_group(drive, n.group) && matters(drive, n.group, n.key))
      out.push_back({.key = key_of(n.group, n.key),
                     .group = drive_group_name(n.group),
                     .label = n.label,
                     .whole = true,
                     .low = static_cast<double>(n.low),
                     .high = static_cast<double>(n.high),
                     .now = static_cast<double>(n.in(drive)),
                     .turn = [of = n.of](const Project& boat, double value) {
                       Drive d = boat.drive();
                       of(d) = static_cast<std::uint32_t>(std::lround(value));
                       return Edit{{}, ChangeDrive{d}};
                     }});
  for (const DriveNumber& n : drive_numbers())
    if (has_group(drive, n.group) && matters(drive, n.group, n.key))
      out.push_back({.key = key_of(n.group, n.key),
                     .group = drive_group_name(n.group),
                     .label = n.label,
                     .dimension = n.dimension,
                     .low = n.low,
                     .high = n.high,
                     .now = n.in(drive),
                     .turn = [of = n.of](const Project& boat, double value) {
                       Drive d = boat.drive();
                       of(d) = value;
                       return Edit{{}, ChangeDrive{d}};
                     }});
}

void add_hull_knobs(const Assessment& a, std::vector<Knob>& out) {
  const HullDesign& hull = a.project.hull;
  for (const HullParameter& m : hull_parameters(hull.family))
    out.push_back({.key = std::string("hull.") + m.key,
                   .group = "Hull",
                   .label = m.label,
                   .dimension = m.dimension,
                   .whole = m.dimension == Dimension::none,
                   .low = m.low,
                   .high = m.high,
                   .now = hull.shape.*m.member,
                   .turn = [key = std::string(m.key)](const Project&, double value) {
                     return Edit{{}, SetHullParameter{key, value}};
                   }});
}

/// Thicknesses of what it is made of.
void add_skin_knobs(const Assessment& a, std::vector<Knob>& out) {
  struct SkinRow {
    const char *key, *label;
    double Skin::*member;
  };
  constexpr SkinRow skin_rows[] = {{"skin.shell_thickness_m", "Shell thickness", &Skin::shell_thickness},
                                   {"skin.deck_thickness_m", "Deck thickness", &Skin::deck_thickness}};
  for (const SkinRow& r : skin_rows)
    out.push_back({.key = r.key,
                   .group = "Skin",
                   .label = r.label,
                   .dimension = Dimension::length,
                   .low = 0.0003,
                   .high = 0.02,
                   .now = a.project.hull.skin.*r.member,
                   .turn = [member = r.member](const Project& boat, double value) {
                     HullDesign hull = boat.hull;
                     hull.skin.*member = value;
                     return Edit{{}, ChangeHull{std::move(hull)}};
                   }});
}

/// Where the battery stands along the boat.
void add_battery_place(const Assessment& a, std::vector<Knob>& out) {
  const Part* battery = a.project.layout.find(a.fitted_drive.stands.battery);
  if (!battery) return;
  const Box3& box = a.hull->model.box;
  out.push_back({.key = "battery.x_m",
                 .group = "Battery",
                 .label = "Place from the transom",
                 .dimension = Dimension::length,
                 .low = box.low.x(),
                 .high = box.high.x(),
                 .now = battery->place.x(),
                 .turn = [id = battery->id](const Project& boat, double value) {
                   const Part* part = boat.layout.find(id);
                   if (!part) throw InvalidInput("battery", "stands nowhere");
                   Vec3 place = part->place;
                   place.x() = value;
                   return Edit{{}, MovePart{id, place}};
                 }});
}

/// As ballast where the CG is: mass alone, no trim.
Knob added_mass(const Assessment& a) {
  return {.key = "added_mass_kg",
          .group = "Boat",
          .label = "Mass added at the CG",
          .dimension = Dimension::mass,
          .low = 0.0,
          .high = 50.0,
          .turn = [cg = a.loading().cg](const Project&, double value) {
            Part part{.name = written("Added mass"), .kind = PartKind::ballast};
            part.size = {0.02, 0.02, 0.005};
            part.place = cg;
            part.mass = value;
            return Edit{{}, AddPart{part}};
          }};
}

Project turned_boat(const std::vector<Knob>& knobs, const std::vector<Turned>& over, const std::vector<double>& at,
                    Project boat) {
  for (std::size_t k = 0; k < over.size(); ++k)
    if (const Knob& knob = knob_of(knobs, over[k].knob); at[k] != knob.now) boat = apply(boat, knob.turn(boat, at[k]));
  return boat;
}

WhatIfPoint point_at(const Assessment& now, const std::vector<Knob>& knobs, const std::vector<Turned>& over,
                     std::size_t index, Assessor& assessor) {
  WhatIfPoint point;
  if (over.size() == 1)
    point.at = {over[0].values[index]};
  else
    point.at = {over[0].values[index / over[1].values.size()], over[1].values[index % over[1].values.size()]};
  try {
    const Assessment a = assessor.assess(turned_boat(knobs, over, point.at, now.project));
    for (const LedgerRow& row : ledger(a)) point.numbers.push_back(row.value);
    point.stops = static_cast<std::size_t>(a.count(Severity::stop));
    point.watches = static_cast<std::size_t>(a.count(Severity::watch));
    point.strikes = new_strikes(now, a);
  } catch (const InvalidInput& e) {
    point.refused = e.sentence();
  }
  return point;
}

void check_turned(const std::vector<Knob>& knobs, const std::vector<Turned>& over) {
  if (over.empty() || over.size() > 2)
    throw InvalidInput("what if", Text("takes one number or two, not {0}", over.size()));
  if (over.size() == 2 && over[0].knob == over[1].knob)
    throw InvalidInput("what if", Text("turns \"{0}\" twice", over[0].knob));
  std::size_t points = 1;
  for (const Turned& t : over) {
    const Knob& knob = knob_of(knobs, t.knob);
    if (t.values.empty()) throw InvalidInput(t.knob, "has no values to try");
    for (const double v : t.values)
      if (!(v >= knob.low && v <= knob.high))
        throw InvalidInput(t.knob, Text("{0} is not within {1} and {2}", Quantity{v, knob.dimension},
                                        Quantity{knob.low, knob.dimension}, Quantity{knob.high, knob.dimension}));
    points *= t.values.size();
  }
  constexpr std::size_t most = 2500;
  if (points > most) throw InvalidInput("what if", Text("would be {0} boats; at most {1}", points, most));
}

}  // namespace

std::vector<Knob> knobs_of(const Assessment& a) {
  std::vector<Knob> out;
  add_drive_knobs(a, out);
  add_battery_place(a, out);
  add_hull_knobs(a, out);
  add_skin_knobs(a, out);
  out.push_back(added_mass(a));
  return out;
}

const Knob& knob_of(const std::vector<Knob>& knobs, const std::string& key) {
  const auto it = std::find_if(knobs.begin(), knobs.end(), [&](const Knob& k) { return k.key == key; });
  if (it != knobs.end()) return *it;
  std::string all;
  for (const Knob& k : knobs) all += (all.empty() ? "" : ", ") + k.key;
  throw InvalidInput("what if", Text("\"{0}\" is no number of this boat that can be turned; these are: {1}", key, all));
}

Turned turn_between(const Knob& knob, double low, double high, int count) {
  if (!(low < high))
    throw InvalidInput(
        knob.key, Text("from {0} to {1} is no range", Quantity{low, knob.dimension}, Quantity{high, knob.dimension}));
  if (count < 2 || count > 60) throw InvalidInput(knob.key, Text("takes 2 to 60 values, not {0}", count));
  if (!(low >= knob.low && high <= knob.high))
    throw InvalidInput(knob.key, Text("{0} to {1} is not within {2} and {3}", Quantity{low, knob.dimension},
                                      Quantity{high, knob.dimension}, Quantity{knob.low, knob.dimension},
                                      Quantity{knob.high, knob.dimension}));
  Turned out{knob.key, steps_between(low, high, count)};
  if (!knob.whole) return out;
  for (double& v : out.values) v = std::round(v);
  out.values.erase(std::unique(out.values.begin(), out.values.end()), out.values.end());
  return out;
}

void hold_own(Turned& turned, const Knob& knob) {
  std::vector<double>& v = turned.values;
  if (v.empty() || knob.now < v.front() || knob.now > v.back()) return;
  *std::min_element(v.begin(), v.end(),
                    [&](double x, double y) { return std::abs(x - knob.now) < std::abs(y - knob.now); }) = knob.now;
}

Turned usual_turn(const Knob& knob, int count) {
  if (knob.whole) {
    const double low = std::max(knob.low, knob.now - std::floor(0.5 * (count - 1))),
                 high = std::min(knob.high, low + count - 1.0);
    return turn_between(knob, low, std::max(high, low + 1.0), std::max(2, static_cast<int>(high - low) + 1));
  }
  // A third to either side; where there is nothing yet, what one would try first.
  double wide = 0.35 * std::abs(knob.now);
  if (wide == 0.0) {
    switch (knob.dimension) {
      case Dimension::angle:
        wide = radians(8.0);
        break;
      case Dimension::mass:
        wide = 0.3;
        break;
      case Dimension::length:
        wide = 0.02;
        break;
      default:
        wide = 0.3 * (knob.high - knob.low);
    }
  }
  const double low = std::max(knob.low, knob.now - wide), high = std::min(knob.high, knob.now + wide);
  Turned out = turn_between(knob, low, high, count);
  hold_own(out, knob);
  return out;
}

std::size_t WhatIf::row(const std::string& key) const {
  const auto it = std::find_if(now.begin(), now.end(), [&](const LedgerRow& r) { return r.key == key; });
  if (it != now.end()) return static_cast<std::size_t>(it - now.begin());
  std::string all;
  for (const LedgerRow& r : now) all += (all.empty() ? "" : ", ") + r.key;
  throw InvalidInput("what if", Text("\"{0}\" is no number of the ledger; these are: {1}", key, all));
}

Edit turned_edit(const Assessment& boat, const std::vector<Turned>& over, const std::vector<double>& at) {
  const std::vector<Knob> knobs = knobs_of(boat);
  check_turned(knobs, over);
  const Knob& first = knob_of(knobs, over[0].knob);
  const Text said{"{0} {1}", Text(first.label), Quantity{at[0], first.dimension}};
  const auto boat_then = std::make_shared<const Project>(turned_boat(knobs, over, at, boat.project));
  if (over.size() == 1) return {said, ReplaceBoat{boat_then}};
  const Knob& second = knob_of(knobs, over[1].knob);
  return {{"{0}, {1} {2}", said, Text(second.label), Quantity{at[1], second.dimension}}, ReplaceBoat{boat_then}};
}

WhatIf what_if(const Assessment& boat, const std::vector<Turned>& over, const std::function<bool(double)>& going_on) {
  const std::vector<Knob> knobs = knobs_of(boat);
  check_turned(knobs, over);
  WhatIf out{.over = over, .now = ledger(boat)};
  std::size_t count = 1;
  for (const Turned& t : over) count *= t.values.size();
  std::vector<std::optional<WhatIfPoint>> points(count);
  out.complete = in_parallel(count, going_on, [&] {
    return [&, assessor = std::make_shared<Assessor>()](std::size_t i) {
      points[i] = point_at(boat, knobs, over, i, *assessor);
    };
  });
  for (auto& p : points) {
    if (!p) break;
    out.points.push_back(std::move(*p));
  }
  return out;
}

}  // namespace plucky
