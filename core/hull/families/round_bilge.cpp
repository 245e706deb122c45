#include <algorithm>
#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/monohull.h"

namespace plucky {

namespace {

constexpr std::array round_bilge_measures{
    measure::length,        measure::beam,   measure::depth, measure::bilge_radius, measure::deadrise_midships,
    measure::rocker,        measure::flare,  measure::sheer, measure::bow_rake,     measure::bow_fullness,
    measure::transom_width, measure::widest, measure::camber};

void begin_round_bilge(HullShape& s) {
  s.beam = 0.18;
  s.depth = 0.11;
  s.transom_width = 0.55;
  s.widest = 0.48;
  s.rocker = 0.03;
  s.deadrise_transom = radians(25);
  s.deadrise_midships = radians(8);
  s.bilge_radius = 0.04;
  s.bow_rake = 0.06;
  s.flare = radians(3);
}

LoftedSkin loft_round_bilge(const HullShape& s, double fineness) {
  return loft_monohull(s,
                       {.deadrise_aft = s.deadrise_midships + radians(10.0),
                        .deadrise_amid = s.deadrise_midships,
                        .deadrise_bow = std::max(s.deadrise_midships, radians(48.0)),
                        .bilge = true},
                       fineness);
}

}  // namespace

Family round_bilge_family() {
  return {.id = HullFamily::round_bilge,
          .key = "round-bilge",
          .name = "round-bilge displacement hull",
          .measures = round_bilge_measures,
          .begin = &begin_round_bilge,
          .loft = &loft_round_bilge,
          .bottom = BottomForm::round,
          .planes = false};
}

}  // namespace plucky
