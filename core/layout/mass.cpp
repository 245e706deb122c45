#include "layout/mass.h"

#include <algorithm>

#include "hull/rims.h"
#include "layout/kind.h"

namespace plucky {

namespace {

void sum_up(MassBudget& budget) {
  budget.total = 0.0;
  budget.cg = Vec3::Zero();
  double measured = 0.0;
  for (const MassItem& item : budget.items) {
    budget.total += item.mass;
    budget.cg += item.mass * item.place;
    if (item.measured) measured += item.mass;
  }
  if (const auto& c = budget.correction) {
    budget.total += c->mass;
    budget.cg += c->moment;
  }
  if (budget.total <= 0.0) return;
  budget.cg /= budget.total;
  budget.measured_share = measured / budget.total;
}

MassItem structure(const char* name, double volume, double density, const Vec3& place) {
  const double mass = volume * density;
  return {.name = name,
          .mass = mass,
          .sigma = structure_mass_scatter * mass,
          .place = place,
          .place_sigma = 0.001,
          .solid_volume = volume};
}

/// What stays aboard; where frames cross a sliver is counted twice.
void add_frames_mass(MassBudget& budget, const HullModel& hull, const HullDesign& design) {
  for (const bool along : {false, true}) {
    double volume = 0.0;
    Vec3 moment = Vec3::Zero();
    for (const Frame& f : hull.frames) {
      if (f.along != along || f.temporary) continue;
      volume += f.volume;
      moment += f.volume * f.centroid;
    }
    if (volume > 0.0)
      budget.items.push_back(
          structure(along ? "Stringers" : "Bulkheads", volume, design.skin.density, moment / volume));
  }
}

}  // namespace

MassBudget mass_budget(const HullModel& hull, const HullDesign& design, const Layout& layout,
                       const std::vector<MassItem>& more) {
  MassBudget budget;
  const Skin& skin = design.skin;
  const double shell = skin.shell_thickness, deck = skin.deck_thickness;
  budget.items.push_back(structure("Shell", hull.shell_area * shell, skin.density, hull.shell_centroid));
  if (hull.transom_area > 0.0)
    budget.items.push_back(structure("Transom", hull.transom_area * shell, skin.density, hull.transom_centroid));
  if (hull.deck_area > 0.0)
    budget.items.push_back(structure("Deck", hull.deck_area * deck, skin.density, hull.deck_centroid));
  if (hull.upper_area > 0.0)
    budget.items.push_back(structure("Coamings and cabins", hull.upper_area * deck, skin.density, hull.upper_centroid));
  add_frames_mass(budget, hull, design);
  const std::vector<RimRun> runs = rim_runs(hull, design);
  for (std::size_t i = 0; i < runs.size(); ++i) {
    const EdgeRim& rim = design.rims[i];
    if (runs[i].volume <= 0.0) continue;
    MassItem item = structure("Rim", runs[i].volume, rim.bumper ? rim.bumper_density : skin.density, runs[i].centroid);
    item.name = Text(rim.name);
    budget.items.push_back(item);
  }
  for (const Part& p : layout.parts) {
    MassItem item{.part = p.id,
                  .name = Text(p.name),
                  .mass = p.effective_mass(),
                  .sigma = p.effective_sigma(),
                  .place = p.place,
                  .place_sigma = p.place_sigma,
                  .measured = p.measured_mass.has_value()};
    const double fill = p.shape == PartShape::box ? 1.0 : pi / 4.0;
    // A part displaces its outer volume, but no more than stuff of twice water's density would: coarse for motors and
    // cells, exact enough for the foam sum (common practice, no source). Foam is closed-cell and displaces all of it.
    const double outer = fill * p.size.prod();
    item.solid_volume = traits_of(p.kind).displaces_all ? outer : std::min(outer, item.mass / 2000.0);
    budget.items.push_back(item);
  }
  budget.items.insert(budget.items.end(), more.begin(), more.end());
  budget.correction = layout.correction;
  sum_up(budget);
  return budget;
}

std::vector<MassItem> fitting_masses(const Fittings& f, const HullModel& hull, const Skin& skin) {
  constexpr double aluminium = 2700.0, plate = 0.0015, root = 1.5;
  std::vector<MassItem> out;
  const double keel = hull.box.low.z(), transom = hull.box.low.x();
  const auto add = [&](const char* name, double volume, double density, const Vec3& place) {
    if (volume > 0.0) out.push_back(structure(name, volume, density, place));
  };
  const auto plane = [&](const char* name, const AirPlane& p) {
    // x is a quarter of the chord behind the leading edge, its middle a quarter further aft.
    add(name, p.span * p.chord * 2.0 * skin.deck_thickness, skin.density, {p.x - 0.25 * p.chord, 0.0, keel + p.z});
  };
  plane("Wing", f.wing);
  plane("Canard", f.canard);
  const Section::Extent stern = hull.transom().extent();
  const double beam = stern.empty() ? 0.0 : stern.high.x() - stern.low.x();
  add("Trim tabs", f.tab_chord * f.tab_share * beam * plate, aluminium,
      {transom - 0.5 * f.tab_chord, 0.0, hull.transom_keel() + f.tab_height});
  add("Fins", f.fins * f.fin_chord * root * f.fin_span * f.fin_thickness, aluminium,
      {transom - 0.5 * f.fin_chord, 0.0, hull.transom_keel() - 0.25 * f.fin_span});
  add("Turn fin", f.turn_fin_chord * root * f.turn_fin_depth * f.fin_thickness, aluminium,
      {transom + f.turn_fin_x, f.turn_fin_y, keel - 0.25 * f.turn_fin_depth});
  return out;
}

MassCorrection correction_to(const MassBudget& budget, double mass, const Vec3& cg) {
  MassCorrection out{.mass = mass - budget.total, .moment = mass * cg - budget.total * budget.cg};
  if (budget.correction) {  // measured against the parts, not against an earlier correction
    out.mass += budget.correction->mass;
    out.moment += budget.correction->moment;
  }
  return out;
}

MassBudget without(const MassBudget& budget, Id part) {
  MassBudget rest = budget;
  std::erase_if(rest.items, [&](const MassItem& item) { return item.part == part; });
  sum_up(rest);
  return rest;
}

}  // namespace plucky
