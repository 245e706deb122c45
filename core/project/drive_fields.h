// How one part of a drive is read and written, in boat files and in the catalogue alike.
#pragma once

#include <algorithm>

#include "drive/drive_table.h"
#include "layout/component.h"
#include "layout/kind.h"
#include "project/json_fields.h"
#include "steering/design.h"

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
  if (p.group == DriveGroup::drive) v.choice("turning", p.drive.turning, turning_key, turning_from_key);
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

/// The data of one component of the steering.
struct SteeringPart {
  Steering& steering;
  SteeringRole role;
};

template <class V>
void describe(V& v, SteeringPart& p) {
  if (p.role == SteeringRole::rudder) v("rudders", p.steering.rudder.blades);
  for (const SteeringNumber& n : steering_numbers())
    if (n.owner == p.role) v(n.key, n.of(p.steering), {n.low, n.high});
}

/// The numbers of a component that is of no drive and no steering.
struct OwnNumbers {
  ComponentData& data;
  const ComponentKind& kind;
};

template <class V>
void describe(V& v, OwnNumbers& p) {
  for (const ComponentNumber& n : p.kind.numbers) v(n.key, n.of(p.data), {n.low, n.high});
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
  if (const auto role = traits_of(p.kind).steers) {
    bool known = has_data(p);
    Steering s;
    if (const auto* rudder = std::get_if<Rudder>(&p.data)) s.rudder = *rudder;
    if (const auto* servo = std::get_if<Servo>(&p.data)) s.servo = *servo;
    SteeringPart data{s, *role};
    v.maybe("data", known, data);
    if (known && role == SteeringRole::rudder) p.data = s.rudder;
    if (known && role == SteeringRole::servo) p.data = s.servo;
  }
  if (const ComponentKind& kind = traits_of(p.kind); !kind.numbers.empty()) {
    bool known = has_data(p);
    ComponentData own = data_or_usual(p);
    OwnNumbers data{own, kind};
    v.maybe("data", known, data);
    if (known) p.data = own;
  }
  if (size_is_data(p))
    take_size_from_data(p);
  else
    v("size_m", p.size, size);
}

}  // namespace plucky
