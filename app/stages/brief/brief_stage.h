// The stage Brief as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule brief_stage();

}  // namespace plucky::app
