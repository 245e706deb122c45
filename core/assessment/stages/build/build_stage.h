// The stage Build of an assessment: what the boat is made of, as far as it is worked out at once. Cutting the solids
// themselves takes seconds and is a job of the window or the command line.
#pragma once

#include "assessment/stages/stage_run.h"
#include "build/outlines.h"
#include "build/panels.h"
#include "build/printed_hull.h"

namespace plucky {

[[nodiscard]] StageRun build_stage();

void build_rules(const Assessment& a, std::vector<Finding>& out);
/// Of flat pieces and the sheets at hand.
void piece_rules(const Assessment& a, std::vector<Finding>& out);
/// Of mounts, boxes, jigs.
void fixture_rules(const Assessment& a, std::vector<Finding>& out);
/// Of prints, moulds, leads, and what was met while building.
void making_rules(const Assessment& a, std::vector<Finding>& out);
/// Of insertion paths, keys, the order of work.
void work_rules(const Assessment& a, std::vector<Finding>& out);

/// What goes through the transom: openings of the register that lie in it.
[[nodiscard]] std::vector<TransomHole> transom_holes(const Assessment& a);

/// What is cut out of the bottom: intakes of jets.
[[nodiscard]] std::vector<BottomCut> bottom_cuts(const Assessment& a);

/// Places along the hull that a joint should keep away from: bulkheads, ends of hatches and cabins, openings, motor
/// mounts, where the shaft leaves; m from the transom.
[[nodiscard]] std::vector<double> places_to_avoid(const Assessment& a);
/// Where a printed hull is cut, m from the transom, ascending: by the builder's hand, else as proposed for the printer.
/// Throws InvalidInput where no cut makes it fit.
[[nodiscard]] std::vector<double> cuts_of(const HullModel& hull, const BuildDesign& design,
                                          const std::vector<double>& avoid);

/// The water at rest as PanelWishes takes it; nothing where the boat does not float.
[[nodiscard]] std::optional<std::pair<Vec3, double>> resting_water(const Assessment& a);

}  // namespace plucky
