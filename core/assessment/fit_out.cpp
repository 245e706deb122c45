#include "assessment/fit_out.h"

#include <algorithm>

#include "assessment/fit_steps.h"
#include "assessment/running_edits.h"
#include "base/error.h"
#include "layout/component.h"

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

/// Sets of components run one after the other, the one kept that comes nearest to what is wished.
class SetSearch {
 public:
  SetSearch(const Ready& ready, Assessor& judge, const DriveNeed& wished, const Catalogue& catalogue,
            const std::function<void(std::size_t, std::size_t)>& trying)
      : ready_(ready), judge_(judge), wished_(wished), catalogue_(catalogue), trying_(trying) {}

  /// At most `most` of the sets for this need, best on paper first. False where none is better than what was found.
  bool run(const DriveNeed& need, std::size_t most) {
    std::vector<DriveSet> sets = sets_for(ready_.boat, ready_.have, need, catalogue_);
    if (sets.size() > most) sets.resize(most);
    bool better = false;
    for (std::size_t i = 0; i < sets.size(); ++i) {
      if (trying_) trying_(i + 1, sets.size());
      complete_set(sets[i], ready_.have, need, catalogue_);
      if (std::find(seen_.begin(), seen_.end(), sets[i]) != seen_.end()) continue;
      seen_.push_back(sets[i]);
      better = take_if_better(sets[i]) || better;
    }
    return better;
  }

  /// The boat with the best set. Throws InvalidInput where none was found.
  Project take() {
    if (!best_) throw InvalidInput("Drive", "nothing in the catalogue makes one of this kind");
    return std::move(best_->boat);
  }
  /// m/s and s with the best set; 0 where the boat does not run.
  [[nodiscard]] double speed() const { return best_ && best_->run.full.runs() ? best_->run.full.speed : 0.0; }
  [[nodiscard]] double run_time() const { return best_ && best_->run.duty ? best_->run.duty->run_time : 0.0; }
  /// N at the wished speed with the best set; 0 where it is not known.
  [[nodiscard]] double drag() const {
    return best_ && !best_->run.curve.points().empty() ? best_->run.curve.drag(wished_.speed) : 0.0;
  }

 private:
  struct Tried {
    Project boat;
    PowerReport run;
    double demerit = 0.0;
  };

  bool take_if_better(const DriveSet& set) {
    // With all that it will carry: what a light boat passes a heavy one may not.
    Project tried = steered(ready_.boat, aboard(ready_.boat, ready_.bare, set), catalogue_);
    Assessment run = judge_.assess(tried, Care::trial);
    if (const auto esc = larger_esc(run, ready_.have, catalogue_)) {
      tried = apply(tried, *esc);
      run = judge_.assess(tried, Care::trial);
    }
    run = as_it_will_run(judge_, std::move(run), [&](const Assessment& r) { return drive_demerit(r, wished_); });
    const double demerit = drive_demerit(run, wished_);
    if (best_ && demerit >= best_->demerit) return false;
    best_ = Tried{std::move(tried), std::move(run.power), demerit};
    return true;
  }

  const Ready& ready_;
  Assessor& judge_;
  const DriveNeed& wished_;
  const Catalogue& catalogue_;
  const std::function<void(std::size_t, std::size_t)>& trying_;
  std::vector<DriveSet> seen_;
  std::optional<Tried> best_;
};

}  // namespace

Project fitted_out(const Assessment& before, Propulsor propulsor, Mounting mounting, const Catalogue& catalogue,
                   const std::function<void(std::size_t set, std::size_t of)>& trying, std::size_t most_sets) {
  Assessor judge;  // one for all: the hull stays the same
  const Ready ready = ready_for(before, propulsor, mounting, judge);
  if (ready.have.gaps == 0) return completed(ready, catalogue);
  const DriveNeed wished = need_of(ready.boat, drive_kind(propulsor, mounting));
  SetSearch search(ready, judge, wished, catalogue, trying);
  search.run(wished, most_sets);
  // The need is a rule of thumb: where what it asks for falls short, again with what the boat's own drag at that speed
  // takes, twice the power at least, the same energy and no further than it helps.
  constexpr double enough = 0.9, efficiency = 0.45;
  DriveNeed need = wished;
  for (int again = 0; again < 3 && search.speed() > 0.0 && search.speed() < enough * wished.speed; ++again) {
    const double more = std::max(2.0, search.drag() * wished.speed / efficiency / need.power);
    need.power *= more, need.run_time /= more;
    if (!search.run(need, std::min<std::size_t>(most_sets, 3)) && again > 0) break;
  }
  // And with more in the battery, where it runs empty too soon without being too fast.
  need = wished;
  for (int again = 0; again < 2 && search.speed() < 1.15 * wished.speed && search.run_time() > 0.0 &&
                      search.run_time() < 0.95 * wished.run_time;
       ++again) {
    need.run_time *= 1.5;
    if (!search.run(need, std::min<std::size_t>(most_sets, 2))) break;
  }
  const double length = ready.boat.hull->model.length();
  const Project whole = trimmed(judge, wired(judge, put_right(judge, search.take())), length);
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
