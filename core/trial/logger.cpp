#include "trial/logger.h"

#include <algorithm>
#include <cmath>
#include <random>

#include "trial/log_numbers.h"
#include "trial/log_reading.h"

namespace plucky {

Recording as_logged(const Recording& recording, const LoggerFaults& f, std::uint64_t seed) {
  std::mt19937_64 random(seed);
  std::normal_distribution<double> scatter(0.0, 1.0);
  std::uniform_real_distribution<double> share(0.0, 1.0);
  Recording r = recording;
  for (const auto& [channel, late] :
       {std::pair{Channel::speed, f.speed_lag}, {Channel::course, f.speed_lag}, {Channel::current, f.current_lag}})
    if (late != 0.0) r = shifted_channel(std::move(r), channel, -late);
  for (Series& s : r.series) {
    if (s.channel == Channel::latitude || s.channel == Channel::longitude) continue;
    const auto [low, high] = span_of(s.values);
    for (double& v : s.values) {
      if (s.channel == Channel::speed) v *= f.speed_factor;
      if (f.noise > 0.0) v += f.noise * (high - low) * scatter(random);
      if (f.spikes > 0.0 && share(random) < f.spikes) v = low + 3.0 * (high - low) * share(random);
    }
  }
  if (f.gap > 0.0)
    for (std::size_t i = r.time.size(); i-- > 0;)
      if (r.time[i] >= f.gap_from && r.time[i] < f.gap_from + f.gap) {
        const auto at = static_cast<std::ptrdiff_t>(i);
        r.time.erase(r.time.begin() + at);
        for (Series& s : r.series) s.values.erase(s.values.begin() + at);
      }
  if (f.clock_jump > 0.0)
    for (std::size_t i = r.time.size() / 2; i < r.time.size(); ++i) r.time[i] -= f.clock_jump;
  return r;
}

}  // namespace plucky
