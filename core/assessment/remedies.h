// Are the offers of the findings worth taking? In: an Assessment. Out: its findings with tried remedies only.
#pragma once

#include "assessment/assessment.h"

namespace plucky {

/// How much is wrong with a boat: stops weigh most, then watches; its mass breaks ties.
[[nodiscard]] double fault_weight(const Assessment& a);

/// Does the boat that a finding's remedy makes answer that finding better, without a stop it did not have before?
/// `after` is that boat's assessment.
[[nodiscard]] bool betters(const Finding& finding, const Assessment& before, const Assessment& after);

/// Applies the finding's remedy and assesses the boat it makes; false too when it cannot be made. `assessor` keeps what
/// several trials of one boat share.
[[nodiscard]] bool remedy_betters(const Finding& finding, const Assessment& before, Assessor& assessor);

/// Every remedy is applied and its boat assessed; one that does not better its finding or cannot be applied is taken
/// off. Costs an assessment for each.
[[nodiscard]] std::vector<Finding> with_tried_remedies(const Assessment& a);

}  // namespace plucky
