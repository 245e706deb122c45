// The loft of two like bodies joined above the water: catamarans, pontoon floats, tunnel hulls. In: measures, what the
// family makes of them. Out: a closed mesh that knows its deck edge.
//
// Method: a half section runs from the centre along the underside of the bridge, down the inner wall, across the body's
// bottom over its keel, up the outer wall and over the deck. Towards the bow the bodies close into the bridge. Sponsons
// of a hydroplane end ahead of the transom in upright faces; from there aft the middle goes on alone.
#pragma once

#include "hull/design.h"
#include "hull/loft.h"

namespace plucky {

struct TwinForm {
  double keel = 0.5;          ///< place of the keel in a body: 0 at its inner wall, 0.5 in its middle
  bool deck_follows = false;  ///< the deck narrows with the bodies, else it stays as wide as it is
  bool sponsons = false;      ///< end at `sponson_end`, their bottoms rise forward by `sponson_angle`
};

/// Throws InvalidInput naming the measure and the reason when the bodies meet, or no body is left under the bridge.
[[nodiscard]] LoftedSkin loft_twin(const HullShape& shape, const TwinForm& form, double fineness);
/// The lines between its panels, of bodies whose keels stand at their inner walls and whose deck follows them. Throws
/// as loft_twin().
[[nodiscard]] FormLines lines_of_twin(const HullShape& shape, const TwinForm& form, int stations);

}  // namespace plucky
