// Stow again: better places for the parts of a boat. In: the boat, parts that stay. Out: alternatives, each assessed
// whole and better than the boat as it is.
//
// Method: for each part that may move (battery, ESC, receiver, payload, ballast) the places where it stands free of
// skin, walls and of what does not move; a battery on its rail keeps to it. Sets of places that keep clear of each
// other are improved place by place from many beginnings, always the same ones, towards a weighing of CG and heel,
// leads, the aerial's distance from power, reach through the hatches, height. The best of each weighing is assessed;
// what is no better than before is not shown.
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include "assessment/assessment.h"

namespace plucky {

/// What a set of places is judged by. Less is better but for `aerial`.
struct StowMeasures {
  double cg_off = 0.0;           ///< m, of the CG from the middle of its band along the boat
  double cg_side = 0.0;          ///< m, of the CG off the centre plane
  double cg_height = 0.0;        ///< m, above the hull's lowest place
  double leads = 0.0;            ///< m, between middles: battery to ESC, ESC to motor
  double hoses = 0.0;            ///< m, of the cooling circuit, straight from fitting to fitting
  std::optional<double> aerial;  ///< m, from the receiver to the nearest of battery, ESC, motor; none without one
  std::size_t out_of_reach = 0;  ///< battery, ESC, receiver, payload with no hatch over their middle
};
[[nodiscard]] StowMeasures stow_measures(const Assessment& boat);

/// What a weighing puts first.
enum class StowMerit { balance, leads, reach };
[[nodiscard]] const char* stow_merit_name(StowMerit merit);

struct Stowing {
  StowMerit merit = StowMerit::balance;
  Edit edit;
  std::vector<Id> moved;  ///< parts that stand elsewhere
  StowMeasures measures;
  std::shared_ptr<const Assessment> assessed;
};

struct StowAnswer {
  StowMeasures before;
  std::vector<Stowing> ways;  ///< at most one of each merit, none like another
  Text message;               ///< why there is none; empty where there is one
};

/// Parts that may be moved.
[[nodiscard]] std::vector<Id> stowable(const Project& boat);

/// Each way is judged with this care, which should be that of the boat. Throws InvalidInput for a held part that the
/// boat does not have.
[[nodiscard]] StowAnswer stow_again(const Assessment& boat, const std::vector<Id>& held,
                                    const std::function<bool(double)>& going_on = {}, Care care = Care::full);

}  // namespace plucky
