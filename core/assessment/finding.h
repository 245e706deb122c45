// One check of the boat: what was found, against which limit, where the limit comes from, what would mend it.
#pragma once

#include <optional>
#include <string>
#include <vector>

#include "base/quantity.h"
#include "base/text.h"
#include "project/edit.h"

namespace plucky {

enum class Severity { fine, note, watch, stop };

/// Rooms of the house that findings belong to, numbered as builders work.
enum class Stage { brief = 1, hull, drive, layout, flotation, seal, cool, build, trial };

/// A finding as a value.
struct Finding {
  std::string id;  ///< rule, e.g. "float.trim"
  Id subject = 0;  ///< part or feature it is about; 0 for the whole boat
  Stage stage = Stage::flotation;
  Severity severity = Severity::fine;
  Text text;               ///< one sentence, number first; its values begin with number and limit where it names them
  Quantity number, limit;  ///< what was found and what is wanted
  Text source;             ///< where the limit comes from
  std::optional<Edit> remedy;  ///< an edit that mends it
  std::string ignored;         ///< the builder's reason to live with it; empty when it counts
  bool operator==(const Finding&) const = default;
};

/// Name of a stage for people.
[[nodiscard]] const char* stage_name(Stage stage);

/// Worst first, within a severity in the order of stages; ignored ones after all that count, passed checks last.
void sort_findings(std::vector<Finding>& findings);

}  // namespace plucky
