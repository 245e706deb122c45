// What a kind of drive is: what it is made of, where and how it pushes, what it opens in the hull, what is said of it.
// Each kind fills one in its own file of drive_kinds, the topmost folder of core; drive_kinds/kind_list.cpp lists them.
// The interface stands down here, with the kinds as pointers to functions over types that are only named, so that every
// folder between can ask it: behaviour hangs on these traits, not on switches over kinds elsewhere.
#pragma once

#include <functional>
#include <optional>
#include <span>
#include <vector>

#include "drive/drive.h"
#include "drive/fit_chain.h"

namespace plucky {

struct Part;
struct HullModel;
struct Working;
struct PropulsorWater;
struct PropulsorLoad;
class Propulsion;
struct Boat;
struct RunningState;
struct Stream;
struct CoolFitting;
struct OpeningRegister;
struct LineRules;
struct DriveLaying;
enum class SteeredBy;
enum class BoatType;

/// Something that works as a trim tab, in m and rad.
struct TabOfDrive {
  double chord = 0.0, width = 0.0, angle = 0.0;
};

/// A line of the launch checklist.
struct LaunchCheck {
  const char *key, *text;
};

struct DriveKind {
  /// How files name it. The mounting tells water propellers apart and is of no meaning elsewhere.
  Propulsor propulsor;
  Mounting mounting = Mounting::shaft;

  std::vector<DriveGroup> groups = {};        ///< what it is made of, in the order of the power; empty: no drive
  std::vector<DriveGroup> extras = {};        ///< what one may have besides and does without as well
  DriveGroup bearer = DriveGroup::screw;      ///< role of the component that stands where the thrust acts
  DriveGroup motor_in = DriveGroup::motor;    ///< role of what holds the motor; its own: it stands by itself
  DriveGroup screw_in = DriveGroup::screw;    ///< the same of the screw
  DriveGroup gearing_in = DriveGroup::motor;  ///< the same of the gears
  const char* screw_name = "Propeller";
  const char* lower = "Lower the propeller {0}";  ///< of a remedy that sets it deeper
  bool in_air = false;                            ///< pushes air: no water cools it or comes near it, its wash does
  bool open_screw = false;   ///< blades in open water: they feel the hull's wake, the surface, and leave a race behind
  bool shaft_line = false;   ///< a line of coupler, shaft and bearings from a motor in the hull
  bool strut = false;        ///< whose last length a strut holds
  double usual_slip = 0.15;  ///< at speed; low confidence for jets and air propellers
  double usual_torque = 0.035;                   ///< torque coefficient, rough
  std::optional<BoatType> makes = std::nullopt;  ///< the type of boat that has one; none: any
  SteeredBy steered_by{};                        ///< what usually steers a boat that it drives
  bool light_steering = false;                   ///< a small servo is enough
  std::span<const LaunchCheck> launch = {};      ///< cautions before the boat goes in

  /// Can a motor of the catalogue, a screw of the catalogue stand in one?
  bool (*takes_motor)(const Motor& motor) = nullptr;
  bool (*takes_screw)(const Screw& screw) = nullptr;
  /// Battery power, W, for a boat of this weight (N) at a speed (m/s), on the plane or not; rough.
  double (*power_for)(double weight, double speed, bool fast) = nullptr;
  /// Its joints from the motor's shaft to the screw.
  std::vector<Joint> (*joints)(const Drive& drive) = nullptr;

  /// By how much the thrust points upward ahead, rad, of a kind without a shaft line. Null: level.
  double (*thrust_angle)(const Drive& drive) = nullptr;
  /// Middle of the disc (of a jet: the nozzle), m, from the component that bears it.
  Vec3 (*disc)(const Part& bearer, const Drive& drive) = nullptr;
  /// Fills in depth, clearance and the like of what works at `working.place`; `at_rest` is the height of the water at
  /// rest over x.
  void (*place)(const HullModel& hull, const Part& bearer, const Drive& drive,
                const std::function<double(double)>& at_rest, Working& working) = nullptr;
  /// How deep the disc's top or the intake's rim lies in this water, m.
  double (*depth)(const Drive& drive, const Working& working, const std::function<double(double)>& water) = nullptr;
  /// How the propulsor lies in this water, started from rest.
  PropulsorWater (*water)(const Drive& drive, const Working& working,
                          const std::function<double(double)>& water) = nullptr;
  /// Thrust and torque of one at revolutions (1/s) and speed (m/s) above 0.
  PropulsorLoad (*load)(const Propulsion& propulsion, double revolutions, double speed,
                        const PropulsorWater& water) = nullptr;
  /// What its method cannot promise for this drive; empty when it is within its published range.
  Text (*doubt)(const Propulsion& propulsion) = nullptr;
  /// Speed of the stream that leaves it, m/s. Null: it has none of its own that slip would count from.
  double (*jet_speed)(const Propulsion& propulsion, double revolutions, double speed) = nullptr;

  /// Drag area in the water, m2, of a component of the line that is wet to a depth (m); null: that of any other
  /// part.
  double (*line_drag)(const Drive& drive, const Part& part, double wet) = nullptr;
  /// What of it works as a trim tab; none without.
  std::optional<TabOfDrive> (*tab)(const Drive& drive) = nullptr;
  /// What its thrust makes of the water that pickups stand in. Null: nothing.
  void (*stream)(const Boat& boat, const RunningState& state, Stream& stream) = nullptr;
  /// Where cooling water is taken from it; null: nowhere. `own_pickup`: before any rudder.
  CoolFitting (*pickup)(const Boat& boat, const Part& bearer) = nullptr;
  bool own_pickup = false;
  /// The ways in for water that it makes.
  void (*openings)(OpeningRegister& openings) = nullptr;

  /// What is said of its water where it has no disc in it, and of its own parts. Null: nothing.
  void (*judge_water)(const LineRules& line) = nullptr;
  void (*judge_parts)(const LineRules& line) = nullptr;
  /// Puts the chosen components where they belong and lists them in the drive.
  void (*lay)(DriveLaying& laying) = nullptr;
};

/// All kinds in the order of menus, the drive that is none yet first.
[[nodiscard]] std::span<const DriveKind> drive_kinds();
[[nodiscard]] const DriveKind& drive_kind(Propulsor propulsor, Mounting mounting = Mounting::shaft);
[[nodiscard]] const DriveKind& drive_kind(const Drive& drive);

}  // namespace plucky
