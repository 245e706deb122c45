#include "assessment/rules.h"

#include <algorithm>

namespace plucky {

void sort_findings(std::vector<Finding>& findings) {
  std::stable_sort(findings.begin(), findings.end(), [](const Finding& l, const Finding& r) {
    if (l.severity != r.severity) return l.severity > r.severity;
    return l.stage < r.stage;
  });
}

std::vector<Finding> run_rules(const Assessment& a) {
  std::vector<Finding> findings;
  hull_rules(a, findings);
  layout_rules(a, findings);
  flotation_rules(a, findings);
  if (a.flotation.status == FloatStatus::afloat) stability_rules(a, findings);
  sort_findings(findings);
  return findings;
}

}  // namespace plucky
