// A hull folded from one sheet: bottom and sides hang together along keel and chines, as far as these are straight
// enough to fold, and are cut apart from there to the bow. In: panels, sheet. Out: flat pattern with fold lines, relief
// holes and rim, and the same on its way into the round.
//
// Method: every panel is a chain of plane triangles; from one to the next it bends by a share of the angle that it has
// in the boat, about the side they have in common, and so do panels along a seam. With a share of 0 all lies flat, with
// 1 it is the hull again: lengths never change. The pattern is taken in by what each bend deducts (build/bend.h).
#pragma once

#include <optional>

#include "build/drawing.h"
#include "geometry/region.h"

namespace plucky {

struct FoldWishes {
  double thickness = 0.0005;  ///< m
  double radius = 0.001;      ///< m, inside the bend
  double rim = 0.010;         ///< m of flange along the deck edge, turned in; 0: none
  double tolerance = 0.0005;  ///< m by which two edges may run apart along a fold: filled with epoxy, common practice
  double relief = 0.003;      ///< m across the hole at a fold's end
  /// Where the edges of a chine run apart straight to the bow the sheet between them stays, as an ear that is folded
  /// double: the corner needs no seam.
  bool ears = false;
};

/// A panel in its place in the net.
struct NetLeaf {
  std::size_t panel = 0;  ///< of the panels
  bool mirrored = false;  ///< the starboard one
  std::optional<std::size_t> parent;
  std::vector<std::size_t> seam, on_parent;  ///< points of the two outlines along their seam, transom to bow
  std::size_t anchor = 0;                    ///< the seam's segment about which they are joined
};

struct NetFold {
  std::size_t parent = 0, child = 0;  ///< leaves; the same: the rim's
  Seam seam = Seam::chine;
  int order = 0;                 ///< in which it is folded, from 1
  std::vector<Vec2> line;        ///< m on the pattern, middle of the bend, transom to bow
  double length = 0.0;           ///< m
  double cut_apart = 0.0;        ///< m of the seam that is not folded
  double low = 0.0, high = 0.0;  ///< rad, by which the sheet is turned along it
  double mismatch = 0.0;         ///< m, how far the edges run apart along the fold at most
  double bow = 0.0;              ///< m off a straight line at most
  double deduction = 0.0;        ///< m, by which the pattern is narrower there
};

/// Sheet between bottom and side at the bow, folded double along its middle.
struct NetEar {
  std::size_t parent = 0, child = 0;  ///< leaves
  Vec2 tip, on_parent, on_child;      ///< m on the pattern: where it begins, the ends of the edges it lies between
  Vec2 middle;                        ///< end of the fold in its middle
  double length = 0.0;                ///< m, of the seam that it saves
  double angle = 0.0;                 ///< rad, at the tip
};

struct FoldedNet {
  std::vector<NetLeaf> leaves;
  std::vector<NetFold> folds;
  std::vector<NetEar> ears;
  Region outline;        ///< m, lower left corner at the origin
  Drawing drawing;       ///< with the same origin
  double overlap = 0.0;  ///< m2 that two panels would both need: it cannot be one sheet
  [[nodiscard]] Vec2 size() const;
};

/// Throws InvalidInput when there are no bottom and side, or a bend that the sheet cannot make.
[[nodiscard]] FoldedNet fold_net(const std::vector<Panel>& panels, const FoldWishes& wishes);

/// The leaves' outlines in space with every bend made to a share (0 flat, 1 the hull), without bend deductions; the
/// first leaf's first triangle stays in the plane z = 0.
[[nodiscard]] std::vector<std::vector<Vec3>> bent(const FoldedNet& net, const std::vector<Panel>& panels, double share);

/// How far the net folded all the way lies off the boat's panels, m: 0 but for rounding.
[[nodiscard]] double off_the_hull(const FoldedNet& net, const std::vector<Panel>& panels);

}  // namespace plucky
