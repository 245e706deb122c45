// The boat at sea before it is built, from the shell.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>
#include <vector>

#include "cli/commands.h"

namespace plucky::cli {

struct TrialRunOptions {
  std::string boat, course = "lap", log;
  double throttle = 1.0, duration = 120.0;  ///< share of the stick, s
  std::string wind, waves;                  ///< towards east, as typed; height
  bool standard = false;                    ///< the standard trials instead of a course
};
/// A course round the demonstration pond, with its log where a file is named; or the standard trials.
[[nodiscard]] Json trial_run(const TrialRunOptions& options);

struct LogOptions {
  std::string file, boat, join;
  std::vector<std::string> columns;  ///< "heading=channel" or "heading=channel:unit", in place of what is guessed
};
/// What a log tells: columns, lags, segments, numbers; with another log of the same run; of a boat where a file is
/// named.
[[nodiscard]] Json log_of_run(const LogOptions& options);

/// The model of the boat brought to its logs.
[[nodiscard]] Json calibrate_boat(const std::string& boat, const std::vector<std::string>& logs);

class TrialCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  TrialRunOptions run_;
  LogOptions log_;
  std::string boat_;
  std::vector<std::string> logs_;
};

}  // namespace plucky::cli
