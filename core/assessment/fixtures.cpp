#include "assessment/fixtures.h"

#include <algorithm>

namespace plucky {

FixtureSite fixture_site(const Assessment& a, const DriveLine& line) {
  const Project& p = a.project;
  return {.hull = a.hull->model,
          .design = p.hull,
          .layout = p.layout,
          .line = line,
          .motor_tilt = a.fitted_drive.propulsor == Propulsor::none ? 0.0 : a.fitted_drive.shaft.motor_tilt,
          .hoses = &a.hoses,
          .circuit = &p.cooling};
}

double own_mass(const Assessment& a, const Fixture& fixture, const FixtureSolids& solids) {
  return fixture.measured_mass.value_or(
      solids.stuff * density_of(fixture.material, a.project.hull.skin, a.project.brief.method == BuildMethod::printed));
}

double fixture_mass(const Assessment& a, const Fixture& fixture, const FixtureSolids& solids) {
  if (!type_of(fixture.kind).aboard || solids.bodies.empty()) return 0.0;
  const Skin& skin = a.project.hull.skin;
  double mass = own_mass(a, fixture, solids);
  if (fixture.kind == FixtureKind::lid && !fixture.holds.empty())
    for (const Hatch& h : a.project.hull.hatches)
      if (h.id == fixture.holds.front()) mass -= h.length * h.width * skin.deck_thickness * skin.density;
  return mass;
}

double mass_with_fixtures(const Assessment& a, const Part& part) {
  double mass = part.effective_mass();
  for (std::size_t i = 0; i < a.fixtures.size(); ++i) {
    const Fixture& f = a.project.build.fixtures[i];
    if (f.holds == std::vector<Id>{part.id}) mass += fixture_mass(a, f, a.fixtures[i]);
  }
  return mass;
}

double cuts_into(const Fixture& fixture, const FixtureSolids& solids, const Part& part) {
  constexpr double tolerance = 0.0005;
  // Leads give way, foam is cut out.
  if (!type_of(fixture.kind).aboard || part.kind == PartKind::foam || part.kind == PartKind::leads) return 0.0;
  if (std::find(fixture.holds.begin(), fixture.holds.end(), part.id) != fixture.holds.end()) return 0.0;
  // A box is made round what stands in it; the line goes through what holds it.
  const bool meant = fixture.kind == FixtureKind::box || fixture.kind == FixtureKind::motor_mount ||
                     fixture.kind == FixtureKind::tube_cradle;
  if (meant && in_the_line(part.kind)) return 0.0;
  double deepest = 0.0;
  const Box3 its = part.box();
  for (const FixtureBody& b : solids.bodies) {
    const Box3 box = b.stack.box();
    deepest = std::max(deepest, (box.high.cwiseMin(its.high) - box.low.cwiseMax(its.low)).minCoeff());
  }
  return deepest < tolerance ? 0.0 : deepest;
}

const Fixture* find_fixture(const Assessment& a, Id id) {
  const auto& all = a.project.build.fixtures;
  const auto it = std::find_if(all.begin(), all.end(), [&](const Fixture& f) { return f.id == id; });
  return it == all.end() ? nullptr : &*it;
}

bool is_cut_flat(const Fixture& fixture, const FixtureBody& body) {
  return fixture.material != FixtureMaterial::print && body.stack.layers.size() == 1;
}

Fixture of_aluminium(Fixture fixture) {
  fixture.material = FixtureMaterial::aluminium;
  fixture.wall = 0.002;
  return fixture;
}

BuildDesign with_fixture(const Assessment& a, FixtureKind kind, Id holds) {
  BuildDesign b = a.project.build;
  Fixture f = usual_fixture(kind);
  std::string of;
  if (const Part* p = a.project.layout.find(holds)) of = p->name;
  for (const Hatch& h : a.project.hull.hatches)
    if (h.id == holds) of = h.name;
  if (!of.empty()) f.name += ", " + of;
  if (holds != 0) f.holds = {holds};
  b.fixtures.push_back(f);
  return b;
}

}  // namespace plucky
