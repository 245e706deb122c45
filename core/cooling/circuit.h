// The cooling circuit as the builder draws it: fittings with ports, hoses from port to port. Plain data and its tables.
#pragma once

#include <cstdint>
#include <optional>
#include <string>
#include <vector>

#include "base/quantity.h"
#include "layout/part.h"

namespace plucky {

enum class FittingKind {
  rudder_nose,   ///< pickup in the leading edge of the rudder
  transom_tube,  ///< pickup tube behind the transom, in the propeller's wash
  flush_tap,     ///< tap square to the stream, flush with its wall
  angled_tap,    ///< tube cut at 45 degrees and standing a few millimetres into the stream
  scoop,         ///< scoop on the bottom
  pump,          ///< electric pump with its own inlet through the bottom
  motor_jacket,
  esc_cooler,
  coil,  ///< tube wound round a can, or any other cooler
  joiner,
  tee,
  outlet
};
[[nodiscard]] const char* fitting_key(FittingKind kind);
[[nodiscard]] const char* fitting_name(FittingKind kind);
[[nodiscard]] FittingKind fitting_from_key(const std::string& key);
/// Takes water from outside.
[[nodiscard]] bool is_pickup(FittingKind kind);
/// Takes heat from a part.
[[nodiscard]] bool is_cooler(FittingKind kind);
[[nodiscard]] std::size_t port_count(FittingKind kind);

/// One fitting. Numbers that are 0 are taken from usual_fitting().
struct CoolFitting {
  Id id = 0;
  std::string name;
  FittingKind kind = FittingKind::outlet;
  Id part = 0;                 ///< part of the layout it sits on and moves with, or 0
  Vec3 place = Vec3::Zero();   ///< m; from the part's middle where it sits on one
  double bore = 0.0;           ///< m
  double length = 0.0;         ///< m, of the way through it
  double loss = 0.0;           ///< minor loss coefficient
  double recovery = 0.0;       ///< of a pickup: pressure coefficient Cp of the stream's head
  double pump_pressure = 0.0;  ///< Pa against a closed hose
  double pump_flow = 0.0;      ///< m3/s against nothing
  double mass = 0.0;           ///< kg
  double conductance = 0.0;    ///< W/K, of a cooler from part to water; 0: by its bore, length and flow
  double turn = 0.0;           ///< rad, by which a jacket's or coil's nipples are turned from upright to port
  bool in_wash = true;         ///< of a pickup: stands in the propeller's race or the jet's stream
  bool reversed = false;       ///< of a pump: plumbed or wired the wrong way round
  bool blocked = false;        ///< weed in it
  double calibration = 1.0;    ///< by which the height test multiplied the recovery
  bool operator==(const CoolFitting&) const = default;
};

/// Usual numbers of a kind: common practice, no source; pickups' recovery from the middle of the design notes' ranges,
/// to be calibrated by the height test.
[[nodiscard]] CoolFitting usual_fitting(FittingKind kind);
/// The fitting with its zeros filled in.
[[nodiscard]] CoolFitting filled(const CoolFitting& fitting);

enum class HoseMaterial { silicone, soft_silicone, rubber, pu, aluminium, brass };
[[nodiscard]] const char* hose_key(HoseMaterial material);
[[nodiscard]] const char* hose_name(HoseMaterial material);
[[nodiscard]] HoseMaterial hose_from_key(const std::string& key);

struct HoseProperties {
  double density = 0.0;     ///< kg/m3
  double least_bend = 0.0;  ///< least bend radius of the middle line over the outer diameter
  double roughness = 0.0;   ///< m
  bool rigid = false;       ///< a tube: bent once, ends joined by short pieces of hose
  double least_wall = 0.0;  ///< wall over bore below which it flattens in a bend
};
/// Common practice, no source.
[[nodiscard]] HoseProperties hose_properties(HoseMaterial material);

struct Hose {
  Id id = 0;
  Id from = 0, to = 0;                       ///< fittings
  std::uint32_t from_port = 1, to_port = 0;  ///< 0 and 1 of a cooler are its way in and out; a tee has 0, 1, 2
  HoseMaterial material = HoseMaterial::silicone;
  double bore = 0.003, wall = 0.001;  ///< m
  std::vector<Vec3> via;              ///< m, points the builder wants it to pass
  bool kinked = false;                ///< flattened behind something
  bool operator==(const Hose&) const = default;
};

/// A line along the boat kept clear for hoses and cables; a hose likes to follow it.
struct Lane {
  Id id = 0;
  std::string name = "Lane";
  double from = 0.05, to = 0.4;  ///< m from the transom
  double y = 0.03, z = 0.02;     ///< m
  bool operator==(const Lane&) const = default;
};

/// A held hose on a pickup: how high the stream climbed.
struct HeightTest {
  Id id = 0;
  Id pickup = 0;
  double throttle = 0.5;  ///< share
  double height = 0.0;    ///< m over the water outside
  double recovery = 0.0;  ///< Cp that follows
  std::string date;       ///< ISO day
  bool operator==(const HeightTest&) const = default;
};

enum class DrivingSide { port, starboard };
[[nodiscard]] const char* driving_side_key(DrivingSide side);
[[nodiscard]] DrivingSide driving_side_from_key(const std::string& key);

struct CoolingCircuit {
  std::vector<CoolFitting> fittings;
  std::vector<Hose> hoses;
  std::vector<Lane> lanes;
  std::vector<HeightTest> tests;
  double water = 18.0;                             ///< degC, of the lake
  double air = 25.0;                               ///< degC, in the hull
  DrivingSide seen_from = DrivingSide::starboard;  ///< side that usually faces the builder
  bool operator==(const CoolingCircuit&) const = default;

  [[nodiscard]] const CoolFitting* find(Id id) const;
  [[nodiscard]] const Hose* find_hose(Id id) const;
  /// Is it the number of a fitting, a hose or a lane?
  [[nodiscard]] bool holds(Id id) const;
  [[nodiscard]] bool empty() const { return fittings.empty(); }
};

/// Where a fitting stands, m in boat axes.
[[nodiscard]] Vec3 fitting_place(const CoolFitting& fitting, const Layout& layout);
/// A jacket or coil, whose nipples can be turned about the can.
[[nodiscard]] bool has_nipples(FittingKind kind);
/// Where a hose is pushed onto it. Throws InvalidInput for a port it does not have.
[[nodiscard]] Vec3 port_place(const CoolFitting& fitting, std::uint32_t port, const Layout& layout);
/// The way out of a port, a direction.
[[nodiscard]] Vec3 port_direction(const CoolFitting& fitting, std::uint32_t port);

/// Throws InvalidInput for ids used twice, hoses between fittings that do not exist or on a port that is taken, sizes
/// outside their range; names the thing.
void check_circuit(const CoolingCircuit& circuit);

/// One number of a fitting for file and interface; `zero_is_usual`: 0 stands for the kind's usual.
struct FittingNumber {
  const char* key;
  const char* label;
  Dimension dimension;
  double low, high;
  double CoolFitting::*member;
  const char* help = "";
};
[[nodiscard]] const std::vector<FittingNumber>& fitting_numbers();
/// Does the number matter for a fitting of this kind?
[[nodiscard]] bool matters(FittingKind kind, const FittingNumber& number);

}  // namespace plucky
