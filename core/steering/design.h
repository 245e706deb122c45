// What the builder decides about the steering. Plain data and its table of numbers.
#pragma once

#include <cstdint>
#include <span>
#include <string>

#include "base/quantity.h"
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

struct Steering {
  SteeredBy by = SteeredBy::none;
  std::uint32_t blades = 1;    ///< rudders
  double chord = 0.030;        ///< m
  double span = 0.050;         ///< m, of one rudder in the water
  double balance = 0.20;       ///< stock aft of the leading edge, share of the chord
  double thickness = 0.004;    ///< m
  bool in_wash = true;         ///< behind the disc, not to one side
  bool under_hull = false;     ///< its root seals against the bottom
  double set_crooked = 0.0;    ///< rad, by which it stands off the centre line at neutral
  double servo_torque = 0.40;  ///< N m
  double servo_speed = 6.0;    ///< rad/s
  bool pull_pull = false;      ///< two cables instead of a rod: no binding, slack instead
  double boot_stroke = 0.010;  ///< m, that the boot's folds give
  double boot_hole = 0.006;    ///< m, diameter of the hole under it
  Linkage linkage;
  double spacing = 0.10;  ///< m, between two drives, for differential thrust
  bool operator==(const Steering&) const = default;
  [[nodiscard]] Foil foil() const {
    return {.chord = chord, .span = span, .balance = balance, .thickness = thickness, .under_plate = under_hull};
  }
};

/// One number of the steering for file, interface and command line.
struct SteeringNumber {
  const char* key;
  const char* label;
  Dimension dimension;
  double low, high;  ///< SI
  double& (*of)(Steering&);
  bool of_linkage = false;
  bool of_foil = false;
  const char* help = "";
  [[nodiscard]] double in(const Steering& s) const { return of(const_cast<Steering&>(s)); }
};
[[nodiscard]] std::span<const SteeringNumber> steering_numbers();
/// Does the number matter for steering of this kind?
[[nodiscard]] bool matters(const Steering& steering, const SteeringNumber& number);

/// Throws InvalidInput for a number outside its range, with its name.
void check_steering(const Steering& steering);

}  // namespace plucky
