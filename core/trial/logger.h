// A logger that is no better than real ones: late, noisy, with gaps. In: what was, what is wrong with it. Out: what it
// would have written. The same seed gives the same.
#pragma once

#include <cstdint>

#include "trial/recording.h"

namespace plucky {

struct LoggerFaults {
  double speed_lag = 0.0, current_lag = 0.0;  ///< s by which these come late
  double noise = 0.0;                         ///< of each value, share of the channel's span, one deviation
  double gap_from = 0.0, gap = 0.0;           ///< s, nothing is written from then on for so long; 0: no gap
  double spikes = 0.0;                        ///< share of values that are nonsense
  double clock_jump = 0.0;                    ///< s by which the clock goes back in the middle
  double speed_factor = 1.0;                  ///< a wrong unit
};

[[nodiscard]] Recording as_logged(const Recording& recording, const LoggerFaults& faults, std::uint64_t seed);

}  // namespace plucky
