#include "assessment/stages/hull/hull_stage.h"

namespace plucky {

namespace {

std::shared_ptr<const HullStage> build_hull_stage(const HullDesign& design) {
  auto stage = std::make_shared<HullStage>();
  stage->model = build_hull(design);
  stage->body = ImmersedBody(stage->model.buoyant);
  stage->space = RouteSpace(stage->model, 0.010);
  if (design.family == HullFamily::imported) stage->mesh = check_mesh(*design.mesh, false);
  return stage;
}

struct HullMemory {
  HullDesign design;
  std::shared_ptr<const HullStage> hull;
};

/// The hull while its design is the same.
void run_hull(Assessment& a, std::any& memory) {
  auto& kept = memory_as<HullMemory>(memory);
  if (!kept.hull || !(kept.design == a.project.hull)) {
    kept.hull = build_hull_stage(a.project.hull);
    kept.design = a.project.hull;
  }
  a.hull = kept.hull;
}

}  // namespace

StageRun hull_stage() {
  return {.stage = Stage::hull,
          .name = "Hull",
          .run = &run_hull,
          .rules = &hull_rules,
          .judged_by = {"draught", "freeboard", "gm", "wetted", "hull_speed", "trim", "mass", "speed"}};
}

}  // namespace plucky
