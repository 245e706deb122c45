// The mount that puts the motor on the shaft's line, and what the hull's flexing does to that. In: hull, motor, line.
// Out: heights, tilt, screws, shim.
#pragma once

#include "hull/model.h"
#include "running/drive_line.h"

namespace plucky {

/// A plate square to the motor's axis in front of or behind the can, on a foot along the bottom.
struct MotorMount {
  double axis_height = 0.0;   ///< m, of the motor's axis over the inner bottom at the mount's plate
  double tilt = 0.0;          ///< rad, of the axis, after end down
  double plate_x = 0.0;       ///< m, where the plate stands: the can's after face
  double screw_circle = 0.0;  ///< m, diameter of the front's screw circle, usual for the can; makers' data go before it
  double screw = 0.003;       ///< m
  double foot = 0.0;          ///< m, length of the foot under the can
  double shim = 0.0;          ///< m, thickness of the wedge at its thick end that gives the tilt on the bottom
};
/// Throws nothing; zero heights when the motor stands outside the hull.
[[nodiscard]] MotorMount motor_mount(const HullModel& hull, const Skin& skin, const Motor& motor,
                                     const DriveLine& line);

/// By how much motor and tube move out of line when the thrust bends the hull between them, m: the hull's U-section as
/// a beam under the thrust's moment, M l^2 / (8 E I). A common plate takes the hull out of it. Order of magnitude only.
[[nodiscard]] double flex_at_coupler(const HullModel& hull, const Skin& skin, const DriveLine& line, double thrust,
                                     double thrust_offset);

}  // namespace plucky
