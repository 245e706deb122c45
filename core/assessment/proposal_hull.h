// Hulls for proposals: the smallest that carries a load, within what the brief and the workshop allow.
#pragma once

#include "assessment/propose.h"

namespace plucky {

/// Fineness of hulls while many are tried: a quarter of the triangles.
inline constexpr double searching_fineness = 0.5;

/// m, that a boat may be: the brief's longest, else 3.
[[nodiscard]] double most_length(const Brief& brief);

/// Skin of the usual material of a way of building.
[[nodiscard]] Skin usual_skin(BuildMethod method, const Catalogue& catalogue);

/// The smallest hull of a family for a load in kg, `room` times as long; `why` tells where it is held to the length
/// that is allowed and is empty elsewhere. Throws InvalidInput where none carries it.
[[nodiscard]] HullShape hull_for(const Brief& brief, HullFamily family, double load, double room, const Skin& skin,
                                 Text& why);

/// No wider than a usual printer's bed takes, where it is printed: sections stand on it as they are.
[[nodiscard]] HullShape within_the_bed(HullShape shape, BuildMethod method);

}  // namespace plucky
