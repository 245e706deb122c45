// Hulls for proposals: the smallest that carries a load, within what the brief and the workshop allow.
#pragma once

#include "assessment/propose.h"

namespace plucky {

/// Fineness of hulls while many are tried: a quarter of the triangles.
inline constexpr double searching_fineness = 0.5;

/// m, that a boat may be: the brief's longest, else 3.
[[nodiscard]] double most_length(const Brief& brief);

/// Skin of the usual material of a way of building.
[[nodiscard]] Skin usual_skin(BuildMethod method, const Catalogue& catalogue);

/// The smallest hull of a family for a load in kg, `room` times as long; `why` tells where it is held to the length
/// that is allowed and is empty elsewhere. Throws InvalidInput where none carries it.
[[nodiscard]] HullShape hull_for(const Brief& brief, HullFamily family, double load, double room, const Skin& skin,
                                 Text& why);

/// No wider than a usual printer's bed takes, where it is printed: sections stand on it as they are.
[[nodiscard]] HullShape within_the_bed(HullShape shape, BuildMethod method);

/// The least hull for a boat whose parts are not known yet, found by trying: each boat says what it carries and whether
/// its hull was large enough.
class HullGrowth {
 public:
  /// A load (kg) to begin with; the freeboard (m) that is wished.
  HullGrowth(double load, double freeboard) : load_(load), freeboard_(freeboard) {}
  [[nodiscard]] double load() const { return load_; }  ///< kg
  /// By how much larger than what floats the load a hull must be for its parts to stand in it.
  [[nodiscard]] double room() const { return room_; }
  /// Is this boat's hull large enough? Then the next one would be for its load, else larger too. `at_the_limit`: it can
  /// only become wider.
  [[nodiscard]] bool learn(const Assessment& boat, bool at_the_limit);

 private:
  double load_, freeboard_;
  double room_ = 1.0, room_before_ = 1.0;
  int learned_ = 0;
  std::vector<std::string> crowded_before_, hopeless_;
};

}  // namespace plucky
