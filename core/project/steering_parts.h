// What steers the boat: which components the steering lists. In: project. Out: the steering as the physics reads it,
// and an edited one written back into its components.
#pragma once

#include "steering/design.h"

namespace plucky {

struct Project;

/// The steering as the physics reads it. What it needs and does not list, or lists without data, is told as lacking.
[[nodiscard]] Steering steering_of(const Project& project);

/// Writes an edited steering back: its use, and the data of each component it needs and does not lack. A role that
/// nothing fills is taken by a part of its kind, or by a component without a place.
void set_steering(Project& project, const Steering& steering);

/// The steering forgets components that are gone, of another kind or not needed; a part of the kind that stands in the
/// boat takes a role that is empty or held by a component without a place.
void settle_steering(Project& project);

/// Does the steering list the component?
[[nodiscard]] bool steers(const Project& project, Id component);

/// Throws InvalidInput for components that do not exist or are of another kind, and for numbers outside their range.
void check_steering_parts(const Project& project);

}  // namespace plucky
