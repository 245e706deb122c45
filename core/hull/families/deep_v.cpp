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
                                  "Flat along the keel that the boat runs on when it is fast.",
                                  MeasureGroup::sections};
constexpr HullParameter chine_flat{"chine_flat_m",
                                   "Width of the chine flat",
                                   &HullShape::chine_flat,
                                   Dimension::length,
                                   0.0,
                                   0.1,
                                   "Strip along each chine between bottom and side.",
                                   MeasureGroup::sections};
constexpr HullParameter chine_angle{"chine_angle_rad",
                                    "Angle of the chine flat",
                                    &HullShape::chine_angle,
                                    Dimension::angle,
                                    radians(-20),
                                    radians(30),
                                    "Rising outward; below zero it turns the spray down, a reverse chine.",
                                    MeasureGroup::sections};

constexpr HullParameter step_count{
    "steps",
    "Steps",
    &HullShape::steps,
    Dimension::none,
    0.0,
    3.0,
    "Across the bottom: fast, the boat runs on their edges and the after end, with air between.",
    MeasureGroup::bottom};
constexpr HullParameter step_place{"step_place_m",
                                   "Foremost step at",
                                   &HullShape::step_place,
                                   Dimension::length,
                                   0.02,
                                   2.0,
                                   "From the transom; further ones divide what is behind it.",
                                   MeasureGroup::bottom};
constexpr HullParameter step_height{"step_height_m",
                                    "Height of a step",
                                    &HullShape::step_height,
                                    Dimension::length,
                                    0.0005,
                                    0.05,
                                    "By which the bottom rises at each, going aft.",
                                    MeasureGroup::bottom};

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
                                     measure::transom_rake,
                                     measure::widest,
                                     measure::camber,
                                     measure::spray_rails,
                                     pad_width,
                                     chine_flat,
                                     chine_angle,
                                     step_count,
                                     step_place,
                                     step_height};

void begin_deep_v(HullShape& s) {
  s.deadrise_transom = radians(17);
  s.deadrise_midships = radians(20);
  s.bow_rake = 0.17;
}

void begin_pad(HullShape& s) {
  s.deadrise_transom = radians(20);
  s.deadrise_midships = radians(23);
  s.pad_width = 0.03;
  s.chine_flat = 0.008;
}

void begin_stepped(HullShape& s) {
  s.length = 0.8;
  s.beam = 0.22;
  s.depth = 0.095;
  s.deadrise_transom = radians(20);
  s.deadrise_midships = radians(22);
  s.bow_rake = 0.22;
  s.steps = 1.0;
  s.step_place = 0.28;
  s.step_height = 0.005;
}

/// Warped: the deadrise grows from a flat transom forward.
void begin_work_boat(HullShape& s) {
  s.deadrise_transom = radians(6);
  s.deadrise_midships = radians(18);
  s.bow_fullness = 0.6;
  s.depth = 0.12;
  s.sheer = 0.03;
  s.chine_flat = 0.006;
}

constexpr std::array deep_v_starts{HullStart{"fast V with a pad", &begin_pad}, HullStart{"stepped V", &begin_stepped},
                                   HullStart{"work boat with a warped bottom", &begin_work_boat}};

MonohullForm deep_v_form(const HullShape& s) {
  return {.deadrise_aft = s.deadrise_transom,
          .deadrise_amid = s.deadrise_midships,
          .deadrise_bow = std::max(s.deadrise_midships, radians(48.0)),
          .pad = s.pad_width,
          .chine_flat = s.chine_flat,
          .chine_angle = s.chine_angle,
          .steps = true};
}

LoftedSkin loft_deep_v(const HullShape& s, double fineness) {
  return loft_monohull(s, deep_v_form(s), fineness);
}

std::vector<RunningSurface> deep_v_surfaces(const HullShape& s) {
  return surfaces_of_monohull(s, deep_v_form(s));
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
          .starts = deep_v_starts,
          .loft = &loft_deep_v,
          .lines = &deep_v_lines,
          .bottom = BottomForm::vee,
          .surfaces = &deep_v_surfaces};
}

}  // namespace plucky
