// What is seen at the water, in the builder's words, and what this boat's numbers make of it. In: an assessed boat, a
// symptom, what the builder has answered and tried. Out: its causes, the likeliest first.
#pragma once

#include <optional>
#include <span>
#include <string>
#include <vector>

#include "assessment/symptoms/cause.h"

namespace plucky {

/// Groups of symptoms in menus.
enum class SymptomKind { speed, balance, steering, heat, electrics, water, mechanics };
[[nodiscard]] const char* symptom_kind_name(SymptomKind kind);

struct Symptom {
  const char* key;
  const char* name;
  SymptomKind kind;
  /// Causes with the odds they have before anything is known of the boat.
  struct Behind {
    const char* cause;
    double odds;
  };
  std::vector<Behind> causes;
  /// Findings that foretell it on a boat that has not sailed.
  std::vector<const char*> rules = {};
};
/// Of speed, balance and steering; of heat, current, water, shaft and screws.
[[nodiscard]] std::span<const Symptom> running_symptoms();
[[nodiscard]] std::span<const Symptom> symptoms_aboard();
/// All of them, in that order.
[[nodiscard]] std::span<const Symptom> symptoms();
/// Null when there is none of this key.
[[nodiscard]] const Symptom* find_symptom(const std::string& key);
/// Throws InvalidInput with all keys when there is none of this one.
[[nodiscard]] const Symptom& symptom_of(const std::string& key);

struct Suspect {
  const Cause* cause = nullptr;
  double share = 0.0;                ///< of all odds
  Text because;                      ///< this boat's own numbers; empty when they say nothing
  std::optional<bool> answer;        ///< to its question
  const Finding* finding = nullptr;  ///< the one that tells of it and has an offer; of the assessment given
};
struct Diagnosis {
  const Symptom* symptom = nullptr;
  std::vector<Suspect> suspects;  ///< likeliest first
};
/// Answers and tries of `trouble` count where it is given: a yes ten times, a no a tenth: who has looked knows more
/// than the numbers; a change that left things as they were a quarter.
[[nodiscard]] Diagnosis diagnose(const Assessment& a, const Symptom& symptom, const Trouble* trouble = nullptr);

/// Symptoms that the boat's open findings foretell: one of their rules is at watch or stop.
[[nodiscard]] std::vector<const Symptom*> foretold(const Assessment& a);

}  // namespace plucky
