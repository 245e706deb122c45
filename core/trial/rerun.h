// A log's sticks given to the model: what the boat as it is drawn would have done. In: the boat, a recording with its
// throttle. Out: the model's recording of the same moments, and how far the two are apart.
#pragma once

#include <functional>
#include <vector>

#include "trial/recording.h"
#include "trial/sea_trial.h"

namespace plucky {

/// The virtual trial in open water without wind, with the log's throttle and helm (straight ahead where it has none),
/// battery full, all as cold as the boat's air. On the log's moments; not a number after the model stopped by itself.
/// `go_on` is told the share done; false stops. Throws InvalidInput without a throttle.
[[nodiscard]] Recording rerun(const SeaBoat& boat, const Recording& log, const std::function<bool(double)>& go_on = {});

struct ChannelDeviation {
  Channel channel = Channel::speed;
  double measured = 0.0, model = 0.0;  ///< SI, means while the boat is driven; of a temperature its greatest rise
  double share = 0.0;                  ///< measured over model, less one
};
/// Of every channel that both have and the model does not hold for nought.
[[nodiscard]] std::vector<ChannelDeviation> deviations(const Recording& log, const Recording& model);

}  // namespace plucky
