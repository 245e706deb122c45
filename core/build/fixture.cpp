#include "build/fixture.h"

#include <algorithm>
#include <array>

#include "base/key_table.h"

namespace plucky {

namespace fixture_table {

constexpr std::array materials{KeyRow<FixtureMaterial>{FixtureMaterial::print, "print", "print"},
                               KeyRow<FixtureMaterial>{FixtureMaterial::ply, "ply", "plywood"},
                               KeyRow<FixtureMaterial>{FixtureMaterial::aluminium, "aluminium", "aluminium"}};

constexpr FixtureNumber none{};
constexpr FixtureNumber wall(double usual) {
  return {"wall_m", "Thickness", 0.0005, 0.03, usual};
}
constexpr FixtureNumber play(double usual, const char* label = "Play") {
  return {"play_m", label, 0.0, 0.02, usual};
}
constexpr FixtureNumber reach(const char* label, double usual, double high = 0.2) {
  return {"reach_m", label, 0.0, high, usual};
}
constexpr FixtureNumber at_share(const char* label, double usual) {
  return {"at", label, 0.0, 1.0, usual};
}
constexpr FixtureNumber at_length(const char* label, double usual) {
  return {"at", label, 0.0005, 0.2, usual};
}

using enum FixtureKind;
constexpr std::array types{
    FixtureType{
        motor_mount, "motor_mount", "Motor mount", Held::part, true, wall(0.004), play(0.0005),
        reach("Gussets reach under the motor by", 0.025), none,
        "A plate square to the motor's axis that stands on the hull's bottom, with slots for its screws, a hole "
        "for its boss and two for air. Glued in with thickened epoxy, a fillet on both sides."},
    FixtureType{servo_mount, "servo_mount", "Servo mount", Held::part, true, wall(0.008), play(0.0005), none,
                at_share("Ears above its underside, share of its height", 0.7),
                "Two posts from the bottom to the ears of the servo. Glued to the bottom; screws with grommets."},
    FixtureType{tray, "tray", "Battery tray", Held::part, true, wall(0.002), play(0.001),
                reach("Rim's height", 0.008, 0.1), none,
                "A floor with a rim and slots for a strap, on two runners that follow the bottom."},
    FixtureType{box, "box", "Box with a lid", Held::part, true, wall(0.002), play(0.002),
                reach("Room over what is in it", 0.003, 0.1), none,
                "A box round a receiver and what stands beside it, a groove for a ring, a lid with screws. A hole for "
                "its leads is drilled and sealed with glue."},
    FixtureType{
        lid, "lid", "Hatch lid", Held::hatch, true, wall(0.002), play(0.0004), reach("Rim turned down by", 0.006, 0.1),
        none, "A plate over the hatch's edge with a rim round its coaming, a groove for the gasket, holes for screws."},
    FixtureType{
        lid_bosses, "lid_bosses", "Bosses for inserts", Held::hatch, true, wall(0.0025), none,
        reach("Depth", 0.008, 0.05), none,
        "Round bosses under the hatch's edge, each for one threaded insert, set straight with a soldering iron."},
    FixtureType{tube_cradle, "tube_cradle", "Tube cradle", Held::part, true, wall(0.006),
                play(0.0002, "Play round the tube"), none, at_share("Place between bottom and coupler, share", 0.5),
                "Stands on the bottom and holds the shaft's tube in its line while it is glued, and after."},
    FixtureType{bracket_base, "bracket_base", "Bracket base", Held::part, true, wall(0.003), none,
                reach("Wider than the bracket by", 0.015, 0.05), none,
                "A pad inside the transom behind what is screwed to it from outside."},
    FixtureType{intake_frame, "intake_frame", "Intake frame", Held::part, true, wall(0.004), play(0.001),
                reach("Width", 0.010, 0.05), none,
                "Strips on the bottom round the jet's intake that its flange and the ride plate are screwed to."},
    FixtureType{pylon_foot, "pylon_foot", "Pylon foot", Held::part, true, wall(0.004), play(0.0002),
                reach("Socket's height", 0.025, 0.1), at_length("Tube's outside", 0.012),
                "A plate on deck with a socket for the tube that carries a motor with an air propeller."},
    FixtureType{hose_clip, "hose_clip", "Hose clip", Held::hose, true, wall(0.002), play(0.0003),
                reach("Length along the hose", 0.006, 0.05), at_share("Place along the hose, share", 0.5),
                "A ring with a gap that a hose snaps into, with a foot to glue."},
    FixtureType{aerial_foot, "aerial_foot", "Aerial foot", Held::part, true, wall(0.002), play(0.0002),
                reach("Socket's height", 0.012, 0.1), at_length("Tube's outside", 0.003),
                "A plate with a socket for the tube that keeps the aerial upright and dry."},
    FixtureType{stand, "stand", "Display stand", Held::hull, false, wall(0.004),
                play(0.002, "Felt between it and the hull"), reach("Keel above the table", 0.040),
                at_share("Distance between its ends, share of the length", 0.5),
                "Two ends cut to the hull's own sections, with holes for two rods of 8 mm between them."},
    FixtureType{
        carrier, "carrier", "Carrying cradle", Held::hull, false, wall(0.006),
        play(0.003, "Felt between it and the hull"), reach("Keel above the ground", 0.060),
        at_share("Distance between its ends, share of the length", 0.6),
        "Two ends that hold the hull up to its deck edge, with slots for a strap and holes for two rods of 8 mm."},
    FixtureType{saddles, "saddles", "Saddles for gluing", Held::hull, false, wall(0.004), play(0.0005),
                reach("Keel above the board", 0.030), at_length("Distance from each joint", 0.015),
                "Saddles on both sides of each joint, or at thirds of the length, all on one flat board: the hull lies "
                "straight while the glue sets."},
    FixtureType{drill_jig, "drill_jig", "Drill jig for the transom", Held::hull, false, wall(0.005), play(0.0001), none,
                none, "A plate of the transom's outline with a guide for each hole; taped on from outside."},
    FixtureType{seal_mould, "seal_mould", "Mould for a lid seal", Held::hatch, false, wall(0.003),
                play(0.004, "Seal's width"), reach("Seal's thickness", 0.003, 0.02), none,
                "A groove to cast the lid's seal of silicone in. Release with soap and water, one to one; 2 to 3 mm "
                "take a day."},
    FixtureType{bellows_core, "bellows_core", "Core for a bellows", Held::part, false, wall(0.002),
                play(0.003, "Rod's outside"), reach("Length", 0.020, 0.1), at_length("Outside of a fold", 0.014),
                "Discs on a neck to dip or brush a rod's bellows on in silicone or latex; pulled off when it has set."},
    FixtureType{
        coil_former, "coil_former", "Former for a cooling coil", Held::part, false, wall(0.002),
        play(0.004, "Tube's outside"), reach("Width of the winding", 0.024, 0.1),
        at_share("Smaller than the can by, share: the coil springs open", 0.04),
        "A drum between two flanges to wind a motor's coil on; water frozen in the tube keeps it from kinking."}};

}  // namespace fixture_table

const char* fixture_material_key(FixtureMaterial material) {
  return row_of(fixture_table::materials, material).key;
}
const char* fixture_material_name(FixtureMaterial material) {
  return row_of(fixture_table::materials, material).name;
}
FixtureMaterial fixture_material_from_key(const std::string& key) {
  return value_of(fixture_table::materials, "material", key);
}

std::span<const FixtureType> fixture_types() {
  return fixture_table::types;
}
const FixtureType& type_of(FixtureKind kind) {
  return *std::find_if(fixture_table::types.begin(), fixture_table::types.end(),
                       [&](const FixtureType& t) { return t.value == kind; });
}
const char* fixture_key(FixtureKind kind) {
  return type_of(kind).key;
}
FixtureKind fixture_from_key(const std::string& key) {
  return value_of(fixture_table::types, "kind", key);
}

Fixture usual_fixture(FixtureKind kind) {
  const FixtureType& t = type_of(kind);
  return {.name = t.name,
          .kind = kind,
          .wall = t.wall.usual,
          .play = t.play.usual,
          .reach = t.reach.usual,
          .at = t.at.usual};
}

}  // namespace plucky
