#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/twin.h"

namespace plucky {

namespace {

constexpr std::array twin_hull_measures{measure::length,       measure::beam,          measure::depth,
                                        measure::hull_beam,    measure::bridge_height, measure::deadrise_midships,
                                        measure::bilge_radius, measure::bow_rake,      measure::bow_fullness,
                                        measure::rocker,       measure::camber};

void begin_twin_hull(HullShape& s) {
  s.beam = 0.32;
  s.depth = 0.14;
  s.hull_beam = 0.095;
  s.bridge_height = 0.075;
  s.deadrise_transom = s.deadrise_midships = radians(8);
  s.bilge_radius = 0.02;
  s.bow_rake = 0.12;
  s.bow_fullness = 0.3;
  s.sheer = 0.0;
}

LoftedSkin loft_twin_hull(const HullShape& s, double fineness) {
  return loft_twin(s, {.keel = 0.5, .deck_follows = false}, fineness);
}

double bridge_of(const HullShape& s) {
  return s.bridge_height;
}

}  // namespace

Family twin_hull_family() {
  return {.id = HullFamily::twin_hull,
          .key = "twin-hull",
          .name = "twin hull or pontoon float",
          .measures = twin_hull_measures,
          .begin = &begin_twin_hull,
          .loft = &loft_twin_hull,
          .bottom = BottomForm::twin,
          .planes = false,
          .dry_from = &bridge_of};
}

}  // namespace plucky
