// The list of stages, as the Assessor runs them.
#pragma once

#include "assessment/stages/stage_run.h"

namespace plucky {

/// Every stage once, each after all that it reads from.
[[nodiscard]] const std::vector<StageRun>& stage_runs();

}  // namespace plucky
