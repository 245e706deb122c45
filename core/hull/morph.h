// A hull made longer, wider, deeper. In: a design, factors. Out: the design with every measure scaled along its axis.
#pragma once

#include <string>

#include "hull/design.h"

namespace plucky {

/// Which of its dimensions gives way so that the hull goes on displacing as much at a draught scaled with its depth.
enum class GivesWay { none, length, beam, depth };
/// For people, e.g. "the beam".
[[nodiscard]] const char* gives_way_name(GivesWay gives);
/// "free", "length", "beam" or "depth"; throws InvalidInput with the choices.
[[nodiscard]] GivesWay gives_way_from_key(const std::string& key);

/// Factors along, across and up of a hull that shall have these; `gives` is set so that their product is 1. What gives
/// way cannot be wished for as well: its factor is overwritten.
[[nodiscard]] Vec3 factors_keeping_displacement(Vec3 factors, GivesWay gives);

/// Measures alone, as scaled() below does.
[[nodiscard]] HullShape scaled(HullShape shape, const Vec3& factors);

/// Scales a hull about the middle of its transom on the base line: its measures, its hatches, walls, openings and
/// further shells; skin, coamings and what stands in the boat stay as they are. A mesh is scaled exactly; a lofted hull
/// within what its family can make: angles go with the sides of their triangles, an arc stays an arc. Throws
/// InvalidInput for factors that are not between 0.2 and 5.
[[nodiscard]] HullDesign scaled(const HullDesign& design, const Vec3& factors);

}  // namespace plucky
