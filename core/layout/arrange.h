// Several parts put in order together. In: parts. Out: the same parts at their new places.
#pragma once

#include <vector>

#include "layout/part.h"

namespace plucky {

/// What is brought into line with the first part of the list.
enum class Align { after_ends, forward_ends, middles, undersides, sides_port, sides_starboard };

/// All parts after the first move along one axis only. Rails hold their parts.
[[nodiscard]] std::vector<Part> aligned(const Layout& layout, std::vector<Part> parts, Align how);

/// Puts the parts' middles on the centre line.
[[nodiscard]] std::vector<Part> centred(const Layout& layout, std::vector<Part> parts);

/// The parts on the other side of the centre plane.
[[nodiscard]] std::vector<Part> mirrored(const Layout& layout, std::vector<Part> parts);

/// The parts moved by the same way, each as far as its rail lets it.
[[nodiscard]] std::vector<Part> shifted(const Layout& layout, std::vector<Part> parts, const Vec3& by);

}  // namespace plucky
