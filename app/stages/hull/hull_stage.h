// The stage Hull as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule hull_stage();

}  // namespace plucky::app
