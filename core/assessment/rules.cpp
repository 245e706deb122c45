#include "assessment/rules.h"

#include <fmt/format.h>

#include <algorithm>

namespace plucky {

const char* stage_name(Stage stage) {
  static constexpr const char* names[] = {"Brief", "Hull", "Drive", "Layout", "Float",
                                          "Seal",  "Cool", "Build", "Trial"};
  return names[static_cast<std::size_t>(stage) - 1];
}

void sort_findings(std::vector<Finding>& findings) {
  const auto rank = [](const Finding& f) {
    return f.severity == Severity::fine ? -1 : f.ignored.empty() ? static_cast<int>(f.severity) : 0;
  };
  std::stable_sort(findings.begin(), findings.end(), [&](const Finding& l, const Finding& r) {
    if (rank(l) != rank(r)) return rank(l) > rank(r);
    return l.stage < r.stage;
  });
}

namespace {

/// A finding stays ignored while it is no worse than it was when the builder decided so.
void mark_ignored(const std::vector<IgnoredFinding>& ignored, std::vector<Finding>& findings) {
  for (Finding& f : findings)
    for (const IgnoredFinding& i : ignored)
      if (i.rule == f.id && i.id == f.subject && static_cast<int>(f.severity) <= i.severity) f.ignored = i.reason;
}

}  // namespace

Finding drive_finding(const char* rule, Severity severity, Quantity number, Quantity limit, const char* source) {
  return stage_finding(Stage::drive, rule, severity, number, limit, source);
}

void ease_by_cruising(const Assessment& a, const PartHeat& part, Finding& f) {
  if (f.severity == Severity::fine || !a.power.duty || part.duty_end > part.limit) return;
  f.severity = Severity::watch;
  f.values.push_back({part.duty_end, Dimension::temperature});
  f.text += fmt::format(" With its share of cruising it ends at {{{}}}.", f.values.size() - 1);
}

Finding stage_finding(Stage stage, const std::string& rule, Severity severity, Quantity number, Quantity limit,
                      const char* source) {
  Finding f{.id = rule, .stage = stage, .severity = severity};
  f.number = number;
  f.limit = limit;
  f.values = {number, limit};
  f.source = source;
  return f;
}

std::vector<Finding> run_rules(const Assessment& a) {
  std::vector<Finding> findings;
  hull_rules(a, findings);
  drive_rules(a, findings);
  steering_rules(a, findings);
  layout_rules(a, findings);
  flotation_rules(a, findings);
  if (a.flotation.status == FloatStatus::afloat) stability_rules(a, findings);
  seal_rules(a, findings);
  cool_rules(a, findings);
  trial_rules(a, findings);
  mark_ignored(a.project.ignored, findings);
  sort_findings(findings);
  return findings;
}

}  // namespace plucky
