// Everything flat that a boat is made of: panels, walls, ribs and stringers with their slots, doublers, temporary webs.
// In: hull, panels, what goes through the walls. Out: pieces at full size with their drawings.
//
// Stringers drop onto ribs from above, full walls onto stringers: of the height in which two cross each gives half.
#pragma once

#include <string>
#include <vector>

#include "build/drawing.h"
#include "geometry/region.h"
#include "hull/model.h"

namespace plucky {

enum class PieceRole { panel, wall, rib, web, stringer, doubler, fixture, slice, strip };
[[nodiscard]] const char* piece_role_key(PieceRole role);
[[nodiscard]] const char* piece_role_name(PieceRole role);

struct FlatPiece {
  std::string key;  ///< stays while what it is of is there: "panel.side", "wall.2", "stringer.5", "doubler.7"
  PieceRole role = PieceRole::panel;
  Text name;
  Id subject = 0;  ///< bulkhead, stringer or part; 0 for panels
  int number = 0;
  int count = 1;           ///< equal ones
  bool mirrored = false;   ///< of the two one is turned over
  double thickness = 0.0;  ///< m
  Region shape;            ///< m, its lower left corner at the origin
  Drawing drawing;         ///< with the same origin
};

/// A hole that something needs in a wall.
struct WallHole {
  Id wall = 0;
  Vec2 centre = Vec2::Zero();  ///< m, (y, z)
  double diameter = 0.0;       ///< m, with its play
};

/// Something on the transom that pulls at it.
struct TransomLoad {
  Id part = 0;
  std::string name;
  Vec2 low = Vec2::Zero(), high = Vec2::Zero();  ///< m, (y, z): what it covers
};

struct PieceWishes {
  double slot_play = 0.0001;    ///< m by which a slot is wider than what stands in it
  double limber = 0.006;        ///< m across the holes that let water past a rib along the bottom
  std::vector<WallHole> holes;  ///< of tubes, shafts, hoses
  std::vector<Box3> parts;      ///< m, of what stands inside: ribs are notched for it
  std::vector<TransomLoad> loads;
  double doubler_margin = 0.015;  ///< m round what pulls at the transom; common practice, no source
};

/// Numbered on from the panels' numbers.
[[nodiscard]] std::vector<FlatPiece> pieces_of(const HullModel& hull, const HullDesign& design,
                                               const std::vector<Panel>& panels, const PieceWishes& wishes);

/// Copies of a piece as they are cut, one a copy: of two the second is turned over.
[[nodiscard]] Region cut_shape(const FlatPiece& piece, int copy);
[[nodiscard]] Drawing cut_drawing(const FlatPiece& piece, int copy);

/// A bare shape as a piece, moved to the origin, with its outline to cut and its number and name engraved.
[[nodiscard]] FlatPiece piece_of(std::string key, PieceRole role, const Text& name, int number, double thickness,
                                 Region shape);

}  // namespace plucky
