// What is cut from sheets, from the shell: panels, pieces laid out, bare sheets and folds.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>
#include <vector>

#include "cli/commands.h"

namespace plucky::cli {

/// Flat panels of a boat, written into a folder as dxf or svg where one is given.
[[nodiscard]] Json panels_of_boat(const std::string& boat, const std::string& folder, const std::string& format);
struct NestOptions {
  std::string boat, folder, format = "dxf", gap;
  std::vector<std::string> sheets;  ///< "600x300" of every thickness, "600x300x3" of one, mm
};
/// All flat pieces of a boat laid out on sheets, as many as it takes, else on those of the boat; a file a sheet where a
/// folder is given.
[[nodiscard]] Json nest_of_boat(const NestOptions& options);
/// A bare panel: two polylines in space (JSON {"a": [[x,y,z],...], "b": [...]}, metres) laid flat.
[[nodiscard]] Json unroll_edges(const std::string& file);
/// An open mesh laid flat; its coordinates are scaled to metres.
[[nodiscard]] Json unroll_mesh(const std::string& file, const std::string& unit);
/// Bend allowance and deduction; lengths and angle as typed, K 0 for the usual one.
[[nodiscard]] Json bend(const std::string& thickness, const std::string& radius, const std::string& angle, double k);

class SheetCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  std::string boat_, folder_, format_ = "dxf", edges_, mesh_, unit_ = "m", thickness_, radius_, angle_ = "90";
  NestOptions nest_;
  double k_ = 0.0;
};

}  // namespace plucky::cli
