// The kinds of drives, a function each. Adding one: its file, its value in Propulsor or Mounting (drive/drive.h) and a
// line here and in the .cpp.
#pragma once

#include "drive/kind.h"

namespace plucky {

[[nodiscard]] DriveKind shaft_drive();
[[nodiscard]] DriveKind strut_drive();
[[nodiscard]] DriveKind pod_drive();
[[nodiscard]] DriveKind jet_drive();
[[nodiscard]] DriveKind air_drive();

}  // namespace plucky
