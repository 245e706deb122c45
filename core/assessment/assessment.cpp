#include "assessment/assessment.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <future>

#include "assessment/rules.h"
#include "base/error.h"
#include "water/fluid.h"

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

FreeboardReport freeboards(const Assessment& a) {
  FreeboardReport r;
  const WaterPlane& plane = a.flotation.plane;
  const HullModel& hull = a.hull->model;
  r.least = 1e300;
  for (const Vec3& p : hull.deck_edge) {
    const double h = plane.height(p);
    if (h < r.least) {
      r.least = h;
      r.least_place = p;
    }
  }
  if (!hull.deck_edge.empty()) {
    const std::size_t half = hull.deck_edge.size() / 2;
    r.stern = std::min(plane.height(hull.deck_edge.front()), plane.height(hull.deck_edge.back()));
    r.bow = std::min(plane.height(hull.deck_edge[half - 1]), plane.height(hull.deck_edge[half]));
  }
  for (const FloodPoint& f : hull.flood_points) {
    auto it = std::find_if(r.openings.begin(), r.openings.end(), [&](const auto& o) { return o.id == f.id; });
    if (it == r.openings.end())
      it = r.openings.insert(it,
                             {.id = f.id, .name = f.name, .height = 1e300, .downflood_heel = {}, .sealed = f.sealed});
    it->height = std::min(it->height, plane.height(f.place));
    for (const auto* side : {&a.stability.starboard, &a.stability.port})
      if (const auto heel = submersion_heel(*side, f.place);
          heel && (!it->downflood_heel || *heel < *it->downflood_heel))
        it->downflood_heel = heel;
  }
  for (const auto& o : r.openings)
    if (!o.sealed && o.downflood_heel && (!r.downflood_heel || *o.downflood_heel < *r.downflood_heel))
      r.downflood_heel = o.downflood_heel;
  return r;
}

/// Bands by type, share of length from the transom: common practice, no source.
CgBand cg_band(const Assessment& a) {
  const double length = a.hull->model.length(), transom = a.hull->model.box.low.x();
  const auto share = [&](double low, double high, const char* source) {
    return CgBand{transom + low * length, transom + high * length, source};
  };
  switch (type_of(a.project)) {
    case BoatType::shaft_monohull:
      return share(0.31, 0.38, "common practice: about a third of the length, or a little forward of it");
    case BoatType::air_sled:
      return share(0.30, 0.37, "common practice: about a third of the length");
    case BoatType::jet:
      return share(0.28, 0.36, "common practice: about a third of the length, further aft in flat water");
    case BoatType::displacement:
      break;
  }
  const double volume = a.mass.total / a.density();
  if (volume >= a.hull->body.volume()) return {};
  const double lcb = a.hull->body.below(solve_sinkage(a.hull->body, volume, {})).centre_of_buoyancy().x();
  return {lcb - 0.015 * length, lcb + 0.015 * length, "under the centre of buoyancy at the level water line"};
}

std::vector<Vec3> thinned(const std::vector<Vec3>& points, std::size_t most) {
  if (points.size() <= most) return points;
  std::vector<Vec3> out;
  for (std::size_t i = 0; i < most; ++i) out.push_back(points[i * points.size() / most]);
  return out;
}

Spread spread_of(const Assessment& a, MassScatter& kept) {
  std::vector<UncertainMass> masses;
  if (const auto& c = a.mass.correction)  // the whole was measured: its parts' guesses no longer matter
    masses.push_back({a.mass.total, c->mass_sigma, a.mass.cg, Vec3::Constant(c->cg_sigma)});
  else
    for (const MassItem& m : a.mass.items) masses.push_back({m.mass, m.sigma, m.place, Vec3::Constant(m.place_sigma)});
  if (!kept.is_of(masses)) kept = MassScatter(masses);
  return sample_spread(a.flotation, kept, masses, a.density(), thinned(a.hull->model.deck_edge, 36));
}

SwampedAnswer swamped_of(const Assessment& a) {
  std::vector<SolidMass> things;
  for (const MassItem& m : a.mass.items) things.push_back({m.mass, m.solid_volume});
  return swamped_flotation(things, a.density(), foam_density, a.project.brief.swamped_reserve);
}

}  // namespace

const PartFit* Assessment::fit(Id part) const {
  const auto it = std::find_if(fits.begin(), fits.end(), [&](const PartFit& f) { return f.part == part; });
  return it == fits.end() ? nullptr : &*it;
}

int Assessment::count(Severity severity) const {
  return static_cast<int>(std::count_if(findings.begin(), findings.end(),
                                        [&](const Finding& f) { return f.severity == severity && f.ignored.empty(); }));
}

int Assessment::count(Severity severity, Stage stage) const {
  return static_cast<int>(std::count_if(findings.begin(), findings.end(), [&](const Finding& f) {
    return f.severity == severity && f.stage == stage && f.ignored.empty();
  }));
}

namespace {

/// With another drive in the same place, as the search tries them.
Boat boat_with(const Assessment& a, const Drive& drive) {
  const Project& p = a.project;
  return {a.hull->model, p.hull.family, p.layout,
          drive,         a.loading(),   a.flotation,
          a.form,        a.density(),   p.brief.salt_water ? sea_water_viscosity : fresh_water_viscosity};
}

}  // namespace

Boat boat_of(const Assessment& a) {
  Boat boat = boat_with(a, a.fitted_drive);
  boat.mass_sigma = (a.spread.mass.high - a.spread.mass.low) / 3.29;  // from the middle 90 %
  if (!a.project.cooling.empty())
    boat.jacket = [&a](const Drive& drive, const RunningState& s) {
      const Boat bare = boat_with(a, drive);
      return CooledBoat(bare, a.project.cooling, a.hoses).jacket(s);
    };
  return boat;
}

SealInput seal_input_of(const Assessment& a, const Boat& boat) {
  const Project& p = a.project;
  const bool printed = p.brief.method == BuildMethod::printed;
  return {.boat = boat,
          .design = p.hull,
          .steering = p.steering,
          .line = a.power.line,
          .circuit = p.cooling,
          .sealing = p.sealing,
          .longest_piece = p.brief.longest_piece,
          .printed = printed,
          .wash = p.brief.water == WaterKind::choppy ? Wash{0.10, 0.060} : Wash{},
          .wanted_freeboard = p.brief.wanted_freeboard};
}

std::function<double(double)> running_water_of(const Assessment& a) {
  if (!a.power.full.runs()) return {};
  return [&a](double x) { return a.power.water_at(x); };
}

namespace {

/// What runs and steers. With `kept` the lines are drawn anew and the rest is what it was.
void run_boat(Assessment& a, const PowerReport* kept) {
  const Boat boat = boat_of(a);
  if (kept) {
    a.power = *kept;
    a.power.stale = true;
    a.power.line = drive_line(boat.hull, boat.layout, boat.drive);
    a.power.working = working_place(boat);
  } else {
    a.power = power_report(boat);
  }
  a.steering = steering_report(a.project.steering, boat, a.power);
}

/// Water through the boat: what the circuit brings and how warm things get with it.
void cool_boat(Assessment& a) {
  const CoolingCircuit& c = a.project.cooling;
  a.faults = circuit_faults(c);
  a.plumbing = circuit_mass(c, a.project.layout, a.hoses);
  if (!a.power.full.runs()) {
    a.water.message = a.power.message.empty() ? "the boat does not run" : a.power.message;
    return;
  }
  const Boat boat = boat_of(a);
  const CooledBoat cooled(boat, c, a.hoses);
  a.water = cooled.flow(a.power.full);
  if (!a.power.stale) {
    if (!c.empty()) a.water_sweep = flow_sweep(cooled, a.power);
    a.heat = heat_report(cooled, a.power);
    return;
  }
  // In a drag the heat it began with stands, and every fourth state serves the eye.
  for (std::size_t i = 3; i < a.power.sweep.size() && !c.empty(); i += 4)
    if (const RunningState& state = a.power.sweep[i]; state.runs())
      a.water_sweep.push_back({state.throttle, state.speed, cooled.flow(state)});
}

/// Where the water has no answer now its last good one of the same fittings and hoses stays to be seen, marked stale.
void keep_water(Assessment& a, std::optional<std::pair<CoolingCircuit, CircuitFlow>>& kept) {
  const CoolingCircuit& c = a.project.cooling;
  const auto ids = [](const CoolingCircuit& of) {
    std::vector<Id> out;
    for (const CoolFitting& f : of.fittings) out.push_back(f.id);
    for (const Hose& h : of.hoses) out.push_back(h.id);
    return out;
  };
  if (a.water.solved) {
    kept = std::pair{c, a.water};
  } else if (kept && ids(kept->first) == ids(c)) {
    const std::string why = a.water.message;
    a.water = kept->second;
    a.water.stale = true;
    a.water.message = why;
  }
}

/// Every way in. With `kept` the course of the flooding is what it was.
void seal_boat(Assessment& a, const SealReport* kept) {
  const Boat boat = boat_of(a);
  const Brief& brief = a.project.brief;
  a.seal = seal_report(seal_input_of(a, boat), a.hull->body, running_water_of(a), a.power.full.hull.trim,
                       brief.trim_low, brief.trim_high, kept);
}

/// Hoses and fittings as masses of the budget.
std::vector<MassItem> plumbing_masses(const Project& p, const std::vector<HosePath>& paths) {
  std::vector<MassItem> out;
  const auto add = [&](const std::string& name, double mass, const Vec3& place) {
    out.push_back({.name = name,
                   .mass = mass,
                   .sigma = 0.1 * mass,
                   .place = place,
                   .place_sigma = 0.005,
                   .solid_volume = mass / 1200.0});
  };
  for (const CoolFitting& f : p.cooling.fittings) add(f.name, filled(f).mass, fitting_place(f, p.layout));
  for (std::size_t i = 0; i < paths.size(); ++i)
    add(fmt::format("{} {}", hose_name(p.cooling.hoses[i].material), i + 1), paths[i].mass, paths[i].centre);
  return out;
}

}  // namespace

Assessment Assessor::assess(const Project& project, Care care) {
  if (!kept_hull_ || !(kept_design_ == project.hull)) {
    auto hull = build_hull_stage(project.hull);
    kept_hull_ = std::move(hull);
    kept_design_ = project.hull;
    kept_fits_.clear();
    kept_stability_.reset();
  }
  Assessment a;
  a.project = project;
  a.fitted_drive = project.drive();
  a.care = care;
  a.hull = kept_hull_;
  const HullModel& hull = a.hull->model;
  if (!project.cooling.empty())
    a.hoses =
        route_hoses(a.hull->space, project.layout, drive_line(hull, project.layout, a.fitted_drive), project.cooling);
  a.mass = mass_budget(hull, project.hull, project.layout, plumbing_masses(project, a.hoses));
  a.flotation = solve_equilibrium(a.hull->body, a.loading(), a.density());
  a.cg_band = cg_band(a);
  a.swamped = swamped_of(a);
  if (a.flotation.status == FloatStatus::afloat) {
    // The curve is rolled from upright, even when the boat does not rest there.
    WaterPlane upright = a.flotation.plane;
    upright.attitude.heel = 0.0;
    auto spread = std::async(std::launch::async, [&] { return spread_of(a, kept_scatter_); });
    const Stability* near = care == Care::full || !kept_stability_ ? nullptr : &*kept_stability_;
    a.stability = assess_stability(a.hull->body, a.loading(), a.density(), upright, 37, near);
    kept_stability_ = a.stability;
    a.freeboard = freeboards(a);
    if (a.flotation.upright()) a.form = form_coefficients(hull, a.flotation.plane, a.flotation.immersion);
    a.spread = spread.get();
  }
  a.drive = run_drive(a.fitted_drive, a.density());
  run_boat(a, care == Care::full || !kept_power_ ? nullptr : &*kept_power_);
  if (!a.power.stale) kept_power_ = a.power;
  if (a.power.stale) a.heat = kept_heat_;
  cool_boat(a);
  if (!a.power.stale) kept_heat_ = a.heat;
  keep_water(a, kept_water_);
  seal_boat(a, care == Care::full || !kept_seal_ ? nullptr : &*kept_seal_);
  if (care == Care::full) kept_seal_ = a.seal;
  for (const Part& part : project.layout.parts) {
    auto kept = kept_fits_.find(part.id);
    if (kept == kept_fits_.end() || !(kept->second.part == part)) {
      const SkinFit fit = fit_to_skin(hull, project.hull.skin, part);
      kept = kept_fits_.insert_or_assign(part.id, KeptFit{part, fit}).first;
    }
    a.fits.push_back(fit_part(hull, project.hull, project.layout, part, kept->second.fit));
  }
  a.findings = run_rules(a);
  return a;
}

Assessment assess(const Project& project) {
  return Assessor().assess(project);
}

Assessment with_floods(Assessment a) {
  seal_boat(a, nullptr);
  a.findings = run_rules(a);
  return a;
}

std::optional<ShaftPlace> shaft_place(const Assessment& a, const Part& part) {
  const DriveLine& line = a.power.line;
  if (part.kind != PartKind::shaft || !line.known || !is_listed(a.project, part.id)) return std::nullopt;
  ShaftPlace s{line.disc, line.fore};
  s.disc.y() = s.fore.y() = part.place.y();
  return s;
}

}  // namespace plucky
