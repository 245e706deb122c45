// What a print takes: plastic, time. In: a closed solid as it stands on the bed, the printer, how it is filled. Out:
// mass, length of filament, hours.
//
// Method: the solid is sliced and every line followed (exact but for the printer's own habits): in all its layers, or
// in a few that stand for the rest.
#pragma once

#include <functional>

#include "build/printer.h"
#include "hull/design.h"

namespace plucky {

struct PrintSettings {
  std::uint32_t perimeters = 4;
  double infill = 0.15;            ///< share of what lies inside the perimeters
  std::uint32_t solid_layers = 4;  ///< without gaps at floors and roofs
  double density = 1270.0;         ///< kg/m3 of the plastic
};

/// The usual ones of a skin: as many lines as its shell is thick, its plastic.
[[nodiscard]] PrintSettings settings_of(const Skin& skin);

struct PrintEstimate {
  double plastic = 0.0;                                            ///< m3 that leaves the nozzle
  double mass = 0.0;                                               ///< kg
  double filament = 0.0;                                           ///< m, of 1.75 mm
  double time = 0.0;                                               ///< s
  double perimeter_lines = 0.0, infill_lines = 0.0, travel = 0.0;  ///< m; only from slicing
  std::size_t layers = 0;
};

/// Slices the part as it stands: its perimeters as parallel lines, solid floors and roofs where the layer over or under
/// is missing, lines of infill by area, travel between loops, and every start and stop by the acceleration. `go_on` is
/// asked between layers; false stops and gives what was sliced so far. Throws InvalidInput for a part that is not
/// closed.
[[nodiscard]] PrintEstimate slice_print(const TriangleMesh& part, const Printer& printer, const PrintSettings& settings,
                                        const std::function<bool(double)>& go_on = {});

/// The same from forty layers.
[[nodiscard]] PrintEstimate quick_print(const TriangleMesh& part, const Printer& printer,
                                        const PrintSettings& settings);

}  // namespace plucky
