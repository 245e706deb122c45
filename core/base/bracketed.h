// A root between two places where a function has unlike signs. In: the function, the places, its values there. Out:
// where it is zero.
#pragma once

#include <boost/math/tools/toms748_solve.hpp>

namespace plucky {

/// To `bits` of accuracy of the place, in sixty calls at most.
template <class F>
[[nodiscard]] double bracketed_root(F f, double low, double high, double at_low, double at_high, int bits = 40) {
  boost::uintmax_t rounds = 60;
  const auto r = boost::math::tools::toms748_solve(f, low, high, at_low, at_high,
                                                   boost::math::tools::eps_tolerance<double>(bits), rounds);
  return 0.5 * (r.first + r.second);
}

}  // namespace plucky
