#include "geometry/curve.h"

#include <math.h>  // pchip.hpp of Boost 1.74 calls isnan without naming its namespace

#include <algorithm>
#include <boost/math/interpolators/pchip.hpp>
#include <cmath>

#include "base/error.h"

namespace plucky {

struct Curve::Interpolant {
  boost::math::interpolators::pchip<std::vector<double>> spline;
};

Curve::Curve(std::vector<double> x, std::vector<double> y) {
  if (x.size() != y.size() || x.size() < 4)
    throw InvalidInput("curve", Text("needs at least 4 points with x and y, got {0} and {1}", x.size(), y.size()));
  for (std::size_t i = 0; i < x.size(); ++i) {
    if (!std::isfinite(x[i]) || !std::isfinite(y[i]))
      throw InvalidInput("curve", Text("point {0} is not a finite number", i + 1));
    if (i > 0 && x[i] <= x[i - 1])
      throw InvalidInput("curve", Text("point {0} at x = {1} does not lie after x = {2}", i + 1, x[i], x[i - 1]));
  }
  first_ = x.front();
  last_ = x.back();
  interpolant_ = std::make_shared<const Interpolant>(
      Interpolant{boost::math::interpolators::pchip<std::vector<double>>(std::move(x), std::move(y))});
}

double Curve::operator()(double x) const {
  return interpolant_->spline(std::clamp(x, first_, last_));
}

}  // namespace plucky
