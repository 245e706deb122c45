// Test pieces that are printed before the hull is: small, quick, and each answers one question about this printer. In:
// printer, joints. Out: closed solids on the bed.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "build/printed_hull.h"

namespace plucky {

struct Coupon {
  std::string key;  ///< "cup.3", "pegs", "inserts", "ring"
  Text name;
  Text question;      ///< what it tells, and how
  TriangleMesh mesh;  ///< m, closed, standing on z = 0
};

/// Leak cups of two, three and four lines; a gauge of sockets round the joints' pins or pegs with a peg to try them; a
/// block for inserts. Empty for a printer without lines. Throws InvalidInput for one whose lines are no lines.
[[nodiscard]] std::vector<Coupon> coupons_of(const Printer& printer, const HullJoints& joints);

/// A ring of the printed hull at its widest place, 10 mm long, laid on its after face: does it find room on the bed,
/// and come off it flat? Nothing where the hull is not worked out or cannot be cut there.
[[nodiscard]] std::optional<Coupon> ring_of(const PrintedHull& hull, const HullModel& model);

}  // namespace plucky
