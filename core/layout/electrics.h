// What electrical components beside the drive hold. Plain data.
#pragma once

namespace plucky {

/// Lives on the receiver's supply: receiver, lamp, camera.
struct Consumer {
  double current = 0.0;  ///< A, most it takes
  bool operator==(const Consumer&) const = default;
};

/// Lamps in series with a resistor of their own.
struct Lamp {
  double current = 0.02;  ///< A, that they should take
  double forward = 3.0;   ///< V, of one at that current: white and blue 3, red and yellow 2, common practice, no source
  double in_series = 1;   ///< how many behind one resistor
  double supply = 0.0;    ///< V, what feeds them; 0: the receiver's supply
  bool operator==(const Lamp&) const = default;
};
/// V, of the receiver's supply: common practice, no source.
inline constexpr double receiver_supply = 5.0;

struct PowerSwitch {
  double current_limit = 0.0;  ///< A, most it may carry
  bool operator==(const PowerSwitch&) const = default;
};

}  // namespace plucky
