#include "assessment/stages/build/build_stage.h"

#include <algorithm>

#include "base/error.h"
#include "build/bending.h"
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
  const std::vector<Vec3> sizes = sizes_between(hull, r.cuts);
  double from = hull.box.low.x();
  for (std::size_t i = 0; i <= r.cuts.size(); ++i) {
    const double to = i < r.cuts.size() ? r.cuts[i] : hull.box.high.x();
    SectionPlan s{.from = from, .to = to, .size = sizes[i]};
    s.stance = fit_on(b.printer, s.size);
    s.material = skin_between(hull, a.project.hull.skin, from, to);
    r.sections.push_back(s);
    from = to;
  }
}

/// Every part where it stands, the skin by its faces.
std::vector<HeavyPlace> heavy_places(const Assessment& a) {
  std::vector<HeavyPlace> out;
  double structure = 0.0;
  for (const MassItem& m : a.mass.items)
    if (m.part != 0)
      out.emplace_back(m.place.x(), m.mass);
    else
      structure += m.mass;
  const HullModel& hull = a.hull->model;
  const Skin& skin = a.project.hull.skin;
  const double volume = skin_between(hull, skin, hull.box.low.x() - 1.0, hull.box.high.x() + 1.0);
  if (!(volume > 0.0)) return out;
  constexpr int slices = 40;
  const double step = (hull.length() + 0.02) / slices;
  for (int i = 0; i < slices; ++i) {
    const double from = hull.box.low.x() - 0.01 + step * i;
    out.emplace_back(from + 0.5 * step, structure * skin_between(hull, skin, from, from + step) / volume);
  }
  return out;
}

/// What holds the sections together, and what pulls at it.
void judge_joints(BuildReport& r, const Assessment& a) {
  const HullModel& hull = a.hull->model;
  try {
    r.joints = joints_of(hull, a.project.hull, r.cuts, a.project.build.joints, a.project.build.printer);
  } catch (const InvalidInput&) {
    return;  // cuts without room for their joints have findings of their own
  }
  const std::vector<HeavyPlace> masses = heavy_places(a);
  for (const double x : r.cuts) r.moments.push_back(sagging_moment(masses, hull.box.low.x(), hull.box.high.x(), x));
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
  // While something is dragged cuts keep away from where things stood and the water line is marked where it was; the
  // end of the drag works both out anew.
  const bool as_it_was = a.care != Care::full && kept.hull == a.hull;
  if (as_it_was) water = kept.water;
  if (kept.hull == a.hull && kept.design == a.project.build && kept.skin == a.project.hull.skin &&
      kept.method == method && (printed ? as_it_was || kept.avoid == avoid : kept.water == water)) {
    a.build = kept.report;
    // Whatever moved aboard pulls at other places.
    if (printed && a.care == Care::full && !a.build.joints.empty()) {
      const std::vector<HeavyPlace> masses = heavy_places(a);
      for (std::size_t i = 0; i < a.build.moments.size(); ++i)
        a.build.moments[i] =
            sagging_moment(masses, a.hull->model.box.low.x(), a.hull->model.box.high.x(), a.build.cuts[i]);
    }
    if (!printed || a.care != Care::full || !a.build.joints.empty() || a.build.cuts.empty()) return;
  }
  BuildReport r;
  r.printed = printed;
  if (printed) {
    plan_sections(r, a, avoid);
    if (a.care == Care::full) judge_joints(r, a);
  } else {
    plan_panels(r, a, water);
  }
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
