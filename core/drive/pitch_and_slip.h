// The drive as pitch-and-slip arithmetic sees it. In: motor, battery, propeller, slip. Out: speed, torque, current, run
// time at full throttle.
//
// Speed: V = loaded x Kv x U / ratio x pitch x (1 - slip), common practice, no source. Torque from the
// propeller's chart at that slip; current from torque by the motor's Kv.
#pragma once

#include "drive/drive.h"

namespace plucky {

struct DriveReport {
  bool fitted = false;
  double revolutions = 0.0;  ///< 1/s of the propeller, under load
  double speed = 0.0;        ///< m/s
  double thrust = 0.0;       ///< N, all drives
  double torque = 0.0;       ///< N m, each, at the propeller
  double current = 0.0;      ///< A, from the battery, all drives
  double power = 0.0;        ///< W, from the battery
  double run_time = 0.0;     ///< s at full throttle
};

/// Throws InvalidInput as check_drive() of drive/drive_table.h does.
[[nodiscard]] DriveReport run_drive(const Drive& drive, double water_density);

}  // namespace plucky
