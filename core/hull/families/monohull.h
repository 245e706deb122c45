// The loft of hulls with one body and one contour a section. In: measures, what the family makes of them. Out: a closed
// mesh that knows its deck edge.
//
// Method: master curves (keel, deck edge in plan and profile, deadrise) as monotone cubic splines over the length; at
// every station a half section of straight bottom, bilge arc and side; stations joined by triangles, ends capped.
#pragma once

#include "hull/design.h"
#include "hull/loft.h"

namespace plucky {

/// What a family makes of the common measures.
struct MonohullForm {
  double deadrise_aft = 0.0, deadrise_amid = 0.0, deadrise_bow = 0.0;  ///< rad
  bool flat = false;         ///< flat bottom that rises to the bow by `bow_rise`
  bool barge = false;        ///< flat, and rises to the transom by `stern_rise` as well
  double pad = 0.0;          ///< m, width of a flat along the keel; it narrows with the hull
  double chine_flat = 0.0;   ///< m, width of a strip along each chine; it narrows with the hull
  double chine_angle = 0.0;  ///< rad, of the strip, rising outward
  bool bilge = false;        ///< bottom and side joined by an arc of `bilge_radius`
};

/// Throws InvalidInput naming the measure and the reason when surfaces would cross (chine above the deck edge, no
/// bottom left under the flare, ...).
[[nodiscard]] LoftedSkin loft_monohull(const HullShape& shape, const MonohullForm& form, double fineness);

/// The master curves themselves. Throws as loft_monohull() does, and for a pad or chine flat: its panels meet in more
/// lines.
[[nodiscard]] FormLines lines_of_monohull(const HullShape& shape, const MonohullForm& form, int stations);

}  // namespace plucky
