// What the builder decides about the steering. Plain data and its table of numbers.
#pragma once

#include <cstdint>
#include <optional>
#include <span>
#include <string>

#include "base/id.h"
#include "base/quantity.h"
#include "base/text.h"
#include "layout/steering_gear.h"
#include "steering/foil.h"
#include "steering/linkage.h"

namespace plucky {

enum class SteeredBy {
  none,
  rudder,       ///< in the water
  pod,          ///< the outboard swings
  nozzle,       ///< the jet's nozzle swings
  air_rudder,   ///< in the air propeller's wash
  differential  ///< two drives at unequal throttle
};
[[nodiscard]] const char* steered_by_key(SteeredBy by);
[[nodiscard]] const char* steered_by_name(SteeredBy by);
[[nodiscard]] SteeredBy steered_by_from_key(const std::string& key);

/// Does steering of this kind have a component in this role?
[[nodiscard]] bool needs(SteeredBy by, SteeringRole role);

/// Numbers of the components that steer; 0 where there is none.
struct SteeringParts {
  Id rudder = 0, servo = 0;
  [[nodiscard]] Id& of(SteeringRole role) { return role == SteeringRole::rudder ? rudder : servo; }
  [[nodiscard]] Id of(SteeringRole role) const { return role == SteeringRole::rudder ? rudder : servo; }
  bool operator==(const SteeringParts&) const = default;
};

/// What the builder decides about the steering beside its components.
struct SteeringUse {
  SteeredBy by = SteeredBy::none;
  bool in_wash = true;         ///< behind the disc, not to one side
  bool under_hull = false;     ///< its root seals against the bottom
  double set_crooked = 0.0;    ///< rad, by which it stands off the centre line at neutral
  bool pull_pull = false;      ///< two cables instead of a rod: no binding, slack instead
  double boot_stroke = 0.010;  ///< m, that the boot's folds give
  double boot_hole = 0.006;    ///< m, diameter of the hole under it
  Linkage linkage;
  double spacing = 0.10;  ///< m, between two drives, for differential thrust
  /// Of two drives beside a rudder, pods or nozzles: share of its throttle by which the inner one is taken back at full
  /// helm; half of it stops the inner one, all of it sends it astern.
  double mixing = 0.0;
  SteeringParts parts;
  bool operator==(const SteeringUse&) const = default;
};

/// The steering as the physics reads it, put together from the components it lists (project/steering_parts.h).
struct Steering : SteeringUse {
  Rudder rudder;
  Servo servo;
  bool no_rudder = false, no_servo = false;  ///< needed and not there, or without data; its numbers then mean nothing
  bool operator==(const Steering&) const = default;
  [[nodiscard]] bool& lacks(SteeringRole role) { return role == SteeringRole::rudder ? no_rudder : no_servo; }
  [[nodiscard]] bool lacks(SteeringRole role) const { return role == SteeringRole::rudder ? no_rudder : no_servo; }
  [[nodiscard]] Foil foil() const {
    return {.chord = rudder.chord,
            .span = rudder.span,
            .balance = rudder.balance,
            .thickness = rudder.thickness,
            .under_plate = under_hull};
  }
};

/// Why it cannot steer, in words; empty when nothing is missing.
[[nodiscard]] Text steering_gap(const Steering& steering);

/// One number of the steering for file, interface and command line.
struct SteeringNumber {
  const char* key;
  const char* label;
  Dimension dimension;
  double low, high;  ///< SI
  double& (*of)(Steering&);
  std::optional<SteeringRole> owner = std::nullopt;  ///< the component that holds it; none: the steering itself
  bool of_linkage = false;
  const char* help = "";
  [[nodiscard]] double in(const Steering& s) const { return of(const_cast<Steering&>(s)); }
};
[[nodiscard]] std::span<const SteeringNumber> steering_numbers();
/// Does the number matter for steering of this kind?
[[nodiscard]] bool matters(const Steering& steering, const SteeringNumber& number);

/// Throws InvalidInput for a number outside its range, with its name.
void check_steering(const Steering& steering);

}  // namespace plucky
