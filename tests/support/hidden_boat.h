// A boat that is not quite what its model says, driven in steps of throttle. In: the assessed boat, what is otherwise.
// Out: the log as it was, without a logger's faults.
#pragma once

#include <cmath>

#include "assessment/sea.h"
#include "trial/pilots.h"
#include "trial/recording.h"

namespace plucky::test {

/// The boat as it really is.
inline SeaBoat hidden_boat(const Assessment& a, const Variation& truth) {
  SeaBoatData data = sea_boat_of(a).boat->data();
  data.truth = truth;
  Boat boat = boat_of(a);
  boat.jacket = {};
  return {boat, a.power.curve, data};
}

/// `seconds` straight ahead in open water at 30, 50, 70 and 90 % of the stick, twelve seconds each.
inline Recording hidden_run(const Assessment& a, const Variation& truth, double seconds = 96.0) {
  const SeaBoat real = hidden_boat(a, truth);
  const Pond open = open_water();
  SeaRules far;
  far.radio_range = 1e9;
  SeaTrial trial(real, open, {}, far);
  const auto steps = [](const SeaSample& s) {
    return Sticks{0.3 + 0.2 * std::floor(std::fmod(s.time, 48.0) / 12.0), 0.0};
  };
  return recording_of(sail(trial, steps, seconds).samples, open);
}

}  // namespace plucky::test
