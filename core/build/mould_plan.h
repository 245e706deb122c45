// A hull laid up in a mould: the plug's slices, whether it comes out again, cloth and resin for mould and hull. In:
// hull model, wishes. Out: MouldPlan.
//
// The mould opens upward: the plug stands on its deck edge, keel up. Slices of board stand across, each as large as the
// larger of its two faces, so that what is planed off is less than a slice's step.
#pragma once

#include <vector>

#include "build/laminate.h"
#include "build/mould.h"
#include "hull/model.h"

namespace plucky {

struct PlugSlice {
  double from = 0.0, to = 0.0;  ///< m
  Region shape;                 ///< (y, z)
};

struct MouldPlan {
  std::vector<PlugSlice> slices;
  double board = 0.0;                   ///< m3 of slices
  double planed_off = 0.0;              ///< m3 of them that is not plug
  double area = 0.0;                    ///< m2 of the hull below its deck edge
  double flange_area = 0.0;             ///< m2
  double least_draft = 0.0;             ///< rad, of the bare hull's steepest face; negative where it holds the mould
  Vec3 steepest = Vec3::Zero();         ///< m, where
  double undercut = 0.0;                ///< m2 of faces that hold the mould: it must be split there
  double steep = 0.0;                   ///< m2 of faces that lean less than the wished draft, undercut left out
  std::optional<Laminate> mould, hull;  ///< nothing while resin does not harden in the workshop
};

/// Throws InvalidInput for slices or layers that are none.
[[nodiscard]] MouldPlan mould_plan(const HullModel& hull, const MouldDesign& design, double celsius);

}  // namespace plucky
