// What the boat is made of, from the shell: panels, folds, bare sheets.
#pragma once

#include <CLI/CLI.hpp>
#include <functional>
#include <string>

#include "cli/commands.h"

namespace plucky::cli {

/// Flat panels of a boat, written into a folder as dxf or svg where one is given.
[[nodiscard]] Json panels_of_boat(const std::string& boat, const std::string& folder, const std::string& format);
struct SectionOptions {
  std::string boat, bed, folder, format = "stl", joint, cuts, pin;
  bool upright = false;
};
/// The printed hull in sections that fit a bed ("220x220x250", mm), a file each where a folder is given; `cuts` are the
/// planes from the transom ("200mm,410mm"). What is not given is as the boat has it in Build.
[[nodiscard]] Json sections_of_boat(const SectionOptions& options);
struct NestOptions {
  std::string boat, folder, format = "dxf", gap;
  std::vector<std::string> sheets;  ///< "600x300" of every thickness, "600x300x3" of one, mm
};
/// All flat pieces of a boat laid out on sheets, as many as it takes, else on those of the boat; a file a sheet where a
/// folder is given.
[[nodiscard]] Json nest_of_boat(const NestOptions& options);
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
/// A bare panel: two polylines in space (JSON {"a": [[x,y,z],...], "b": [...]}, metres) laid flat.
[[nodiscard]] Json unroll_edges(const std::string& file);
/// An open mesh laid flat; its coordinates are scaled to metres.
[[nodiscard]] Json unroll_mesh(const std::string& file, const std::string& unit);
/// Bend allowance and deduction; lengths and angle as typed, K 0 for the usual one.
[[nodiscard]] Json bend(const std::string& thickness, const std::string& radius, const std::string& angle, double k);

class BuildCommandLine {
 public:
  void add(CLI::App& app, std::function<Json()>& run);

 private:
  std::string boat_, folder_, format_ = "dxf", solid_format_ = "stl", edges_, mesh_, unit_ = "m", thickness_, radius_,
                              angle_ = "90";
  SectionOptions sections_;
  NestOptions nest_;
  SolidOptions solid_;
  EstimateOptions estimate_;
  double k_ = 0.0;
};

}  // namespace plucky::cli
