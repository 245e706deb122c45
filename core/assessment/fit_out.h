// A drive of a kind for this boat, of components that stand in it. In: the assessed boat, the kind of drive, the
// catalogue. Out: the boat with what that drive needs, each component at its place on the line.
#pragma once

#include <functional>

#include "assessment/assessment.h"
#include "project/catalogue.h"

namespace plucky {

/// The boat with a drive of this kind. Components that the drive has already and that serve the new kind stay as they
/// are; those that only the old kind needs leave the boat with it. What lacks is chosen from the catalogue by the speed
/// and run time of the brief (common practice where the brief is silent), several sets being run and the best taken:
/// one that breaks no limit and comes nearest to the wanted speed. With it come what steers it, a receiver, the brief's
/// payload where none is aboard, and a hatch where a bare hull has none. The battery slides to the wanted trim.
/// Throws InvalidInput for Propulsor::none and where the catalogue has nothing for a role.
/// `trying` hears before each set which one it is, of how many; what it throws ends the search. Of the sets, best on
/// paper first, at most `most_sets` are run.
[[nodiscard]] Project fitted_out(const Assessment& boat, Propulsor propulsor, Mounting mounting,
                                 const Catalogue& catalogue,
                                 const std::function<void(std::size_t set, std::size_t of)>& trying = {},
                                 std::size_t most_sets = 100);

/// The same with the set that is best on paper, nothing of it run and no leads: whether a hull has room for it. Throws
/// as fitted_out().
[[nodiscard]] Project fitted_unrun(const Assessment& boat, Propulsor propulsor, Mounting mounting,
                                   const Catalogue& catalogue);

}  // namespace plucky
