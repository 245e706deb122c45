// What the sea trials showed to be wrong, with the moment and what stands behind it. In: an assessed boat, its standard
// trials. Out: faults, each with its likeliest causes and their offers.
#pragma once

#include <optional>
#include <vector>

#include "assessment/symptoms/symptom.h"
#include "trial/standard_trials.h"

namespace plucky {

struct TrialFault {
  StandardTrial trial = StandardTrial::standing_start;
  std::optional<double> time;          ///< s into the trial; none: of the trial as a whole
  Text text;                           ///< what was seen
  std::optional<Diagnosis> diagnosis;  ///< refers to `a`; none where no symptom is like it
  /// The likeliest suspect whose finding has an offer; null when none has.
  [[nodiscard]] const Suspect* offer() const;
};

/// In the order of the trials; the same happening in several trials is told once.
[[nodiscard]] std::vector<TrialFault> faults_of(const Assessment& a, const StandardTrials& trials);

}  // namespace plucky
