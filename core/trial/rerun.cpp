#include "trial/rerun.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "base/error.h"
#include "trial/log_numbers.h"
#include "trial/log_reading.h"
#include "trial/pond.h"

namespace plucky {

namespace {

constexpr double rerun_step = 0.1;

double at_moment(const std::vector<double>& even, double time) {
  const auto i = static_cast<std::size_t>(std::max(0.0, time / rerun_step));
  return i < even.size() && !std::isnan(even[i]) ? std::clamp(even[i], -1.0, 1.0) : 0.0;
}

}  // namespace

Recording rerun(const SeaBoat& boat, const Recording& log, const std::function<bool(double)>& go_on) {
  const Series *throttle = log.find(Channel::throttle), *helm = log.find(Channel::helm);
  if (!throttle) throw InvalidInput("log", "has no throttle: the model does not know what was done with it");
  const auto ahead = evenly(log, *throttle, rerun_step, 2.0);
  const auto across = helm ? evenly(log, *helm, rerun_step, 2.0) : std::vector<double>();
  const Pond open = open_water();
  SeaRules far;
  far.radio_range = 1e9;
  SeaTrial trial(boat, open, {}, far);
  const SeaLog sailed = sail(
      trial,
      [&](const SeaSample& now) {
        return Sticks{at_moment(ahead, now.time), at_moment(across, now.time)};
      },
      log.duration(), rerun_step, go_on);
  const Recording model = recording_of(sailed.samples, open);
  // On the log's moments.
  Recording out{.name = model.name, .time = log.time, .series = {}};
  for (const Series& s : model.series)
    out.series.push_back({.channel = s.channel,
                          .label = s.label,
                          .values = on_moments(log.time, model, s, log.time.front(), 2.0 * rerun_step)});
  return out;
}

std::vector<ChannelDeviation> deviations(const Recording& log, const Recording& model) {
  const Series* throttle = log.find(Channel::throttle);
  std::vector<ChannelDeviation> out;
  for (const Channel c :
       {Channel::speed, Channel::motor_revolutions, Channel::current, Channel::voltage, Channel::motor_temperature,
        Channel::esc_temperature, Channel::battery_temperature, Channel::flow, Channel::used}) {
    const Series *a = log.find(c), *b = model.find(c);
    if (!a || !b) continue;
    const bool warm = channel_dimension(c) == Dimension::temperature, counts_up = c == Channel::used;
    double measured = 0.0, says = 0.0, n = 0.0, first = unmeasured, first_model = unmeasured;
    for (std::size_t i = 0; i < std::min(a->values.size(), b->values.size()); ++i) {
      const double x = a->values[i], y = b->values[i];
      if (std::isnan(x) || std::isnan(y)) continue;
      if (warm || counts_up) {
        if (std::isnan(first)) first = x, first_model = y;
        measured = std::max(measured, x - first), says = std::max(says, y - first_model), n = 1.0;
      } else if (!throttle || throttle->values[i] > 0.05) {
        measured += x, says += y, n += 1.0;
      }
    }
    if (n == 0.0 || !(says > 1e-12)) continue;
    out.push_back({c, measured / n, says / n, measured / says - 1.0});
  }
  return out;
}

}  // namespace plucky
