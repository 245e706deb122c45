#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/monohull.h"

namespace plucky {

namespace {

constexpr HullParameter runner_height{
    "runner_height_m",
    "Height of the runners",
    &HullShape::runner_height,
    Dimension::length,
    0.0,
    0.03,
    "Strips along the bottom on which a sled slides over ice, mud and landing places.",
    MeasureGroup::bottom};
constexpr HullParameter runner_width{
    "runner_width_m",      "Width of a runner", &HullShape::runner_width, Dimension::length, 0.002, 0.05,
    "Of each of the two.", MeasureGroup::bottom};

constexpr std::array flat_bottom_measures{
    measure::length,   measure::beam,         measure::depth,         measure::bow_width,
    measure::bow_rise, measure::bow_rake,     measure::rocker,        measure::flare,
    measure::sheer,    measure::bow_fullness, measure::transom_width, measure::transom_rake,
    measure::widest,   measure::camber,       runner_height,          runner_width};

void begin_flat_bottom(HullShape& s) {
  s.depth = 0.08;
  s.bow_width = 0.6;
  s.bow_rise = 0.045;
  s.bow_rake = 0.16;
  s.deadrise_transom = s.deadrise_midships = 0.0;
  s.transom_width = 1.0;
  s.flare = radians(6);
}

void begin_runners(HullShape& s) {
  s.bow_width = 0.9;
  s.bow_rise = 0.05;
  s.runner_height = 0.006;
  s.runner_width = 0.010;
}

void begin_skiff(HullShape& s) {
  s.bow_width = 0.0;
  s.bow_rise = 0.02;
  s.bow_rake = 0.08;
  s.sheer = 0.025;
  s.flare = radians(12);
  s.rocker = 0.006;
}

constexpr std::array flat_bottom_starts{HullStart{"sled on runners", &begin_runners},
                                        HullStart{"pointed skiff", &begin_skiff}};

constexpr MonohullForm flat_bottom_form{.flat = true, .runners = true};

LoftedSkin loft_flat_bottom(const HullShape& s, double fineness) {
  return loft_monohull(s, flat_bottom_form, fineness);
}

FormLines flat_bottom_lines(const HullShape& s, int stations) {
  return lines_of_monohull(s, flat_bottom_form, stations);
}

}  // namespace

Family flat_bottom_family() {
  return {.id = HullFamily::flat_bottom,
          .key = "flat-bottom",
          .name = "flat-bottom sled or skiff",
          .measures = flat_bottom_measures,
          .begin = &begin_flat_bottom,
          .starts = flat_bottom_starts,
          .loft = &loft_flat_bottom,
          .lines = &flat_bottom_lines,
          .bottom = BottomForm::flat};
}

}  // namespace plucky
