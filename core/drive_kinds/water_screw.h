// What drives with blades in open water have in common, whatever carries them.
#pragma once

#include "drive/kind.h"
#include "running/drive_line.h"

namespace plucky {

/// The traits that all of them share.
[[nodiscard]] DriveKind water_screw(Mounting mounting);

/// Depth, clearance and reach below the keel of a disc at `working.place`. `plate`: one above it keeps the air away.
void place_water_screw(const HullModel& hull, const Drive& drive, const WaterLevel& at_rest, bool plate,
                       Working& working);

}  // namespace plucky
