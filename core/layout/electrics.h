// What electrical components beside the drive hold. Plain data.
#pragma once

namespace plucky {

/// Lives on the receiver's supply: receiver, lamp, camera.
struct Consumer {
  double current = 0.0;  ///< A, most it takes
  bool operator==(const Consumer&) const = default;
};

struct PowerSwitch {
  double current_limit = 0.0;  ///< A, most it may carry
  bool operator==(const PowerSwitch&) const = default;
};

}  // namespace plucky
