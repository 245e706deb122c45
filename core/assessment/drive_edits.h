// Changes of drives that stand in the boat: one component for another, a second drive beside the first. In: the
// assessed boat. Out: edits and boats.
#pragma once

#include "assessment/assessment.h"
#include "project/catalogue.h"

namespace plucky {

/// The edit that takes a catalogue's component in the stead of the one in its role, in every drive; puts it aboard at a
/// free place where there is none. Throws InvalidInput for an entry without data of a drive's or the steering's
/// component.
[[nodiscard]] Edit swap_edit(const Assessment& boat, const CatalogueEntry& entry);

/// What an entry would take the place of: the components in its role.
[[nodiscard]] std::vector<const Part*> swapped_for(const Project& boat, const Part& entry);

/// The components in a role, one of each drive, batteries that serve several once.
[[nodiscard]] std::vector<const Part*> components_in_role(const Project& boat, DriveGroup role);

/// Could this entry stand in the boat's drive or steering? Air propellers do not turn in the water, nor the other way
/// round.
[[nodiscard]] bool swap_fits(const Assessment& boat, const CatalogueEntry& entry);

/// The boat with a second drive like its first one, both moved off the centre line by as much as propellers and cans
/// need; the battery serves both. Throws InvalidInput without a drive, with more than one, or where the beam is too
/// small for two.
[[nodiscard]] Project with_second_drive(const Assessment& boat);

/// The boat without its last drive and the components that only that one has; the first goes back to the centre line.
[[nodiscard]] Project without_last_drive(const Project& boat);

}  // namespace plucky
