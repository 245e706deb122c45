#include "assessment/stages/stage_list.h"

#include <algorithm>

#include "assessment/rules.h"
#include "assessment/stages/build/build_stage.h"
#include "assessment/stages/cool/cool_stage.h"
#include "assessment/stages/drive/drive_stage.h"
#include "assessment/stages/float/float_stage.h"
#include "assessment/stages/hull/hull_stage.h"
#include "assessment/stages/layout/layout_stage.h"
#include "assessment/stages/seal/seal_stage.h"
#include "assessment/stages/trial/trial_stage.h"

namespace plucky {

namespace {

StageRun brief_stage() {
  return {.stage = Stage::brief,
          .name = "Brief",
          .judged_by = {"mass", "freeboard", "speed", "run_time", "draught", "gm", "trim", "foam"}};
}

const StageRun& stage_run(Stage stage) {
  return *std::find_if(stage_runs().begin(), stage_runs().end(), [&](const StageRun& s) { return s.stage == stage; });
}

/// A finding stays ignored while it is no worse than it was when the builder decided so.
void mark_ignored(const std::vector<IgnoredFinding>& ignored, std::vector<Finding>& findings) {
  for (Finding& f : findings)
    for (const IgnoredFinding& i : ignored)
      if (i.rule == f.id && i.id == f.subject && static_cast<int>(f.severity) <= i.severity) f.ignored = i.reason;
}

}  // namespace

const std::vector<StageRun>& stage_runs() {
  static const std::vector<StageRun> all{brief_stage(), hull_stage(), layout_stage(), float_stage(), drive_stage(),
                                         cool_stage(),  seal_stage(), build_stage(),  trial_stage()};
  return all;
}

const char* stage_name(Stage stage) {
  return stage_run(stage).name;
}

std::vector<Finding> run_rules(const Assessment& a) {
  std::vector<Finding> findings;
  for (const StageRun& s : stage_runs())
    if (s.rules) s.rules(a, findings);
  mark_ignored(a.project.ignored, findings);
  sort_findings(findings);
  return findings;
}

std::vector<LedgerRow> ledger(const Assessment& a) {
  LedgerRows rows(a);
  for (const StageRun& s : stage_runs())
    if (s.numbers) s.numbers(a, rows);
  return rows.take();
}

std::vector<std::string> ledger_of_stage(Stage stage) {
  return stage_run(stage).judged_by;
}

Assessment Assessor::run(const Project& project, Care care, Stage last) {
  Assessment a;
  a.project = project;
  a.fitted_drive = project.drive();
  a.fitted_steering = project.steering();
  a.care = care;
  for (const StageRun& s : stage_runs()) {
    if (s.run) s.run(a, memories_[s.stage]);
    if (s.stage == last) break;
  }
  return a;
}

Assessment Assessor::assess(const Project& project, Care care) {
  Assessment a = run(project, care, stage_runs().back().stage);
  a.findings = run_rules(a);
  return a;
}

Assessment Assessor::afloat(const Project& project) {
  return run(project, Care::placing, Stage::flotation);
}

Assessment assess(const Project& project) {
  return Assessor().assess(project);
}

}  // namespace plucky
