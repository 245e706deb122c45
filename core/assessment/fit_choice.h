// Which components of the catalogue make a drive for this boat. In: the assessed boat, what its drive has already. Out:
// sets to try, best on paper first, and how far a boat that was run is from what it should be.
#pragma once

#include <utility>
#include <vector>

#include "assessment/assessment.h"
#include "project/catalogue.h"

namespace plucky {

/// What the drive has to bring, roughly.
struct DriveNeed {
  double speed = 5.0;     ///< m/s
  double power = 100.0;   ///< W, from the battery at full throttle
  double run_time = 600;  ///< s, a third of it at full throttle
};
/// Power by the rule of thumb that each kind of drive has in its file.
[[nodiscard]] DriveNeed need_of(const Assessment& boat, const DriveKind& kind);

/// One set of what the drive still lacks, by role.
using DriveSet = std::vector<std::pair<DriveGroup, const CatalogueEntry*>>;

/// The set's entry in a role; null where it has none.
[[nodiscard]] const CatalogueEntry* entry_of(const DriveSet& set, DriveGroup group);

/// Battery, motor and screw as far as `have` lacks them, one set a motor, best on paper first. Throws InvalidInput
/// where the catalogue has nothing for a role.
[[nodiscard]] std::vector<DriveSet> sets_for(const Assessment& boat, const Drive& have, const DriveNeed& need,
                                             const Catalogue& catalogue);

/// The smallest ESC that carries the current (A) and the cells; the largest where none does, null without any.
[[nodiscard]] const CatalogueEntry* esc_for(const Catalogue& catalogue, double current, std::uint32_t cells);

/// Adds what follows from motor and screw: what carries their current, bores that meet. Throws as sets_for().
void complete_set(DriveSet& set, const Drive& have, const DriveNeed& need, const Catalogue& catalogue);

/// Less is better: limits broken weigh most, then what finds no room, then how far from the wanted speed.
[[nodiscard]] double drive_demerit(const Assessment& boat, const DriveNeed& need);

}  // namespace plucky
