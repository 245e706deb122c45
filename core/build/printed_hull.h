// A hull for the printer: hollow, cut into sections that fit the bed, with something at each cut that lines the
// sections up. In: the hull's model, wall, cuts, joints. Out: one closed solid a section, with what it measures and
// weighs.
#pragma once

#include <functional>
#include <vector>

#include "base/text.h"
#include "build/hull_joints.h"
#include "build/printer.h"
#include "hull/design.h"
#include "hull/model.h"

namespace plucky {

struct HullSection {
  double from = 0.0, to = 0.0;  ///< m
  TriangleMesh mesh;            ///< closed, boat axes
  double volume = 0.0;          ///< m3 of material
  Box3 box;
  BedFit stance;  ///< on the printer's bed
};

struct PrintedHull {
  std::vector<HullSection> sections;  ///< from the transom
  std::vector<JointReport> joints;
  double volume = 0.0;  ///< m3 of material of the whole before pins were drilled
  TriangleMesh key;     ///< one of the bow ties that lock its joints, on the bed; empty for other kinds
  bool done = false;
  Text message;  ///< why it is not done
};

/// Called with what is being done and the share that is; false stops.
using BuildProgress = std::function<bool(const Text&, double)>;

/// The hull with its deck, hatch openings and coamings, cut at places along it (m, ascending); no cabins, which are
/// parts of their own. Throws InvalidInput for cuts outside the hull or closer together than their joints.
[[nodiscard]] PrintedHull print_hull(const HullModel& hull, const HullDesign& design, const std::vector<double>& cuts,
                                     const HullJoints& joints, const Printer& printer,
                                     const BuildProgress& progress = {});

/// Sections that lie so that least hangs over, instead of the first way they fit.
void lie_for_least_support(PrintedHull& hull, const Printer& printer);

/// The joints alone, without the solids. Throws as print_hull() does.
[[nodiscard]] std::vector<JointReport> joints_of(const HullModel& hull, const HullDesign& design,
                                                 const std::vector<double>& cuts, const HullJoints& joints,
                                                 const Printer& printer);

/// Least distance of cuts from one another and from the hull's ends, m.
[[nodiscard]] double least_section(const HullJoints& joints);

/// What each stretch of the hull between its ends and these cuts (m, ascending) measures with what stands on its deck,
/// m.
[[nodiscard]] std::vector<Vec3> sizes_between(const HullModel& hull, const std::vector<double>& cuts);

/// Material of the skin of each such stretch, m3: area of shell, deck and what stands on it times thickness.
[[nodiscard]] std::vector<double> skin_between(const HullModel& hull, const Skin& skin,
                                               const std::vector<double>& cuts);

/// Cuts so that every section finds room on the printer, as few as that takes, and of those the ones that keep away
/// from `avoid` (bulkheads, edges of openings, mounts; m) and lie most evenly. Empty: it fits whole. Throws
/// InvalidInput when no cut makes it fit: the hull is wider and higher than the bed in every stance.
[[nodiscard]] std::vector<double> propose_cuts(const HullModel& hull, const Printer& printer,
                                               const std::vector<double>& avoid, double clear = 0.012);

}  // namespace plucky
