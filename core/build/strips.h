// Strips riveted over the seams of a sheet metal hull, inside, where it is not folded. In: panels, the net where there
// is one. Out: flat pieces with their rivet holes.
#pragma once

#include <optional>
#include <vector>

#include "build/folding.h"
#include "build/pieces.h"

namespace plucky {

struct StripWishes {
  double lap = 0.008;     ///< m on either side of the seam; common practice, no source
  double pitch = 0.020;   ///< m between rivets; common practice, no source
  double rivet = 0.0024;  ///< m, hole of a rivet of 2.4 mm
  double thickness = 0.0005;
};

struct Strips {
  std::vector<FlatPiece> pieces;  ///< keys "strip.chine", numbered on from `first`
  std::size_t rivets = 0;         ///< of all of them
};

/// One for each seam, as long as it is, less what is folded there. The deck lies on the rim where that is turned in.
[[nodiscard]] Strips strips_of(const std::vector<Panel>& panels, const std::optional<FoldedNet>& net, bool rim,
                               int first, const StripWishes& wishes);

}  // namespace plucky
