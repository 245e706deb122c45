// Why a number of the ledger is what it is. In: an assessment and a ledger row's key. Out: lines with numbers and the
// part each is about.
#pragma once

#include <string>
#include <vector>

#include "assessment/assessment.h"
#include "base/text.h"

namespace plucky {

struct ReasonLine {
  Text text;
  Id subject = 0;  ///< part the line is about, or 0
};

/// At most about eight lines, most telling first. Empty for keys no row has.
[[nodiscard]] std::vector<ReasonLine> reasons(const Assessment& a, const std::string& key);

}  // namespace plucky
