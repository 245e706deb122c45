// The stage Drive of an assessment.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

[[nodiscard]] StageRun drive_stage();

void drive_rules(const Assessment& a, std::vector<Finding>& out);
/// How the drive lines up and how deep it works; called by drive_rules().
void line_rules(const Assessment& a, std::vector<Finding>& out);
void steering_rules(const Assessment& a, std::vector<Finding>& out);

}  // namespace plucky
