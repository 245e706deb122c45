// A drive of a kind for this boat, of components that stand in it. In: the assessed boat, the kind of drive, the
// catalogue. Out: the boat with what that drive needs, each component at its place on the line.
#pragma once

#include "assessment/assessment.h"
#include "project/catalogue.h"

namespace plucky {

/// The boat with a drive of this kind. Components that the drive has already and that serve the new kind stay as they
/// are; those that only the old kind needs leave the boat with it. What lacks is chosen from the catalogue by the speed
/// and run time of the brief (common practice where the brief is silent), several sets being run and the best taken:
/// one that breaks no limit and comes nearest to the wanted speed. With it come what steers it, a receiver, the brief's
/// payload where none is aboard, and a hatch where a bare hull has none. The battery slides to the wanted trim.
/// Throws InvalidInput for Propulsor::none and where the catalogue has nothing for a role.
[[nodiscard]] Project fitted_out(const Assessment& boat, Propulsor propulsor, Mounting mounting,
                                 const Catalogue& catalogue);

/// The edit that takes a catalogue's component in the stead of the one in its role, in every drive; puts it aboard at a
/// free place where there is none. Throws InvalidInput for an entry without data of a drive's component.
[[nodiscard]] Edit swap_edit(const Assessment& boat, const CatalogueEntry& entry);

/// The components in a role, one of each drive, batteries that serve several once.
[[nodiscard]] std::vector<const Part*> components_in_role(const Project& boat, DriveGroup role);

/// Could this entry stand in the boat's drives? Air propellers do not turn in the water, nor the other way round.
[[nodiscard]] bool swap_fits(const Project& boat, const CatalogueEntry& entry);

/// The boat with a second drive like its first one, both moved off the centre line by as much as propellers and cans
/// need; the battery serves both. Throws InvalidInput without a drive, with more than one, or where the beam is too
/// small for two.
[[nodiscard]] Project with_second_drive(const Assessment& boat);

/// The boat without its last drive and the components that only that one has; the first goes back to the centre line.
[[nodiscard]] Project without_last_drive(const Project& boat);

}  // namespace plucky
