// What the builder decides about making the boat: printers and sheets at hand, where the printed hull is cut and how it
// is joined. Plain data of the project.
#pragma once

#include <string>
#include <vector>

#include "build/calendar.h"
#include "build/fixture.h"
#include "build/mould.h"
#include "build/printed_hull.h"

namespace plucky {

/// Sheet material at hand.
struct StockSheet {
  Id id = 0;
  std::string name = "Sheet";
  double length = 0.6, width = 0.3;  ///< m; the grain runs along the length
  double thickness = 0.0015;         ///< m
  std::uint32_t count = 1;
  bool operator==(const StockSheet&) const = default;
};

/// A plane across the boat where the printed hull is parted.
struct HullCut {
  Id id = 0;
  double x = 0.0;  ///< m from the transom
  bool operator==(const HullCut&) const = default;
};

/// Where a piece lies on a sheet.
struct LaidPiece {
  Id id = 0;
  std::string piece;        ///< key of the piece and its copy, e.g. "panel.side/2"
  Id sheet = 0;             ///< of the sheets at hand
  std::uint32_t copy = 0;   ///< which of the equal sheets, from 0
  double x = 0.0, y = 0.0;  ///< m from the sheet's corner to the piece's own origin
  double turn = 0.0;        ///< rad anticlockwise about that origin
  bool operator==(const LaidPiece&) const = default;
};

/// A section or a piece that was made, and how it was drawn then.
struct MadeThing {
  Id id = 0;
  std::string what;                                ///< its key
  std::string date;                                ///< ISO day
  double length = 0.0, width = 0.0, height = 0.0;  ///< m
  double amount = 0.0;                             ///< m3 of a section's walls, m2 of a piece
  bool operator==(const MadeThing&) const = default;
};

/// What the builder notes of a line of the bill.
struct BillMark {
  Id id = 0;
  std::string line;    ///< its key
  bool got = false;    ///< bought, cut, at hand
  double price = 0.0;  ///< of the whole line, in the builder's own money; 0: not noted
  bool operator==(const BillMark&) const = default;
};

struct BuildDesign {
  Printer printer;
  HullJoints joints;
  bool least_support = false;  ///< sections lie so that least hangs over; else so that their layers run along the hull
  bool cuts_by_hand = false;   ///< else cuts are proposed anew for every hull, and `cuts` count for nothing
  std::vector<HullCut> cuts;
  std::vector<StockSheet> sheets;
  double piece_gap = 0.003;   ///< m between pieces on a sheet: the saw's or cutter's width and what is trued off
  double slot_play = 0.0001;  ///< m by which a slot is wider than what stands in it
  std::vector<LaidPiece> laid;
  bool one_sheet = false;       ///< a hull of sheet metal is folded from one sheet; else from its panels
  bool folded_corners = false;  ///< its corners at the bow stay whole and are folded double; else they are cut
  double fold_radius = 0.001;   ///< m, inside its bends
  bool strips = false;          ///< seams of sheet metal that are not folded get a riveted strip; else epoxy alone
  double rim_flange = 0.010;    ///< m turned in along the deck edge; 0: none
  std::vector<Fixture> fixtures;
  MouldDesign mould;
  std::vector<MadeThing> made;
  std::vector<BillMark> bill;
  WorkDesign work;
  bool operator==(const BuildDesign&) const = default;
};

/// The same with these cuts (m, ascending) as the builder's own; where they are already, nothing changes.
[[nodiscard]] inline BuildDesign with_cuts_by_hand(BuildDesign b, const std::vector<double>& cuts) {
  if (b.cuts_by_hand) return b;
  b.cuts_by_hand = true;
  b.cuts.clear();
  for (const double x : cuts) b.cuts.push_back({.x = x});
  return b;
}

}  // namespace plucky
