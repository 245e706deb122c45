// The stage Float of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun float_stage();

void flotation_rules(const Assessment& a, std::vector<Finding>& out);
/// Called while the boat floats.
void stability_rules(const Assessment& a, std::vector<Finding>& out);

}  // namespace plucky
