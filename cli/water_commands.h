// Cooling and leaks from the shell.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>

#include "cli/drive_commands.h"

namespace plucky::cli {

/// Cooling of a boat over the throttle; at the speeds given (m/s, "2,5") where there are some.
[[nodiscard]] Json cool_boat(const std::string& boat, const std::string& speeds);
/// A bare network, see docs/file-format.md.
[[nodiscard]] Json cool_network(const std::string& file);
/// Openings, leak budget and time until danger; `scenarios` names openings taken as missing ("hatch_edge:4,shaft_tube")
/// and perimeters 0 leaves the walls as they are.
[[nodiscard]] Json leak_boat(const std::string& boat, const std::string& worn, const std::string& missing,
                             unsigned perimeters);

class WaterCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  std::string boat_, speeds_, circuit_, worn_, missing_;
  unsigned perimeters_ = 0;
};

}  // namespace plucky::cli
