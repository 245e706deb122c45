// From the builder's measures to the outer skin. In: family, measures. Out: a closed mesh that knows its deck edge. The
// ways to loft are in hull/families.
#pragma once

#include <vector>

#include "geometry/triangle_mesh.h"
#include "hull/design.h"

namespace plucky {

/// What a triangle of the skin belongs to.
enum class Surface : std::uint8_t { shell, transom, deck, coaming, cabin };

/// Outer skin of the bare hull with deck.
struct LoftedSkin {
  TriangleMesh mesh;             ///< closed, faces outward
  std::vector<Surface> surface;  ///< one per triangle
  std::vector<Vec3> deck_edge;   ///< port side from the transom to the bow, then starboard back
};

/// The lines that bound the panels of a hull with straight sections, port side, from the transom to the bow, m. Their
/// points lie at the same stations.
struct FormLines {
  std::vector<Vec3> keel, chine, sheer;
  /// Of two bodies with a tunnel between them: where its roof meets the inner wall of the port one, whose foot is the
  /// keel. The roof runs level across. Empty: one body.
  std::vector<Vec3> roof;
  std::vector<double> camber;  ///< m, height of the deck's crown over its edge at each station
  bool flat = false;           ///< the bottom runs level from chine to chine
};

/// Lofts one of the parametric families. Throws InvalidInput naming the parameter and the reason when a value lies
/// outside its range or when surfaces would cross (chine above the deck edge, no bottom left under the flare, ...).
[[nodiscard]] LoftedSkin loft(HullFamily family, const HullShape& shape, double fineness = 1.0);

}  // namespace plucky
