#include "layout/radio.h"

#include <algorithm>
#include <cmath>

#include "geometry/vec.h"

namespace plucky {

double radio_range(double boat, double hand) {
  if (boat <= 0.0 || hand <= 0.0) return 0.0;
  constexpr double allowed = 100.0;     // dB: 20 dBm sent, -90 dBm heard, 10 dB kept
  constexpr double wavelength = 0.125;  // m
  const double amplitude = std::pow(10.0, allowed / 20.0);
  const double open = wavelength / (4.0 * pi) * amplitude, over_water = std::sqrt(boat * hand * amplitude);
  return std::min(open, over_water);
}

}  // namespace plucky
