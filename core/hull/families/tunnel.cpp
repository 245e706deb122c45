#include <array>

#include "hull/families/family_list.h"
#include "hull/families/measures.h"
#include "hull/families/twin.h"

namespace plucky {

namespace {

constexpr std::array tunnel_measures{measure::length,    measure::beam,          measure::depth,
                                     measure::hull_beam, measure::bridge_height, measure::deadrise_midships,
                                     measure::bow_rake,  measure::bow_fullness,  measure::rocker,
                                     measure::camber};

void begin_tunnel(HullShape& s) {
  s.beam = 0.28;
  s.depth = 0.075;
  s.hull_beam = 0.075;
  s.bridge_height = 0.032;
  s.deadrise_transom = s.deadrise_midships = radians(10);
  s.bilge_radius = 0.0;
  s.bow_rake = 0.14;
  s.bow_fullness = 0.35;
  s.sheer = 0.0;
}

/// Walls of the tunnel are upright and parallel, the keels stand at them; outside the sponsons narrow to the bow.
constexpr TwinForm tunnel_form{.keel = 0.0, .deck_follows = true};

HullShape with_chines(HullShape s) {
  s.bilge_radius = 0.0;
  return s;
}

LoftedSkin loft_tunnel(const HullShape& s, double fineness) {
  return loft_twin(with_chines(s), tunnel_form, fineness);
}

FormLines tunnel_lines(const HullShape& s, int stations) {
  return lines_of_twin(with_chines(s), tunnel_form, stations);
}

}  // namespace

Family tunnel_family() {
  return {.id = HullFamily::tunnel,
          .key = "tunnel",
          .name = "tunnel hull with two sponsons",
          .measures = tunnel_measures,
          .begin = &begin_tunnel,
          .loft = &loft_tunnel,
          .lines = &tunnel_lines,
          .bottom = BottomForm::tunnel};
}

}  // namespace plucky
