#include <algorithm>
#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/monohull.h"

namespace plucky {

namespace {

constexpr HullParameter keel_depth{"keel_depth_m",
                                   "Depth of the keel",
                                   &HullShape::keel_depth,
                                   Dimension::length,
                                   0.0,
                                   0.2,
                                   "Upright blade along the middle of the bottom.",
                                   MeasureGroup::keel};
constexpr HullParameter skeg_depth{"skeg_depth_m",
                                   "Depth of the skeg",
                                   &HullShape::skeg_depth,
                                   Dimension::length,
                                   0.0,
                                   0.2,
                                   "By which the keel is deeper at its after end; it holds the boat on its course.",
                                   MeasureGroup::keel};
constexpr HullParameter keel_end{"keel_end_m",
                                 "Keel ends at",
                                 &HullShape::keel_end,
                                 Dimension::length,
                                 0.0,
                                 2.0,
                                 "Its after end from the transom; the propeller stands behind it.",
                                 MeasureGroup::keel};
constexpr HullParameter keel_width{
    "keel_width_m", "Width of the keel", &HullShape::keel_width, Dimension::length, 0.001,
    0.05,           "Its thickness.",    MeasureGroup::keel};
constexpr HullParameter stern_fullness{
    "stern_fullness",
    "Stern fullness",
    &HullShape::stern_fullness,
    Dimension::ratio,
    0.0,
    1.0,
    "At 0 the sides run in evenly to the transom, at 100 % they stay out and close in a round.",
    MeasureGroup::outline};
constexpr HullParameter counter_rise{
    "counter_rise_m",
    "Counter rise",
    &HullShape::counter_rise,
    Dimension::length,
    0.0,
    0.5,
    "By which the bottom rises to the transom over its last part, over rudder and propeller.",
    MeasureGroup::profile};
constexpr HullParameter counter_length{"counter_length_m",
                                       "Counter length",
                                       &HullShape::counter_length,
                                       Dimension::length,
                                       0.003,
                                       1.5,
                                       "Over how much of the length it does.",
                                       MeasureGroup::profile};
constexpr HullParameter bulb_length{"bulb_length_m",
                                    "Length of the bulb",
                                    &HullShape::bulb_length,
                                    Dimension::length,
                                    0.0,
                                    0.5,
                                    "By which it stands out ahead of the stem.",
                                    MeasureGroup::keel};
constexpr HullParameter bulb_diameter{"bulb_diameter_m",
                                      "Diameter of the bulb",
                                      &HullShape::bulb_diameter,
                                      Dimension::length,
                                      0.005,
                                      0.3,
                                      "Its underside lies on the base line.",
                                      MeasureGroup::keel};

constexpr std::array round_bilge_measures{measure::length,
                                          measure::beam,
                                          measure::depth,
                                          measure::bilge_radius,
                                          measure::deadrise_midships,
                                          measure::rocker,
                                          measure::flare,
                                          measure::sheer,
                                          measure::bow_rake,
                                          measure::bow_fullness,
                                          measure::transom_width,
                                          measure::transom_rake,
                                          measure::widest,
                                          measure::camber,
                                          keel_depth,
                                          skeg_depth,
                                          keel_end,
                                          keel_width,
                                          stern_fullness,
                                          counter_rise,
                                          counter_length,
                                          bulb_length,
                                          bulb_diameter};

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

void begin_tug(HullShape& s) {
  s.length = 0.5;
  s.beam = 0.18;
  s.depth = 0.10;
  s.sheer = 0.035;
  s.transom_width = 0.3;
  s.stern_fullness = 0.5;
  s.counter_rise = 0.05;
  s.counter_length = 0.1;
  s.rocker = 0.008;
  s.bow_fullness = 0.75;
  s.bow_rake = 0.05;
  s.bilge_radius = 0.05;
  s.flare = radians(-2);
  s.keel_depth = 0.004;
  s.skeg_depth = 0.014;
  s.keel_end = 0.09;
}

void begin_coaster(HullShape& s) {
  s.length = 0.9;
  s.beam = 0.15;
  s.depth = 0.10;
  s.sheer = 0.015;
  s.transom_width = 0.55;
  s.stern_fullness = 0.6;
  s.counter_rise = 0.06;
  s.counter_length = 0.14;
  s.rocker = 0.0;
  s.deadrise_midships = radians(1);
  s.bilge_radius = 0.025;
  s.bow_fullness = 0.75;
  s.bow_rake = 0.07;
  s.flare = 0.0;
  s.bulb_length = 0.02;
  s.bulb_diameter = 0.032;
}

void begin_double_ender(HullShape& s) {
  s.length = 0.65;
  s.beam = 0.17;
  s.depth = 0.10;
  s.sheer = 0.02;
  s.transom_width = 0.06;
  s.stern_fullness = 0.25;
  s.counter_rise = 0.045;
  s.counter_length = 0.09;
  s.rocker = 0.006;
  s.flare = radians(-3);
  s.keel_depth = 0.006;
  s.skeg_depth = 0.010;
  s.keel_end = 0.10;
}

constexpr std::array round_bilge_starts{HullStart{"tug", &begin_tug}, HullStart{"coaster with a bulb", &begin_coaster},
                                        HullStart{"launch with a cruiser stern", &begin_double_ender}};

LoftedSkin loft_round_bilge(const HullShape& s, double fineness) {
  return loft_monohull(s,
                       {.deadrise_aft = s.deadrise_midships + radians(10.0),
                        .deadrise_amid = s.deadrise_midships,
                        .deadrise_bow = std::max(s.deadrise_midships, radians(48.0)),
                        .stern_rise = s.counter_rise,
                        .stern_run = s.counter_length,
                        .stern_fullness = s.stern_fullness,
                        .bilge = true,
                        .keel = true,
                        .bulb = true},
                       fineness);
}

}  // namespace

Family round_bilge_family() {
  return {.id = HullFamily::round_bilge,
          .key = "round-bilge",
          .name = "round-bilge displacement hull",
          .measures = round_bilge_measures,
          .begin = &begin_round_bilge,
          .starts = round_bilge_starts,
          .loft = &loft_round_bilge,
          .bottom = BottomForm::round,
          .planes = false};
}

}  // namespace plucky
