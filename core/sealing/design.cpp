#include "sealing/design.h"

#include <array>
#include <map>
#include <set>

#include "base/error.h"
#include "base/key_table.h"

namespace plucky {

namespace {

using O = OpeningKind;
using S = SealMethod;

constexpr std::array<KeyRow<O>, 14> openings{{{O::shaft_tube, "shaft_tube", "Shaft tube"},
                                              {O::skin_screws, "skin_screws", "Screws through the skin"},
                                              {O::rudder_post, "rudder_post", "Rudder post"},
                                              {O::pushrod, "pushrod", "Pushrod"},
                                              {O::pickup, "pickup", "Cooling pickup"},
                                              {O::outlet, "outlet", "Cooling outlet"},
                                              {O::jet_shaft, "jet_shaft", "Jet's shaft"},
                                              {O::jet_flange, "jet_flange", "Jet's flange"},
                                              {O::hatch_edge, "hatch_edge", "Hatch edge"},
                                              {O::aerial, "aerial", "Aerial"},
                                              {O::gland, "gland", "Cable gland"},
                                              {O::seam, "seam", "Seam"},
                                              {O::wall, "wall", "Printed walls"},
                                              {O::hole, "hole", "Opening"}}};

constexpr std::array<KeyRow<S>, 10> methods{{{S::nothing, "nothing", "Nothing"},
                                             {S::greased_tube, "greased_tube", "Greased tube"},
                                             {S::lip_seals, "lip_seals", "Lip seals"},
                                             {S::bellows, "bellows", "Bellows"},
                                             {S::o_ring, "o_ring", "O-ring"},
                                             {S::flat_gasket, "flat_gasket", "Flat gasket"},
                                             {S::tape, "tape", "Tape"},
                                             {S::epoxy, "epoxy", "Epoxy"},
                                             {S::insert_washer, "insert_washer", "Insert and sealing washer"},
                                             {S::coat, "coat", "Sealing coat"}}};

constexpr std::array<KeyRow<SealCondition>, 3> conditions{{{SealCondition::sound, "sound", "Sound"},
                                                           {SealCondition::worn, "worn", "Worn"},
                                                           {SealCondition::missing, "missing", "Missing"}}};

constexpr std::array<KeyRow<Shield>, 6> shields{{{Shield::none, "none", "Nothing"},
                                                 {Shield::coated, "coated", "Painted with coating"},
                                                 {Shield::dipped, "dipped", "Dipped"},
                                                 {Shield::greased, "greased", "Packed in grease"},
                                                 {Shield::boxed, "boxed", "In a box with gland and ring"},
                                                 {Shield::sealed, "sealed", "Made waterproof"}}};

constexpr std::array<KeyRow<BathRound>, 3> rounds{{{BathRound::still, "still", "Afloat, at rest"},
                                                   {BathRound::shaft_turning, "shaft_turning", "Shaft turning"},
                                                   {BathRound::under_thrust, "under_thrust", "Held under thrust"}}};

}  // namespace

const char* opening_key(O kind) {
  return row_of(openings, kind).key;
}
const char* opening_name(O kind) {
  return row_of(openings, kind).name;
}
const char* method_key(S method) {
  return row_of(methods, method).key;
}
const char* method_name(S method) {
  return row_of(methods, method).name;
}
S method_from_key(const std::string& key) {
  return value_of(methods, "seal", key);
}
const char* condition_key(SealCondition condition) {
  return row_of(conditions, condition).key;
}
const char* condition_name(SealCondition condition) {
  return row_of(conditions, condition).name;
}
SealCondition condition_from_key(const std::string& key) {
  return value_of(conditions, "condition", key);
}
const char* shield_key(Shield shield) {
  return row_of(shields, shield).key;
}
const char* shield_name(Shield shield) {
  return row_of(shields, shield).name;
}
Shield shield_from_key(const std::string& key) {
  return value_of(shields, "shield", key);
}
const char* round_key(BathRound round) {
  return row_of(rounds, round).key;
}
const char* round_name(BathRound round) {
  return row_of(rounds, round).name;
}
BathRound round_from_key(const std::string& key) {
  return value_of(rounds, "round", key);
}

const std::vector<S>& methods_for(O kind) {
  static const std::map<O, std::vector<S>> table = {
      {O::shaft_tube, {S::greased_tube, S::lip_seals, S::nothing}},
      {O::skin_screws, {S::insert_washer, S::epoxy, S::nothing}},
      {O::rudder_post, {S::greased_tube, S::o_ring, S::lip_seals, S::nothing}},
      {O::pushrod, {S::bellows, S::greased_tube, S::nothing}},
      {O::pickup, {S::epoxy, S::o_ring, S::nothing}},
      {O::outlet, {S::epoxy, S::o_ring, S::nothing}},
      {O::jet_shaft, {S::lip_seals, S::greased_tube, S::nothing}},
      {O::jet_flange, {S::epoxy, S::flat_gasket, S::o_ring, S::nothing}},
      {O::hatch_edge, {S::tape, S::flat_gasket, S::o_ring, S::nothing}},
      {O::aerial, {S::epoxy, S::o_ring, S::nothing}},
      {O::gland, {S::epoxy, S::o_ring, S::nothing}},
      {O::seam, {S::epoxy, S::coat, S::tape, S::nothing}},
      {O::wall, {S::coat, S::nothing}},
      {O::hole, {S::epoxy, S::tape, S::nothing}}};
  return table.at(kind);
}

MethodAdvice advice(O kind, S method) {
  switch (method) {
    case S::greased_tube:
      return {"A long tube with little clearance, full of marine grease, a port to refill it.",
              "Grease washes out with the running hours; then water follows the shaft.",
              kind == O::pushrod ? "Others draw a bellows over it and need no grease."
                                 : "Others fit a pair of lip seals and pack grease only between them."};
    case S::lip_seals:
      return {
          "Spring side toward the water, a pair with grease between, a polished shaft, a seat cut to the maker's size.",
          "A seat cut too large, a scratched shaft, or the spring side inward: it opens under pressure.",
          "Others trust a long greased tube, which cannot be fitted wrongly."};
    case S::bellows:
      return {"Stroke and neck sizes from the linkage, both necks tied.",
              "Too short a bellows pulls off its necks at full throw.",
              "Others run the rod through a greased tube well above the water."};
    case S::o_ring:
      return {"A groove that squeezes the ring by 15 to 30 % and that it fills no more than 90 %.",
              "A groove too deep leaves it loose; a printed groove needs sanding across no layer.",
              "Others glue for good and cut it open when they must."};
    case S::flat_gasket:
      return {"A stiff lid and screws close enough that it does not bow between them.",
              "The lid bows midway between screws; holes wear and the screws no longer pull.",
              "Others tape the hatch for every run and look at the tape."};
    case S::tape:
      return {"Clean, dry, grease-free edges; fresh tape for every run.", "Wet or dusty edges, cold tape.",
              "Others cut a groove for a ring and use latches."};
    case S::epoxy:
      return {"Roughened, clean faces, a fillet all round, full cure.",
              "A smooth or greasy face lets go; pins and hoses work it loose.",
              "Others screw a flange on a gasket so that it can come out again."};
    case S::insert_washer:
      return {"A threaded insert closed at its end or sealed in, and a sealing washer under the head.",
              "A plain screw in a print: its thread is a way in.", "Others seal each screw with a drop of epoxy."};
    case S::coat:
      return {"A thin resin or sealing coat over the whole face, inside and out where it can be reached.",
              "Pinholes over layer lines; a coat on one side only.", "Others print four perimeters and leave it bare."};
    case S::nothing:
      break;
  }
  return {"Nothing stops water here.", "It leaks as soon as water stands over it.", ""};
}

const SealChoice* Sealing::choice(const std::string& opening) const {
  for (const SealChoice& c : choices)
    if (c.opening == opening) return &c;
  return nullptr;
}

Shield Sealing::shield(Id part) const {
  for (const PartShield& s : shields)
    if (s.part == part) return s.shield;
  return Shield::none;
}

const char* shield_advice(Shield shield) {
  switch (shield) {
    case Shield::none:
      return "Bare: high and forward of the leaks it may stay dry for years. Drops on a board under voltage eat it in "
             "minutes.";
    case Shield::coated:
      return "Painted: two thin coats, plugs and the servo's shaft left clear. Scratches and plugs stay open to water; "
             "heat "
             "leaves a little worse.";
    case Shield::dipped:
      return "Dipped: holds a ducking. Nothing can be mended or adjusted afterwards, and what gets in does not get "
             "out.";
    case Shield::greased:
      return "Greased: packed plugs and gears keep drops out and can be cleaned off. Wants it again after each wash.";
    case Shield::boxed:
      return "In a box: a ring in the lid squeezed by 15 to 30 %, each cable through a gland of its size, the box "
             "tried in a "
             "bucket with tissue inside. It keeps heat in as well: not for an ESC without water.";
    case Shield::sealed:
      return "Sealed by its maker: for the depth and time the maker tells. The cable's end is still open.";
  }
  return "";
}

const LeakResult* Sealing::last_result(const std::string& opening) const {
  for (auto test = tests.rbegin(); test != tests.rend(); ++test) {
    const LeakResult* found = nullptr;
    for (const LeakResult& r : test->results)
      if (r.opening == opening && (!found || found->passed)) found = &r;  // one failed round is enough
    if (found) return found;
  }
  return nullptr;
}

void check_sealing(const Sealing& s) {
  std::set<Id> ids;
  std::set<std::string> keys;
  const auto fresh = [&](Id id, const std::string& what) {
    if (id == 0 || !ids.insert(id).second) throw InvalidInput(what, Text("its number {0} is used twice or is 0", id));
  };
  if (s.perimeters > 20) throw InvalidInput("perimeters", "must be 0 to 20");
  for (const SealChoice& c : s.choices) {
    fresh(c.id, c.opening);
    if (!keys.insert(c.opening).second) throw InvalidInput(c.opening, "is sealed twice");
    for (const auto& [what, value, most] : {std::tuple{"clearance", c.clearance, 0.01},
                                            {"length", c.length, 1.0},
                                            {"ring section", c.ring_section, 0.02},
                                            {"groove depth", c.groove_depth, 0.02},
                                            {"groove width", c.groove_width, 0.05},
                                            {"screws apart", c.screw_spacing, 1.0}})
      if (!(value >= 0.0 && value <= most))
        throw InvalidInput(Text("{0}: {1}", c.opening, what),
                           Text("is {0}; must be 0 to {1}", length_quantity(value), length_quantity(most)));
    if (!(c.grease_interval >= 60.0 && c.grease_interval <= 1e6))
      throw InvalidInput(Text("{0}: greased again after", c.opening),
                         Text("is {0} s; needs a minute of running at least", c.grease_interval));
  }
  for (const PartShield& p : s.shields) fresh(p.id, "shield");
  const Bilge& b = s.bilge;
  if (!(b.trigger >= 0.0005 && b.trigger <= 0.2)) throw InvalidInput("bilge pump: trigger", "must be 0.5 to 200 mm");
  if (!(b.flow > 0.0 && b.flow < 0.01 && b.head > 0.0 && b.head < 100.0 && b.current >= 0.0))
    throw InvalidInput("bilge pump", "needs a flow, a head and a current above zero");
  for (const LeakTest& t : s.tests) {
    fresh(t.id, "leak test");
    for (const LeakResult& r : t.results) fresh(r.id, "leak test result");
    if (!(t.duration >= 0.0) || !(t.mass_before >= 0.0) || !(t.mass_after >= 0.0))
      throw InvalidInput("leak test", "has a time or a mass below zero");
  }
}

}  // namespace plucky
