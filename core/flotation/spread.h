// Masses and places are known only so well. In: an equilibrium and normal scatter per item. Out: ranges of trim, heel
// and freeboard.
//
// Method: every sample draws its own masses and places and gets its exact mass and CG; the water plane follows by the
// equilibrium's own Jacobian (first order), the freeboards from that plane exactly. Good while heel and trim scatter by
// a few degrees; `wide` says when it is not.
#pragma once

#include <cstdint>
#include <vector>

#include "flotation/equilibrium.h"

namespace plucky {

/// One item of the mass budget with its uncertainty (standard deviations).
struct UncertainMass {
  double mass = 0.0;                ///< kg
  double mass_sigma = 0.0;          ///< kg
  Vec3 place = Vec3::Zero();        ///< m
  Vec3 place_sigma = Vec3::Zero();  ///< m along each axis
};

/// Middle 90 % of the samples: 5th to 95th percentile, with the median.
struct Range {
  double low = 0.0, middle = 0.0, high = 0.0;
};

struct Spread {
  int samples = 0;
  bool wide = false;      ///< heel or trim scatters by more than 5 degrees: take the ranges as rough
  Range trim;             ///< rad
  Range heel;             ///< rad
  Range mass;             ///< kg
  Range least_freeboard;  ///< m, over the given points
  std::vector<Vec3> cg;   ///< the first few hundred sampled CGs, for drawing the cloud
};

/// Throws InvalidInput on a negative uncertainty. `seed` makes the samples repeatable.
[[nodiscard]] Spread sample_spread(const Equilibrium& e, const std::vector<UncertainMass>& masses, double density,
                                   const std::vector<Vec3>& freeboard_points, int samples = 10000,
                                   std::uint32_t seed = 1);

}  // namespace plucky
