// How a printed part may lie and what each way costs: faces that hang over the air, and how high it stands. In: a mesh
// in boat axes, the printer. Out: every stance with its numbers, the best first.
#pragma once

#include <vector>

#include "build/printer.h"

namespace plucky {

struct StanceChoice {
  Stance stance = Stance::flat;
  BedFit fit;             ///< in this stance; `fits` is false where there is no room
  double overhang = 0.0;  ///< m2 of faces flatter than the printer's limit that look down and do not lie on the bed
  double bridged = 0.0;   ///< m2 of level faces that do, but reach from wall to wall in one line of the nozzle
  double height = 0.0;    ///< m
};

/// What a face is in a stance.
enum class Hang { stands, lies_on_bed, bridges, hangs };

/// One for each triangle. A `wall` has two sides: what looks up outside hangs inside.
[[nodiscard]] std::vector<Hang> hangs_of(const TriangleMesh& mesh, Stance stance, const Printer& printer, bool wall);

/// Stances in the order in which to prefer them: those that fit first, of these the one with the least overhang, within
/// a twentieth of the mesh's area the lowest. Diagonal is left out where flat fits as well.
[[nodiscard]] std::vector<StanceChoice> stances_of(const TriangleMesh& mesh, const Printer& printer, bool wall);

/// Where a closed solid begins in the air when it is printed in a stance: its lowest places that have nothing under
/// them and do not stand on the bed, m.
[[nodiscard]] std::vector<Vec3> islands_of(const TriangleMesh& solid, Stance stance, const Printer& printer);

/// What of a skin lies between two stations, m; open where it is cut.
[[nodiscard]] TriangleMesh stretch_of(const TriangleMesh& skin, double from, double to);

}  // namespace plucky
