// How one part of a drive is read and written, in boat files and in the catalogue alike.
#pragma once

#include <algorithm>

#include "drive/drive_table.h"
#include "layout/component.h"
#include "project/json_fields.h"

namespace plucky {

/// The numbers of one part of the drive.
struct DrivePart {
  Drive& drive;
  DriveGroup group;
};

template <class V>
void describe(V& v, DrivePart& p) {
  for (const DriveNumber& n : drive_numbers())
    if (n.group == p.group) v(n.key, n.of(p.drive), {n.zero_is_estimated ? std::min(0.0, n.low) : n.low, n.high});
  for (const DriveCount& c : drive_counts())
    if (c.group == p.group) v(c.key, c.of(p.drive));
  for (const DriveSwitch& s : drive_switches())
    if (s.group == p.group) v(s.key, s.of(p.drive));
  if (p.group == DriveGroup::coupler) {
    v.choice("kind", p.drive.coupler.kind, coupler_key, coupler_from_key);
    v.choice("material", p.drive.coupler.material, shaft_material_key, shaft_material_from_key);
  }
  if (p.group == DriveGroup::shaft) {
    v.choice("kind", p.drive.shaft.kind, shaft_kind_key, shaft_kind_from_key);
    v.choice("material", p.drive.shaft.material, shaft_material_key, shaft_material_from_key);
    v.choice("bearing", p.drive.shaft.bearing, bearing_key, bearing_from_key);
  }
}

/// A component's technical data, and its size where that is not among them.
template <class V>
void describe_data(V& v, Part& p, Allowed size) {
  if (const auto group = group_of(p.kind)) {
    bool known = has_data(p);
    Drive drive;
    put_data(p, drive);
    DrivePart data{drive, *group};
    v.maybe("data", known, data);
    if (known) p.data = data_of(drive, *group);
  }
  if (size_is_data(p))
    take_size_from_data(p);
  else
    v("size_m", p.size, size);
}

}  // namespace plucky
