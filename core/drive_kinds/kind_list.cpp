#include "drive_kinds/kind_list.h"

#include <array>

#include "steering/design.h"

namespace plucky {

std::span<const DriveKind> drive_kinds() {
  static const std::array all{DriveKind{.propulsor = Propulsor::none, .steered_by = SteeredBy::none},
                              shaft_drive(),
                              strut_drive(),
                              pod_drive(),
                              jet_drive(),
                              air_drive()};
  return all;
}

const DriveKind& drive_kind(Propulsor propulsor, Mounting mounting) {
  const auto all = drive_kinds();
  const DriveKind* found = all.data();
  for (const DriveKind& k : all)
    if (k.propulsor == propulsor && (found->propulsor != propulsor || k.mounting == mounting)) found = &k;
  return *found;
}

const DriveKind& drive_kind(const Drive& drive) {
  return drive_kind(drive.propulsor, drive.mounting);
}

}  // namespace plucky
