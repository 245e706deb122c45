// The register of every way water can get in. In: hull, layout, drive, steering, cooling circuit, what seals them. Out:
// openings where they are, their height over the waters, what they leak.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "cooling/circuit.h"
#include "running/boat.h"
#include "sealing/design.h"
#include "sealing/flooding.h"
#include "sealing/leak.h"
#include "steering/steering.h"

namespace plucky {

/// How often water washes over a driven boat: for `share` of the time at the water line, falling with the height by
/// exp(-h / height). Sheltered water 2 % and 30 mm, chop 10 % and 60 mm: common practice, no source.
struct Wash {
  double share = 0.02, height = 0.030;
};
/// Depth of such a wash, m.
inline constexpr double wash_depth = 0.005;
/// Play that a worn bush has gained, m, radial: common practice, no source.
inline constexpr double bush_wear = 1e-4;

/// What the sealing stage reads; references must outlive it.
struct SealInput {
  const Boat& boat;
  const HullDesign& design;
  const Steering& steering;
  const DriveLine& line;
  const CoolingCircuit& circuit;
  const Sealing& sealing;
  double longest_piece = 0.0;  ///< m, printer's or sheet's; 0: none
  bool printed = false;
  Wash wash = {};
  double wanted_freeboard = 0.030;  ///< m, of the brief: what is danger yields to it
};

/// One way in.
struct SealOpening {
  std::string key;  ///< stays the same while the thing is there, e.g. "shaft_tube", "hatch_edge:4"
  OpeningKind kind = OpeningKind::hole;
  Text name;
  Id subject = 0;             ///< part, fitting or hull feature it belongs to; 0 for none
  Vec3 place = Vec3::Zero();  ///< m, where it is seen
  Vec3 inner = Vec3::Zero();  ///< m, the point water must reach to come in
  std::size_t compartment = 0;
  double width = 0.0;       ///< m: diameter of a round one, length of a joint
  std::uint32_t count = 1;  ///< equal ones, screws say
  SealMethod method = SealMethod::nothing;
  SealCondition condition = SealCondition::sound;
  SealChoice numbers;          ///< with zeros filled in
  double over_standing = 0.0;  ///< m, inner point over the water at rest; negative below
  double over_running = 0.0;   ///< m, at the throttle limit
  double over_heeled = 0.0;    ///< m, lower side at 30 degrees of heel
  double over_swamped = 0.0;   ///< m, with the boat swamped to its foam; lowest estimate
  double expected = 0.0;       ///< m3/s, standing
  double worst = 0.0;          ///< m3/s, standing, with its seal failed
  double running = 0.0;        ///< m3/s, expected at the throttle limit, what washes over with it
  [[nodiscard]] bool below_water() const { return over_standing < 0.0; }
};

/// m3/s at a head in m over the inner point, as sealed and in its condition.
[[nodiscard]] std::function<double(double)> leak_of(const SealOpening& opening, double density, double viscosity);

/// The register, worst expected leak first. Heights over waters the boat has not (no run, not afloat) are 1 m.
[[nodiscard]] std::vector<SealOpening> opening_register(const SealInput& in, const std::vector<Compartment>& bays,
                                                        const std::function<double(double)>& running_water);

/// Perimeters of a printed wall of this thickness, lines of 0.45 mm.
[[nodiscard]] std::uint32_t perimeters_of(double thickness);

/// The builder's choice for an opening, to be changed; one that follows the usual practice so far is written down.
[[nodiscard]] SealChoice& choice_for(Sealing& sealing, const SealOpening& opening);

}  // namespace plucky
