// Does it go in? In: hull model, skin, layout. Out: per part its clearance to the skin, what it hits, whether it passes
// a hatch.
//
// Method: distance of convex shapes by alternating projections between part and skin triangle; inside or outside by
// sections cut at the part's own stations.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "hull/model.h"
#include "layout/part.h"

namespace plucky {

/// How a part gets through a hatch.
enum class HatchPassage {
  no_hatch,  ///< there is none
  straight,  ///< as it stands
  turned,    ///< on another side or turned in plan
  tilted,    ///< end first at an angle
  never
};

struct SkinFit {
  bool inside = true;                          ///< wholly within the inner face of the skin
  double clearance = 0.0;                      ///< m to the inner face; up to `reach_limit`; 0 when not inside
  double cut_depth = 0.0;                      ///< m by which it stands through the inner face
  Vec3 where = Vec3::Zero();                   ///< nearest or worst point
  static constexpr double reach_limit = 0.05;  ///< m: clearances beyond this are reported as this
};

struct PartFit {
  Id part = 0;
  SkinFit skin;
  std::vector<Id> overlaps;            ///< other parts it shares space with
  Id nearest_part = 0;                 ///< the part it comes closest to; 0 when it is alone
  double part_gap = 0.0;               ///< m between the two; 0 when they touch or overlap
  std::optional<double> bulkhead_gap;  ///< m to the nearest bulkhead's face; empty without bulkheads
  std::vector<Id> bulkheads;           ///< full walls it cuts; a rib is notched for it
  std::vector<Id> stringers;           ///< it stands in
  HatchPassage passage = HatchPassage::no_hatch;
  Id hatch = 0;           ///< hatch it passes
  double tilt = 0.0;      ///< rad, least tilt when passage is tilted
  bool off_rail = false;  ///< refers to a rail but stands off its line or travel

  /// Has it its place for itself?
  [[nodiscard]] bool stands_free() const {
    return skin.inside && overlaps.empty() && bulkheads.empty() && stringers.empty();
  }
};

/// Checks one part against the skin. Parts marked `outside` always count as inside with full clearance.
[[nodiscard]] SkinFit fit_to_skin(const HullModel& hull, const Skin& skin, const Part& part);

/// The room within the skin, for many places tried one after the other: as fit_to_skin() judges, without how far a part
/// clears it or stands through it. The hull must outlive it.
class SkinRoom {
 public:
  SkinRoom(const HullModel& hull, const Skin& skin) : hull_(hull), skin_(skin) {}
  [[nodiscard]] bool holds(const Part& part);

 private:
  const HullModel& hull_;
  const Skin& skin_;
  std::vector<double> stations_;  ///< of the part asked for last
  std::vector<Section> cuts_;
};

/// Can a box of the given size pass a hatch opening of `length` x `width`? `room` is the free length under deck for
/// sliding a tilted part. Returns the least awkward way.
struct Passage {
  HatchPassage how = HatchPassage::never;
  double tilt = 0.0;
};
[[nodiscard]] Passage pass_opening(const Vec3& size, double length, double width, double room);

/// Do two parts share space? Touching faces do not count.
[[nodiscard]] bool overlap(const Part& a, const Part& b);

/// Shortest distance between two parts, m; 0 when they touch or share space.
[[nodiscard]] double gap_between(const Part& a, const Part& b);

/// Everything about one part. `skin` is passed in, so that it can be kept while only other parts move.
[[nodiscard]] PartFit fit_part(const HullModel& hull, const HullDesign& design, const Layout& layout, const Part& part,
                               const SkinFit& skin);

}  // namespace plucky
