// The proof of assembly: how each part comes to its place, which keys reach which screws.
#pragma once

#include "assessment/assessment.h"

namespace plucky {

/// The insertion path of every part inside the hull, by the last door through which there is one. `known`: those of the
/// same hull with the same cuts; of parts that stand where they stood the search is not done again.
[[nodiscard]] std::vector<PartWay> ways_of(const Assessment& a, const HullRoom& room,
                                           const std::vector<PartWay>& known = {});

/// Screws of motors on their mounts: heads on the shaft's side, a key of 60 mm and 20 mm for the hand, straight or
/// tilted by a ball end up to 25 degrees: common practice, no source.
[[nodiscard]] std::vector<ScrewLine> screws_of(const Assessment& a, const HullRoom& room);

/// Is the part put in by hand from inside the hull, as a box with a place of its own?
[[nodiscard]] bool stands_inside(const Part& part);

/// Has the boat a deck that is made and glued on as a piece of its own?
[[nodiscard]] bool has_own_deck(const Assessment& a);

}  // namespace plucky
