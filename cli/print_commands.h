// What is printed, from the shell: the hull in sections, test pieces, mounts and jigs, what a print takes.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>

#include "cli/commands.h"

namespace plucky::cli {

struct SectionOptions {
  std::string boat, bed, folder, format = "stl", joint, cuts, pin;
  bool upright = false;
};
/// The printed hull in sections that fit a bed ("220x220x250", mm), a file each where a folder is given; `cuts` are the
/// planes from the transom ("200mm,410mm"). What is not given is as the boat has it in Build.
[[nodiscard]] Json sections_of_boat(const SectionOptions& options);
/// Test pieces for a boat's printer, a file each where a folder is given; "stl" or "3mf".
[[nodiscard]] Json coupons_of_boat(const std::string& boat, const std::string& folder, const std::string& format);
struct SolidOptions {
  std::string boat, part, kind, of, file, folder;
};
/// Mounts, boxes, jigs of a boat: all of them, or the one of a name (or number); or one of a kind that the boat has not
/// yet, made to hold a named part or hatch. Written as STL or 3MF where a file is given; all of them on plates where a
/// folder is.
[[nodiscard]] Json solid_of_boat(const SolidOptions& options);
struct EstimateOptions {
  std::string mesh, unit = "mm";
  std::uint32_t perimeters = 4;
  double infill = 0.15, line = 0.45, layer = 0.2, flow = 10.0, speed = 60.0, density = 1270.0;  ///< mm, mm3/s, mm/s
  bool quick = false;
};
[[nodiscard]] Json estimate_mesh(const EstimateOptions& options);
class PrintCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  std::string boat_, folder_, format_ = "stl";
  SectionOptions sections_;
  SolidOptions solid_;
  EstimateOptions estimate_;
};

}  // namespace plucky::cli
