#include "chart/thinned.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace plucky::app {

ThinnedSeries thinned(const std::vector<double>& time, const std::vector<double>& values, double factor, double from,
                      double to, int pieces) {
  ThinnedSeries out;
  const std::size_t size = std::min(time.size(), values.size());
  const auto end = time.begin() + static_cast<std::ptrdiff_t>(size);
  auto first = static_cast<std::size_t>(std::lower_bound(time.begin(), end, from) - time.begin());
  auto last = static_cast<std::size_t>(std::upper_bound(time.begin(), end, to) - time.begin());  // one beyond
  if (first > 0) --first;
  if (last < size) ++last;
  const auto take = [&](std::size_t i) {
    out.time << time[i];
    out.values << factor * values[i];
  };
  if (last - first <= static_cast<std::size_t>(2 * pieces)) {
    for (std::size_t i = first; i < last; ++i) take(i);
    return out;
  }
  const double width = (time[last - 1] - time[first]) / pieces;
  for (std::size_t i = first; i < last;) {
    const double until = time[i] + width;
    std::size_t least = last, most = last, begin = i;
    for (; i < last && time[i] < until; ++i) {
      if (std::isnan(values[i])) continue;
      if (least == last || values[i] < values[least]) least = i;
      if (most == last || values[i] > values[most]) most = i;
    }
    if (i == begin) ++i;  // two moments wider apart than a piece
    if (least == last) {
      out.time << time[begin];
      out.values << std::numeric_limits<double>::quiet_NaN();
      continue;
    }
    take(std::min(least, most));
    if (least != most) take(std::max(least, most));
  }
  return out;
}

}  // namespace plucky::app
