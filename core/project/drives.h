// The boat's drives: which components each lists, in the order of the power. In: project. Out: the drive as the physics
// reads it, and an edited one written back into its components.
#pragma once

#include <string>
#include <vector>

#include "drive/drive.h"
#include "drive/kind.h"
#include "layout/part.h"

namespace plucky {

struct Project;

/// One drive: battery or batteries, ESC, motor, gearing, coupler, shaft, propulsor, by their numbers. It has no data of
/// its own but its kind and its use. Batteries may serve several drives, nothing else may.
struct DriveUnit {
  Id id = 0;
  std::string name = "Drive";
  Propulsor propulsor = Propulsor::propeller;
  Mounting mounting = Mounting::shaft;
  bool parallel = false;  ///< several batteries side by side instead of in series
  DriveUse use;
  std::vector<Id> components;
  bool operator==(const DriveUnit&) const = default;
  [[nodiscard]] bool lists(Id component) const;
  [[nodiscard]] const DriveKind& type() const { return drive_kind(propulsor, mounting); }
};

/// Makes it a drive of another kind, which forgets the components that its kind does not need.
void change_kind(const Project& project, DriveUnit& unit, Propulsor propulsor, Mounting mounting);

/// One drive as the physics reads it; `count` is 1. What it lists and has no data, or does not list, is a gap.
[[nodiscard]] Drive drive_of_unit(const Project& project, const DriveUnit& unit);

/// All drives taken together: the first one with `count` of them, told unlike where they are not equal.
[[nodiscard]] Drive drive_of(const Project& project);

/// Writes an edited drive back: kind, use, fittings, and the data of each component. A role that nothing fills and that
/// is no gap of `drive` is taken by a part of its kind that no drive lists, or by a component without a place. With
/// `drive.propulsor` none the boat has no drives any more; what stood in the boat stays.
void set_drive(Project& project, const Drive& drive);

/// A part that came aboard takes the role that the boat's drives lack, or that a component without a place holds.
void join_drives(Project& project, Id part);

/// Drives forget components that are gone or of a kind that theirs does not have; sizes that are data follow them.
void settle_drives(Project& project);

/// The drive's first component of this kind that has its place in the boat; null without one.
[[nodiscard]] const Part* placed_component(const Project& project, const DriveUnit& unit, PartKind kind);
/// Does a drive or the steering list it?
[[nodiscard]] bool is_listed(const Project& project, Id component);
/// Drives that list it, by name.
[[nodiscard]] std::vector<std::string> drives_with(const Project& project, Id component);

/// Throws InvalidInput for components that do not exist, that two drives list, or two in one role; for batteries in
/// parallel with unequal cells; and for what check_drive() refuses.
void check_drives(const Project& project);

}  // namespace plucky
