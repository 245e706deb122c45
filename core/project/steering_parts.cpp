#include "project/steering_parts.h"

#include "base/error.h"
#include "base/written.h"
#include "layout/component.h"
#include "layout/kind.h"
#include "project/project.h"

namespace plucky {

namespace {

constexpr SteeringRole roles[] = {SteeringRole::rudder, SteeringRole::servo};

PartKind kind_of(SteeringRole role) {
  return role == SteeringRole::rudder ? PartKind::rudder : PartKind::servo;
}

ComponentData data_of(const Steering& s, SteeringRole role) {
  if (role == SteeringRole::rudder) return s.rudder;
  return s.servo;
}

/// The first part of the role's kind that stands in the boat.
Part* standing(Project& p, SteeringRole role) {
  for (Part& part : p.layout.parts)
    if (part.kind == kind_of(role)) return &part;
  return nullptr;
}

}  // namespace

Steering steering_of(const Project& p) {
  Steering s{p.steering_use, {}, {}};
  for (const SteeringRole role : roles) {
    const Part* part = p.layout.component(s.parts.of(role));
    const auto* rudder = part ? std::get_if<Rudder>(&part->data) : nullptr;
    const auto* servo = part ? std::get_if<Servo>(&part->data) : nullptr;
    if (rudder) s.rudder = *rudder;
    if (servo) s.servo = *servo;
    s.lacks(role) = needs(s.by, role) && !rudder && !servo;
  }
  return s;
}

void settle_steering(Project& p) {
  SteeringUse& s = p.steering_use;
  for (const SteeringRole role : roles) {
    Id& id = s.parts.of(role);
    const Part* listed = p.layout.component(id);
    if (!listed || listed->kind != kind_of(role) || !needs(s.by, role)) id = 0, listed = nullptr;
    if (!needs(s.by, role) || (listed && p.layout.find(id))) continue;
    if (Part* part = standing(p, role)) {
      if (listed && !has_data(*part)) part->data = listed->data;
      id = part->id;
    }
  }
}

void set_steering(Project& p, const Steering& now) {
  p.steering_use = now;
  settle_steering(p);
  for (const SteeringRole role : roles) {
    if (!needs(now.by, role) || now.lacks(role)) continue;
    Id& id = p.steering_use.parts.of(role);
    if (id == 0) {
      Part part{.id = p.take_id(), .name = written(part_kind_name(kind_of(role))), .kind = kind_of(role)};
      id = part.id;
      p.layout.unplaced.push_back(std::move(part));
    }
    p.layout.component(id)->data = data_of(now, role);
  }
  settle_drives(p);  // which takes out what nothing lists any more
}

bool steers(const Project& p, Id component) {
  const SteeringParts& parts = p.steering_use.parts;
  return component != 0 && (component == parts.rudder || component == parts.servo);
}

void check_steering_parts(const Project& p) {
  for (const SteeringRole role : roles) {
    const Id id = p.steering_use.parts.of(role);
    if (id == 0) continue;
    const Part* part = p.layout.component(id);
    if (!part) throw InvalidInput("steering", Text("lists component {0}, which does not exist", id));
    if (part->kind != kind_of(role))
      throw InvalidInput("steering", Text("lists \"{0}\", which is no {1}", part->name, part_kind_name(kind_of(role))));
  }
  check_steering(steering_of(p));
}

}  // namespace plucky
