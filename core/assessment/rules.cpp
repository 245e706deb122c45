#include "assessment/rules.h"

#include <algorithm>

namespace plucky {

void sort_findings(std::vector<Finding>& findings) {
  const auto rank = [](const Finding& f) {
    return f.severity == Severity::fine ? -1 : f.ignored.empty() ? static_cast<int>(f.severity) : 0;
  };
  std::stable_sort(findings.begin(), findings.end(), [&](const Finding& l, const Finding& r) {
    if (rank(l) != rank(r)) return rank(l) > rank(r);
    return l.stage < r.stage;
  });
}

Finding drive_finding(const char* rule, Severity severity, Quantity number, Quantity limit, const Text& source) {
  return stage_finding(Stage::drive, rule, severity, number, limit, source);
}

void ease_by_cruising(const Assessment& a, const PartHeat& part, Finding& f) {
  if (f.severity == Severity::fine || !a.power.duty || part.duty_end > part.limit) return;
  f.severity = Severity::watch;
  f.text =
      then(f.text, {"With its share of cruising it ends at {0}.", Quantity{part.duty_end, Dimension::temperature}});
}

Edit lengthen_hatch(const HullDesign& hull, const Hatch& hatch, double from, double to) {
  HullDesign longer = hull;
  for (Hatch& h : longer.hatches) {
    if (h.id != hatch.id) continue;
    const double end = std::max(h.x + h.length, to);
    h.x = std::min(h.x, from);
    h.length = end - h.x;
  }
  return {{"Lengthen {0} over it", hatch.name}, ChangeHull{std::move(longer)}};
}

Finding stage_finding(Stage stage, const std::string& rule, Severity severity, Quantity number, Quantity limit,
                      const Text& source, Id subject) {
  Finding f{.id = rule, .subject = subject, .stage = stage, .severity = severity};
  f.number = number;
  f.limit = limit;
  f.text.values = {number, limit};
  f.source = source;
  return f;
}

}  // namespace plucky
