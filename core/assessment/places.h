// Where a part may stand in the boat as it is. In: an Assessment, a part. Out: a place, or the edit that puts it there.
#pragma once

#include <optional>

#include "assessment/assessment.h"

namespace plucky {

/// Would the part at this place be inside the skin, clear of the other parts, of what is made to hold them, and of the
/// bulkheads?
[[nodiscard]] bool place_is_free(const Assessment& a, const Part& part, const Vec3& place);

/// Asked for many places in one boat one after the other: what one of them found of the skin serves the next. The boat
/// must outlive it; parts may come and go meanwhile, the hull stays.
class Standing {
 public:
  explicit Standing(const Assessment& a) : a_(a), room_(a.hull->model, a.project.hull.skin) {}
  [[nodiscard]] bool is_free(Part part, const Vec3& place);

 private:
  [[nodiscard]] bool clear_of_fixtures(const Part& part) const;

  const Assessment& a_;
  SkinRoom room_;
};

/// A free place for a new part, as low and as near to the CG as it goes; the hull's middle when nothing is free.
[[nodiscard]] Vec3 find_place(const Assessment& a, const Part& part);

/// The free place nearest to where the part stands, upward, inward and along the boat in growing steps, on its rail
/// where it has one; none within 60 mm.
[[nodiscard]] std::optional<Vec3> nearest_free_place(const Assessment& a, const Part& part);
/// Moves a part to such a place, and says how far that is.
[[nodiscard]] Edit move_to_free_place(const Part& part, const Vec3& place);

/// Does a part stand over or under another one, in the way of what is lifted out or in?
[[nodiscard]] bool shares_its_plan(const Part& part, const Part& other);

/// The free place nearest to another part within this distance of its middle, not over or under it: on the centre plane
/// before one to the side. None without one.
[[nodiscard]] std::optional<Vec3> place_beside(const Assessment& a, const Part& part, const Part& other, double within);

/// Puts a part aboard at such a place.
[[nodiscard]] Edit put_aboard(const Assessment& a, Part part);

}  // namespace plucky
