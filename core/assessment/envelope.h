// Where the CG may be. In: an assessment. Out: bounds along the boat by wanted trim and upward by the metacentre.
#pragma once

#include <optional>

#include "assessment/assessment.h"

namespace plucky {

/// The CG (x, z) that keeps the wanted trim lies between two slanting lines and under the height where GM is gone.
struct CgEnvelope {
  struct Edge {
    double x_at_keel = 0.0;  ///< m, at z = 0
    double slope = 0.0;      ///< dx/dz
    [[nodiscard]] double x(double z) const { return x_at_keel + slope * z; }
  };
  Edge aft, forward;      ///< bow as high as wanted, bow as low as wanted
  double highest = 0.0;   ///< m, CG height that leaves the least GM
  double least_gm = 0.0;  ///< m, the GM it leaves
};

/// Empty when the boat does not float.
[[nodiscard]] std::optional<CgEnvelope> cg_envelope(const Assessment& a, double least_gm);

/// Trim at rest with a part's middle at each x, everything else unchanged; entries without equilibrium are left out.
struct TrimPoint {
  double x = 0.0, trim = 0.0;
};
[[nodiscard]] std::vector<TrimPoint> trim_against_place(const Assessment& a, Id part, double from, double to,
                                                        int steps);

}  // namespace plucky
