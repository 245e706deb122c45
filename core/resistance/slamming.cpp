#include "resistance/slamming.h"

#include <algorithm>
#include <cmath>

#include "geometry/vec.h"

namespace plucky {

Slam slam(const SlamCase& of) {
  constexpr double knot = 0.514444, foot = 0.3048;  // m/s, m
  Slam out{.mean = 0.0, .within = true};
  const auto held = [&](double value, double low, double high) {
    out.within = out.within && value >= low && value <= high;
    return std::clamp(value, low, high);
  };
  const double speed = held(of.speed / knot / std::sqrt(of.length / foot), 2.0, 6.0);
  const double slender = held(of.length / of.beam, 3.0, 5.0), height = held(of.wave_height / of.beam, 0.2, 0.7);
  const double trim = held(degrees(of.trim), 3.0, 7.0), deadrise = held(degrees(of.deadrise), 10.0, 30.0);
  const double load = of.mass / (of.density * of.beam * of.beam * of.beam);
  out.mean = 0.0104 * (height + 0.084) * 0.25 * trim * (5.0 / 3.0 - deadrise / 30.0) * speed * speed * slender / load;
  return out;
}

}  // namespace plucky
