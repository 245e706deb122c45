// A light or beacon, and the resistor in its lead.
#include "layout/kinds/kind_list.h"

namespace plucky {

namespace {

constexpr ComponentNumber lamp_numbers[] = {
    {"current_a", "Current", Dimension::current, 0.0, 50.0, &number_of<Lamp, &Lamp::current>, "that it should take"},
    {"forward_v", "Forward voltage", Dimension::voltage, 0.5, 15.0, &number_of<Lamp, &Lamp::forward>,
     "of one at that current"},
    {"in_series", "In series", Dimension::none, 1.0, 20.0, &number_of<Lamp, &Lamp::in_series>, "behind one resistor"},
    {"supply_v", "Fed with", Dimension::voltage, 0.0, 60.0, &number_of<Lamp, &Lamp::supply>,
     "0: by the receiver's supply"}};

}  // namespace

ComponentKind lamp_kind() {
  return {
      .kind = PartKind::lamp, .key = "lamp", .name = "Lamp", .numbers = lamp_numbers, .usual = Lamp{.current = 0.1}};
}

}  // namespace plucky
