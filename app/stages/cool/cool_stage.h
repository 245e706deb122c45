// The stage Cool as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule cool_stage();

void paint_plumbing(Canvas& c);  ///< hoses and fittings with their flow
void draw_cool_sheet(Sheet& s);  ///< the circuit, its hoses, temperatures

}  // namespace plucky::app
