// One boat of a proposal: an idea made into a whole boat, judged and mended until little is left to watch.
#pragma once

#include <functional>

#include "assessment/ideas.h"

namespace plucky {

/// Thrown out of the work on a boat that is no longer wanted.
struct StoppedByHand {};

/// The boat of an idea, with the reasons for what it is and what it misses. `go_on` is asked now and then; false ends
/// the work with StoppedByHand. Throws InvalidInput where no boat comes of it.
[[nodiscard]] Proposal boat_from(const BoatIdea& idea, const ProposalWish& wish, const Catalogue& catalogue,
                                 const std::function<bool()>& go_on);

/// How far a boat is from the speed and the run time that are wished, 0 where it has both.
[[nodiscard]] double wish_gap(const Brief& brief, std::optional<double> speed, std::optional<double> run_time);

}  // namespace plucky
