#include "assessment/assessment.h"

#include <algorithm>

#include "assessment/stages/seal/seal_stage.h"
#include "water/fluid.h"

namespace plucky {

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
  Boat boat{a.hull->model, p.layout, drive,       a.loading(),
            a.flotation,   a.form,   a.density(), p.brief.salt_water ? sea_water_viscosity : fresh_water_viscosity};
  boat.depth = p.brief.depth;
  if (p.trial.tuning) boat.tuned = p.trial.tuning->variation();
  // Of boats that are tried by the dozen waves within some parts in a hundred are enough.
  if (!a.tells_ranges()) boat.offsets = {.every = 2, .layers = 10};
  return boat;
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
          .steering = a.fitted_steering,
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

void Assessor::keep_floods(const SealReport& report) {
  plucky::keep_floods(memories_[Stage::seal], report);
}

std::optional<ShaftPlace> shaft_place(const Assessment& a, const Part& part) {
  const DriveLine& line = a.power.line;
  if (part.kind != PartKind::shaft || !line.known || !is_listed(a.project, part.id)) return std::nullopt;
  ShaftPlace s{line.disc, line.fore};
  s.disc.y() = s.fore.y() = part.place.y();
  return s;
}

}  // namespace plucky
