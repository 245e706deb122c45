// What each part costs. In: an assessment. Out: per part the boat without it.
//
// Flotation is solved anew without the part. Speed by the usual laws at equal power: below hull speed the Admiralty
// coefficient, V ~ m^(-2/9); planing by Crouch's formula, V ~ m^(-1/2) (memory).
#pragma once

#include <string>
#include <vector>

#include "assessment/assessment.h"

namespace plucky {

struct TradeRow {
  Id part = 0;
  Text name;
  double mass = 0.0;  ///< kg
  bool measured = false;
  double trim = 0.0;         ///< rad the part adds (with it less without it)
  double freeboard = 0.0;    ///< m of least freeboard it costs
  double gm = 0.0;           ///< m of GM it adds; negative: costs
  double speed_share = 0.0;  ///< share of the speed it costs
};

/// Heaviest first; empty unless the boat floats. Parts without which it would not float upright are left out.
[[nodiscard]] std::vector<TradeRow> trade_list(const Assessment& a);

}  // namespace plucky
