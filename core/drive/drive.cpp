#include "drive/drive.h"

#include "base/key_table.h"
#include "drive/kind.h"

namespace plucky {

namespace {

constexpr std::array<KeyRow<Propulsor>, 4> propulsors{{{Propulsor::none, "none", "none yet"},
                                                       {Propulsor::propeller, "propeller", "water propeller"},
                                                       {Propulsor::jet, "jet", "water jet"},
                                                       {Propulsor::air_propeller, "air_propeller", "air propeller"}}};
constexpr std::array<KeyRow<Mounting>, 3> mountings{{{Mounting::shaft, "shaft", "shaft in a tube"},
                                                     {Mounting::strut, "strut", "strut astern"},
                                                     {Mounting::pod, "pod", "outboard pod"}}};
constexpr std::array<KeyRow<CouplerKind>, 7> couplers{
    {{CouplerKind::rigid, "rigid", "rigid sleeve"},
     {CouplerKind::collet, "collet", "collet"},
     {CouplerKind::jaw, "jaw", "jaw coupler"},
     {CouplerKind::finger, "finger", "finger coupler"},
     {CouplerKind::universal_joint, "universal_joint", "universal joint"},
     {CouplerKind::silicone_tube, "silicone_tube", "silicone tube"},
     {CouplerKind::flex_ferrule, "flex_ferrule", "cable ferrule"}}};
constexpr std::array<KeyRow<ShaftMaterial>, 8> shaft_materials{
    {{ShaftMaterial::stainless_steel, "stainless_steel", "stainless steel"},
     {ShaftMaterial::spring_steel, "spring_steel", "spring steel"},
     {ShaftMaterial::brass, "brass", "brass"},
     {ShaftMaterial::aluminium, "aluminium", "aluminium"},
     {ShaftMaterial::carbon_tube, "carbon_tube", "carbon tube"},
     {ShaftMaterial::pla_print, "pla_print", "PLA print"},
     {ShaftMaterial::petg_print, "petg_print", "PETG print"},
     {ShaftMaterial::nylon_print, "nylon_print", "nylon print"}}};
constexpr std::array<KeyRow<ShaftKind>, 3> shafts{{{ShaftKind::solid, "solid", "solid"},
                                                   {ShaftKind::hollow, "hollow", "hollow"},
                                                   {ShaftKind::flex_cable, "flex_cable", "flex cable"}}};
constexpr std::array<KeyRow<BearingKind>, 4> bearings{
    {{BearingKind::bronze, "bronze", "bronze bush, greased"},
     {BearingKind::ball_steel, "ball_steel", "steel ball bearing, greased"},
     {BearingKind::ball_ceramic, "ball_ceramic", "ceramic ball bearing"},
     {BearingKind::water_lubricated, "water_lubricated", "plastic bush, in water"}}};
constexpr std::array<KeyRow<Turning>, 4> turnings{{{Turning::outward, "outward", "outward on top"},
                                                   {Turning::inward, "inward", "inward on top"},
                                                   {Turning::right, "right", "to the right"},
                                                   {Turning::left, "left", "to the left"}}};

}  // namespace

#define PLUCKY_KEYS(E, stem, table, what)     \
  const char* stem##_key(E value) {           \
    return row_of(table, value).key;          \
  }                                           \
  const char* stem##_name(E value) {          \
    return row_of(table, value).name;         \
  }                                           \
  E stem##_from_key(const std::string& key) { \
    return value_of(table, what, key);        \
  }
PLUCKY_KEYS(Propulsor, propulsor, propulsors, "propulsor")
PLUCKY_KEYS(Mounting, mounting, mountings, "mounting")
PLUCKY_KEYS(CouplerKind, coupler, couplers, "coupler")
PLUCKY_KEYS(ShaftMaterial, shaft_material, shaft_materials, "material")
PLUCKY_KEYS(ShaftKind, shaft_kind, shafts, "shaft")
PLUCKY_KEYS(BearingKind, bearing, bearings, "bearing")
PLUCKY_KEYS(Turning, turning, turnings, "turning")
#undef PLUCKY_KEYS

int Drive::turned_right() const {
  if (propulsor == Propulsor::jet) return 0;
  const int all = static_cast<int>(count);
  if (turning == Turning::right) return all;
  return turning == Turning::left ? -all : all % 2;
}

bool Drive::has_shaft_line() const {
  return drive_kind(*this).shaft_line;
}

}  // namespace plucky
