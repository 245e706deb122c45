#include "assessment/trade.h"

#include <algorithm>
#include <cmath>

namespace plucky {

std::vector<TradeRow> trade_list(const Assessment& a) {
  std::vector<TradeRow> rows;
  if (a.flotation.status != FloatStatus::afloat) return rows;
  const bool planing = a.project.brief.type != BoatType::displacement;
  for (const MassItem& item : a.mass.items) {
    if (item.part == 0) continue;
    const MassBudget rest = without(a.mass, item.part);
    if (!(rest.total > 0.0)) continue;
    const Equilibrium e =
        solve_equilibrium(a.hull->body, {rest.total, rest.cg}, a.density(), {.start = a.flotation.plane.attitude});
    if (e.status != FloatStatus::afloat) continue;
    double least = 1e300;
    for (const Vec3& p : a.hull->model.deck_edge) least = std::min(least, e.plane.height(p));
    const double lighter = rest.total / a.mass.total;
    rows.push_back({.part = item.part,
                    .name = item.name,
                    .mass = item.mass,
                    .measured = item.measured,
                    .trim = a.flotation.plane.attitude.trim - e.plane.attitude.trim,
                    .freeboard = least - a.freeboard.least,
                    .gm = a.flotation.gm_transverse - e.gm_transverse,
                    .speed_share = 1.0 - std::pow(lighter, planing ? 0.5 : 2.0 / 9.0)});
  }
  std::stable_sort(rows.begin(), rows.end(), [](const auto& l, const auto& r) { return l.mass > r.mass; });
  return rows;
}

}  // namespace plucky
