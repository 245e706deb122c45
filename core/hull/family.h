// What makes a family of hulls: its measures, the boat to begin with, how it is lofted, how it behaves. Each family
// fills one in its own file of hull/families; families/family_list.cpp lists them.
#pragma once

#include <span>
#include <vector>

#include "hull/design.h"
#include "hull/loft.h"
#include "hull/running_surface.h"

namespace plucky {

/// A boat to begin with that is not the family's plain one.
struct HullStart {
  const char* name;                 ///< for people
  void (*begin)(HullShape& shape);  ///< turns the family's plain boat into it
};

struct Family {
  HullFamily id;
  const char* key;                            ///< in files and on the command line, e.g. "deep-v"
  const char* name;                           ///< for people
  std::span<const HullParameter> measures;    ///< in the order in which people think of them; empty: none
  void (*begin)(HullShape& shape) = nullptr;  ///< turns the plain default into a sensible boat of the family
  std::span<const HullStart> starts = {};     ///< further boats to begin with
  /// Lofts a shape whose measures lie in their ranges; throws InvalidInput when surfaces would cross. Null: the hull
  /// comes as a mesh.
  LoftedSkin (*loft)(const HullShape& shape, double fineness) = nullptr;
  /// The lines between its panels at so many stations; null: it has no panels (rounded sections, a mesh).
  FormLines (*lines)(const HullShape& shape, int stations) = nullptr;
  BottomForm bottom = BottomForm::unknown;  ///< what it is to the methods; unknown: by the mesh
  bool planes = true;                       ///< may run over its own wave
  /// Where it runs on several surfaces: the foremost first; null or none: its bottom is one.
  std::vector<RunningSurface> (*surfaces)(const HullShape& shape) = nullptr;
  /// Height over the keels of what should stay clear of the water at rest, m; null: nothing but the deck.
  double (*dry_from)(const HullShape& shape) = nullptr;
  /// Is it one of the family's measures?
  [[nodiscard]] bool uses(double HullShape::*measure) const;
};

/// All families in the order of menus, the imported hull last.
[[nodiscard]] std::span<const Family> hull_families();
[[nodiscard]] const Family& family_of(HullFamily id);
/// The family's plain boat for 0, else one of its starts, counted from 1.
[[nodiscard]] HullShape started(HullFamily family, std::size_t start);

}  // namespace plucky
