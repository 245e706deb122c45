// What may stand behind a trouble at the water. In: an assessed boat. Out: how much its own numbers speak for it.
//
// A cause is a row of a table: its name, the question that tells it from the others, the findings that tell of it, and
// where no finding does, a look at the boat's numbers. Weights are odds against a boat of which nothing is known;
// common practice, no source.
#pragma once

#include <span>
#include <string>
#include <vector>

#include "assessment/assessment.h"

namespace plucky {

/// What speaks for or against: a factor on the odds, with the sentence that says why; 1 and empty when nothing does.
struct Evidence {
  double weight = 1.0;
  Text because;
};

struct Cause {
  const char* key;
  const char* name;
  const char* test;                               ///< a question to the builder; a yes speaks for the cause
  const char* mend;                               ///< what to do, a sentence
  std::vector<const char*> rules = {};            ///< findings that tell of it; "drive.fit." takes all that begin so
  Evidence (*look)(const Assessment&) = nullptr;  ///< beside the findings
  bool (*possible)(const Assessment&) = nullptr;  ///< can this boat have it? Null: any boat
  const char* caution = "";                       ///< someone can be hurt while testing or mending
  std::vector<const char*> offers = {};           ///< findings beside `rules` whose remedies mend it
};

/// All causes: those of the drive, of battery and radio, of balance and steering, of water.
[[nodiscard]] std::span<const Cause> drive_causes();
[[nodiscard]] std::span<const Cause> power_causes();
[[nodiscard]] std::span<const Cause> balance_causes();
[[nodiscard]] std::span<const Cause> water_causes();
/// Null when there is none of this key.
[[nodiscard]] const Cause* find_cause(const std::string& key);

/// Of findings and the look together; held between a twelfth and twelve.
[[nodiscard]] Evidence evidence_for(const Cause& cause, const Assessment& a);

/// Odds that grow with a number over its measure: 1 at `even`, `most` from `full` on, falling to `least` below.
[[nodiscard]] double odds(double number, double even, double full, double most = 8.0, double least = 0.4);

}  // namespace plucky
