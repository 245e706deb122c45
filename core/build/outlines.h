// Any line of the hull as a template: profile, plan with its hatch openings, sections, the transom with what is drilled
// in it. In: hull model, design, what goes through the transom. Out: drawings at full size.
#pragma once

#include <vector>

#include "build/drawing.h"
#include "hull/model.h"

namespace plucky {

/// Something that is drilled through the transom.
struct TransomHole {
  Text name;
  Vec2 centre = Vec2::Zero();  ///< m, (y, z)
  double diameter = 0.0;       ///< m
};

/// Something that is cut out of the bottom, drilled in a chain and filed: a jet's intake.
struct BottomCut {
  Text name;
  Vec2 low = Vec2::Zero(), high = Vec2::Zero();  ///< m, (x, y)
};

struct OutlineWishes {
  double step = 0.05;  ///< m between sections
  std::vector<TransomHole> holes;
  std::vector<BottomCut> cuts;
};

/// Each with its lower left corner at the origin. Sections are those of the outer face, seen from ahead; as shapes to
/// build on they are shrunk by the skin's thickness, which is told on them. Throws InvalidInput for a step below 5 mm.
[[nodiscard]] std::vector<Drawing> outline_templates(const HullModel& hull, const HullDesign& design,
                                                     const OutlineWishes& wishes = {});

}  // namespace plucky
