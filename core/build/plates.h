// Prints beside one another on the printer's plate. In: fixtures' solids, printer. Out: for each body its plate and the
// mesh as it lies there.
#pragma once

#include <vector>

#include "build/fixture_solids.h"
#include "build/printer.h"

namespace plucky {

struct PlacedPrint {
  std::size_t of = 0, body = 0, copy = 0;  ///< of the solids given
  std::size_t plate = 0;                   ///< from 0
  TriangleMesh mesh;                       ///< m, closed, its plate's corner at the origin
};

struct Plates {
  std::vector<PlacedPrint> prints;
  std::size_t count = 0;
  std::vector<Text> left;  ///< names of what finds no room on the bed
};

/// A body as it is printed: on its larger end, its lower left corner at the origin.
[[nodiscard]] TriangleMesh as_printed(const FixtureBody& body);

/// `gap`: m between prints. Brims have room in it; common practice, no source.
[[nodiscard]] Plates arranged(const std::vector<FixtureSolids>& solids, const Printer& printer, double gap = 0.006);

}  // namespace plucky
