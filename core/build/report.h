// What of the making is known at once for the boat as it is drawn. Plain data.
#pragma once

#include <optional>
#include <vector>

#include "base/text.h"
#include "build/folding.h"
#include "build/insertion.h"
#include "build/laminate.h"
#include "build/mould_plan.h"
#include "build/overhang.h"
#include "build/panels.h"
#include "build/printed_hull.h"
#include "build/sheet_layout.h"
#include "build/work_plan.h"

namespace plucky {

/// A stretch of the hull between two cuts.
struct SectionPlan {
  double from = 0.0, to = 0.0;  ///< m from the transom
  Vec3 size = Vec3::Zero();     ///< m
  BedFit stance;
  double material = 0.0;              ///< m3, walls only
  std::vector<StanceChoice> stances;  ///< the best first; in a drag as before, or none
};

/// The last door through which there is a path for a part to its place.
enum class Door {
  hatch,      ///< of the finished boat
  deck,       ///< before the deck is glued
  section,    ///< before its section of the hull is joined to the next
  none,       ///< no path at all
  not_judged  ///< it does not even fit where it belongs
};
[[nodiscard]] const char* door_key(Door door);
/// What it means for a part, for people.
[[nodiscard]] const char* door_name(Door door);

struct PartWay {
  Id part = 0;
  Box3 box;  ///< m, where it belongs
  Door door = Door::not_judged;
  std::vector<Pose> way;   ///< from outside to its place, as the hull is then, no other part in it
  std::vector<Id> before;  ///< parts that block that way alone: they come later, and must come out first
  bool crowded = false;    ///< with all others in there is no way, though no single one blocks it
};

/// Screws and the line along which their key comes.
struct ScrewLine {
  Id part = 0;                ///< that they hold
  Vec3 head = Vec3::Zero();   ///< m
  Vec3 key = Vec3::Zero();    ///< m, where the key's end and a hand must be
  bool judged = false;        ///< a key finds a line in the open hull without bulkheads
  std::vector<Id> bulkheads;  ///< that stand in the line: screwed before they are glued
  bool through_hatch = true;  ///< a key comes to it in the finished boat, as far as that is asked
};

/// A fixture as it would be made now.
struct PlannedFixture {
  Id id = 0;
  Text name;
  Vec3 size = Vec3::Zero();  ///< m
  double volume = 0.0;       ///< m3
};

/// All that is printed, sections and fixtures.
struct PrintTotals {
  double mass = 0.0;           ///< kg, with the printer's own factor, without waste
  double filament = 0.0;       ///< m of 1.75 mm, with waste
  double spools = 0.0;         ///< with waste
  double time = 0.0;           ///< s of all prints one after another
  double queue = 0.0;          ///< s until the last is done on the printers at hand, the longest first
  std::optional<double> cost;  ///< in the builder's own money; nothing while a spool has no price
};

struct BuildReport {
  bool printed = false;      ///< the brief's method; else it has panels or is moulded
  std::vector<double> cuts;  ///< m
  std::vector<SectionPlan> sections;
  Text no_sections;                 ///< why there are none
  std::vector<JointReport> joints;  ///< one a cut; empty while they cannot be made, or in a drag that changes them
  std::vector<double> moments;      ///< N m at each cut: the boat held at both its ends
  std::vector<Panel> panels;
  Text no_panels;                    ///< why there are none
  std::optional<FoldedNet> net;      ///< of a hull folded from one sheet, where no panel lies on another
  Text no_net;                       ///< why there is none where one is wanted
  std::vector<FlatPiece> pieces;     ///< all that is cut from sheets; in a drag as before, or none
  std::size_t rivets = 0;            ///< of strips over seams
  SheetLayout layout;                ///< of the pieces
  std::optional<MouldPlan> mould;    ///< of a moulded hull
  std::optional<Laminate> laminate;  ///< of a hull of foam board; nothing while resin does not harden in the workshop
  std::vector<PlannedFixture> fixtures;  ///< those that can be made
  PrintTotals prints;
  std::vector<PartWay> ways;  ///< of the parts inside; in a drag as before, or none
  std::vector<ScrewLine> screws;
  WorkPlan work;  ///< the order of work; in a drag as before, or none
  Text no_work;   ///< why there is none

  /// How a part comes to its place; null for parts that are not put in from inside.
  [[nodiscard]] const PartWay* way_of(Id part) const;
  /// Which of the sections holds a station.
  [[nodiscard]] std::optional<std::size_t> section_at(double x) const;
};

}  // namespace plucky
