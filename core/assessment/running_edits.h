// What a boat gets before it runs: water through what heats up, no more throttle than its speed asks for. In: the
// assessed boat. Out: boats.
#pragma once

#include <functional>
#include <optional>

#include "assessment/assessment.h"
#include "cooling/options.h"

namespace plucky {

/// The boat with a circuit of this kind in the stead of what it has, of one bore (m; 0: as usual). Nothing where its
/// drive works in the air or no part is aboard that water could cool.
[[nodiscard]] std::optional<Project> with_circuit(const Assessment& boat, Plumbing plumbing, double bore = 0.0);

/// The boat with the radio's throttle limit where it has its speed (m/s), cruising well below that. Nothing where it is
/// not much faster, does not run, or no speed is wished (0).
[[nodiscard]] std::optional<Project> with_throttle_limit(const Assessment& boat, double wished_speed);

/// Tried with Care::trial. With the throttle limit that the brief's speed allows and with water through what heats up,
/// as far as those leave less wrong with it by this measure. A boat that is judged dry and at full throttle loses to a
/// weaker one for nothing.
[[nodiscard]] Assessment as_it_will_run(Assessor& judge, Assessment boat,
                                        const std::function<double(const Assessment&)>& faults);

}  // namespace plucky
