// The stage Trial of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun trial_stage();

void trial_rules(const Assessment& a, std::vector<Finding>& out);

}  // namespace plucky
