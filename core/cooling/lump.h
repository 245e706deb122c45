// One lump that warms in air and water: an ESC, a battery. In: a part, its loss. Out: temperatures in time.
#pragma once

#include <optional>

#include "layout/part.h"

namespace plucky {

struct Lump {
  double capacity = 0.0, to_air = 0.0, to_water = 0.0;  ///< J/K, W/K
  /// degC at last.
  [[nodiscard]] double steady(double loss, double air, double water) const;
  /// degC after a time from the air's temperature on.
  [[nodiscard]] double at(double time, double loss, double air, double water) const;
  /// s to a temperature; none when it is not reached within `last`.
  [[nodiscard]] std::optional<double> time_to(double limit, double last, double loss, double air, double water) const;
};

/// By mass and surface; still air in a closed hull, one face on its mount: common practice, no source.
[[nodiscard]] Lump lump_of(const Part& part);

}  // namespace plucky
