// Before the boat touches water. In: an assessment. Out: lines to tick, drawn from the boat's own findings and parts.
#pragma once

#include <string>
#include <vector>

#include "assessment/assessment.h"
#include "base/text.h"

namespace plucky {

struct CheckLine {
  std::string key;  ///< stable name, e.g. "battery.strapped" or "finding:float.trim:0"
  Text text;
  bool from_finding = false;
  bool caution = false;  ///< someone can be hurt
  std::string done;      ///< ISO day of its tick; empty when open
};

/// Open findings first, then what the boat's parts ask for, then what every boat wants.
[[nodiscard]] std::vector<CheckLine> launch_checklist(const Assessment& a);

/// The log with a line ticked on a day, or its tick taken off.
[[nodiscard]] TrialLog with_tick(TrialLog log, const std::string& key, bool done, const std::string& date);

}  // namespace plucky
