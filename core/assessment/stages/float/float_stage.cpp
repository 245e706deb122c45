#include "assessment/stages/float/float_stage.h"

#include <algorithm>
#include <future>

namespace plucky {

namespace {

FreeboardReport freeboards(const Assessment& a) {
  FreeboardReport r;
  const WaterPlane& plane = a.flotation.plane;
  const HullModel& hull = a.hull->model;
  if (!hull.deck_edge.empty()) {
    r.least_place = *std::min_element(hull.deck_edge.begin(), hull.deck_edge.end(),
                                      [&](const Vec3& p, const Vec3& q) { return plane.height(p) < plane.height(q); });
    r.least = plane.height(r.least_place);
    const std::vector<Vec3>& edge = hull.shells.front().deck_edge;
    const std::size_t half = edge.size() / 2;
    r.stern = std::min(plane.height(edge.front()), plane.height(edge.back()));
    r.bow = std::min(plane.height(edge[half - 1]), plane.height(edge[half]));
  }
  for (const FloodPoint& f : hull.flood_points) {
    auto it = std::find_if(r.openings.begin(), r.openings.end(), [&](const auto& o) { return o.id == f.id; });
    const double height = plane.height(f.place);
    if (it == r.openings.end())
      it = r.openings.insert(it,
                             {.id = f.id, .name = f.name, .height = height, .downflood_heel = {}, .sealed = f.sealed});
    it->height = std::min(it->height, height);
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
  if (a.hull->model.runs_on_points()) {
    const double end = a.hull->model.surfaces.front().x / length;
    return share(std::max(0.0, end - 0.10), end - 0.01, "common practice: a little behind where the sponsons end");
  }
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
  // A drag of the hull changes the masses each time: fewer samples keep up with it, all of them come at its end.
  constexpr int whole = 10000, few = 1000;
  const bool drag = a.care == Care::in_a_drag;
  if (!kept.is_of(masses) || (!drag && kept.samples() < whole)) kept = MassScatter(masses, drag ? few : whole);
  return sample_spread(a.flotation, kept, masses, a.density(), thinned(a.hull->model.deck_edge, 36));
}

SwampedAnswer swamped_of(const Assessment& a) {
  std::vector<SolidMass> things;
  for (const MassItem& m : a.mass.items) things.push_back({m.mass, m.solid_volume});
  return swamped_flotation(things, a.density(), foam_density, a.project.brief.swamped_reserve);
}

struct FloatMemory {
  std::shared_ptr<const HullStage> hull;  ///< that the righting arm belongs to
  MassScatter scatter;
  std::optional<Stability> stability;
};

/// In a drag the last righting arm foretells the next.
void run_float(Assessment& a, std::any& memory) {
  auto& kept = memory_as<FloatMemory>(memory);
  if (kept.hull != a.hull) kept.stability.reset();
  kept.hull = a.hull;
  a.flotation = solve_equilibrium(a.hull->body, a.loading(), a.density());
  a.cg_band = cg_band(a);
  a.swamped = swamped_of(a);
  if (a.flotation.status != FloatStatus::afloat) return;
  std::future<Spread> spread;
  if (a.tells_ranges()) spread = std::async(std::launch::async, [&] { return spread_of(a, kept.scatter); });
  if (a.care != Care::placing) {
    // The curve is rolled from upright, even when the boat does not rest there.
    WaterPlane upright = a.flotation.plane;
    upright.attitude.heel = 0.0;
    const Stability* near = a.care != Care::in_a_drag || !kept.stability ? nullptr : &*kept.stability;
    a.stability = assess_stability(a.hull->body, a.loading(), a.density(), upright, 37, near);
    kept.stability = a.stability;
  }
  a.freeboard = freeboards(a);
  if (a.flotation.upright()) a.form = form_coefficients(a.hull->model, a.flotation.plane, a.flotation.immersion);
  if (spread.valid()) a.spread = spread.get();
}

void rules_of_float(const Assessment& a, std::vector<Finding>& out) {
  flotation_rules(a, out);
  if (a.flotation.status == FloatStatus::afloat) stability_rules(a, out);
}

void numbers_of_float(const Assessment& a, LedgerRows& rows) {
  const bool afloat = a.flotation.status == FloatStatus::afloat;
  const bool upright = afloat && a.flotation.upright();
  rows.add("trim", "Trim, bow up", "Trim", afloat, a.flotation.plane.attitude.trim, Dimension::angle, Sense::neutral,
           "float.trim");
  rows.add("heel", "Heel, to starboard", "Heel", afloat, a.flotation.plane.attitude.heel, Dimension::angle,
           Sense::neutral, "float.heel");
  rows.add("draught", "Draught", "Draught", upright, a.form.draught, Dimension::length, Sense::neutral, "");
  rows.add("freeboard", "Least freeboard", "Freeboard", afloat, a.freeboard.least, Dimension::length,
           Sense::more_is_better, "float.freeboard");
  rows.add("gm", "Metacentric height", "GM", afloat, a.flotation.gm_transverse, Dimension::length,
           Sense::more_is_better, "float.gm");
  rows.add("max_arm", "Maximum GZ", "Max. GZ", afloat, a.stability.max_arm, Dimension::length, Sense::more_is_better,
           "");
  rows.add("vanishing", "Angle of vanishing stability", "Vanishing", afloat, a.stability.vanishing_angle.value_or(pi),
           Dimension::angle, Sense::more_is_better, "float.vanishing");
  rows.add("downflood", "Downflooding", "Downflooding", a.freeboard.downflood_heel.has_value(),
           a.freeboard.downflood_heel.value_or(0.0), Dimension::angle, Sense::more_is_better, "float.downflooding");
  rows.add("wetted", "Wetted surface", "Wetted", afloat, a.flotation.immersion.wetted_area, Dimension::area,
           Sense::less_is_better, "");
  rows.add("hull_speed", "Hull speed", "Hull speed", upright, a.form.hull_speed, Dimension::speed,
           Sense::more_is_better, "");
}

}  // namespace

StageRun float_stage() {
  return {.stage = Stage::flotation,
          .name = "Float",
          .run = &run_float,
          .rules = &rules_of_float,
          .numbers = &numbers_of_float,
          .judged_by = {"trim", "cg_x", "freeboard", "draught", "heel", "gm", "vanishing", "downflood"}};
}

}  // namespace plucky
