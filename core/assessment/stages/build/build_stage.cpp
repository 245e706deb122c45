#include "assessment/stages/build/build_stage.h"

#include <algorithm>

#include "base/error.h"
#include "drive/kind.h"
#include "running/drive_line.h"

namespace plucky {

namespace {

/// What the report was worked out from; a hull by its address, which holds while its design does.
struct BuildMemory {
  std::shared_ptr<const HullStage> hull;
  BuildDesign design;
  Skin skin;
  BuildMethod method = BuildMethod::printed;
  std::vector<double> avoid;
  std::optional<std::pair<Vec3, double>> water;
  BuildReport report;
};

void plan_sections(BuildReport& r, const Assessment& a, const std::vector<double>& avoid) {
  const HullModel& hull = a.hull->model;
  const BuildDesign& b = a.project.build;
  try {
    if (b.cuts_by_hand)
      for (const HullCut& c : b.cuts) r.cuts.push_back(c.x);
    else
      r.cuts = propose_cuts(hull, b.printer, avoid);
  } catch (const InvalidInput& e) {
    r.no_sections = e.sentence();
    return;
  }
  std::sort(r.cuts.begin(), r.cuts.end());
  double from = hull.box.low.x();
  for (std::size_t i = 0; i <= r.cuts.size(); ++i) {
    const double to = i < r.cuts.size() ? r.cuts[i] : hull.box.high.x();
    SectionPlan s{.from = from, .to = to, .size = size_between(hull, from, to)};
    s.stance = fit_on(b.printer, s.size);
    s.material = skin_between(hull, a.project.hull.skin, from, to);
    r.sections.push_back(s);
    from = to;
  }
}

void plan_panels(BuildReport& r, const Assessment& a, const std::optional<std::pair<Vec3, double>>& water) {
  try {
    r.panels = panels_of(a.project.hull, {.water = water, .stations = a.care == Care::full ? 60 : 40});
  } catch (const InvalidInput& e) {
    r.no_panels = e.reason();
  }
}

/// The report while nothing that it reads from has changed.
void run_build(Assessment& a, std::any& memory) {
  auto& kept = memory_as<BuildMemory>(memory);
  const BuildMethod method = a.project.brief.method;
  const std::vector<double> avoid = places_to_avoid(a);
  std::optional<std::pair<Vec3, double>> water;
  if (a.flotation.status == FloatStatus::afloat) water = {{a.flotation.plane.attitude.up(), a.flotation.plane.offset}};
  const bool printed = method == BuildMethod::printed;
  // While something is dragged the marks of the water line stand as they were; the end of the drag lays them anew.
  if (a.care != Care::full && kept.hull == a.hull) water = kept.water;
  if (kept.hull == a.hull && kept.design == a.project.build && kept.skin == a.project.hull.skin &&
      kept.method == method && (printed ? kept.avoid == avoid : kept.water == water)) {
    a.build = kept.report;
    return;
  }
  BuildReport r;
  r.printed = printed;
  if (printed)
    plan_sections(r, a, avoid);
  else
    plan_panels(r, a, water);
  a.build = r;
  kept = {a.hull, a.project.build, a.project.hull.skin, method, avoid, water, std::move(r)};
}

}  // namespace

std::vector<double> places_to_avoid(const Assessment& a) {
  std::vector<double> out;
  const HullDesign& h = a.project.hull;
  for (const Bulkhead& b : h.bulkheads) out.push_back(b.x);
  for (const Hatch& k : h.hatches) out.insert(out.end(), {k.x, k.x + k.length});
  for (const Cabin& c : h.cabins) out.insert(out.end(), {c.x, c.x + c.length});
  for (const Opening& o : h.openings) out.push_back(o.place.x());
  for (const Part& p : a.project.layout.parts)
    if (p.kind == PartKind::motor && !p.outside) out.push_back(p.place.x());
  if (a.fitted_drive.has_shaft_line() && !a.fitted_drive.lacks(DriveGroup::shaft))
    out.push_back(a.fitted_drive.shaft.exit_x);
  return out;
}

StageRun build_stage() {
  return {.stage = Stage::build,
          .name = "Build",
          .run = &run_build,
          .rules = &build_rules,
          .judged_by = {"mass", "cg_x", "cg_z", "trim", "heel", "freeboard", "gm", "foam"}};
}

}  // namespace plucky
