#include "steering/design.h"

#include <array>

#include "base/error.h"
#include "base/key_table.h"

namespace plucky {

namespace {

using D = Dimension;

constexpr std::array<KeyRow<SteeredBy>, 6> kinds{{{SteeredBy::none, "none", "nothing yet"},
                                                  {SteeredBy::rudder, "rudder", "water rudder"},
                                                  {SteeredBy::pod, "pod", "swinging pod"},
                                                  {SteeredBy::nozzle, "nozzle", "jet nozzle"},
                                                  {SteeredBy::air_rudder, "air_rudder", "air rudder"},
                                                  {SteeredBy::differential, "differential", "two throttles"}}};

#define OF(member) [](Steering& s) -> double& { return s.member; }
using R = SteeringRole;
constexpr SteeringNumber numbers[] = {
    {"chord_m", "Chord", D::length, 0.003, 0.5, OF(rudder.chord), R::rudder},
    {"span_m", "Span", D::length, 0.003, 0.5, OF(rudder.span), R::rudder, false, "of one rudder, in the stream"},
    {"balance", "Balance", D::ratio, 0.0, 0.5, OF(rudder.balance), R::rudder, false, "stock aft of the leading edge"},
    {"thickness_m", "Thickness", D::length, 0.0003, 0.05, OF(rudder.thickness), R::rudder},
    {"set_crooked_rad", "Misalignment at neutral", D::angle, -0.5, 0.5, OF(set_crooked)},
    {"servo_torque_nm", "Servo torque", D::torque, 0.001, 20.0, OF(servo.torque), R::servo},
    {"servo_speed_rad_s", "Servo speed, rad/s", D::none, 0.5, 60.0, OF(servo.speed), R::servo, false,
     "60 degrees in 0.17 s is 6"},
    {"servo_current_a", "Servo current", D::current, 0.01, 50.0, OF(servo.current), R::servo, false, "while it works"},
    {"servo_arm_m", "Servo arm", D::length, 0.003, 0.1, OF(linkage.servo_arm), {}, true},
    {"horn_arm_m", "Horn", D::length, 0.003, 0.1, OF(linkage.horn_arm), {}, true},
    {"distance_m", "Axes apart", D::length, 0.01, 2.0, OF(linkage.distance), {}, true},
    {"offset_m", "Axes offset", D::length, -0.5, 0.5, OF(linkage.offset), {}, true, "across the rod"},
    {"servo_neutral_rad", "Servo arm leans", D::angle, -1.2, 1.2, OF(linkage.servo_neutral), {}, true, "at neutral"},
    {"horn_neutral_rad", "Horn leans", D::angle, -1.2, 1.2, OF(linkage.horn_neutral), {}, true, "at neutral"},
    {"servo_throw_rad", "Servo throw", D::angle, 0.02, 1.6, OF(linkage.servo_throw), {}, true, "to each side"},
    {"rod_diameter_m", "Rod", D::length, 0.0003, 0.01, OF(linkage.rod_diameter), {}, true},
    {"wall_at", "Transom along the rod", D::ratio, 0.05, 0.95, OF(linkage.wall_at), {}, true, "from the servo"},
    {"boot_stroke_m", "Boot's stroke", D::length, 0.0, 0.1, OF(boot_stroke), {}, true},
    {"boot_hole_m", "Hole in the transom", D::length, 0.0005, 0.05, OF(boot_hole), {}, true},
    {"spacing_m", "Drives apart", D::length, 0.01, 1.0, OF(spacing)},
    {"mixing",
     "Throttles mixed in",
     D::ratio,
     0.0,
     1.0,
     OF(mixing),
     {},
     false,
     "of two drives at full helm: half stops the inner one, all sends it astern"},
};
#undef OF

}  // namespace

const char* steered_by_key(SteeredBy by) {
  return row_of(kinds, by).key;
}
const char* steered_by_name(SteeredBy by) {
  return row_of(kinds, by).name;
}
SteeredBy steered_by_from_key(const std::string& key) {
  return value_of(kinds, "steering", key);
}

bool needs(SteeredBy by, SteeringRole role) {
  if (role == SteeringRole::rudder) return by == SteeredBy::rudder || by == SteeredBy::air_rudder;
  return by != SteeredBy::none && by != SteeredBy::differential;
}

Text steering_gap(const Steering& s) {
  std::vector<Text> gaps;
  if (s.no_rudder) gaps.emplace_back("rudder");
  if (s.no_servo) gaps.emplace_back("servo");
  return gaps.empty() ? Text() : Text("missing in the steering: {0}", listed(gaps));
}

std::span<const SteeringNumber> steering_numbers() {
  return numbers;
}

bool matters(const Steering& s, const SteeringNumber& n) {
  if (s.by == SteeredBy::none) return false;
  const std::string key = n.key;
  if (s.by == SteeredBy::differential) return key == "spacing_m";
  if (key == "spacing_m") return s.mixing > 0.0;
  if (n.owner == SteeringRole::rudder || key == "set_crooked_rad") return needs(s.by, SteeringRole::rudder);
  return true;
}

void check_steering(const Steering& s) {
  for (const SteeringNumber& n : numbers)
    if (const double value = n.in(s); !(value >= n.low && value <= n.high))
      throw InvalidInput(Text("Steering: {0}", n.label),
                         Text("is {0}; allowed: {1} to {2}", Quantity{value, n.dimension}, Quantity{n.low, n.dimension},
                              Quantity{n.high, n.dimension}));
  if (s.rudder.blades < 1 || s.rudder.blades > 6)
    throw InvalidInput("Steering: Rudders", Text("are {0}; must be 1 to 6", s.rudder.blades));
}

}  // namespace plucky
