// Logs of runs as files. In: text of a logger, whatever its columns, units and commas. Out: a recording in SI; and
// back.
#pragma once

#include <string>
#include <string_view>

#include "trial/recording.h"

namespace plucky {

/// Comma separated, a heading with units, a line for each moment; in the units of loggers (km/h, rpm, mAh). Cells where
/// nothing was measured are empty.
[[nodiscard]] std::string write_log(const Recording& recording);

}  // namespace plucky
