// How far off may speed, currents and temperatures be? In: a powered boat with its report. Out: their ranges.
//
// Method: each uncertain input is tried a standard deviation up and down in the full balance; samples draw all inputs
// at once and add what each does, by straight lines through its three answers. The uncertainties are common practice,
// no source: Kv 3 %, a typed resistance 5 %, one judged by the can 15 %, drag 8 % inside and 15 % outside the range of
// its method, effective pitch 4 % where the propeller is one of the series, 6 % elsewhere and 10 % at the surface, the
// pickup's flow 20 %; mass by its budget.
#pragma once

#include "running/power.h"

namespace plucky {

/// What of the boat the report does not keep.
struct RangeInput {
  const RunningHull& hull;
  double mass_sigma = 0.0;  ///< kg
};

/// At the drive's throttle limit; none where report.full does not run.
[[nodiscard]] std::optional<PowerRanges> power_ranges(const PoweredBoat& powered, const PowerReport& report,
                                                      const RangeInput& input);

}  // namespace plucky
