// What the diary's page tells, from the shell: what stands behind a trouble, whether the boat may launch.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>
#include <vector>

#include "cli/commands.h"

namespace plucky::cli {

struct SymptomOptions {
  std::string boat, is;
  std::vector<std::string> answers;  ///< "cause=yes" or "cause=no"
};
/// What may stand behind a trouble of this boat, the likeliest first, with offers that were tried; all symptoms there
/// are where none is named.
[[nodiscard]] Json symptom(const SymptomOptions& options);

struct LaunchOptions {
  std::string boat, day, wind, water;  ///< ISO day; as typed, empty: not told
};
/// May it go into the water, and what wants upkeep.
[[nodiscard]] Json launch(const LaunchOptions& options);

class DiaryCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  SymptomOptions symptom_;
  LaunchOptions launch_;
};

}  // namespace plucky::cli
