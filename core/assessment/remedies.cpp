#include "assessment/remedies.h"

#include <algorithm>
#include <cmath>

#include "base/error.h"

namespace plucky {

namespace {

const Finding* same(const std::vector<Finding>& findings, const Finding& f) {
  const auto it = std::find_if(findings.begin(), findings.end(),
                               [&](const Finding& other) { return other.id == f.id && other.subject == f.subject; });
  return it == findings.end() ? nullptr : &*it;
}

}  // namespace

double fault_weight(const Assessment& a) {
  return 1000.0 * a.count(Severity::stop) + 10.0 * a.count(Severity::watch) + 1e-3 * a.mass.total;
}

bool betters(const Finding& f, const Assessment& before, const Assessment& after) {
  for (const Finding& other : after.findings) {
    if (other.severity != Severity::stop) continue;
    const Finding* was = same(before.findings, other);
    if (!was || was->severity != Severity::stop) return false;
  }
  const Finding* is = same(after.findings, f);
  if (!is || is->severity < f.severity) return true;
  return is->severity == f.severity && std::abs(is->number.si - is->limit.si) < std::abs(f.number.si - f.limit.si);
}

bool remedy_betters(const Finding& f, const Assessment& before, Assessor& assessor) {
  try {
    return betters(f, before, assessor.assess(apply(before.project, *f.remedy)));
  } catch (const InvalidInput&) {
    return false;
  }
}

std::vector<Finding> with_tried_remedies(const Assessment& a) {
  std::vector<Finding> out = a.findings;
  Assessor assessor;
  for (Finding& f : out) {
    if (!f.remedy || remedy_betters(f, a, assessor)) continue;
    f.remedy.reset();
  }
  return out;
}

}  // namespace plucky
