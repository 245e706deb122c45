// How the boat's own weight bends it. In: masses along its length, what holds it. Out: the moment at a place.
#pragma once

#include <utility>
#include <vector>

namespace plucky {

/// Something heavy: place along the boat, m, and mass, kg.
using HeavyPlace = std::pair<double, double>;

/// Bending moment, N m, at x of a boat held at `from` and `to`, as between two hands, positive where it sags: the
/// forces of one side about x. What lies beyond a hand is borne by that hand.
[[nodiscard]] double sagging_moment(const std::vector<HeavyPlace>& masses, double from, double to, double x);

}  // namespace plucky
