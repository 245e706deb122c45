// The space inside a skin of chosen thickness: the true inner surface, not the hull made smaller. In: a closed hull,
// the wall along its length. Out: closed bodies of air.
//
// Method: a point lies inside when a ball of the wall's thickness round it lies in the hull. Its section at a station
// is what all discs of the ball leave: the hull's sections near by, each shrunk by its disc's radius, intersected.
// Sections one after the other are joined to tubes by the band whose sides are shortest (their squares' sum), with
// further sections between where its faces would cross; where their number changes a tube ends flat, on the side of
// more wall. Eleven discs leave a wall square to the sections and along them as it is, between them up to 1.2 %
// thinner.
#pragma once

#include <functional>
#include <vector>

#include "base/text.h"
#include "geometry/region.h"
#include "geometry/triangle_mesh.h"

namespace plucky {

struct WallWishes {
  std::function<double(double)> shell;  ///< m of wall at x; continuous
  double deck = 0.0;                    ///< m under what faces up, by height; 0: as the shell
  double step = 0.005;                  ///< m between sections at most
  std::vector<double> stations;         ///< m, further ones: where the wall's thickness bends
  /// Asked between sections with the share that is done; false stops.
  std::function<bool(double)> go_on;
};

struct InnerSpace {
  TriangleMesh mesh;  ///< closed tubes, faces outward (of the air); empty when the wall leaves no room
  bool done = false;
  Text message;  ///< why it is not done
};

/// Throws InvalidInput for a wall that is not between 0.1 mm and 50 mm, or a hull that is not closed.
[[nodiscard]] InnerSpace inner_space(const TriangleMesh& hull, const WallWishes& wishes);

/// The section of the space at one station.
[[nodiscard]] Region inner_section(const TriangleMesh& hull, const WallWishes& wishes, double x);

}  // namespace plucky
