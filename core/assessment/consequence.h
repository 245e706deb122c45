// What an edit did: the difference of two assessments as a list. In: before and after. Out: changes.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "assessment/assessment.h"

namespace plucky {

/// Which way a number should go.
enum class Sense { neutral, more_is_better, less_is_better };

/// One number the builder watches. Empty when it does not exist for this boat (it sinks, say).
struct LedgerRow {
  std::string key;                  ///< e.g. "trim"
  const char *label, *short_label;  ///< for a line, for a cell
  std::optional<Quantity> value;
  Sense sense = Sense::neutral;
  Severity severity = Severity::fine;  ///< worst finding that is about this number
  bool stale = false;                  ///< not worked out anew yet: a drag is on
  bool operator==(const LedgerRow&) const = default;
};

/// All watched numbers in their fixed order.
[[nodiscard]] std::vector<LedgerRow> ledger(const Assessment& a);

/// The value of one of them by its key; none where no row has it or it has no value.
[[nodiscard]] std::optional<Quantity> value_of_row(const std::vector<LedgerRow>& rows, const std::string& key);

/// Keys of the numbers a stage is judged by, the most telling first.
[[nodiscard]] std::vector<std::string> ledger_of_stage(Stage stage);

/// A row whose value differs by more than display precision, or that appeared or vanished.
struct Change {
  std::string key;
  const char* label = "";
  std::optional<Quantity> before, after;
  bool better = false, worse = false;
};
[[nodiscard]] std::vector<Change> consequences(const Assessment& before, const Assessment& after);

/// Stops and watches that count after it and were not there before, or not as bad; worst first, without remedies.
[[nodiscard]] std::vector<Finding> new_strikes(const Assessment& before, const Assessment& after);

}  // namespace plucky
