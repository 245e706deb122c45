// What the builder decides about making the boat: printers and sheets at hand, where the printed hull is cut and how it
// is joined. Plain data of the project.
#pragma once

#include <string>
#include <vector>

#include "build/printed_hull.h"

namespace plucky {

/// Sheet material at hand.
struct Sheet {
  Id id = 0;
  std::string name = "Sheet";
  double length = 0.6, width = 0.3;  ///< m; the grain runs along the length
  double thickness = 0.0015;         ///< m
  std::uint32_t count = 1;
  bool operator==(const Sheet&) const = default;
};

/// A plane across the boat where the printed hull is parted.
struct HullCut {
  Id id = 0;
  double x = 0.0;  ///< m from the transom
  bool operator==(const HullCut&) const = default;
};

struct BuildDesign {
  Printer printer;
  HullJoints joints;
  bool cuts_by_hand = false;  ///< else cuts are proposed anew for every hull, and `cuts` count for nothing
  std::vector<HullCut> cuts;
  std::vector<Sheet> sheets;
  bool operator==(const BuildDesign&) const = default;
};

}  // namespace plucky
