// The drive on the command line: planing, propeller, run, search, linkage, shaft.
#pragma once

#include "cli/commands.h"
#include "steering/linkage.h"

namespace plucky::cli {

/// Angles in degrees, all else SI.
struct PlaningOptions {
  double beam = 0.0, deadrise = 0.0, mass = 0.0, lcg = 0.0, vcg = 0.0, speed = 0.0;
  double thrust_angle = 0.0, thrust_offset = 0.0;
  double density = 998.2, viscosity = 1.0034e-6;
};
/// Savitsky's balance for one speed.
[[nodiscard]] Json planing(const PlaningOptions& options);

struct PropellerOptions {
  unsigned blades = 4;
  double area_ratio = 0.55, pitch_ratio = 1.0, advance = 0.7;
  double reynolds = 5e5;  ///< n D^2 / nu
};
/// Open-water coefficients: B-series within its range, else blade element and momentum.
[[nodiscard]] Json propeller(const PropellerOptions& options);

/// A boat's runs at throttles ("0.1,0.5,1"; empty: 0.05 to 1), with what limits it.
[[nodiscard]] Json run_boat(const std::string& path, const std::string& throttles);

/// The curve of drag of a boat with its parts, attitude and the regime of each speed.
[[nodiscard]] Json resistance(const std::string& path);

/// Propellers of the ranges "low:high:count" in metres.
[[nodiscard]] Json search_boat(const std::string& path, const std::string& diameter, const std::string& pitch,
                               const std::string& aim);

/// Angles in the options are degrees.
[[nodiscard]] Json linkage(const Linkage& in_degrees);

struct ShaftOptions {
  double diameter = 0.004, bore = 0.0, spacing = 0.2, torque = 0.0;
  std::string material = "stainless_steel";
};
[[nodiscard]] Json shaft(const ShaftOptions& options);

}  // namespace plucky::cli
