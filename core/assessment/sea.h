// The assessed boat made ready for the sea trial. In: Assessment. Out: SeaBoat, or why it cannot sail.
#pragma once

#include <memory>

#include "assessment/assessment.h"
#include "trial/log_reading.h"
#include "trial/sea_boat.h"

namespace plucky {

struct SeaReady {
  std::shared_ptr<const SeaBoat> boat;  ///< null: see `missing`
  Text missing;
};
/// It owns all it needs.
[[nodiscard]] SeaReady sea_boat_of(const Assessment& a);

/// What reading a log off needs to know of this boat.
[[nodiscard]] LogBoat log_boat_of(const Assessment& a);

}  // namespace plucky
