// The stage Trial as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule trial_stage();

}  // namespace plucky::app
