// The stage Float as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule float_stage();

}  // namespace plucky::app
