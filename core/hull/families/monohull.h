// The loft of hulls with one body and one contour a section. In: measures, what the family makes of them. Out: a closed
// mesh that knows its deck edge.
//
// Method: master curves (keel, deck edge in plan and profile, deadrise) as monotone cubic splines over the length; at
// every station a half section of straight bottom, bilge arc and side; stations joined by triangles, ends capped.
#pragma once

#include <vector>
#include "hull/design.h"

#include "hull/loft.h"
#include "hull/running_surface.h"

namespace plucky {

/// What a family makes of the common measures.
struct MonohullForm {
  double deadrise_aft = 0.0, deadrise_amid = 0.0, deadrise_bow = 0.0;  ///< rad
  bool flat = false;        ///< flat bottom that rises to the bow by `bow_rise`
  double stern_rise = 0.0;  ///< m, of the bottom to the transom
  double stern_run = 0.0;   ///< m, over which it does
  double stern_fullness = 0.0;
  double pad = 0.0;          ///< m, width of a flat along the keel; it narrows with the hull
  double chine_flat = 0.0;   ///< m, width of a strip along each chine; it narrows with the hull
  double chine_angle = 0.0;  ///< rad, of the strip, rising outward
  bool bilge = false;        ///< bottom and side joined by an arc of `bilge_radius`
  bool steps = false;        ///< takes the shape's steps
  bool keel = false;         ///< its keel, which is a blade along the middle
  bool runners = false;      ///< its runners
  bool bulb = false;         ///< its bulb
};

/// Throws InvalidInput naming the measure and the reason when surfaces would cross (chine above the deck edge, no
/// bottom left under the flare, ...).
[[nodiscard]] LoftedSkin loft_monohull(const HullShape& shape, const MonohullForm& form, double fineness);

/// The parts of a stepped bottom, the foremost first; empty where it has no step.
[[nodiscard]] std::vector<RunningSurface> surfaces_of_monohull(const HullShape& shape, const MonohullForm& form);

/// The master curves themselves. Throws as loft_monohull() does, and for a pad, chine flats, steps or runners: its
/// panels meet in more lines.
[[nodiscard]] FormLines lines_of_monohull(const HullShape& shape, const MonohullForm& form, int stations);

}  // namespace plucky
