// The commands of the command line twin. Each reads its options, computes with the core and returns JSON to print.
#pragma once

#include <nlohmann/json.hpp>
#include <optional>
#include <string>
#include <vector>

#include "geometry/triangle_mesh.h"

namespace plucky::cli {

using Json = nlohmann::ordered_json;

/// A mesh as it is, its coordinates scaled to metres from a unit by its key.
[[nodiscard]] TriangleMesh mesh_in_metres(const std::string& path, const std::string& unit);

struct FloatOptions {
  std::string mesh, unit = "m", cg;
  double mass = 0.0, density = 998.2;
  std::string heels;
};
/// Floats a mesh as it is: coordinates are scaled to metres and never shifted.
[[nodiscard]] Json float_mesh(const FloatOptions& options);

/// The import report of a mesh file.
[[nodiscard]] Json check_mesh_file(const std::string& path, bool crossings);

/// Assessment of a boat file.
[[nodiscard]] Json assess_boat(const std::string& path);

/// Facts of a boat's hull; writes its skin as STL when `export_path` is not empty.
[[nodiscard]] Json hull_of_boat(const std::string& path, const std::string& export_path);

struct HydrostaticsOptions {
  std::string boat, draughts, trims = "0", csv;
};
/// Hydrostatic tables of a boat's hull; written as CSV when `csv` is not empty.
[[nodiscard]] Json hydrostatics_of_boat(const HydrostaticsOptions& options);

/// A boat's hull scaled along its length, beam and depth, saved as another boat; "length", "beam" or "depth" gives way
/// so that it displaces as much, "free" keeps the factors.
struct ScaleOptions {
  std::string boat, factors, gives = "free", output;
};
[[nodiscard]] Json scale_boat(const ScaleOptions& options);

/// Makes a boat of a family, from one of its starts by name where that is not empty, with parameters set ("length=620
/// mm" or "length_m=0.62") and saves it.
[[nodiscard]] Json new_boat(const std::string& family, const std::string& start,
                            const std::vector<std::string>& settings, const std::string& name, const std::string& path);

}  // namespace plucky::cli
