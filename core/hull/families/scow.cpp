#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/monohull.h"

namespace plucky {

namespace {

constexpr std::array scow_measures{
    measure::length,     measure::beam,       measure::depth,     measure::bow_rise,     measure::bow_rake,
    measure::stern_rise, measure::stern_rake, measure::bow_width, measure::bow_fullness, measure::transom_width,
    measure::widest,     measure::flare,      measure::sheer,     measure::camber};

void begin_scow(HullShape& s) {
  s.depth = 0.09;
  s.bow_width = 1.0;
  s.transom_width = 1.0;
  s.bow_rise = 0.06;
  s.bow_rake = 0.14;
  s.flare = radians(3);
  s.sheer = 0.0;
  s.deadrise_transom = s.deadrise_midships = 0.0;
}

MonohullForm scow_form(const HullShape& s) {
  return {.flat = true, .stern_rise = s.stern_rise, .stern_run = s.stern_rake};
}

LoftedSkin loft_scow(const HullShape& s, double fineness) {
  return loft_monohull(s, scow_form(s), fineness);
}

FormLines scow_lines(const HullShape& s, int stations) {
  return lines_of_monohull(s, scow_form(s), stations);
}

}  // namespace

Family scow_family() {
  return {.id = HullFamily::scow,
          .key = "scow",
          .name = "scow or landing barge",
          .measures = scow_measures,
          .begin = &begin_scow,
          .loft = &loft_scow,
          .lines = &scow_lines,
          .bottom = BottomForm::flat,
          .planes = false};
}

}  // namespace plucky
