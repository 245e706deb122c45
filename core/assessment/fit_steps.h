// The steps in which a boat is fitted out, one after the other. In: the boat so far, the catalogue. Out: the boat with
// a step more.
#pragma once

#include <optional>

#include "assessment/assessment.h"
#include "assessment/fit_choice.h"

namespace plucky::fitting {

/// A decked hull that nobody can reach into.
[[nodiscard]] bool needs_hatch(const Assessment& boat);
/// A hatch over where the load stands, wide enough for a battery (common practice, no source) and for the payload.
[[nodiscard]] Project with_hatch(const Assessment& boat);

/// The boat with the chosen components aboard; `bare` has the drives that they go into.
[[nodiscard]] Project aboard(const Assessment& boat, const Project& bare, const DriveSet& set);

/// What steers a drive of this kind, with its servo; a rudder of about the disc's height behind it.
[[nodiscard]] Project steered(const Assessment& boat, const Project& driven, const Catalogue& catalogue);

/// Slides the battery to the wanted trim, on a tray of its own where it has none.
[[nodiscard]] Project trimmed(Assessor& judge, Project boat, double length);

/// What stands over or under the battery is barred by it or bars its way out, and an ESC there has no room for its
/// hoses: they go beside it.
[[nodiscard]] Project uncovered(Assessor& judge, const Project& boat);

/// Leads for what flows in them, and an aerial out of a metal hull.
[[nodiscard]] Project wired(Assessor& judge, Project boat);

/// What the linkage asks for (boot, hole, stops) is put right by the findings' own remedies; a motor that would soften
/// the hull's material gets a mount of metal, where that is better.
[[nodiscard]] Project put_right(Assessor& judge, Project boat);

/// A chosen ESC that the boat then asks too much of gives way to a larger one; nothing where it need not.
[[nodiscard]] std::optional<Edit> larger_esc(const Assessment& boat, const Drive& have, const Catalogue& catalogue);

}  // namespace plucky::fitting
