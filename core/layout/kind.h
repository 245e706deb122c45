// What a kind of component is: its name, the data it holds, how it stands in the boat. Each kind fills one in its own
// file of layout/kinds; kinds/kind_list.cpp lists them. Behaviour hangs on these traits, not on lists of kinds
// elsewhere.
#pragma once

#include <optional>
#include <span>

#include "base/quantity.h"
#include "layout/part.h"

namespace plucky {

/// One number of a component that is of no drive and no steering, for file, checks and interface.
struct ComponentNumber {
  const char* key;    ///< in files, unit included
  const char* label;  ///< for people
  Dimension dimension;
  double low, high;  ///< SI
  double& (*of)(ComponentData&);
  const char* help = "";
};

struct ComponentKind {
  PartKind kind;
  const char* key;   ///< in files, e.g. "drive_line"
  const char* name;  ///< for people

  /// Whose data it holds in a drive; none for kinds that are not of a drive.
  std::optional<DriveGroup> role = std::nullopt;
  /// What it is to the steering; none for kinds that are not of one.
  std::optional<SteeringRole> steers = std::nullopt;
  /// Its data into their place in a drive, and out of it. Null without a role.
  void (*put)(const ComponentData& data, Drive& drive) = nullptr;
  ComponentData (*take)(const Drive& drive) = nullptr;
  /// Its size from its data and back, where its measures are among them. Null otherwise.
  void (*size_from_data)(const ComponentData& data, Vec3& size) = nullptr;
  void (*data_from_size)(ComponentData& data, const Vec3& size) = nullptr;

  /// Its own numbers, where it is of no drive and no steering, and what one usually holds that does not tell.
  std::span<const ComponentNumber> numbers = {};
  ComponentData usual = {};

  bool in_the_line = false;    ///< one of the things between motor and propeller, pod and jet unit too
  bool turns_in_line = false;  ///< its middle lies on the line: another one in its place keeps the middle, not the foot
  bool spoilt_by_water = false;  ///< electronics and cells
  bool out_each_time = false;    ///< taken out for every charge: it must pass a hatch
  bool led_through = false;      ///< is led through bulkheads and hatches as it needs
  bool hoses_pass = false;       ///< a hose finds its way through where it stands
  bool displaces_all = false;    ///< all of its volume keeps water out, as closed-cell foam does
  double blocks = 0.9;           ///< share of its front that stands in the wind's way
};

/// All kinds in the order of menus.
[[nodiscard]] std::span<const ComponentKind> component_kinds();
[[nodiscard]] const ComponentKind& traits_of(PartKind kind);

}  // namespace plucky
