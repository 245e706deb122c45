// Which piece lies where on the sheets at hand. In: pieces, sheets, where the builder or the nesting has laid them.
// Out: shapes on sheets, what is wrong with them, what is left over.
#pragma once

#include <functional>

#include "build/design.h"
#include "build/pieces.h"

namespace plucky {

/// One copy of a piece.
struct PieceCopy {
  std::size_t piece = 0;  ///< of the pieces
  int copy = 0;           ///< from 0
};

struct LaidShape {
  Id laid = 0;  ///< of the design's laid pieces
  PieceCopy of;
  Vec2 move = Vec2::Zero();  ///< m
  double turn = 0.0;         ///< rad
  Id sheet = 0;
  std::uint32_t sheet_copy = 0;
  Region shape;                  ///< m, on its sheet
  bool off = false;              ///< beyond the sheet's edge
  bool crowded = false;          ///< closer to another than the gap
  bool other_thickness = false;  ///< the sheet has not the piece's thickness

  [[nodiscard]] bool wrong() const { return off || crowded || other_thickness; }
};

struct SheetUse {
  Id sheet = 0;
  std::uint32_t copy = 0;
  double area = 0.0, used = 0.0;  ///< m2
};

struct SheetLayout {
  std::vector<LaidShape> laid;
  std::vector<PieceCopy> not_laid;
  std::vector<SheetUse> sheets;  ///< those with something on them, in the design's order

  [[nodiscard]] bool sound() const;  ///< nothing off, crowded or of another thickness
  /// Share of the sheets in use that no piece takes; 0 without sheets.
  [[nodiscard]] double waste() const;
};

/// The design's places, read with today's pieces.
[[nodiscard]] SheetLayout layout_of(const std::vector<FlatPiece>& pieces, const BuildDesign& design);

/// A sheet with its edge (marked, not cut) and what lies on it, each piece as it is cut.
[[nodiscard]] Drawing sheet_drawing(const std::vector<FlatPiece>& pieces, const SheetLayout& layout,
                                    const StockSheet& sheet, std::uint32_t copy);

/// Name of a copy in the design: the piece's key, and its number where there are several.
[[nodiscard]] std::string copy_key(const FlatPiece& piece, int copy);

/// Is it of the thickness, within a tenth? A skin counts what is laid over its sheet.
[[nodiscard]] bool has_thickness(const StockSheet& sheet, double thickness);

/// All pieces laid out anew: pieces of a thickness on the sheets of that thickness; of two orders of the sheets the one
/// that uses less of them. `go_on` is asked with how many copies are left.
struct LaidOut {
  std::vector<LaidPiece> laid;
  std::vector<PieceCopy> left;
  bool stopped = false;
};
[[nodiscard]] LaidOut lay_out(const std::vector<FlatPiece>& pieces, const BuildDesign& design, bool grain,
                              const std::function<bool(std::size_t)>& go_on = {});

}  // namespace plucky
