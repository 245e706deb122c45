#include "assessment/stages/seal/seal_stage.h"

#include <algorithm>

#include "assessment/rules.h"

namespace plucky {

namespace {

/// Every way in. With `kept` the course of the flooding is what it was.
void seal_boat(Assessment& a, const SealReport* kept) {
  const Boat boat = boat_of(a);
  const Brief& brief = a.project.brief;
  a.seal = seal_report(seal_input_of(a, boat), a.hull->body, running_water_of(a), a.power.full.hull.trim,
                       brief.trim_low, brief.trim_high, kept);
}

struct SealMemory {
  std::optional<SealReport> seal;
};

/// In a drag the course of a flooding stands as it was last worked out.
void run_seal(Assessment& a, std::any& memory) {
  auto& kept = memory_as<SealMemory>(memory);
  seal_boat(a, a.care == Care::full || !kept.seal ? nullptr : &*kept.seal);
  if (!a.seal.stale) kept.seal = a.seal;
}

void numbers_of_seal(const Assessment& a, LedgerRows& rows) {
  const bool afloat = a.flotation.status == FloatStatus::afloat;
  // Drops are no row of their own.
  const double leak = std::max(a.seal.expected, a.seal.running);
  rows.add("leak", "Leaks, driven", "Leaks", afloat && leak > 0.5e-6 / 60.0, leak, Dimension::flow,
           Sense::less_is_better, "seal.driven");
  rows.add("foam", "Foam if flooded", "Foam", true, a.swamped.foam_volume, Dimension::volume, Sense::less_is_better,
           "float.swamped");
}

}  // namespace

void keep_floods(std::any& memory, const SealReport& report) {
  memory_as<SealMemory>(memory).seal = report;
}

Assessment with_floods(Assessment a) {
  seal_boat(a, nullptr);
  a.findings = run_rules(a);
  return a;
}

StageRun seal_stage() {
  return {.stage = Stage::seal,
          .name = "Seal",
          .run = &run_seal,
          .rules = &seal_rules,
          .numbers = &numbers_of_seal,
          .judged_by = {"leak", "foam", "freeboard", "downflood", "trim", "heel", "gm", "mass"}};
}

}  // namespace plucky
