// Places of a printed body that are thinner than the nozzle can draw. In: a closed mesh, the printer. Out: the faces.
#pragma once

#include <vector>

#include "build/printer.h"

namespace plucky {

struct ThinPlaces {
  std::vector<bool> faces;  ///< one for each triangle
  double area = 0.0;        ///< m2 of both sides
  double least = 0.0;       ///< m, the thinnest of them; 0 without any
};

/// Thinner than two lines of the nozzle: one line alone holds neither load nor water, less than one is left out by
/// slicers. Common practice, no source.
[[nodiscard]] ThinPlaces thin_places(const TriangleMesh& solid, const Printer& printer);

}  // namespace plucky
