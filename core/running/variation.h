// A boat that is not quite what its data say. Plain data.
#pragma once

namespace plucky {

/// Something otherwise than the boat's data have it: factors on them.
struct Variation {
  double kv = 1.0, resistance = 1.0;  ///< of the motor
  double pitch = 1.0;                 ///< of the propulsor: its slip is the other way round
  double drag = 1.0;
  double pickup = 1.0;  ///< flow of the cooling water
  bool smooth = false;  ///< the layer along the hull stays laminar as long as it can
  bool operator==(const Variation&) const = default;
};

}  // namespace plucky
