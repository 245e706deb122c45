// Mends a mesh on request and tells what it did. In: a mesh and which repairs. Out: the mesh, a sentence per repair.
#pragma once

#include <string>
#include <vector>

#include "base/text.h"
#include "geometry/triangle_mesh.h"

namespace plucky {

struct RepairOptions {
  bool weld = false;  ///< join corners closer than weld_share of the model's size
  double weld_share = 1e-6;
  bool duplicates = false;  ///< drop faces that are there twice and faces without area
  bool orient = false;      ///< make all faces look outward
  bool close_small_holes = false;
  double small_hole_share = 0.1;   ///< a hole is small when its outline is shorter than this share of the model's size
  bool close_large_holes = false;  ///< also deck over the big openings, e.g. a hull without its deck
};

/// Runs the asked repairs in a fixed order (weld, duplicates, orientation, holes, orientation) and returns one sentence
/// for each that changed something.
std::vector<Text> repair(TriangleMesh& mesh, const RepairOptions& options);

}  // namespace plucky
