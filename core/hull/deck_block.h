// Blocks that stand on the deck: coamings, cabins, and the tools that cut their openings. In: a hull, measures. Out: a
// closed mesh.
#pragma once

#include "geometry/triangle_mesh.h"

namespace plucky {

struct HullModel;

/// Its foot and roof follow the deck; m.
struct DeckBlock {
  double x = 0.0, length = 0.1;  ///< after end
  double y = 0.0, width = 0.1;   ///< centre line
  double height = 0.01;          ///< of the roof over the deck
  double lean = 0.0;             ///< share of half width and half length lost from deck to roof
  double sunk = 0.0;             ///< how far its foot lies under the deck
};

[[nodiscard]] TriangleMesh block_on_deck(const HullModel& model, const DeckBlock& block);

}  // namespace plucky
