// Fixtures of an assessed boat: what they are made to fit, what they weigh. In: Assessment. Out: the same in numbers.
#pragma once

#include "assessment/assessment.h"

namespace plucky {

/// Refers into `a` and `line`, which must outlive it. Without openings and cuts, which come later.
[[nodiscard]] FixtureSite fixture_site(const Assessment& a, const DriveLine& line);

/// kg it weighs by itself: measured, else by its stuff.
[[nodiscard]] double own_mass(const Assessment& a, const Fixture& fixture, const FixtureSolids& solids);
/// kg that one adds to the boat: nothing where it stays on the bench or cannot be made. A lid's plate is counted with
/// the deck already, so what it adds is less by that.
[[nodiscard]] double fixture_mass(const Assessment& a, const Fixture& fixture, const FixtureSolids& solids);

/// kg that moves along the boat with a part: its own, and what holds it, as it stands now.
[[nodiscard]] double mass_with_fixtures(const Assessment& a, const Part& part);

/// The design's fixture of a number; null where there is none.
[[nodiscard]] const Fixture* find_fixture(const Assessment& a, Id id);

/// Is it cut from sheet: of one flat layer, and not printed?
[[nodiscard]] bool is_cut_flat(const Fixture& fixture, const FixtureBody& body);

/// The same, cut from aluminium sheet.
[[nodiscard]] Fixture of_aluminium(Fixture fixture);

/// The design with one more of a kind, made to hold something (0: the hull), named after it.
[[nodiscard]] BuildDesign with_fixture(const Assessment& a, FixtureKind kind, Id holds);

/// How deep what stays in the boat cuts into a part that it does not hold, m, by the boxes round both; 0 where it does
/// not, or is meant to.
[[nodiscard]] double cuts_into(const Fixture& fixture, const FixtureSolids& solids, const Part& part);

}  // namespace plucky
