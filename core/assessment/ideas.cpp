#include "assessment/ideas.h"

#include <algorithm>
#include <array>

#include "hull/family.h"

namespace plucky {

namespace {

/// Speeds in m/s between which an idea is at its best, and beyond which it is none.
struct IdeaRow {
  HullFamily family;
  Propulsor propulsor;
  Mounting mounting;
  double slowest, from, to, fastest;
  bool sheltered, choppy, weedy, shallow;
  const char* reason;
};
// Common practice, no source.
const std::array<IdeaRow, 20> idea_rows{
    {{HullFamily::deep_v, Propulsor::propeller, Mounting::shaft, 2.5, 5.0, 12.0, 20.0, true, true, false, false,
      "A planing V with a straight shaft: fast, cuts a chop, and every part of it can be bought."},
     {HullFamily::deep_v, Propulsor::propeller, Mounting::strut, 6.0, 9.0, 30.0, 40.0, true, true, false, false,
      "A planing V with strut and flexible shaft: the propeller works at the surface, behind the transom."},
     {HullFamily::deep_v, Propulsor::jet, Mounting::shaft, 3.0, 5.0, 12.0, 15.0, true, true, true, false,
      "A planing V with a jet: nothing turns below the bottom, where weed and people are."},
     {HullFamily::flat_bottom, Propulsor::jet, Mounting::shaft, 2.5, 4.0, 10.0, 14.0, true, false, true, true,
      "A flat bottom with a jet: floats in a hand's breadth of water and planes early."},
     {HullFamily::flat_bottom, Propulsor::air_propeller, Mounting::shaft, 0.5, 2.0, 8.0, 12.0, true, false, true, true,
      "A flat sled with an air propeller: nothing is in the water that could touch, wind up or foul."},
     {HullFamily::flat_bottom, Propulsor::propeller, Mounting::shaft, 1.5, 3.0, 8.0, 12.0, true, false, false, false,
      "A flat bottom with a shaft: the simplest shell there is, for smooth water."},
     {HullFamily::flat_bottom, Propulsor::propeller, Mounting::pod, 0.5, 1.0, 4.0, 7.0, true, false, false, false,
      "A flat bottom with an outboard: no hole in the hull, and it steers by turning the thrust."},
     {HullFamily::folded, Propulsor::jet, Mounting::shaft, 2.5, 4.0, 9.0, 13.0, true, false, true, true,
      "Folded from one sheet with a jet: three bends make the hull, and it runs where it is shallow."},
     {HullFamily::folded, Propulsor::air_propeller, Mounting::shaft, 0.5, 2.0, 8.0, 12.0, true, false, true, true,
      "Folded from one sheet with an air propeller: the quickest hull to make, and nothing in the water."},
     {HullFamily::folded, Propulsor::propeller, Mounting::pod, 0.5, 1.0, 4.0, 7.0, true, false, false, false,
      "Folded from one sheet with an outboard: no hole in the hull, few seams."},
     {HullFamily::round_bilge, Propulsor::propeller, Mounting::shaft, 0.3, 0.5, 1.8, 2.6, true, true, false, false,
      "A round bilge below its hull speed: least power for its load, easy in a chop."},
     {HullFamily::round_bilge, Propulsor::propeller, Mounting::pod, 0.3, 0.5, 1.6, 2.4, true, true, false, false,
      "A round bilge with an outboard: turns on the spot, and no shaft has to be lined up."},
     {HullFamily::twin_hull, Propulsor::propeller, Mounting::pod, 0.3, 0.5, 1.8, 2.8, true, true, false, false,
      "Two slender hulls with an outboard between: steady under a tall or wide load, and easily driven."},
     {HullFamily::twin_hull, Propulsor::air_propeller, Mounting::shaft, 0.3, 0.8, 2.2, 3.2, true, false, true, true,
      "Two floats with an air propeller: steady, shallow, nothing in the weed."},
     {HullFamily::tunnel, Propulsor::propeller, Mounting::strut, 7.0, 11.0, 30.0, 45.0, true, false, false, false,
      "Two sponsons with a tunnel: the fastest on smooth water, and flat in the turns."},
     {HullFamily::tunnel, Propulsor::propeller, Mounting::pod, 6.0, 9.0, 20.0, 30.0, true, false, false, false,
      "Two sponsons with an outboard leg at the transom."},
     {HullFamily::hydroplane, Propulsor::propeller, Mounting::strut, 9.0, 14.0, 30.0, 45.0, true, false, false, false,
      "Three points on smooth water: the least bottom touches it, and so the most speed for its power."},
     {HullFamily::scow, Propulsor::propeller, Mounting::pod, 0.3, 0.5, 1.4, 2.0, true, false, false, false,
      "A scow: the most load on the least length and draught, with an outboard that steers it."},
     {HullFamily::scow, Propulsor::propeller, Mounting::shaft, 0.3, 0.5, 1.4, 2.0, true, false, false, false,
      "A scow with a shaft: the most load on the least length and draught."},
     {HullFamily::scow, Propulsor::air_propeller, Mounting::shaft, 0.3, 0.5, 1.6, 2.4, true, false, true, true,
      "A scow with an air propeller: much load in very little water."}}};

bool in_this_water(const IdeaRow& r, WaterKind water) {
  switch (water) {
    case WaterKind::sheltered:
      return r.sheltered;
    case WaterKind::choppy:
      return r.choppy;
    case WaterKind::weedy:
      return r.weedy;
    case WaterKind::shallow:
      return r.shallow;
  }
  return true;
}

/// 1 within what it is best at, falling to 0 at its ends.
double suits(const IdeaRow& r, double speed) {
  if (speed < r.from) return std::max(0.0, (speed - r.slowest) / (r.from - r.slowest));
  if (speed > r.to) return std::max(0.0, (r.fastest - speed) / (r.fastest - r.to));
  return 1.0;
}

}  // namespace

const char* usual_material(BuildMethod method) {
  switch (method) {
    case BuildMethod::printed:
      return "PETG print";
    case BuildMethod::sheet_metal:
      return "Aluminium 0.5 mm";
    case BuildMethod::ply:
      return "Birch ply 1.5 mm";
    case BuildMethod::foam_board:
      return "Foam board 5 mm, glassed";
    case BuildMethod::moulded:
      return "Glass and epoxy laminate";
  }
  return "PETG print";
}

std::vector<BoatIdea> ideas_for(const ProposalWish& wish) {
  const Brief& b = wish.brief;
  const bool sheets =
      b.method == BuildMethod::sheet_metal || b.method == BuildMethod::ply || b.method == BuildMethod::foam_board;
  // Nobody asked for a speed: a walking pace.
  const double speed = b.wanted_speed > 0.0 ? b.wanted_speed : 1.3;
  std::vector<BoatIdea> out;
  for (const IdeaRow& r : idea_rows) {
    if (wish.family && *wish.family != r.family) continue;
    if (wish.propulsor && *wish.propulsor != r.propulsor) continue;
    if (wish.mounting && *wish.mounting != r.mounting) continue;
    // Flat sheets want panels.
    if (sheets && !family_of(r.family).lines) continue;
    // Metal is folded; ply and foam are cut, and a printer needs no folds.
    if (!wish.family && r.family == HullFamily::folded && b.method != BuildMethod::sheet_metal) continue;
    const bool decided = wish.family && wish.propulsor;
    if (!decided && !in_this_water(r, b.water)) continue;
    const double suit = decided ? std::max(0.1, suits(r, speed)) : suits(r, speed);
    if (suit <= 0.0) continue;
    out.push_back({r.family, r.propulsor, r.mounting, suit, r.reason});
  }
  std::stable_sort(out.begin(), out.end(), [](const auto& a, const auto& c) { return a.suits > c.suits; });
  return out;
}

}  // namespace plucky
