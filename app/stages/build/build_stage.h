// What the stage Build gives to the window.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule build_stage();

/// Where the printed hull is cut, and which panel is which.
void paint_making(Canvas& c);

void draw_build_sheet(Sheet& sheet);

}  // namespace plucky::app
