#include "assessment/fit_out.h"

#include <algorithm>

#include "assessment/fit_steps.h"
#include "assessment/running_edits.h"
#include "base/error.h"

namespace plucky {

using namespace fitting;

namespace {

/// A boat with room for a drive of the wanted kind, with what its drives have of that already.
struct Ready {
  Assessment boat;
  Project bare;
  Drive have;
};

Ready ready_for(const Assessment& before, Propulsor propulsor, Mounting mounting, Assessor& judge) {
  if (propulsor == Propulsor::none) throw InvalidInput("Drive", "needs a kind");
  const DriveKind& kind = drive_kind(propulsor, mounting);
  Assessment boat = before.project.drives.empty() && needs_hatch(before) ? judge.afloat(with_hatch(before)) : before;
  Project bare = boat.project;
  if (bare.drives.empty()) {
    bare.drives.push_back({.id = bare.take_id()});
    bare.drives.front().use.slip = kind.usual_slip;
  }
  for (DriveUnit& unit : bare.drives) {
    if (unit.propulsor != propulsor) unit.use.slip = kind.usual_slip;
    const bool screw_stays = unit.propulsor == propulsor;
    change_kind(bare, unit, propulsor, mounting);
    if (!screw_stays)
      std::erase_if(unit.components, [&](Id id) {
        const Part* part = bare.layout.component(id);
        return part && part->kind == PartKind::propeller;
      });
  }
  // Batteries, motors and ESCs that already stand in the boat are taken as they are.
  for (const Part& part : boat.project.layout.parts)
    if (has_data(part) &&
        (part.kind == PartKind::battery || part.kind == PartKind::esc || part.kind == PartKind::motor))
      join_drives(bare, part.id);
  settle_drives(bare);
  std::erase_if(bare.layout.parts,
                [&](const Part& part) { return is_listed(boat.project, part.id) && !is_listed(bare, part.id); });
  const Drive have = drive_of_unit(bare, bare.drives.front());
  return {std::move(boat), std::move(bare), have};
}

/// Where the drives lack nothing: what a further one lacks it gets from the first one's, for the builder to place.
Project completed(const Ready& r, const Catalogue& catalogue) {
  Project bare = r.bare;
  if (drive_of(bare).gaps != 0) {
    Drive all = r.have;
    all.count = static_cast<std::uint32_t>(bare.drives.size());
    set_drive(bare, all);
  }
  return steered(r.boat, bare, catalogue);
}

}  // namespace

Project fitted_out(const Assessment& before, Propulsor propulsor, Mounting mounting, const Catalogue& catalogue,
                   const std::function<void(std::size_t set, std::size_t of)>& trying, std::size_t most_sets) {
  Assessor judge;  // one for all: the hull stays the same
  const Ready ready = ready_for(before, propulsor, mounting, judge);
  const Assessment& boat = ready.boat;
  const Project& bare = ready.bare;
  const Drive& have = ready.have;
  if (have.gaps == 0) return completed(ready, catalogue);
  const DriveNeed wished = need_of(boat, drive_kind(propulsor, mounting));
  DriveNeed need = wished;
  std::optional<Project> best;
  double least = 0.0, reached = 0.0, lasted = 0.0, drag = 0.0;
  std::vector<DriveSet> seen;
  const auto try_sets = [&](std::size_t most) {
    std::vector<DriveSet> sets = sets_for(boat, have, need, catalogue);
    if (sets.size() > most) sets.resize(most);
    for (std::size_t i = 0; i < sets.size(); ++i) {
      DriveSet& set = sets[i];
      if (trying) trying(i + 1, sets.size());
      complete_set(set, have, need, catalogue);
      if (std::find(seen.begin(), seen.end(), set) != seen.end()) continue;
      seen.push_back(set);
      // With all that it will carry: what a light boat passes a heavy one may not.
      Project tried = steered(boat, aboard(boat, bare, set), catalogue);
      Assessment run = judge.assess(tried, Care::trial);
      if (const auto esc = larger_esc(run, have, catalogue)) {
        tried = apply(tried, *esc);
        run = judge.assess(tried, Care::trial);
      }
      run = as_it_will_run(judge, std::move(run), [&](const Assessment& r) { return drive_demerit(r, wished); });
      if (const double d = drive_demerit(run, wished); !best || d < least) {
        least = d, best = std::move(tried);
        reached = run.power.full.runs() ? run.power.full.speed : 0.0;
        lasted = run.power.duty ? run.power.duty->run_time : 0.0;
        drag = run.power.curve.points().empty() ? 0.0 : run.power.curve.drag(wished.speed);
      }
    }
  };
  try_sets(most_sets);
  // The need is a rule of thumb: where what it asks for falls short, again with what the boat's own drag at that speed
  // takes, twice the power at least, the same energy and no further than it helps.
  constexpr double enough = 0.9, efficiency = 0.45;
  for (int again = 0; again < 3 && best && reached > 0.0 && reached < enough * wished.speed; ++again) {
    const double more = std::max(2.0, drag * wished.speed / efficiency / need.power);
    need.power *= more, need.run_time /= more;
    const double so_far = least;
    try_sets(std::min<std::size_t>(most_sets, 3));
    if (least >= so_far && again > 0) break;
  }
  // And with more in the battery, where it runs empty too soon without being too fast.
  need = wished;
  for (int again = 0;
       again < 2 && best && reached < 1.15 * wished.speed && lasted > 0.0 && lasted < 0.95 * wished.run_time; ++again) {
    need.run_time *= 1.5;
    const double so_far = least;
    try_sets(std::min<std::size_t>(most_sets, 2));
    if (least >= so_far) break;
  }
  if (!best) throw InvalidInput("Drive", "nothing in the catalogue makes one of this kind");
  const double length = boat.hull->model.length();
  const Project whole = trimmed(judge, wired(judge, put_right(judge, std::move(*best))), length);
  return trimmed(judge, uncovered(judge, whole), length);
}

Project fitted_unrun(const Assessment& before, Propulsor propulsor, Mounting mounting, const Catalogue& catalogue) {
  Assessor judge;
  const Ready ready = ready_for(before, propulsor, mounting, judge);
  if (ready.have.gaps == 0) return completed(ready, catalogue);
  const DriveNeed need = need_of(ready.boat, drive_kind(propulsor, mounting));
  std::vector<DriveSet> sets = sets_for(ready.boat, ready.have, need, catalogue);
  if (sets.empty()) throw InvalidInput("Drive", "nothing in the catalogue makes one of this kind");
  complete_set(sets.front(), ready.have, need, catalogue);
  const double length = ready.boat.hull->model.length();
  const Project driven = aboard(ready.boat, ready.bare, sets.front());
  return trimmed(judge, uncovered(judge, trimmed(judge, steered(ready.boat, driven, catalogue), length)), length);
}

}  // namespace plucky
