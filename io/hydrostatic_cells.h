// Hydrostatic tables as cells of a spreadsheet. SI, a heading first; a cell is empty where there is no number.
#pragma once

#include <span>

#include "flotation/tables.h"
#include "io/table.h"

namespace plucky {

[[nodiscard]] TableRows hydrostatic_cells(std::span<const HydrostaticRow> rows);

}  // namespace plucky
