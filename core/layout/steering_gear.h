// What the components of a steering hold. Plain data.
#pragma once

#include <cstdint>

namespace plucky {

/// What a component can be to the steering.
enum class SteeringRole { rudder, servo };

/// Blades that steer, in the water or in the wind. The component's box holds post and bracket too.
struct Rudder {
  std::uint32_t blades = 1;  ///< equal ones
  double chord = 0.030;      ///< m
  double span = 0.050;       ///< m, of one blade in the stream
  double balance = 0.20;     ///< stock aft of the leading edge, share of the chord
  double thickness = 0.004;  ///< m
  bool operator==(const Rudder&) const = default;
};

struct Servo {
  double torque = 0.40;  ///< N m
  double speed = 6.0;    ///< rad/s
  double current = 1.2;  ///< A, while it works
  bool operator==(const Servo&) const = default;
};

}  // namespace plucky
