// What drives with a shaft from a motor in the hull have in common.
#pragma once

#include "drive/kind.h"

namespace plucky {

/// The traits that all of them share.
[[nodiscard]] DriveKind shaft_line_drive(Mounting mounting);

}  // namespace plucky
