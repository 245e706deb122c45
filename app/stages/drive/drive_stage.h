// The stage Drive as the window sees it.
#pragma once

#include "stages/stage_module.h"

namespace plucky::app {

[[nodiscard]] StageModule drive_stage();

void paint_drive(Canvas& c);          ///< shaft line, thrust, running water
void paint_fitting_marks(Canvas& c);  ///< tabs, fins, wing and canard

}  // namespace plucky::app
