#include "assessment/stages/cool/bend_offers.h"

#include <algorithm>

#include "assessment/places.h"
#include "assessment/stages/cool/circuit_edits.h"
#include "cooling/options.h"

namespace plucky {

namespace {

/// The circuit with the hoses on one fitting alone: what is tried there leaves the others as they are.
CoolingCircuit hoses_on(const CoolingCircuit& c, Id fitting) {
  CoolingCircuit near = c;
  std::erase_if(near.hoses, [&](const Hose& h) { return h.from != fitting && h.to != fitting; });
  return near;
}

bool lies_well(const HosePath& p) {
  return !p.kinks() && !p.by_shaft && p.through.empty();
}

/// Of these paths those of the circuit's hoses that kink.
std::ptrdiff_t kinks_among(const std::vector<HosePath>& paths, const CoolingCircuit& c) {
  return std::count_if(paths.begin(), paths.end(), [&](const HosePath& p) {
    return p.kinks() && std::any_of(c.hoses.begin(), c.hoses.end(), [&](const Hose& h) { return h.id == p.hose; });
  });
}

/// The circuit with a jacket's nipples turned so that this hose keeps its radius and its neighbours kink no more than
/// before; as it is when no turn does that.
CoolingCircuit with_turned_nipples(const Assessment& a, Id hose) {
  const Hose& bent = *a.project.cooling.find_hose(hose);
  for (Id end : {bent.from, bent.to}) {
    if (!has_nipples(a.project.cooling.find(end)->kind)) continue;
    CoolingCircuit near = hoses_on(a.project.cooling, end);
    const auto kinking = [&](double turn, bool& this_one) {
      for (CoolFitting& f : near.fittings)
        if (f.id == end) f.turn = turn;
      std::ptrdiff_t count = 0;
      for (const HosePath& p : route_hoses(a.hull->space, a.project.layout, a.power.line, near)) {
        count += p.kinks();
        if (p.hose == hose) this_one = p.kinks();
      }
      return count;
    };
    bool kinks = true;
    const auto before = kinking(a.project.cooling.find(end)->turn, kinks);
    for (int to_port : {0, 30, -30, 60, -60, 90, -90, 120, -120, 180}) {
      const double turn = radians(static_cast<double>(to_port));
      if (kinking(turn, kinks) < before && !kinks) return with_fitting(a, end, [=](CoolFitting& f) { f.turn = turn; });
    }
  }
  return a.project.cooling;
}

/// Where the ESC at one end of this hose stands instead, so that the hose keeps its radius and its others kink no more
/// than before.
std::optional<Edit> moved_esc(const Assessment& a, const Hose& hose) {
  for (const Id end : {hose.from, hose.to}) {
    const Part* esc = a.project.layout.find(a.project.cooling.find(end)->part);
    if (!esc || esc->kind != PartKind::esc) continue;
    const CoolingCircuit near = hoses_on(a.project.cooling, end);
    const auto before = kinks_among(a.hoses, near);
    Standing standing(a);
    Layout layout = a.project.layout;
    const double aside = 0.15 * a.hull->model.beam();
    constexpr double step = 0.010;  // m
    constexpr int farthest = 8;     // steps
    for (int k = 1; k <= farthest; ++k)
      for (const double y : {esc->place.y(), esc->place.y() + aside, esc->place.y() - aside})
        for (const double x : {esc->place.x() - k * step, esc->place.x() + k * step}) {
          const Vec3 place(x, y, esc->place.z());
          if (!standing.is_free(*esc, place)) continue;
          layout.find(esc->id)->place = place;
          const auto paths = route_hoses(a.hull->space, layout, a.power.line, near);
          const bool well = std::all_of(paths.begin(), paths.end(),
                                        [&](const HosePath& p) { return p.hose != hose.id || lies_well(p); });
          if (well && kinks_among(paths, near) < before)
            return Edit{{"Move {0} to {1}", esc->name, length_quantity(x - a.hull->model.box.low.x())},
                        MovePart{esc->id, place}};
        }
  }
  return std::nullopt;
}

/// Is there room for a hose round this point: inside the skin and out of every part?
bool has_room(const Assessment& a, const Vec3& p) {
  constexpr double clear = 0.004;
  const HullModel& hull = a.hull->model;
  if (p.x() < hull.box.low.x() + clear || p.x() > hull.box.high.x() - clear) return false;
  const std::vector<double> skin = hull.section_near(p.x()).crossings(0, p.y());
  if (skin.size() < 2) return false;
  const auto [low, high] = std::minmax_element(skin.begin(), skin.end());
  if (p.z() < *low + clear || p.z() > *high - clear) return false;
  return std::none_of(a.project.layout.parts.begin(), a.project.layout.parts.end(), [&](const Part& part) {
    return !part.outside && !in_the_line(part.kind) && part.kind != PartKind::foam &&
           part.box().grown(clear).contains(p);
  });
}

/// The circuit with this hose led in a half circle as wide as its material bears where it leaves one of its ends; as it
/// is when there is no room for one.
CoolingCircuit with_wider_bow(const Assessment& a, const Hose& hose, const HosePath& path) {
  const Layout& layout = a.project.layout;
  CoolingCircuit alone = a.project.cooling;
  alone.hoses = {hose};
  Hose best = hose;
  std::optional<double> shortest;  // m, of the best
  for (const bool at_start : {true, false}) {
    const CoolFitting& end = *a.project.cooling.find(at_start ? hose.from : hose.to);
    const std::uint32_t port = at_start ? hose.from_port : hose.to_port;
    const Vec3 out = port_direction(end, port),
               leaves = port_place(end, port, layout) + 1.05 * path.wanted_radius * out;
    for (const Vec3& across :
         {Vec3(0.0, 1.0, 0.0), Vec3(0.0, -1.0, 0.0), Vec3(0.0, 0.0, 1.0), Vec3(0.0, 0.7, 0.7), Vec3(0.0, -0.7, 0.7)}) {
      const Vec3 over = leaves + 2.2 * path.wanted_radius * across.normalized();
      const Vec3 back = over - 2.2 * path.wanted_radius * out;
      if (std::abs(across.dot(out)) > 0.1 || !has_room(a, over) || !has_room(a, back)) continue;
      Hose led = hose;
      led.via.insert(at_start ? led.via.begin() : led.via.end(), {at_start ? over : back, at_start ? back : over});
      alone.hoses[0] = led;
      const HosePath tried = route_hoses(a.hull->space, layout, a.power.line, alone).front();
      if (!lies_well(tried) || (shortest && tried.length >= *shortest)) continue;
      shortest = tried.length;
      best = led;
    }
  }
  return with_hose(a, hose.id, [&](Hose& h) { h.via = best.via; });
}

/// The circuit with the outlet of a hose moved along the side, and the nipples at its other end turned, so that the
/// hose keeps its radius and its neighbour on them kinks no more than before; as it is when no place does that.
CoolingCircuit with_moved_outlet(const Assessment& a, const Hose& hose) {
  const CoolFitting &out = *a.project.cooling.find(hose.to), &source = *a.project.cooling.find(hose.from);
  if (out.kind != FittingKind::outlet || out.part != 0) return a.project.cooling;
  const Boat boat = boat_of(a);
  CoolingCircuit near = hoses_on(a.project.cooling, source.id);
  const auto of = [&](Id id) -> CoolFitting& {
    return *std::find_if(near.fittings.begin(), near.fittings.end(), [&](const CoolFitting& f) { return f.id == id; });
  };
  const auto before = kinks_among(a.hoses, near);
  std::vector<double> turns{source.turn};
  if (has_nipples(source.kind))
    for (const int port : {0, 45, -45, 90, -90}) turns.push_back(radians(static_cast<double>(port)));
  for (int k = 1; k <= 8; ++k)
    for (const double along : {-0.02 * k, 0.02 * k})
      for (const double turn : turns) {
        const double x = out.place.x() + along;
        if (x < boat.hull.box.low.x() + 0.02 || x > boat.hull.box.low.x() + 0.9 * boat.hull.length()) continue;
        of(out.id).place = outlet_place(boat, a.project.cooling.seen_from, x);
        of(source.id).turn = turn;
        std::ptrdiff_t kinked = 0;
        bool clear = false;
        for (const HosePath& p : route_hoses(a.hull->space, a.project.layout, a.power.line, near)) {
          kinked += p.kinks();
          if (p.hose == hose.id) clear = lies_well(p);
        }
        if (!clear || kinked >= before) continue;
        CoolingCircuit moved = a.project.cooling;
        for (CoolFitting& f : moved.fittings)
          if (f.id == out.id || f.id == source.id) f = of(f.id);
        return moved;
      }
  return a.project.cooling;
}

}  // namespace

std::optional<Edit> bend_offer(const Assessment& a, const Hose& hose, const HosePath& path) {
  const CoolingCircuit& now = a.project.cooling;
  if (CoolingCircuit c = with_turned_nipples(a, hose.id); c != now) return Edit{"Turn the nipples", ChangeCooling{c}};
  if (CoolingCircuit c = with_moved_outlet(a, hose); c != now) return Edit{"Move the outlet", ChangeCooling{c}};
  if (auto moved = moved_esc(a, hose)) return moved;
  if (CoolingCircuit c = with_wider_bow(a, hose, path); c != now)
    return Edit{"Use a larger bend radius", ChangeCooling{c}};
  return std::nullopt;
}

}  // namespace plucky
