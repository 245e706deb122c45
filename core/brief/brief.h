// What the boat is for. Plain data of stage 1.
#pragma once

#include <string>

#include "geometry/vec.h"

namespace plucky {

/// Which rule of thumb tells where the CG belongs.
enum class BoatType { shaft_monohull, air_sled, jet, displacement };
[[nodiscard]] const char* boat_type_key(BoatType type);
[[nodiscard]] const char* boat_type_name(BoatType type);
[[nodiscard]] BoatType boat_type_from_key(const std::string& key);

/// The water it is meant for.
enum class WaterKind { sheltered, choppy, weedy, shallow };
[[nodiscard]] const char* water_kind_key(WaterKind water);
[[nodiscard]] const char* water_kind_name(WaterKind water);
[[nodiscard]] WaterKind water_kind_from_key(const std::string& key);

/// How the hull is to be made.
enum class BuildMethod { printed, sheet_metal, ply, foam_board, moulded };
[[nodiscard]] const char* build_method_key(BuildMethod method);
[[nodiscard]] const char* build_method_name(BuildMethod method);
[[nodiscard]] BuildMethod build_method_from_key(const std::string& key);

struct Brief {
  std::string purpose;
  BoatType type = BoatType::shaft_monohull;
  WaterKind water = WaterKind::sheltered;
  BuildMethod method = BuildMethod::printed;
  bool salt_water = false;
  double depth = 0.0;               ///< m, of the water; 0: deep, or not known
  double payload = 0.0;             ///< kg, what the boat carries for its purpose
  double wanted_speed = 0.0;        ///< m/s; 0: none asked for
  double run_time = 0.0;            ///< s at full throttle; 0: none asked for
  double most_length = 0.0;         ///< m, car boot or shelf; 0: no limit
  double longest_piece = 0.0;       ///< m, longest printed section or sheet; 0: no limit
  double wanted_freeboard = 0.03;   ///< m, least height of the deck edge over the water at rest
  double trim_low = radians(-0.5);  ///< rad, wanted trim at rest, bow up positive
  double trim_high = radians(3.5);  ///< rad
  double swamped_reserve = 0.1;     ///< share of the mass that the flooded boat should carry beyond itself
  bool operator==(const Brief&) const = default;
  [[nodiscard]] double water_density() const;  ///< kg/m3
};

}  // namespace plucky
