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

/// Battery power, W, of a boat of this weight (N) that a drive in the water pushes at a speed (m/s): a tenth of its
/// weight as drag and 0.45 of the power below its own wave; above it a fifth, more with the square of the volumetric
/// Froude number as air and appendages come to count, and one half. Rough: common practice, no source.
[[nodiscard]] double water_power_for(double weight, double speed, bool fast);

}  // namespace plucky
