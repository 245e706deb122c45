// Every number of a drive in one table, which serves file, checks, interface and command line.
#pragma once

#include <span>
#include <vector>

#include "base/quantity.h"
#include "drive/drive.h"

namespace plucky {

[[nodiscard]] const char* drive_group_key(DriveGroup group);
[[nodiscard]] const char* drive_group_name(DriveGroup group);
[[nodiscard]] DriveGroup drive_group_from_key(const std::string& key);

/// The groups a drive has, in the order of the power.
[[nodiscard]] std::vector<DriveGroup> drive_groups(const Drive& drive);
/// Has, or may have, a drive of this kind the group?
[[nodiscard]] bool has_group(const Drive& drive, DriveGroup group);

/// One number. `zero_is_estimated`: 0 stands for "not told" although the range begins above it.
struct DriveNumber {
  DriveGroup group;
  const char* key;    ///< in files, unit included
  const char* label;  ///< for people
  Dimension dimension;
  double low, high;  ///< SI
  double& (*of)(Drive&);
  bool zero_is_estimated = false;
  const char* help = "";
  [[nodiscard]] double in(const Drive& drive) const { return of(const_cast<Drive&>(drive)); }
};
struct DriveCount {
  DriveGroup group;
  const char* key;
  const char* label;
  std::uint32_t low, high;
  std::uint32_t& (*of)(Drive&);
  [[nodiscard]] std::uint32_t in(const Drive& drive) const { return of(const_cast<Drive&>(drive)); }
};
struct DriveSwitch {
  DriveGroup group;
  const char* key;
  const char* label;
  bool& (*of)(Drive&);
  [[nodiscard]] bool in(const Drive& drive) const { return of(const_cast<Drive&>(drive)); }
};
[[nodiscard]] std::span<const DriveNumber> drive_numbers();
[[nodiscard]] std::span<const DriveCount> drive_counts();
[[nodiscard]] std::span<const DriveSwitch> drive_switches();

/// Does the number matter for a drive of this kind?
[[nodiscard]] bool matters(const Drive& drive, DriveGroup group, const char* key);

/// Throws InvalidInput for a number outside its range, with its name.
void check_drive(const Drive& drive);

}  // namespace plucky
