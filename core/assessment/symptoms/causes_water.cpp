// What goes wrong with cooling water, and with water that comes in.
#include <algorithm>
#include <cmath>
#include <initializer_list>

#include "assessment/symptoms/cause.h"
#include "drive/kind.h"

namespace plucky {

namespace water_cause {

bool plumbed(const Assessment& a) {
  return !a.project.cooling.empty();
}
bool printed(const Assessment& a) {
  return a.project.brief.method == BuildMethod::printed;
}
bool has_opening(const Assessment& a, std::initializer_list<OpeningKind> kinds) {
  return std::any_of(a.seal.openings.begin(), a.seal.openings.end(), [&](const SealOpening& o) {
    return std::find(kinds.begin(), kinds.end(), o.kind) != kinds.end();
  });
}

/// How much of all water comes by these openings, and whether that is much; the worst of them is named. A sealed boat
/// of which nothing is known leaks where the head is largest.
Evidence comes_by(const Assessment& a, std::initializer_list<OpeningKind> kinds) {
  double all = 0.0, here = 0.0;
  const SealOpening* worst = nullptr;
  for (const SealOpening& o : a.seal.openings) {
    const double q = std::max(o.expected, o.running);
    all += q;
    if (std::find(kinds.begin(), kinds.end(), o.kind) == kinds.end()) continue;
    here += q;
    if (!worst || q > std::max(worst->expected, worst->running)) worst = &o;
  }
  if (!worst) return {};
  const double share = all > 0.0 ? here / all : 0.0;
  const double much = odds(here / ml_min, 0.2, 20.0, 4.0, 0.5);
  const double w = (all > 0.05 * ml_min ? odds(share, 0.3, 0.9, 5.0, 0.3) : 1.0) * much;
  if (here > 0.05 * ml_min)
    return {w, {"{0}, {1}: {2} are expected there.", worst->name, method_name(worst->method), flow_quantity(here)}};
  return {w, {}};
}

template <OpeningKind... kinds>
Evidence leaks(const Assessment& a) {
  return comes_by(a, {kinds...});
}
template <OpeningKind... kinds>
bool has(const Assessment& a) {
  return has_opening(a, {kinds...});
}

/// Water that reaches the motor at the throttle limit, ml/min.
Evidence little_flow(const Assessment& a) {
  if (!a.water.solved || a.project.cooling.empty()) return {};
  const double q = a.water.taken() / ml_min;
  return {odds(std::log(200.0 / std::max(1.0, q)), 0.0, 2.0, 6.0, 0.4),
          {"The pickups take {0} at full throttle.", flow_quantity(a.water.taken())}};
}

Evidence never_cooled(const Assessment& a) {
  const bool cooled = a.water.solved && a.water.taken() > 1e-9;
  if (cooled || drive_kind(a.fitted_drive).in_air) return {0.3, {}};
  return {2.0, "No water passes the motor."};
}

Evidence hot_mount(const Assessment& a) {
  if (!a.power.can) return {};
  return {odds(*a.power.can, 45.0, 65.0, 6.0, 0.4),
          {"The can reaches {0} at the end of a run.", Quantity{*a.power.can, Dimension::temperature}}};
}

Evidence splashes(const Assessment& a) {
  const double height = a.freeboard.least;
  const bool chop = a.project.brief.water == WaterKind::choppy;
  return {odds(0.07 - height, 0.02, 0.06, 4.0, 0.5) * (chop ? 2.0 : 1.0),
          {"{0} of freeboard at the lowest place.", length_quantity(height)}};
}

}  // namespace water_cause

std::span<const Cause> water_causes() {
  using namespace water_cause;
  using enum OpeningKind;
  static const char* hot = "Hot parts: let them cool before touching, battery unplugged.";
  static const std::vector<Cause> all{
      {"pickup_weak",
       "The pickup gives too little pressure",
       "Does it give more water the faster it runs, but never much?",
       "A tube cut at 45 degrees that stands a few millimetres into the stream, or behind the propeller.",
       {"cool.pickup", "cool.start", "cool.flow"},
       little_flow,
       plumbed},
      {"pickup_blocked",
       "The pickup or a hose is blocked",
       "Does blowing through from the outlet take a push, then go easily?",
       "Blow it through backwards, rinse it; a coarse strainer at the mouth.",
       {"cool.blocked"},
       nullptr,
       plumbed},
      {"pickup_reversed",
       "The pickup is bent or cut the wrong way: it sucks",
       "Does its mouth look astern?",
       "Turn it so that its mouth meets the stream.",
       {"cool.joined", "cool.circuit"},
       nullptr,
       plumbed},
      {"hose_kinked",
       "A hose is kinked or pinched",
       "Can a hose be seen flattened in a bend or behind the ESC?",
       "A wider bend, a thicker wall, or a piece of brass tube in the bend.",
       {"cool.kinked", "cool.bend", "cool.crosses", "cool.through"},
       nullptr,
       plumbed},
      {"hose_high",
       "A loop of hose stands too high to fill",
       "Does it run only after the hose was sucked full?",
       "Lead the hose lower, the outlet at the highest place.",
       {"cool.high_loop"},
       nullptr,
       plumbed},
      {"hose_off",
       "A hose has slipped off inside",
       "Is the water in the boat rather than out of the outlet?",
       "Nipples with a barb, a ring of wire or a tie; blow it through with the outlet shut.",
       {},
       nullptr,
       plumbed},
      {"outlet_low",
       "The outlet lies under water or cannot be seen",
       "Is the outlet under water when it runs?",
       "Put it over the running water line on the side towards you.",
       {"cool.outlet_low", "cool.outlet_side"},
       nullptr,
       plumbed},
      {"no_cooling",
       "Nothing takes the heat away",
       "Is there no water through jacket and ESC at all?",
       "A pickup and a jacket, or shorter runs: the numbers of both are at Cool.",
       {"cool.dry"},
       never_cooled,
       nullptr,
       hot},
      {"warm_series",
       "The water reaches it already warmed",
       "Is the first part in the line cool, the last one hot?",
       "ESC first, motor after it; or a way of its own for each.",
       {},
       nullptr,
       plumbed},
      {"no_air",
       "No air moves in the hull",
       "Is all inside warm after a run, though each part is within its limit?",
       "Let the air in at the front and out at the back, away from spray; open the hatch between runs.",
       {},
       nullptr,
       nullptr},
      {"mount_heat",
       "A printed mount softens beside the motor",
       "Does the mount feel soft, or has the motor sunk?",
       "A metal mount or plate between; print in a material that bears it.",
       {"cool.mount", "build.fixture_heat"},
       hot_mount,
       nullptr,
       hot},
      {"leak_hatch",
       "Water comes in at the hatch",
       "Is tissue along the hatch's edge wet after the bath?",
       "A closed gasket, screws closer together, or tape round the edge.",
       {"seal.opening:hatch_edge"},
       leaks<hatch_edge>,
       has<hatch_edge>},
      {"inserts_leak",
       "Water comes in at the lid's screws",
       "Are the screws' holes wet and the edge dry?",
       "Inserts that end blind, a ring under each head.",
       {},
       nullptr,
       has<hatch_edge>},
      {"leak_tube",
       "Water comes in by the shaft tube",
       "Is it wet under the tube's inner end, more after a run than after standing?",
       "Grease the tube full; lip seals with their springs to the water.",
       {"seal.opening:shaft_tube", "seal.lip:", "seal.grease"},
       leaks<shaft_tube>,
       has<shaft_tube>},
      {"leak_pushrod",
       "Water comes in where the rod passes",
       "Is it wet behind the bellows?",
       "New bellows with stroke enough, or a higher hole.",
       {"seal.opening:pushrod"},
       leaks<pushrod>,
       has<pushrod>},
      {"leak_post",
       "Water comes in by the rudder's post",
       "Does a drop stand at the post inside?",
       "A ring or a higher tube, greased.",
       {"seal.opening:rudder_post"},
       leaks<rudder_post>,
       has<rudder_post>},
      {"leak_screws",
       "Water comes in by screws through the bottom",
       "Is tissue under bracket or strut screws wet?",
       "Inserts and sealing washers, or epoxy under each head.",
       {"seal.opening:skin_screws"},
       leaks<skin_screws>,
       has<skin_screws>},
      {"leak_walls",
       "Water weeps through the printed walls",
       "Do drops stand on the inside of bare walls?",
       "A sealing coat inside and out; four perimeters next time.",
       {"seal.opening:wall"},
       leaks<wall>,
       printed,
       "Resin and solvents: gloves, mask, open air."},
      {"leak_seam",
       "Water comes in at a seam",
       "Is a line of drops along the joint?",
       "Dry, widen, slow epoxy from inside, coat.",
       {"seal.opening:seam"},
       leaks<seam>,
       has<seam>,
       "Resin and dust: gloves and mask."},
      {"leak_fittings",
       "Water comes in round pickup or outlet",
       "Is it wet round the tube of pickup or outlet?",
       "Roughen, epoxy inside and out round the tube.",
       {"seal.opening:pickup", "seal.opening:outlet"},
       leaks<pickup, outlet>,
       has<pickup, outlet>},
      {"leak_jet",
       "Water comes in at the jet",
       "Is it wet at the jet's shaft or round its flange?",
       "New lip seals, springs to the water; bed the flange in sealant.",
       {"seal.opening:jet_shaft", "seal.opening:jet_flange"},
       leaks<jet_shaft, jet_flange>,
       has<jet_shaft, jet_flange>},
      {"leak_deck",
       "Water comes in by aerial, cable or another hole in the deck",
       "Is it wet under the deck, dry at the bottom's openings?",
       "Seal the hole round what passes through it.",
       {"seal.opening:aerial", "seal.opening:gland", "seal.opening:hole"},
       leaks<aerial, gland, hole>,
       has<aerial, gland, hole>},
      {"splash",
       "Spray and wash over the deck get in",
       "Is it dry after the bath and wet after a run?",
       "Smoother water, a coaming round the hatch, spray rails; seal what stands on deck.",
       {"float.freeboard", "float.opening", "seal.driven"},
       splashes},
      {"condensation",
       "Warm air has left its water on cold walls",
       "Is it fog on the walls, not water on the bottom?",
       "Open it after the run; a bag of dry rice or gel.",
       {},
       nullptr},
      {"pump_weak",
       "The bilge pump stands wrong or starts late",
       "Does water stand where the pump does not reach?",
       "Put the pump at the deepest place of a running and of a resting boat.",
       {"seal.pump"},
       nullptr},
      {"box_open",
       "Parts lie open to splash",
       "Do parts sit in the bilge without a box or coat?",
       "Coat, box or raise them.",
       {"seal.part"},
       nullptr},
      {"foam_soaked",
       "Foam or ply has taken up water",
       "Does it weigh more dry after weeks than when it was new?",
       "Dry it out, seal all cut edges.",
       {},
       nullptr}};
  return all;
}

}  // namespace plucky
