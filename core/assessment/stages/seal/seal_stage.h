// The stage Seal of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun seal_stage();

void seal_rules(const Assessment& a, std::vector<Finding>& out);
/// From now on the floodings of a drag are these.
void keep_floods(std::any& memory, const SealReport& report);

}  // namespace plucky
