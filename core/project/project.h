// The whole boat as one plain value: what is saved, undone and assessed.
#pragma once

#include <map>
#include <nlohmann/json.hpp>
#include <string>

#include "hull/design.h"
#include "layout/part.h"

namespace plucky {

/// Which rule of thumb tells where the CG belongs.
enum class BoatType { shaft_monohull, air_sled, jet, displacement };
[[nodiscard]] const char* boat_type_key(BoatType type);
[[nodiscard]] const char* boat_type_name(BoatType type);
[[nodiscard]] BoatType boat_type_from_key(const std::string& key);

/// What the boat is for, as far as floating is concerned.
struct Brief {
  std::string purpose;
  BoatType type = BoatType::shaft_monohull;
  bool salt_water = false;
  double wanted_freeboard = 0.03;   ///< m, least height of the deck edge over the water at rest
  double trim_low = radians(-0.5);  ///< rad, wanted trim at rest, bow up positive
  double trim_high = radians(3.5);  ///< rad
  double swamped_reserve = 0.1;     ///< share of the mass that the flooded boat should carry beyond itself
  bool operator==(const Brief&) const = default;
  [[nodiscard]] double water_density() const;  ///< kg/m3
};

/// Fields of a file this version does not know, by their place ("/layout/parts/#7/colour"), kept for the next save.
using UnknownFields = std::map<std::string, nlohmann::json>;

struct Project {
  std::string name = "New boat";
  std::string notes;
  Brief brief;
  HullDesign hull;
  Layout layout;
  Id next_id = 1;  ///< the next permanent number
  UnknownFields unknown;

  /// Takes a fresh permanent number.
  [[nodiscard]] Id take_id() { return next_id++; }
  bool operator==(const Project&) const = default;
};

/// Throws InvalidInput where the project breaks its own rules: ids used twice, rails that do not exist, parts without
/// size or with a negative mass.
void check_project(const Project& project);

}  // namespace plucky
