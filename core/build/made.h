// What is made already, and whether it still is what is drawn. In: the report of the making, what was made and how
// large it was then. Out: what can be made, what no longer matches and by how much.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "build/design.h"
#include "build/report.h"

namespace plucky {

/// A section of the printed hull or a flat piece.
struct Makeable {
  std::string key;  ///< "section.2", or the piece's key
  Text name;
  Vec3 size = Vec3::Zero();  ///< m
  double amount = 0.0;       ///< m3 of a section's walls, m2 of a piece
};
[[nodiscard]] std::vector<Makeable> makeables_of(const BuildReport& report);

/// Differences up to this go unnoticed, m; common practice, no source.
inline constexpr double made_tolerance = 0.0003;

struct Mismatch {
  double off = 0.0;      ///< m, the greatest difference of length, width or height
  bool outline = false;  ///< its sizes match, its outline or its walls are others
};
/// Nothing while the made thing matches.
[[nodiscard]] std::optional<Mismatch> mismatch(const MadeThing& made, const Makeable& now);

/// The same with a thing made on a day as it is drawn now, or not made.
[[nodiscard]] BuildDesign with_made(BuildDesign design, const Makeable& thing, bool made, const std::string& date);

/// Keys of what a task of the work makes: "print.section.2" makes "section.2", "cut.panels" all panels.
[[nodiscard]] std::vector<std::string> made_by(const std::string& task, const BuildReport& report);

}  // namespace plucky
