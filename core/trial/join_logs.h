// One run in two logs: a receiver has the speed, a telemetry logger the current. In: both recordings. Out: one, and by
// how much the second one's clock was behind or ahead.
#pragma once

#include <optional>
#include <vector>

#include "base/text.h"
#include "trial/recording.h"

namespace plucky {

struct JoinedLogs {
  Recording recording;
  double offset = 0.0;       ///< s of the first one's time at which the second begins
  bool by_clock = false;     ///< both told the time of day
  double correlation = 0.0;  ///< of what moves together in both, where that told the offset
  std::vector<Text> notes;
};

/// The channels of `second` beside those of `first`, on the time of the one that has more moments a second. A channel
/// that both have is the first one's; gaps of either stay gaps. Without `offset` it is found: by the clocks where both
/// tell the time of day and then overlap (loggers keep different zones: whole half hours are left out of the count),
/// else by how the two rise and fall together. Throws InvalidInput when neither tells it, or nothing would overlap.
[[nodiscard]] JoinedLogs join_logs(const Recording& first, const Recording& second, std::optional<double> offset = {});

/// How the two were found together, in words.
[[nodiscard]] Text offset_note(const JoinedLogs& joined);

}  // namespace plucky
