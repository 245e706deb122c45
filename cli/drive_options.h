// The options of the drive's commands.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>

#include "cli/drive_commands.h"

namespace plucky::cli {

/// Holds what the options are read into; must outlive the parsing and the run.
class DriveCommandLine {
 public:
  /// Adds the commands; the one that is called sets `run`.
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  void add_planing(CLI::App& app, std::function<Json()>& run);
  void add_propeller(CLI::App& app, std::function<Json()>& run);
  void add_run_and_search(CLI::App& app, std::function<Json()>& run);
  void add_linkage(CLI::App& app, std::function<Json()>& run);
  void add_shaft(CLI::App& app, std::function<Json()>& run);

  PlaningOptions planing_;
  PropellerOptions propeller_;
  ShaftOptions shaft_;
  Linkage linkage_;
  std::string boat_, throttles_, diameters_, pitches_, aim_ = "speed";
};

}  // namespace plucky::cli
