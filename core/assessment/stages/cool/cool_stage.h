// The stage Cool of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun cool_stage();

void cool_rules(const Assessment& a, std::vector<Finding>& out);

}  // namespace plucky
