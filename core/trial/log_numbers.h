// Small sums over series that may have gaps. In: numbers, some not a number. Out: medians, quantiles, means of windows.
#pragma once

#include <algorithm>
#include <cmath>
#include <limits>
#include <utility>
#include <vector>

namespace plucky {

inline constexpr double unmeasured = std::numeric_limits<double>::quiet_NaN();

/// Of what is known, between the two nearest; not a number where nothing is. `share` 0 to 1.
[[nodiscard]] inline double quantile_of(std::vector<double> values, double share) {
  std::erase_if(values, [](double v) { return std::isnan(v); });
  if (values.empty()) return unmeasured;
  std::sort(values.begin(), values.end());
  const double at = share * static_cast<double>(values.size() - 1);
  const auto i = static_cast<std::size_t>(at);
  return i + 1 < values.size() ? values[i] + (values[i + 1] - values[i]) * (at - static_cast<double>(i)) : values[i];
}
[[nodiscard]] inline double median_of(const std::vector<double>& values) {
  return quantile_of(values, 0.5);
}

/// Least and greatest of what is known; the first above the second where nothing is.
[[nodiscard]] inline std::pair<double, double> span_of(const std::vector<double>& values) {
  std::pair out{std::numeric_limits<double>::infinity(), -std::numeric_limits<double>::infinity()};
  for (const double v : values)
    if (!std::isnan(v)) out = {std::min(out.first, v), std::max(out.second, v)};
  return out;
}

/// Mean over so many samples round each; not a number where more than half of them are missing.
[[nodiscard]] inline std::vector<double> smoothed(const std::vector<double>& values, std::size_t width) {
  std::vector<double> out(values.size(), unmeasured);
  const std::size_t half = width / 2;
  for (std::size_t i = 0; i < values.size(); ++i) {
    double sum = 0.0;
    std::size_t n = 0, all = 0;
    for (std::size_t k = i >= half ? i - half : 0; k <= std::min(values.size() - 1, i + half); ++k, ++all)
      if (!std::isnan(values[k])) sum += values[k], ++n;
    if (2 * n > all) out[i] = sum / static_cast<double>(n);
  }
  return out;
}

}  // namespace plucky
