// The demo fleet of Withy Mere, shipped inside the program.
#pragma once

#include <span>
#include <vector>

#include "project/project.h"

namespace plucky::app {

[[nodiscard]] const std::vector<Project>& demo_fleet();

/// Boats of the fleet by what they do.
struct FleetGroup {
  const char* name;  ///< in English, a term
  std::vector<const char*> boats;
};
[[nodiscard]] std::span<const FleetGroup> fleet_groups();
/// The boat of that name; null when there is none.
[[nodiscard]] const Project* demo_boat(const std::string& name);

}  // namespace plucky::app
