// Sampling what is not known exactly. In: a seed, values. Out: normal draws, the middle 90 % of values.
#pragma once

#include <algorithm>
#include <cmath>
#include <cstddef>
#include <cstdint>
#include <vector>

namespace plucky {

/// Middle 90 % of the samples: 5th to 95th percentile, with the median.
struct Range {
  double low = 0.0, middle = 0.0, high = 0.0;
};

/// Small, fast and the same on every machine: xorshift64*, and a normal as the sum of the eight bytes of one draw. Its
/// middle 90 % is that of the normal distribution to half a per cent, and no sample is absurd.
class Scatter {
 public:
  explicit Scatter(std::uint32_t seed) : state_(0x9E3779B97F4A7C15ull ^ (static_cast<std::uint64_t>(seed) << 17)) {}
  double normal() {
    state_ ^= state_ >> 12;
    state_ ^= state_ << 25;
    state_ ^= state_ >> 27;
    const std::uint64_t r = state_ * 0x2545F4914F6CDD1Dull;
    // Adds the bytes pairwise in place.
    const std::uint64_t pairs = (r & 0x00FF00FF00FF00FFull) + ((r >> 8) & 0x00FF00FF00FF00FFull);
    const std::uint64_t sum = (pairs * 0x0001000100010001ull) >> 48;
    constexpr double mean = 8 * 127.5, sigma = 209.0215;  // sigma^2 = 8 (256^2 - 1) / 12
    return (static_cast<double>(sum) - mean) / sigma;
  }

 private:
  std::uint64_t state_;
};

/// Of at least one value; it leaves them in another order.
inline Range range_of(std::vector<double>& values) {
  const auto place = [&](double share) {
    return values.begin() + std::lround(share * static_cast<double>(values.size() - 1));
  };
  const auto low = place(0.05), middle = place(0.5), high = place(0.95);
  std::nth_element(values.begin(), middle, values.end());
  if (low != middle) std::nth_element(values.begin(), low, middle);
  if (high != middle) std::nth_element(middle + 1, high, values.end());
  return {*low, *middle, *high};
}

}  // namespace plucky
