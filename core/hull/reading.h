// What kind of hull a shape is, told by the shape alone. In: the hull's sections and outline. Out: bodies, bottom,
// chine, transom, deck, and how many sections say so.
//
// Meant for meshes from files: nothing there says which method may judge them. A bottom that is not of one kind, or of
// a kind that no method here takes (steps, three bodies), is told as unknown with the reason.
#pragma once

#include <optional>
#include <vector>

#include "base/text.h"
#include "hull/design.h"

namespace plucky {

struct HullModel;

struct HullReading {
  BottomForm bottom = BottomForm::unknown;
  Text why_unknown;             ///< where it is
  double agree = 0.0;           ///< 0 to 1, share of the sections looked at that are of that form
  std::size_t bodies = 1;       ///< side by side at the bottom of most sections
  std::size_t steps = 0;        ///< across the bottom
  double deadrise = 0.0;        ///< rad, mean of the after half from the keel to the chine, or to the turn of the bilge
  std::optional<double> chine;  ///< rad, by how much the section turns at its chine, mean; none where it is rounded
  double tunnel = 0.0;          ///< m, greatest width between two bodies
  double transom_width = 0.0;   ///< share of the greatest beam
  double decked = 0.0;          ///< 0 to 1, share of the plan that a deck covers
  bool symmetrical = true;      ///< to the centre plane
  bool hollow = false;          ///< a wall with an inner surface, not one solid
};

[[nodiscard]] HullReading read_hull(const HullModel& model);

/// In sentences, what the builder looks at before confirming it.
[[nodiscard]] std::vector<Text> describe(const HullReading& reading);

/// Of an imported hull, what its builder says it is, else what its shape tells. Other families have their own.
[[nodiscard]] BottomForm bottom_of(const HullDesign& design, const HullReading& reading);

/// May a bottom of this form run over its own wave?
[[nodiscard]] bool planes(BottomForm form);

}  // namespace plucky
