// Hydrostatic tables: what the hull displaces and how stiffly it lies at draughts and trims that are asked for. In:
// hull model, body, density. Out: a row for each, for choosing a water line before the masses are known.
#pragma once

#include <optional>
#include <span>
#include <vector>

#include "flotation/form.h"

namespace plucky {

/// Lengths in m, from the transom and over the base line; upright.
struct HydrostaticRow {
  double draught = 0.0;  ///< amidships, over the base line
  double trim = 0.0;     ///< rad, bow up positive
  double volume = 0.0;   ///< m3
  double mass = 0.0;     ///< kg, of the water displaced
  // None where nothing is immersed.
  std::optional<double> lcb, kb;               ///< centre of buoyancy along and over the base line
  std::optional<double> waterplane_area, lcf;  ///< m2, its centre
  std::optional<double> bm_transverse,
      km_transverse;  ///< metacentre over the centre of buoyancy and over the base line
  std::optional<double> km_longitudinal;
  std::optional<double> mass_per_draught;  ///< kg for each m of draught
  std::optional<double> moment_to_trim;    ///< N m for each rad of trim, weight in the centre of buoyancy
  double wetted_area = 0.0;                ///< m2
  FormCoefficients form;
};

/// Throws InvalidInput for a draught or trim that is no number, or a trim past 45 degrees.
[[nodiscard]] std::vector<HydrostaticRow> hydrostatic_table(const HullModel& hull, const ImmersedBody& body,
                                                            double density, std::span<const double> draughts,
                                                            std::span<const double> trims);

/// Evenly from a tenth of the depth to the deck's lowest edge.
[[nodiscard]] std::vector<double> usual_draughts(const HullModel& hull, std::size_t count);

}  // namespace plucky
