// How long a lead between two parts is, and what a part takes through it. In: parts. Out: metres, amperes.
#pragma once

#include "layout/part.h"

namespace plucky {

/// m of a lead between two parts, along the boat's axes from side to side, with 40 mm to plug and unplug.
[[nodiscard]] double lead_length(const Part& from, const Part& to);

/// Leads for this current of one drive, as long as they must be, with their plugs: a part without a place. Its mass is
/// estimated.
[[nodiscard]] Part leads_for(double battery_current, double motor_current, const LeadLengths& lengths);

/// What a component takes of the receiver's supply at most, A; 0 for one that lives on something else.
[[nodiscard]] double taken_from_receiver(const Part& part);

}  // namespace plucky
