#include <algorithm>
#include <array>
#include <cmath>
#include <string_view>

#include "assessment/symptoms/symptom.h"
#include "base/error.h"

namespace plucky {

namespace {

/// What a finding of this severity does to the odds of a cause that it tells of.
double weight_of(Severity severity) {
  switch (severity) {
    case Severity::stop:
      return 8.0;
    case Severity::watch:
      return 5.0;
    case Severity::note:
      return 1.6;
    case Severity::fine:
      break;
  }
  return 0.5;
}

bool tells(const char* rule, const std::string& id) {
  const std::string_view r(rule);
  return r.ends_with('.') || r.ends_with(':') ? id.starts_with(r) : id == r;
}

bool tells(const std::vector<const char*>& rules, const Finding& f) {
  return std::any_of(rules.begin(), rules.end(), [&](const char* rule) { return tells(rule, f.id); });
}

/// The worst finding among the rules; null when none of them was judged.
const Finding* worst_of(const Cause& cause, const Assessment& a) {
  const Finding* worst = nullptr;
  for (const Finding& f : a.findings)
    if (tells(cause.rules, f) && (!worst || f.severity > worst->severity)) worst = &f;
  return worst;
}

constexpr double answer_odds = 10.0, tried_in_vain = 0.25, tried_better = 1.5;

}  // namespace

double odds(double number, double even, double full, double most, double least) {
  if (!(std::isfinite(number))) return 1.0;
  const double t = (number - even) / (full - even);
  return t >= 0.0 ? std::pow(most, std::min(t, 1.0)) : std::max(least, std::pow(most, t));
}

const Cause* find_cause(const std::string& key) {
  for (const auto list : {drive_causes(), power_causes(), balance_causes(), water_causes()})
    for (const Cause& c : list)
      if (key == c.key) return &c;
  return nullptr;
}

Evidence evidence_for(const Cause& cause, const Assessment& a) {
  Evidence out;
  if (const Finding* f = worst_of(cause, a)) out = {weight_of(f->severity), f->text};
  if (cause.look) {
    const Evidence own = cause.look(a);
    // A look that says something has the word: it knows the sign that a finding's severity leaves open.
    if (!own.because.empty() &&
        (out.because.empty() || std::abs(std::log(own.weight)) >= std::abs(std::log(out.weight))))
      out.because = own.because;
    out.weight *= own.weight;
  }
  out.weight = std::clamp(out.weight, 1.0 / 12.0, 12.0);
  return out;
}

std::span<const Symptom> symptoms() {
  static const std::vector<Symptom> all = [] {
    std::vector<Symptom> both(running_symptoms().begin(), running_symptoms().end());
    both.insert(both.end(), symptoms_aboard().begin(), symptoms_aboard().end());
    return both;
  }();
  return all;
}

const Symptom* find_symptom(const std::string& key) {
  for (const Symptom& s : symptoms())
    if (key == s.key) return &s;
  return nullptr;
}

const Symptom& symptom_of(const std::string& key) {
  if (const Symptom* s = find_symptom(key)) return *s;
  std::string keys;
  for (const Symptom& s : symptoms()) keys += (keys.empty() ? "" : ", ") + std::string(s.key);
  throw InvalidInput("symptom", Text("\"{0}\" is not one of {1}", key, keys));
}

const char* symptom_kind_name(SymptomKind kind) {
  static constexpr std::array names{"Speed and thrust",  "Balance",      "Steering",        "Heat",
                                    "Battery and radio", "Water aboard", "Shaft and screws"};
  return names.at(static_cast<std::size_t>(kind));
}

Diagnosis diagnose(const Assessment& a, const Symptom& symptom, const Trouble* trouble) {
  Diagnosis out{.symptom = &symptom, .suspects = {}};
  double sum = 0.0;
  for (const Symptom::Behind& behind : symptom.causes) {
    const Cause* cause = find_cause(behind.cause);
    if (!cause || (cause->possible && !cause->possible(a))) continue;
    const Evidence e = evidence_for(*cause, a);
    Suspect s{.cause = cause, .share = behind.odds * e.weight, .because = e.because, .answer = {}, .finding = nullptr};
    if (trouble) {
      for (const CauseAnswer& answer : trouble->answers)
        if (answer.cause == cause->key) s.answer = answer.yes;
      if (s.answer) s.share *= *s.answer ? answer_odds : 1.0 / answer_odds;
      for (const Try& t : trouble->tries)
        if (t.cause == cause->key) {
          if (t.result == TryResult::same || t.result == TryResult::worse) s.share *= tried_in_vain;
          if (t.result == TryResult::better || t.result == TryResult::gone) s.share *= tried_better;
        }
    }
    for (const Finding& f : a.findings)
      if (f.remedy && !s.finding && e.weight >= 1.0 && (tells(cause->rules, f) || tells(cause->offers, f)))
        s.finding = &f;
    sum += s.share;
    out.suspects.push_back(std::move(s));
  }
  if (sum > 0.0)
    for (Suspect& s : out.suspects) s.share /= sum;
  std::stable_sort(out.suspects.begin(), out.suspects.end(),
                   [](const Suspect& x, const Suspect& y) { return x.share > y.share; });
  return out;
}

std::vector<const Symptom*> foretold(const Assessment& a) {
  std::vector<const Symptom*> out;
  for (const Symptom& s : symptoms())
    if (std::any_of(a.findings.begin(), a.findings.end(), [&](const Finding& f) {
          return f.severity >= Severity::watch && f.ignored.empty() && tells(s.rules, f);
        }))
      out.push_back(&s);
  return out;
}

}  // namespace plucky
