// As many points of a long series as a picture shows. In: values over the time, the part that is seen. Out: points that
// draw the same line.
#pragma once

#include <QVector>
#include <vector>

namespace plucky::app {

struct ThinnedSeries {
  QVector<double> time, values;
};

/// Of each of `pieces` equal stretches of the time from `from` to `to` the least and the greatest value, in their
/// order, so that no spike is lost; where there are fewer values than that, all. A stretch without a value is a gap.
/// One value beyond either end, for the line to go on. `time` ascending, as long as `values`; both times `factor` and
/// one.
[[nodiscard]] ThinnedSeries thinned(const std::vector<double>& time, const std::vector<double>& values, double factor,
                                    double from, double to, int pieces = 1000);

}  // namespace plucky::app
