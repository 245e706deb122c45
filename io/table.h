// Tables as spreadsheets copy and paste them: tab or comma separated text. In: text. Out: rows of cells, and back.
#pragma once

#include <string>
#include <string_view>
#include <vector>

#include "io/units.h"
#include "layout/part.h"

namespace plucky {

using TableRows = std::vector<std::vector<std::string>>;

/// Splits at tabs, or at commas or semicolons where a text has no tabs; understands "quoted" cells. At most 10000 rows.
/// Throws InvalidInput on more, and on a quote that never closes, with the line.
[[nodiscard]] TableRows read_table(std::string_view text);

/// Cells that hold the separator, a quote or a line break are quoted.
[[nodiscard]] std::string write_table(const TableRows& rows, char separator);

/// The parts of a layout as a table with a heading: name, kind, mass, measured mass, x, y, z from the transom at the
/// keel, length, width, height; each number with its unit.
[[nodiscard]] TableRows parts_table(const Layout& layout, const Vec3& origin, UnitSystem system);

/// What pasting a table over a layout makes of it. The first row names the columns ("name" and "mass" or "measured" at
/// least; others may be missing or in any order). Rows named like a part change that part, other names become new
/// parts. Throws InvalidInput with row and column; the layout is then as it was.
struct PastedParts {
  Layout layout;
  int changed = 0, added = 0;
};
[[nodiscard]] PastedParts paste_parts(const Layout& layout, const Vec3& origin, const TableRows& rows,
                                      UnitSystem system);

}  // namespace plucky
