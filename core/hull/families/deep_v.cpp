#include <algorithm>
#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/monohull.h"

namespace plucky {

namespace {

constexpr HullParameter pad_width{"pad_width_m",
                                  "Width of the pad",
                                  &HullShape::pad_width,
                                  Dimension::length,
                                  0.0,
                                  0.3,
                                  "Flat along the keel that the boat runs on when it is fast."};
constexpr HullParameter chine_flat{"chine_flat_m",
                                   "Width of the chine flat",
                                   &HullShape::chine_flat,
                                   Dimension::length,
                                   0.0,
                                   0.1,
                                   "Strip along each chine between bottom and side."};
constexpr HullParameter chine_angle{"chine_angle_rad",
                                    "Angle of the chine flat",
                                    &HullShape::chine_angle,
                                    Dimension::angle,
                                    radians(-20),
                                    radians(30),
                                    "Rising outward; below zero it turns the spray down, a reverse chine."};

constexpr std::array deep_v_measures{measure::length,
                                     measure::beam,
                                     measure::depth,
                                     measure::deadrise_transom,
                                     measure::deadrise_midships,
                                     measure::flare,
                                     measure::sheer,
                                     measure::bow_rake,
                                     measure::bow_fullness,
                                     measure::transom_width,
                                     measure::widest,
                                     measure::camber,
                                     measure::spray_rails,
                                     pad_width,
                                     chine_flat,
                                     chine_angle};

void begin_deep_v(HullShape& s) {
  s.deadrise_transom = radians(17);
  s.deadrise_midships = radians(20);
  s.bow_rake = 0.17;
}

MonohullForm deep_v_form(const HullShape& s) {
  return {.deadrise_aft = s.deadrise_transom,
          .deadrise_amid = s.deadrise_midships,
          .deadrise_bow = std::max(s.deadrise_midships, radians(48.0)),
          .pad = s.pad_width,
          .chine_flat = s.chine_flat,
          .chine_angle = s.chine_angle};
}

LoftedSkin loft_deep_v(const HullShape& s, double fineness) {
  return loft_monohull(s, deep_v_form(s), fineness);
}

FormLines deep_v_lines(const HullShape& s, int stations) {
  return lines_of_monohull(s, deep_v_form(s), stations);
}

}  // namespace

Family deep_v_family() {
  return {.id = HullFamily::deep_v,
          .key = "deep-v",
          .name = "deep-V planing monohull",
          .measures = deep_v_measures,
          .begin = &begin_deep_v,
          .loft = &loft_deep_v,
          .lines = &deep_v_lines,
          .bottom = BottomForm::vee};
}

}  // namespace plucky
