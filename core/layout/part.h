// Components: what stands in the boat, each with its kind's own data. Plain data.
#pragma once

#include <optional>
#include <string>
#include <utility>
#include <variant>
#include <vector>

#include "drive/drive.h"
#include "hull/design.h"
#include "layout/electrics.h"
#include "layout/steering_gear.h"

namespace plucky {

enum class PartKind {
  battery,
  esc,
  motor,
  receiver,
  servo,
  pump,
  hose,
  camera,
  payload,
  ballast,
  foam,
  gearing,
  coupler,
  shaft,  ///< with its tube, bearings and what holds the propeller
  pod,
  jet,
  drive_line,  ///< what else belongs to the line: strut, bracket
  propeller,
  rudder,
  aerial,
  lamp,
  power_switch,
  leads,
  water_contact,  ///< warns, or shuts the drive off, when water reaches it
  other
};
/// Key in files ("drive_line") and back; throws InvalidInput with the choices.
[[nodiscard]] const char* part_kind_key(PartKind kind);
[[nodiscard]] PartKind part_kind_from_key(const std::string& key);
/// Name for people.
[[nodiscard]] const char* part_kind_name(PartKind kind);

enum class PartShape {
  box,
  cylinder_x,  ///< lies along the boat
  cylinder_y,  ///< lies across
  cylinder_z   ///< stands
};
[[nodiscard]] const char* part_shape_key(PartShape shape);
[[nodiscard]] PartShape part_shape_from_key(const std::string& key);

/// Is it one of the things between motor and propeller?
[[nodiscard]] bool in_the_line(PartKind kind);

/// Technical data of a component, by its kind; nothing where they are not known or the kind has none.
using ComponentData = std::variant<std::monostate, Battery, Esc, Motor, Gearing, Coupler, Shaft, Pod, JetUnit, Screw,
                                   Rudder, Servo, Consumer, PowerSwitch, Leads, Lamp>;

/// One part. Place is its middle, size its outer measures along x, y and z; its weight acts in its middle.
struct Part {
  Id id = 0;
  std::string name;
  PartKind kind = PartKind::other;
  PartShape shape = PartShape::box;
  Vec3 size = Vec3::Constant(0.02);     ///< m
  Vec3 place = Vec3::Zero();            ///< m
  double mass = 0.0;                    ///< kg, estimate from catalogue or size
  double mass_sigma = 0.0;              ///< kg, standard deviation of the estimate
  std::optional<double> measured_mass;  ///< kg, replaces the estimate
  double measured_sigma = 0.0005;       ///< kg, the scale's
  double place_sigma = 0.001;           ///< m, along each axis
  bool may_get_wet = false;
  bool outside = false;  ///< stands on deck or under the hull: not checked against the skin
  bool lithium = false;  ///< a lithium battery: cautions are shown with it
  Id rail = 0;           ///< rail it slides on, or 0
  Id inside = 0;         ///< component that holds it, whose mass, size and place are its own too; 0 for none
  ComponentData data;

  [[nodiscard]] double effective_mass() const { return measured_mass.value_or(mass); }
  [[nodiscard]] double effective_sigma() const { return measured_mass ? measured_sigma : mass_sigma; }
  [[nodiscard]] Box3 box() const { return {place - 0.5 * size, place + 0.5 * size}; }
  bool operator==(const Part&) const = default;
};

/// A rail or tray along the boat. A part on it has its middle between `from` and `to`, stands at `y` and on `z`.
struct Rail {
  Id id = 0;
  std::string name = "Rail";
  double from = 0.1, to = 0.3;  ///< m from the transom
  double y = 0.0, z = 0.01;     ///< m
  bool operator==(const Rail&) const = default;
};

/// What a measurement of the whole boat found beyond the sum of its parts; added to the mass budget as it stands.
struct MassCorrection {
  double mass = 0.0;           ///< kg, may be negative
  Vec3 moment = Vec3::Zero();  ///< kg m about the origin
  double mass_sigma = 0.001;   ///< kg, of the measured whole
  double cg_sigma = 0.001;     ///< m, of the measured CG along each axis
  std::string origin;          ///< e.g. "bath test of 2026-05-02"
  bool operator==(const MassCorrection&) const = default;
};

struct Layout {
  std::vector<Part> parts;
  /// Components without a place of their own: inside another one, or (`inside` 0) not put into the boat yet. Neither
  /// their mass nor their size counts.
  std::vector<Part> unplaced;
  std::vector<Rail> rails;
  std::optional<MassCorrection> correction;
  bool operator==(const Layout&) const = default;

  /// A part that stands in the boat.
  [[nodiscard]] const Part* find(Id id) const;
  /// The first of a kind; null where none stands in the boat.
  [[nodiscard]] const Part* first(PartKind kind) const;
  [[nodiscard]] Part* find(Id id) { return const_cast<Part*>(std::as_const(*this).find(id)); }
  /// A part whether it stands in the boat or not.
  [[nodiscard]] const Part* component(Id id) const;
  [[nodiscard]] Part* component(Id id) { return const_cast<Part*>(std::as_const(*this).component(id)); }
  [[nodiscard]] const Rail* find_rail(Id id) const;
};

/// Where a part may go when asked for `wanted`: on its rail's line and within its travel, or just there.
[[nodiscard]] Vec3 constrained_place(const Layout& layout, const Part& part, const Vec3& wanted);

}  // namespace plucky
