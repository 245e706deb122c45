// What of the making is known at once for the boat as it is drawn. Plain data.
#pragma once

#include <vector>

#include "base/text.h"
#include "build/panels.h"
#include "build/printed_hull.h"

namespace plucky {

/// A stretch of the hull between two cuts.
struct SectionPlan {
  double from = 0.0, to = 0.0;  ///< m from the transom
  Vec3 size = Vec3::Zero();     ///< m
  BedFit stance;
  double material = 0.0;  ///< m3, walls only
};

struct BuildReport {
  bool printed = false;      ///< the brief's method; else it has panels or is moulded
  std::vector<double> cuts;  ///< m
  std::vector<SectionPlan> sections;
  Text no_sections;                 ///< why there are none
  std::vector<JointReport> joints;  ///< one a cut; empty while they cannot be made, or in a drag that changes them
  std::vector<double> moments;      ///< N m at each cut: the boat held at both its ends
  std::vector<Panel> panels;
  Text no_panels;  ///< why there are none
};

}  // namespace plucky
