// Bulwarks and bumpers along the deck edge. In: hull model, design. Out: where they run, what they are of, the deck
// that they enclose.
#pragma once

#include <vector>

#include "hull/model.h"

namespace plucky {

/// One rim, both sides together.
struct RimRun {
  Id id = 0;
  std::vector<Vec3> port;        ///< m, along the deck edge from aft; starboard is its mirror image
  double length = 0.0;           ///< m, both sides
  double volume = 0.0;           ///< m3, of what it is made of
  Vec3 centroid = Vec3::Zero();  ///< m
  double deck = 0.0;             ///< m2, between its two sides
  double spread = 0.0;           ///< m4, second moment of that deck about the boat's length
};

/// In the design's order; one that meets no deck edge has no length.
[[nodiscard]] std::vector<RimRun> rim_runs(const HullModel& hull, const HullDesign& design);

/// Its body on both sides, closed, faces outward.
[[nodiscard]] TriangleMesh rim_body(const RimRun& run, const EdgeRim& rim);

/// Water that a bulwark holds on deck until it has run off, m3: the deck six tenths of its height deep, as a boat that
/// rolls leaves it (common practice, no source).
[[nodiscard]] double held_on_deck(const RimRun& run, const EdgeRim& rim);
/// s, in which so much water runs off through the ports, half of it on either side: orifices of 0.6 under half of the
/// height (memory). Throws InvalidInput without ports.
[[nodiscard]] double draining_time(const RimRun& run, const EdgeRim& rim);
/// m2 of ports that drain it in so many seconds.
[[nodiscard]] double ports_for(const RimRun& run, const EdgeRim& rim, double seconds);

}  // namespace plucky
