// What the builder decides about a moulded hull. Plain data of the project.
#pragma once

#include "geometry/vec.h"

namespace plucky {

struct MouldDesign {
  double slice = 0.010;             ///< m, thickness of the board that the plug is glued up from
  double draft = 2.0 * pi / 180.0;  ///< rad that a side must lean so that the hull comes out
  double layers = 2.0;              ///< of cloth in the hull, a whole number
  double cloth = 0.160;             ///< kg/m2, of each
  double mould_layers = 5.0;        ///< of the same cloth in the mould
  double flange = 0.020;            ///< m, all round the mould's edge
  bool operator==(const MouldDesign&) const = default;
};

}  // namespace plucky
