// Boats worked out from what is wanted of them, from the shell.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>
#include <vector>

#include "cli/commands.h"

namespace plucky::cli {

struct ProposeOptions {
  std::string brief;  ///< JSON of a brief, or a boat file whose brief is taken
  std::size_t count = 3;
  std::string folder;                       ///< where the boats are saved; empty: nowhere
  std::string family, propulsor, mounting;  ///< decided already; empty: open
  std::string hull;                         ///< boat file whose hull is fixed; empty: open
  std::vector<std::string> at_hand;         ///< names in the catalogue
};
/// Whole boats from a brief, each with its numbers and reasons.
[[nodiscard]] Json propose_boats(const ProposeOptions& options);

struct WhatIfOptions {
  std::string boat;
  std::vector<std::string> vary;  ///< "knob=from:to:count", SI, or "knob" for values round the boat's own
  std::vector<std::string> read;  ///< keys of the ledger; empty: all
};
/// The boat with one or two of its numbers turned: what comes of it and what strikes it at each point. Without any to
/// turn: all that can be turned.
[[nodiscard]] Json turned_boats(const WhatIfOptions& options);

struct ImproveOptions {
  std::string boat, goal;
  std::string folder;  ///< where the boats are saved; empty: nowhere
};
/// The smallest changes that bring one number of the ledger where it is wanted.
[[nodiscard]] Json improved_boats(const ImproveOptions& options);

struct StowOptions {
  std::string boat;
  std::vector<std::string> hold;  ///< names of parts that stay
  std::string folder;             ///< where the boats are saved; empty: nowhere
};
/// Better places for the parts of a boat.
[[nodiscard]] Json stowed_boats(const StowOptions& options);

class DesignCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  ProposeOptions propose_;
  WhatIfOptions what_if_;
  ImproveOptions improve_;
  StowOptions stow_;
};

}  // namespace plucky::cli
