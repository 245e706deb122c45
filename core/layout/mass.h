// The mass budget. In: hull model, skin, parts. Out: every mass with its place, the total and the CG.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "hull/model.h"
#include "layout/part.h"

namespace plucky {

/// One line of the budget.
struct MassItem {
  Id part = 0;  ///< 0 for the structure
  Text name;
  double mass = 0.0;          ///< kg
  double sigma = 0.0;         ///< kg
  Vec3 place = Vec3::Zero();  ///< m
  double place_sigma = 0.0;   ///< m along each axis
  double solid_volume = 0.0;  ///< m3 of stuff that displaces water when the hull is flooded
  bool measured = false;
};

struct MassBudget {
  std::vector<MassItem> items;
  std::optional<MassCorrection> correction;  ///< part of total and CG, not of the items
  double total = 0.0;                        ///< kg
  Vec3 cg = Vec3::Zero();                    ///< m
  double measured_share = 0.0;               ///< of the total

  [[nodiscard]] double share(const MassItem& item) const { return total > 0.0 ? item.mass / total : 0.0; }
};

/// Scatter of a printed or built skin's mass against area x thickness x density (common practice, no source).
inline constexpr double structure_mass_scatter = 0.08;

/// `more`: what is neither structure nor part, hoses say.
[[nodiscard]] MassBudget mass_budget(const HullModel& hull, const HullDesign& design, const Layout& layout,
                                     const std::vector<MassItem>& more = {});

/// Of the planes beside the drive. Trim tabs, fins and turn fin are of aluminium, by half as deep as they stand in the
/// water and 1.5 mm where nothing says how thick; wing and canard are two skins of the deck's stuff and thickness
/// (common practice, no source).
[[nodiscard]] std::vector<MassItem> fitting_masses(const Fittings& fittings, const HullModel& hull, const Skin& skin);

/// The correction that makes a boat weigh and balance as measured: the difference to the sum of its parts.
[[nodiscard]] MassCorrection correction_to(const MassBudget& budget, double mass, const Vec3& cg);

/// Mass and CG without one part, for "what does it cost".
[[nodiscard]] MassBudget without(const MassBudget& budget, Id part);

}  // namespace plucky
