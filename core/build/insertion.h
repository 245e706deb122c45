// Does a part find its way into the hull, and out of it again? In: hull, what is open at that step, what stands in it
// already, the part where it belongs. Out: the way as poses, or that there is none.
//
// Method: the room in and over the hull as cells of about a hundred-and-fiftieth of its length; the part's box is moved
// from its place outwards, along, across, up and tilted nose up or down in steps of 15 degrees (A*), until it is clear
// of the hull. What a cell's size decides is not judged: the box is taken smaller by three quarters of a cell all
// round.
#pragma once

#include <limits>
#include <memory>
#include <vector>

#include "base/text.h"
#include "hull/design.h"
#include "hull/model.h"

namespace plucky {

/// What the hull is like at a step of the work.
struct HullState {
  bool deck_on = true;  ///< hatches are its only doors; else it is open from above
  double from = -std::numeric_limits<double>::infinity();
  double to =
      std::numeric_limits<double>::infinity();  ///< m, the stretch that is there: a section that is not joined yet
  std::vector<double> bulkheads;                ///< m, of those that stand
  std::vector<Box3> standing;                   ///< parts that are in
};

/// The part on its way: its middle, and by how much its bow end is tilted up.
struct Pose {
  Vec3 place = Vec3::Zero();  ///< m
  double tilt = 0.0;          ///< rad
};

struct Insertion {
  bool judged = false;    ///< no: the part does not even fit where it belongs
  std::vector<Pose> way;  ///< from outside to its place; empty: there is none
  [[nodiscard]] bool open() const { return judged && !way.empty(); }
};

/// The hull's inside as cells; made once a hull.
class HullRoom {
 public:
  HullRoom(const HullModel& hull, const HullDesign& design);
  [[nodiscard]] double cell() const;  ///< m
  /// What is free in a state, for several parts.
  struct Free;
  [[nodiscard]] std::shared_ptr<const Free> prepare(const HullState& state) const;
  [[nodiscard]] Insertion insertion_through(const Box3& part, const Free& free) const;
  [[nodiscard]] Insertion insertion(const Box3& part, const HullState& state) const {
    return insertion_through(part, *prepare(state));
  }
  /// Does a part of this size keep clear of what stands there, all along a way? Judged as finely as insertion() does.
  [[nodiscard]] bool passes(const std::vector<Pose>& way, const Vec3& size, const std::vector<Box3>& standing) const;
  /// Is a rod of this radius (m) from one place to another clear of everything? Where it leaves the hull's open top it
  /// is.
  [[nodiscard]] bool clear(const Vec3& from, const Vec3& to, double radius, const HullState& state) const;

 private:
  struct Cells;
  /// Stringers are in the way for good, ribs where they are whole.
  static void add_frames(Cells& cells, const HullModel& hull, const HullDesign& design);
  std::shared_ptr<const Cells> cells_;
};

}  // namespace plucky
