// The demo fleet of Withy Mere, shipped inside the program.
#pragma once

#include <vector>

#include "project/project.h"

namespace plucky::app {

[[nodiscard]] const std::vector<Project>& demo_fleet();

}  // namespace plucky::app
