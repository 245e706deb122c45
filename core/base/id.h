// Permanent numbers: what the builder made keeps its number for good, through undo, file and report.
#pragma once

#include <cstdint>

namespace plucky {

/// 0 stands for "none".
using Id = std::uint32_t;

}  // namespace plucky
