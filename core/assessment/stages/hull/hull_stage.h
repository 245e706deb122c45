// The stage Hull of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun hull_stage();

void hull_rules(const Assessment& a, std::vector<Finding>& out);

}  // namespace plucky
