// Everything the boat takes: parts to buy, pieces to make, lengths to cut, fasteners, what is used up. In: an
// assessment. Out: lines, in the order of a shopping list.
//
// Allowances of saw, of hose ends and of leads, and the sizes of screws: common practice, no source.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "assessment/assessment.h"

namespace plucky {

enum class BillGroup { bought, made, cut, fasteners, used_up };
[[nodiscard]] const char* bill_group_key(BillGroup group);
[[nodiscard]] const char* bill_group_name(BillGroup group);

struct BillLine {
  BillGroup group = BillGroup::bought;
  Text item;
  Text size;                   ///< what it measures, and what to mind; empty: nothing to tell
  std::size_t count = 1;       ///< equal ones
  std::optional<double> mass;  ///< kg, of all of them; nothing where it is not known
  Id subject = 0;              ///< part or feature it belongs to
  std::string key;             ///< stays while what it is of is there, whatever it is called
};

/// The saw's width and what is trimmed off, added to each length, m.
inline constexpr double saw_allowance = 0.002;

[[nodiscard]] std::vector<BillLine> bill_of(const Assessment& a);

/// What is noted of a line; null: nothing.
[[nodiscard]] const BillMark* mark_of(const BuildDesign& design, const BillLine& line);
/// The same with a mark of that line; one that says nothing goes.
[[nodiscard]] BuildDesign with_mark(BuildDesign design, const BillLine& line, bool got, double price);

/// Lines that a task takes, or that are of its part, and that are not at hand yet.
[[nodiscard]] std::vector<BillLine> missing_for(const WorkTask& task, const std::vector<BillLine>& bill,
                                                const BuildDesign& design);

}  // namespace plucky
