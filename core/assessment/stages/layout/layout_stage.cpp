#include "assessment/stages/layout/layout_stage.h"

#include <map>
#include <memory>

#include "assessment/fixtures.h"

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

/// What a fixture was made to fit.
struct KeptFixture {
  Fixture design;
  std::vector<Part> parts;
  Vec3 exit = Vec3::Zero(), fore = Vec3::Zero();
  double tilt = 0.0;
  std::vector<Vec3> hose;
  double hose_outside = 0.0;
  FixtureSolids solids;

  /// Made for the very same?
  [[nodiscard]] bool same(const KeptFixture& o) const {
    return design == o.design && parts == o.parts && exit == o.exit && fore == o.fore && tilt == o.tilt &&
           hose == o.hose && hose_outside == o.hose_outside;
  }
};

/// As they are, moved along with what they hold.
FixtureSolids carried(FixtureSolids s, const Vec3& by) {
  for (FixtureBody& b : s.bodies) b.stack.origin += by;
  s.centroid += by;
  if (!s.box.empty()) s.box = {s.box.low + by, s.box.high + by};
  return s;
}

/// What goes into the boat beside its parts: mounts, trays, boxes, lids.
void make_fixtures(Assessment& a, const DriveLine& line, std::map<Id, KeptFixture>& kept) {
  const FixtureSite site = fixture_site(a, line);
  for (const Fixture& f : a.project.build.fixtures) {
    if (!type_of(f.kind).aboard) {
      a.fixtures.push_back({.id = f.id});
      continue;
    }
    KeptFixture now{.design = f, .exit = line.exit, .fore = line.fore, .tilt = site.motor_tilt};
    for (const Id id : f.holds) {
      if (const Part* p = a.project.layout.find(id)) now.parts.push_back(*p);
      for (const HosePath& h : a.hoses)
        if (h.hose == id) now.hose = h.points, now.hose_outside = site.hose_outside(id);
    }
    auto it = kept.find(f.id);
    // A drag has no time to fit them anew: they are carried along until it ends.
    if (!a.offers() && it != kept.end()) {
      const auto &was = it->second.parts, &is = now.parts;
      const bool moved = !was.empty() && was.size() == is.size();
      a.fixtures.push_back(carried(it->second.solids, moved ? Vec3(is[0].place - was[0].place) : Vec3(Vec3::Zero())));
      continue;
    }
    if (it == kept.end() || !it->second.same(now)) {
      now.solids = solids_of(f, site);
      it = kept.insert_or_assign(f.id, std::move(now)).first;
    }
    a.fixtures.push_back(it->second.solids);
  }
}

std::vector<MassItem> fixture_masses(const Assessment& a) {
  std::vector<MassItem> out;
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    const Fixture& f = a.project.build.fixtures[i];
    const FixtureSolids& s = a.fixtures[i];
    if (!type_of(f.kind).aboard || s.bodies.empty()) continue;
    const double mass = fixture_mass(a, f, s);
    out.push_back({.name = Text(f.name),
                   .mass = mass,
                   .sigma = f.measured_mass ? 0.0005 : structure_mass_scatter * std::abs(mass),
                   .place = s.centroid,
                   .place_sigma = 0.001,
                   .solid_volume = s.stuff,
                   .measured = f.measured_mass.has_value()});
  }
  return out;
}

struct KeptFit {
  Part part;
  SkinFit fit;
};

struct LayoutMemory {
  std::shared_ptr<const HullStage> hull;  ///< that the fits belong to
  std::map<Id, KeptFit> fits;
  std::shared_ptr<const HullStage> fixtures_of;
  std::map<Id, KeptFixture> fixtures;
};

/// A part's fit to the skin while neither moves.
void run_layout(Assessment& a, std::any& memory) {
  auto& kept = memory_as<LayoutMemory>(memory);
  if (kept.hull != a.hull) kept.hull = a.hull, kept.fits.clear();
  if (kept.fixtures_of != a.hull && a.care == Care::full) kept.fixtures_of = a.hull, kept.fixtures.clear();
  const Project& project = a.project;
  const HullModel& hull = a.hull->model;
  const DriveLine line = drive_line(hull, project.layout, a.fitted_drive);
  if (!project.cooling.empty()) a.hoses = route_hoses(a.hull->space, project.layout, line, project.cooling);
  make_fixtures(a, line, kept.fixtures);
  std::vector<MassItem> more = plumbing_masses(project, a.hoses);
  for (const std::vector<MassItem>& items :
       {fixture_masses(a), fitting_masses(a.fitted_drive.fittings, hull, project.hull.skin)})
    more.insert(more.end(), items.begin(), items.end());
  a.mass = mass_budget(hull, project.hull, project.layout, more);
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
