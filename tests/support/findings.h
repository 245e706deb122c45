// A finding by its rule.
#pragma once

#include <stdexcept>
#include <string>

#include "assessment/assessment.h"
#include "texts.h"

namespace plucky::test {

/// The first finding of a rule, of one subject if it is given; null when there is none.
inline const Finding* find_finding(const Assessment& a, const std::string& id, Id subject = 0) {
  for (const Finding& f : a.findings)
    if (f.id == id && (subject == 0 || f.subject == subject)) return &f;
  return nullptr;
}

/// The same where it must be there.
inline const Finding& finding(const Assessment& a, const std::string& id) {
  if (const Finding* f = find_finding(a, id)) return *f;
  throw std::runtime_error("no finding " + id);
}

}  // namespace plucky::test
