// Boat files of versions 1 and 2, which told the drive's numbers apart from the parts that stand in the boat. In: their
// JSON. Out: the same boat with each number at its component.
#pragma once

#include <optional>

#include "project/json_fields.h"

namespace plucky {

/// Marks the opening for the aerial in a file from before openings told it: it was known by its name.
void mark_earlier_aerials(Json& boat);

/// Takes the drive of an earlier version out of the JSON; nothing where it has none. Throws InvalidInput with the path.
[[nodiscard]] std::optional<Drive> take_earlier_drive(Json& boat, int version, UnknownFields& unknown);

/// Gives the drive's numbers to the parts they belong to, and what was known of it but not to this version.
void adopt_earlier_drive(Project& project, const Drive& drive);

/// Takes what the steering told of its rudder and servo, before they held it themselves, out of the JSON; nothing where
/// it tells nothing of them. Throws InvalidInput with the path.
[[nodiscard]] std::optional<Steering> take_earlier_steering(Json& boat, int version, UnknownFields& unknown);

/// Gives it to the components.
void adopt_earlier_steering(Project& project, const Steering& steering);

}  // namespace plucky
