// The watched numbers with what they were. In: the session. Out: one line a number that this boat has.
#pragma once

#include <optional>
#include <vector>

#include "session/session.h"

namespace plucky::app {

/// One number with all its columns.
struct LedgerLine {
  LedgerRow now;
  std::optional<Quantity> before, pinned;
  bool moved = false, better = false, worse = false;
};

/// Of what is seen: while an edit is only looked at, "before" is the boat as it is. Numbers that the boat has neither
/// now nor had before are left out.
[[nodiscard]] std::vector<LedgerLine> ledger_lines(const Session& session);

/// All of them as a sentence, for those who listen.
[[nodiscard]] QString spoken(const std::vector<LedgerLine>& lines, const Session& session);

/// The colour of a line's number.
[[nodiscard]] QColor number_colour(const LedgerLine& line);

}  // namespace plucky::app
