// Fixtures as solids: each made to the measures of what it holds and of the hull where it stands. In: fixture, hull,
// layout, drive line, hoses. Out: bodies of flat layers with their places aboard, or why there are none.
//
// Sizes that are nowhere told (screw circles, lands, strap slots) are common practice, no source; they stand as names
// at the head of the files that use them.
#pragma once

#include <optional>
#include <vector>

#include "base/text.h"
#include "build/fixture.h"
#include "build/outlines.h"
#include "cooling/route.h"
#include "geometry/stack.h"
#include "hull/model.h"
#include "layout/part.h"
#include "running/drive_line.h"

namespace plucky {

/// What fixtures are made to fit; refers into what it was made from.
struct FixtureSite {
  const HullModel& hull;
  const HullDesign& design;
  const Layout& layout;
  const DriveLine& line;  ///< of the drives; not known for many boats
  double motor_tilt = 0.0;
  const std::vector<HosePath>* hoses = nullptr;
  const std::vector<TransomHole>* transom = nullptr;  ///< known once openings are
  const std::vector<double>* cuts = nullptr;          ///< of a printed hull, m
  const CoolingCircuit* circuit = nullptr;
  double screw_spacing = 0.040;  ///< m between a lid's screws

  [[nodiscard]] const Hatch* hatch(Id id) const;     ///< null: there is none
  [[nodiscard]] double hose_outside(Id hose) const;  ///< m; of one it does not know that of the usual one
};

/// One piece; several equal ones lie where `more` says.
struct FixtureBody {
  Text name;
  Stack stack;             ///< m, in its place aboard; of a thing of the bench where its own axes are the boat's
  std::vector<Vec3> more;  ///< m, moves from it to the others
  [[nodiscard]] std::size_t count() const { return 1 + more.size(); }
};

struct FixtureSolids {
  Id id = 0;
  std::vector<FixtureBody> bodies;
  Text none;                     ///< why there is no body
  std::vector<Text> notes;       ///< what is done to it by hand: drilled, glued, screwed
  double volume = 0.0;           ///< m3, of all
  double stuff = 0.0;            ///< m3 of material in it: less than the volume of a print that is not filled
  Vec3 centroid = Vec3::Zero();  ///< m
  Box3 box;                      ///< m, of all
};

[[nodiscard]] FixtureSolids solids_of(const Fixture& fixture, const FixtureSite& site);

/// kg/m3 of what it is made of; prints are of the hull's own stuff where that is printed.
[[nodiscard]] double density_of(FixtureMaterial material, const Skin& skin, bool printed_hull);

/// What of the boat a new one of the kind could hold: ids of parts, hatches or hoses, none of them held by another of
/// the kind.
[[nodiscard]] std::vector<Id> could_hold(FixtureKind kind, const FixtureSite& site,
                                         const std::vector<Fixture>& fixtures);

}  // namespace plucky
