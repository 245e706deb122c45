// The order of work and what the boat takes, from the shell.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>

#include "cli/commands.h"

namespace plucky::cli {

/// Tasks in their order with times; `start` an ISO day, empty: the boat's own or today; a calendar where a file is
/// named.
[[nodiscard]] Json plan_of_boat(const std::string& boat, const std::string& start, const std::string& ics);

/// Everything the boat takes; as a table where a file is named.
[[nodiscard]] Json bill_of_boat(const std::string& boat, const std::string& csv);

class PlanCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  std::string boat_, start_, ics_, csv_;
};

}  // namespace plucky::cli
