// The smallest changes that bring one number of the boat where it is wanted. In: the boat, which number, how much. Out:
// ways, each one edit that was assessed whole, the smallest first, with all that it changes.
//
// Method: each number that a builder chooses is turned up and down, first by a tenth to see whether it helps, then as
// far as is needed, which bisection makes as little as may be; each component is tried in the stead of the one in its
// role. What brings a new stop is no way. Where nothing does it alone, the two that come farthest are tried together.
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <vector>

#include "assessment/consequence.h"
#include "assessment/what_if.h"
#include "project/catalogue.h"

namespace plucky {

struct Goal {
  std::string row;       ///< key of the ledger
  double value = 0.0;    ///< SI
  bool at_least = true;  ///< else at most
  [[nodiscard]] bool met_by(double number) const { return at_least ? number >= value : number <= value; }
};

/// "speed >= 11.1", "mass <= 1.1", or with a sign before the number what is wanted more or less than now ("run_time
/// +600"). Throws InvalidInput for a number the ledger does not have or the boat has not, and for what it cannot read.
[[nodiscard]] Goal goal_from(const std::string& words, const Assessment& boat);

struct Improvement {
  Edit edit;
  Text what;                     ///< "Propeller pitch from 48 mm to 52 mm", "Motor X instead of Y"
  double change = 0.0;           ///< how large it is: a share of the number turned; of a component swapped 0.2
  bool reaches = false;          ///< else it only comes nearer
  Quantity number;               ///< of the goal's row, after it
  std::vector<Change> effects;   ///< on the ledger
  std::vector<Finding> strikes;  ///< what is new to watch
  std::shared_ptr<const Assessment> assessed;
  std::function<Edit(const Assessment&)> again;  ///< the same change of another boat; null of two together
  bool swap = false;                             ///< a component for another
};

struct Improvements {
  Goal goal;
  std::vector<Improvement> ways;  ///< those that reach first, the least to watch and the smallest first
  Text message;                   ///< why there is none, what stands in the way; empty where one reaches
};

/// `going_on` as in what_if(). At most `most` ways.
[[nodiscard]] Improvements improve(const Assessment& boat, const Goal& goal, const Catalogue& catalogue,
                                   const std::function<bool(double)>& going_on = {}, std::size_t most = 8);

}  // namespace plucky
