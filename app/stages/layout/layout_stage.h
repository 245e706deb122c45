// The stage Layout as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule layout_stage();

}  // namespace plucky::app
