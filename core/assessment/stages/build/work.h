// The order of work of a boat, made from what it is: a task for every part, joint, seal, coat and test, with what must
// come before by geometry and chemistry. How long hands take, which tool, which order: common practice, no source.
#pragma once

#include <vector>

#include "assessment/assessment.h"

namespace plucky {

/// Reads sections, panels, ways and screws of the assessment; the builder's own wishes are among the needs.
[[nodiscard]] std::vector<WorkTask> tasks_of(const Assessment& a);

}  // namespace plucky
