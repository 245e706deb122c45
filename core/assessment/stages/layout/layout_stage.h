// The stage Layout of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun layout_stage();

void layout_rules(const Assessment& a, std::vector<Finding>& out);

}  // namespace plucky
