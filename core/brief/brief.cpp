#include "brief/brief.h"

#include "base/key_table.h"
#include "water/fluid.h"

namespace plucky {

namespace {

constexpr std::array<KeyRow<BoatType>, 4> types{{{BoatType::shaft_monohull, "shaft_monohull", "monohull, water screw"},
                                                 {BoatType::air_sled, "air_sled", "air sled"},
                                                 {BoatType::jet, "jet", "jet boat"},
                                                 {BoatType::displacement, "displacement", "displacement"}}};
constexpr std::array<KeyRow<WaterKind>, 4> waters{{{WaterKind::sheltered, "sheltered", "sheltered"},
                                                   {WaterKind::choppy, "choppy", "choppy"},
                                                   {WaterKind::weedy, "weedy", "weedy"},
                                                   {WaterKind::shallow, "shallow", "very shallow"}}};
constexpr std::array<KeyRow<BuildMethod>, 5> methods{
    {{BuildMethod::printed, "printed", "printed in plastic"},
     {BuildMethod::sheet_metal, "sheet_metal", "folded from sheet metal"},
     {BuildMethod::ply, "ply", "ply"},
     {BuildMethod::foam_board, "foam_board", "glassed foam board"},
     {BuildMethod::moulded, "moulded", "laid up in a mould"}}};

}  // namespace

const char* boat_type_key(BoatType type) {
  return row_of(types, type).key;
}
const char* boat_type_name(BoatType type) {
  return row_of(types, type).name;
}
BoatType boat_type_from_key(const std::string& key) {
  return value_of(types, "boat type", key);
}
const char* water_kind_key(WaterKind water) {
  return row_of(waters, water).key;
}
const char* water_kind_name(WaterKind water) {
  return row_of(waters, water).name;
}
WaterKind water_kind_from_key(const std::string& key) {
  return value_of(waters, "kind of water", key);
}
const char* build_method_key(BuildMethod method) {
  return row_of(methods, method).key;
}
const char* build_method_name(BuildMethod method) {
  return row_of(methods, method).name;
}
BuildMethod build_method_from_key(const std::string& key) {
  return value_of(methods, "build method", key);
}

double Brief::water_density() const {
  return salt_water ? sea_water_density : fresh_water_density;
}

}  // namespace plucky
