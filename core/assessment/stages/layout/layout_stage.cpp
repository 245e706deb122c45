#include "assessment/stages/layout/layout_stage.h"

#include <map>
#include <memory>

namespace plucky {

namespace {

/// Hoses and fittings as masses of the budget.
std::vector<MassItem> plumbing_masses(const Project& p, const std::vector<HosePath>& paths) {
  std::vector<MassItem> out;
  const auto add = [&](const Text& name, double mass, const Vec3& place) {
    out.push_back({.name = name,
                   .mass = mass,
                   .sigma = 0.1 * mass,
                   .place = place,
                   .place_sigma = 0.005,
                   .solid_volume = mass / 1200.0});
  };
  for (const CoolFitting& f : p.cooling.fittings) add(Text(f.name), filled(f).mass, fitting_place(f, p.layout));
  for (std::size_t i = 0; i < paths.size(); ++i)
    add({"{0} {1}", hose_name(p.cooling.hoses[i].material), i + 1}, paths[i].mass, paths[i].centre);
  return out;
}

struct KeptFit {
  Part part;
  SkinFit fit;
};

struct LayoutMemory {
  std::shared_ptr<const HullStage> hull;  ///< that the fits belong to
  std::map<Id, KeptFit> fits;
};

/// A part's fit to the skin while neither moves.
void run_layout(Assessment& a, std::any& memory) {
  auto& kept = memory_as<LayoutMemory>(memory);
  if (kept.hull != a.hull) kept = {a.hull, {}};
  const Project& project = a.project;
  const HullModel& hull = a.hull->model;
  if (!project.cooling.empty())
    a.hoses =
        route_hoses(a.hull->space, project.layout, drive_line(hull, project.layout, a.fitted_drive), project.cooling);
  a.mass = mass_budget(hull, project.hull, project.layout, plumbing_masses(project, a.hoses));
  for (const Part& part : project.layout.parts) {
    auto it = kept.fits.find(part.id);
    if (it == kept.fits.end() || !(it->second.part == part)) {
      const SkinFit fit = fit_to_skin(hull, project.hull.skin, part);
      it = kept.fits.insert_or_assign(part.id, KeptFit{part, fit}).first;
    }
    a.fits.push_back(fit_part(hull, project.hull, project.layout, part, it->second.fit));
  }
}

void numbers_of_layout(const Assessment& a, LedgerRows& rows) {
  const double transom = a.hull->model.box.low.x();
  rows.add("mass", "Mass", "Mass", true, a.mass.total, Dimension::mass, Sense::less_is_better, "float.afloat");
  rows.add("cg_x", "CG from transom", "CG", true, a.mass.cg.x() - transom, Dimension::length, Sense::neutral,
           "float.cg");
  rows.add("cg_z", "CG above keel", "CG height", true, a.mass.cg.z(), Dimension::length, Sense::less_is_better,
           "float.gm");
}

}  // namespace

StageRun layout_stage() {
  return {.stage = Stage::layout,
          .name = "Layout",
          .run = &run_layout,
          .rules = &layout_rules,
          .numbers = &numbers_of_layout,
          .judged_by = {"mass", "cg_x", "cg_z", "trim", "heel", "freeboard", "gm", "foam"}};
}

}  // namespace plucky
