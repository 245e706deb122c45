#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/monohull.h"

namespace plucky {

namespace {

constexpr std::array flat_bottom_measures{
    measure::length,        measure::beam,   measure::depth, measure::bow_width, measure::bow_rise,
    measure::bow_rake,      measure::rocker, measure::flare, measure::sheer,     measure::bow_fullness,
    measure::transom_width, measure::widest, measure::camber};

void begin_flat_bottom(HullShape& s) {
  s.depth = 0.08;
  s.bow_width = 0.6;
  s.bow_rise = 0.045;
  s.bow_rake = 0.16;
  s.deadrise_transom = s.deadrise_midships = 0.0;
  s.transom_width = 1.0;
  s.flare = radians(6);
}

LoftedSkin loft_flat_bottom(const HullShape& s, double fineness) {
  return loft_monohull(s, {.flat = true}, fineness);
}

FormLines flat_bottom_lines(const HullShape& s, int stations) {
  return lines_of_monohull(s, {.flat = true}, stations);
}

}  // namespace

Family flat_bottom_family() {
  return {.id = HullFamily::flat_bottom,
          .key = "flat-bottom",
          .name = "flat-bottom sled or skiff",
          .measures = flat_bottom_measures,
          .begin = &begin_flat_bottom,
          .loft = &loft_flat_bottom,
          .lines = &flat_bottom_lines,
          .bottom = BottomForm::flat};
}

}  // namespace plucky
