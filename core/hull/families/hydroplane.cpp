#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/twin.h"

namespace plucky {

namespace {

constexpr HullParameter sponson_end{"sponson_end_m",
                                    "Sponsons end at",
                                    &HullShape::sponson_end,
                                    Dimension::length,
                                    0.01,
                                    2.0,
                                    "Their after ends, from the transom.",
                                    MeasureGroup::bottom};
constexpr HullParameter sponson_angle{"sponson_angle_rad",
                                      "Angle of the sponsons",
                                      &HullShape::sponson_angle,
                                      Dimension::angle,
                                      0.0,
                                      radians(8),
                                      "Their running surfaces to the bottom of the middle, rising forward.",
                                      MeasureGroup::bottom};
constexpr HullParameter afterbody_width{"afterbody_width_m",
                                        "Width of the afterbody",
                                        &HullShape::afterbody_width,
                                        Dimension::length,
                                        0.01,
                                        1.2,
                                        "Of the middle behind the sponsons, which runs at its after end.",
                                        MeasureGroup::outline};

constexpr std::array hydroplane_measures{measure::length,        measure::beam,         measure::depth,
                                         measure::hull_beam,     sponson_end,           sponson_angle,
                                         measure::bridge_height, afterbody_width,       measure::deadrise_midships,
                                         measure::bow_rake,      measure::bow_fullness, measure::camber};

void begin_hydroplane(HullShape& s) {
  s.beam = 0.28;
  s.depth = 0.07;
  s.hull_beam = 0.07;
  s.bridge_height = 0.014;
  s.sponson_end = 0.27;
  s.sponson_angle = radians(3);
  s.afterbody_width = 0.18;
  s.deadrise_transom = s.deadrise_midships = radians(5);
  s.bilge_radius = 0.0;
  s.bow_rake = 0.14;
  s.bow_fullness = 0.3;
  s.rocker = 0.0;
  s.sheer = 0.0;
}

LoftedSkin loft_hydroplane(const HullShape& s, double fineness) {
  HullShape plain = s;
  plain.bilge_radius = plain.rocker = 0.0;
  return loft_twin(plain, {.keel = 0.0, .deck_follows = true, .sponsons = true}, fineness);
}

/// The sponsons at their after ends; the middle from the transom: while the boat is slow all its bottom is wet, fast
/// only its after end.
std::vector<RunningSurface> hydroplane_surfaces(const HullShape& s) {
  const double forefoot = s.length - s.bow_rake;
  return {{.x = s.sponson_end,
           .z = 0.0,
           .angle = s.sponson_angle,
           .beam = s.hull_beam,
           .deadrise = s.deadrise_midships,
           .length = forefoot - s.sponson_end,
           .count = 2},
          {.x = 0.0, .z = s.bridge_height, .angle = 0.0, .beam = s.afterbody_width, .length = forefoot}};
}

}  // namespace

Family hydroplane_family() {
  return {.id = HullFamily::hydroplane,
          .key = "hydroplane",
          .name = "three-point hydroplane",
          .measures = hydroplane_measures,
          .begin = &begin_hydroplane,
          .loft = &loft_hydroplane,
          .bottom = BottomForm::tunnel,
          .surfaces = &hydroplane_surfaces};
}

}  // namespace plucky
