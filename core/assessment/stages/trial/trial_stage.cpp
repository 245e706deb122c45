#include "assessment/stages/trial/trial_stage.h"

namespace plucky {

StageRun trial_stage() {
  return {.stage = Stage::trial,
          .name = "Trial",
          .rules = &trial_rules,
          .judged_by = {"mass", "cg_x", "trim", "freeboard", "speed", "current", "winding", "run_time"}};
}

}  // namespace plucky
