// What a component's kind says about it: which data it has, and which of them are its measures. In: parts and drives.
// Out: the one from the other.
#pragma once

#include <optional>

#include "drive/drive_table.h"
#include "layout/part.h"

namespace plucky {

/// Where in a drive's numbers the data of this kind belong; none for kinds that are not of a drive.
[[nodiscard]] std::optional<DriveGroup> group_of(PartKind kind);
/// The kind that holds the data of a group. Throws InvalidInput for a group that is no component's.
[[nodiscard]] PartKind kind_of(DriveGroup group);

/// The groups whose data a drive of this kind takes from components; gearing only where it is geared.
[[nodiscard]] std::vector<DriveGroup> component_groups(const Drive& drive);

[[nodiscard]] bool has_data(const Part& part);
/// Its data; what one of its kind usually holds where it tells none.
[[nodiscard]] const ComponentData& data_or_usual(const Part& part);
/// Puts the component's data to their place in the drive; leaves it alone where there are none.
void put_data(const Part& part, Drive& drive);
/// The data of one group.
[[nodiscard]] ComponentData data_of(const Drive& drive, DriveGroup group);

/// Are the part's measures among its data? Its size is then not told a second time.
[[nodiscard]] bool size_is_data(const Part& part);
/// Brings the size to the data, and the other way round.
void take_size_from_data(Part& part);
void take_data_from_size(Part& part);

}  // namespace plucky
