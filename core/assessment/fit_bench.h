// Where a boat is fitted out: puts components into the hull and lists them in its drive.
#pragma once

#include "assessment/fit_choice.h"

namespace plucky {

/// Puts components where they belong in the hull.
class FitBench {
 public:
  /// Of the assessed boat with this project instead of its own.
  FitBench(const Assessment& boat, Project project);

  [[nodiscard]] Project& project() { return boat_.project; }
  [[nodiscard]] const HullModel& hull() const { return hull_; }

  /// Puts a component at a place, m, into a free place that suits it, or inside another one; its number.
  Id place(Part part, const Vec3& at);
  Id stow(const Part& part);
  Id hold(Part part, Id inside);
  [[nodiscard]] bool is_free(const Part& part, const Vec3& at) const;
  /// Where stow() would put it.
  [[nodiscard]] Vec3 free_place(const Part& part) const;
  /// A free place near another part, not over or under it; none without one.
  [[nodiscard]] std::optional<Vec3> beside(const Part& part, const Part& other) const;

 private:
  Assessment boat_;
  const HullModel& hull_;
};

/// The first drive of a boat on the bench while what was chosen for it is laid into the hull.
struct DriveLaying {
  FitBench& bench;
  Drive drive;  ///< with the data of the chosen
  const DriveSet& set;

  /// What was chosen for a role; null where the drive has it already.
  [[nodiscard]] const Part* chosen(DriveGroup group) const {
    const CatalogueEntry* entry = entry_of(set, group);
    return entry ? &entry->part : nullptr;
  }
  /// A component that stands in the hull; null without.
  [[nodiscard]] const Part* standing(Id id) const { return bench.project().layout.find(id); }
  /// As the bench does, and lists it in the drive.
  Id place(const Part& part, const Vec3& at) { return list(bench.place(part, at)); }
  Id hold(const Part& part, Id inside) { return list(bench.hold(part, inside)); }
  Id list(Id id) {
    bench.project().drives.front().components.push_back(id);
    return id;
  }
};

}  // namespace plucky
