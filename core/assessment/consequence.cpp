#include "assessment/consequence.h"

#include <algorithm>
#include <cmath>

#include "assessment/stages/stage_run.h"

namespace plucky {

namespace {

Severity worst(const Assessment& a, const char* rule) {
  Severity s = Severity::fine;
  for (const Finding& f : a.findings)
    if (f.id == rule && f.ignored.empty()) s = std::max(s, f.severity);
  return s;
}

/// What can be seen on the dial: smaller differences are noise, not consequences.
double visible(Dimension dimension) {
  switch (dimension) {
    case Dimension::length:
      return 5e-5;
    case Dimension::mass:
      return 5e-5;
    case Dimension::angle:
      return radians(0.005);
    case Dimension::volume:
      return 5e-7;
    case Dimension::area:
      return 1e-5;
    case Dimension::ratio:
      return 5e-4;
    case Dimension::current:
      return 0.05;
    case Dimension::duration:
      return 0.5;
    case Dimension::speed:
      return 5e-3;
    case Dimension::temperature:
      return 0.5;
    case Dimension::flow:
      return 0.5e-6 / 60.0;
    default:
      return 1e-6;
  }
}

}  // namespace

void LedgerRows::add(const char* key, const char* label, const char* short_label, bool exists, double si,
                     Dimension dimension, Sense sense, const char* rule, bool stale) {
  LedgerRow r{.key = key,
              .label = label,
              .short_label = short_label,
              .value = {},
              .sense = sense,
              .severity = worst(a_, rule),
              .stale = stale};
  if (exists) r.value = Quantity{si, dimension};
  rows_.push_back(std::move(r));
}

std::optional<Quantity> value_of_row(const std::vector<LedgerRow>& rows, const std::string& key) {
  const auto it = std::find_if(rows.begin(), rows.end(), [&](const LedgerRow& r) { return r.key == key; });
  return it == rows.end() ? std::nullopt : it->value;
}

std::vector<Change> consequences(const Assessment& before, const Assessment& after) {
  std::vector<Change> changes;
  const std::vector<LedgerRow> old_rows = ledger(before), new_rows = ledger(after);
  for (std::size_t i = 0; i < new_rows.size(); ++i) {
    const auto &o = old_rows[i].value, &n = new_rows[i].value;
    if (!o && !n) continue;
    if (o && n && std::abs(o->si - n->si) < visible(n->dimension)) continue;
    Change c{.key = new_rows[i].key, .label = new_rows[i].label, .before = o, .after = n};
    if (o && n && new_rows[i].sense != Sense::neutral) {
      const bool more = n->si > o->si;
      c.better = more == (new_rows[i].sense == Sense::more_is_better);
      c.worse = !c.better;
    }
    changes.push_back(std::move(c));
  }
  return changes;
}

std::vector<Finding> new_strikes(const Assessment& before, const Assessment& after) {
  std::vector<Finding> out;
  for (const Finding& f : after.findings) {
    if (f.severity < Severity::watch || !f.ignored.empty()) continue;
    const bool old = std::any_of(before.findings.begin(), before.findings.end(), [&](const Finding& was) {
      return was.id == f.id && was.subject == f.subject && was.severity >= f.severity;
    });
    if (old) continue;
    out.push_back(f);
    out.back().remedy.reset();
  }
  return out;
}

}  // namespace plucky
