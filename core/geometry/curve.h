// Master curves of a hull: y over x, through given points, without overshoot.
#pragma once

#include <memory>
#include <vector>

namespace plucky {

/// Monotone piecewise cubic through control points (Fritsch & Carlson 1980, by Boost.Math's pchip): a keel that is
/// straight between its control points stays straight, and nothing bulges past them.
///
/// Example: `Curve keel({0, 0.2, 0.4, 0.6}, {0, 0, 0, 0.09}); double z = keel(0.5);`
class Curve {
 public:
  Curve() = default;
  /// At least four points with strictly increasing x, all finite. Throws InvalidInput otherwise.
  Curve(std::vector<double> x, std::vector<double> y);

  /// Value at x; outside the control points the end value holds.
  [[nodiscard]] double operator()(double x) const;

 private:
  struct Interpolant;
  std::shared_ptr<const Interpolant> interpolant_;
  double first_ = 0.0;
  double last_ = 0.0;
};

}  // namespace plucky
