#include "assessment/stow.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <random>

#include "assessment/places.h"
#include "assessment/remedies.h"
#include "base/error.h"

namespace plucky {

namespace {

constexpr double aerial_clear = 0.10;  // m from power that a receiver's aerial should keep: common practice, no source
constexpr double apart = 0.002;        // m between two parts
constexpr int beginnings = 24;

bool may_be_stowed(const Part& p) {
  if (p.outside || p.inside != 0) return false;
  return p.kind == PartKind::battery || p.kind == PartKind::esc || p.kind == PartKind::receiver ||
         p.kind == PartKind::payload || p.kind == PartKind::ballast;
}

bool served_by_a_hatch(const HullDesign& hull, const Vec3& place) {
  return std::any_of(hull.hatches.begin(), hull.hatches.end(), [&](const Hatch& h) {
    return place.x() >= h.x && place.x() <= h.x + h.length && std::abs(place.y() - h.y) <= 0.5 * h.width;
  });
}

/// Weights of what a set of places costs.
struct Weighing {
  StowMerit merit;
  double along, side, height, leads, aerial, reach;
};
constexpr std::array<Weighing, 3> weighings{{{StowMerit::balance, 200.0, 200.0, 4.0, 1.0, 3.0, 1.0},
                                             {StowMerit::leads, 30.0, 60.0, 2.0, 6.0, 3.0, 1.0},
                                             {StowMerit::reach, 30.0, 60.0, 2.0, 1.0, 3.0, 6.0}}};

double cost_of(const StowMeasures& m, const Weighing& w, const Assessment& a) {
  const HullModel& hull = a.hull->model;
  const double half_band = std::max(0.01 * hull.length(), 0.5 * (a.cg_band.high - a.cg_band.low));
  // Within its band a CG is right; beyond it every millimetre counts.
  const double off = std::max(0.0, m.cg_off - 0.7 * half_band) + 0.1 * m.cg_off;
  return w.along * off / hull.length() + w.side * m.cg_side / hull.beam() +
         w.height * m.cg_height / hull.box.size().z() + w.leads * (m.leads + m.hoses) / 0.3 +
         w.aerial * std::max(0.0, aerial_clear - m.aerial.value_or(aerial_clear)) / aerial_clear +
         w.reach * static_cast<double>(m.out_of_reach);
}

/// The boat's parts with some of them elsewhere, as far as measures ask.
class Bay {
 public:
  explicit Bay(const Assessment& a) : a_(a) {}

  [[nodiscard]] StowMeasures measures(const std::vector<Part>& parts) const {
    StowMeasures m;
    const HullModel& hull = a_.hull->model;
    // What does not move is in the whole already: by how much the parts have moved its CG.
    Vec3 moment = a_.mass.total * a_.mass.cg;
    const Part *battery = nullptr, *esc = nullptr, *motor = nullptr, *receiver = nullptr;
    for (const Part& p : parts) {
      if (const Part* was = a_.project.layout.find(p.id)) moment += p.effective_mass() * (p.place - was->place);
      if (p.kind == PartKind::battery && !battery) battery = &p;
      if (p.kind == PartKind::esc && !esc) esc = &p;
      if (p.kind == PartKind::motor && !motor) motor = &p;
      if (p.kind == PartKind::receiver && !receiver) receiver = &p;
      const bool served = p.kind == PartKind::battery || p.kind == PartKind::esc || p.kind == PartKind::receiver ||
                          p.kind == PartKind::payload;
      if (served && !p.outside && !a_.project.hull.hatches.empty() && !served_by_a_hatch(a_.project.hull, p.place))
        ++m.out_of_reach;
    }
    const Vec3 cg = moment / std::max(1e-6, a_.mass.total);
    m.cg_off = a_.cg_band.high > a_.cg_band.low ? std::abs(cg.x() - 0.5 * (a_.cg_band.low + a_.cg_band.high)) : 0.0;
    m.cg_side = std::abs(cg.y());
    m.cg_height = cg.z() - hull.box.low.z();
    if (battery && esc) m.leads += (battery->place - esc->place).norm();
    if (motor && esc) m.leads += (motor->place - esc->place).norm();
    const CoolingCircuit& water = a_.project.cooling;
    for (const Hose& hose : water.hoses) {
      const CoolFitting *from = water.find(hose.from), *to = water.find(hose.to);
      if (from && to) m.hoses += (stands(*from, parts) - stands(*to, parts)).norm();
    }
    for (const Part* power : {battery, esc, motor})
      if (receiver && power) {
        const double away = (receiver->place - power->place).norm();
        m.aerial = std::min(m.aerial.value_or(away), away);
      }
    return m;
  }

 private:
  /// A fitting goes with the part that it sits on.
  static Vec3 stands(const CoolFitting& fitting, const std::vector<Part>& parts) {
    const auto on = std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == fitting.part; });
    return fitting.part != 0 && on != parts.end() ? Vec3(on->place + fitting.place) : fitting.place;
  }
  const Assessment& a_;
};

std::vector<double> places_along(double from, double to, double step) {
  std::vector<double> out;
  const int count = static_cast<int>(std::floor((to - from) / step + 1e-9));
  for (int i = 0; i <= count; ++i) out.push_back(from + i * step);
  return out;
}

/// Where a part stands free while those that move are out of the way.
std::vector<Vec3> free_places(const Assessment& empty, const Part& part) {
  const HullModel& hull = empty.hull->model;
  Standing standing(empty);
  std::vector<Vec3> out;
  if (part.rail != 0) {
    for (const Rail& r : empty.project.layout.rails)
      if (r.id == part.rail)
        for (const double x : places_along(r.from, r.to, std::max(0.004, (r.to - r.from) / 40.0)))
          if (const Vec3 at(x, part.place.y(), part.place.z()); standing.is_free(part, at)) out.push_back(at);
    return out;
  }
  const double step = std::max(0.010, hull.length() / 50.0);
  const double aside = 0.5 * part.size.y() + 0.004;
  for (const double x :
       places_along(hull.box.low.x() + 0.5 * part.size.x(), hull.box.high.x() - 0.5 * part.size.x(), step))
    for (const double y : {0.0, aside, -aside, 2.0 * aside, -2.0 * aside}) {
      if (std::abs(y) + 0.5 * part.size.y() > 0.5 * hull.beam()) continue;
      // As low as it goes, and for what should stay dry once more as high as it goes.
      const double bottom = hull.bottom_height(x, y), top = hull.deck_height(x, y);
      const auto stands = [&](double z) { return standing.is_free(part, {x, y, z}); };
      double z = bottom + 0.5 * part.size.z() + 0.003;
      while (z < top - 0.5 * part.size.z() && !stands(z)) z += 0.004;
      if (z >= top - 0.5 * part.size.z()) continue;
      out.emplace_back(x, y, z);
      if (part.kind != PartKind::receiver && part.kind != PartKind::esc) continue;
      if (const double high = top - 0.5 * part.size.z() - 0.008; high > z + 0.008 && stands(high))
        out.emplace_back(x, y, high);
    }
  return out;
}

bool clear_of(const Part& part, const std::vector<Part>& others) {
  for (const Part& o : others) {
    if (o.id == part.id) continue;
    const Box3 a = part.box(), b = o.box();
    const bool meet =
        ((a.low.array() - apart) < b.high.array()).all() && ((b.low.array() - apart) < a.high.array()).all();
    if (meet) return false;
  }
  return true;
}

/// Sets of places improved place by place.
class Search {
 public:
  Search(const Assessment& a, std::vector<Id> moving) : a_(a), bay_(a), moving_(std::move(moving)) {
    Assessment empty = a;
    std::erase_if(empty.project.layout.parts, [&](const Part& p) { return is_moving(p.id); });
    const std::vector<Part> together = moving_of(a.project.layout.parts);
    for (const Part& part : together) {
      places_.push_back(free_places(empty, part));
      if (place_is_free(empty, part, part.place))
        places_.back().push_back(part.place);
      else
        sound_ = false;  // it cannot stay
      sound_ = sound_ && clear_of(part, together);
    }
  }

  [[nodiscard]] std::vector<Part> best(const Weighing& w) const {
    std::vector<Part> found = a_.project.layout.parts;
    std::optional<double> least;
    if (sound_) least = cost_of(bay_.measures(found), w, a_);
    std::mt19937 dice(20260301);  // always the same beginnings
    for (int b = 0; b < beginnings; ++b) {
      std::vector<Part> parts = a_.project.layout.parts;
      if ((b > 0 || !sound_) && !scatter(parts, dice)) continue;
      settle(parts, w);
      if (const double cost = cost_of(bay_.measures(parts), w, a_); !least || cost < *least - 1e-9)
        least = cost, found = parts;
    }
    return found;
  }

 private:
  [[nodiscard]] bool is_moving(Id id) const { return std::find(moving_.begin(), moving_.end(), id) != moving_.end(); }
  static Part& part_with(std::vector<Part>& parts, Id id) {
    return *std::find_if(parts.begin(), parts.end(), [&](const Part& p) { return p.id == id; });
  }

  /// Each to any free place that is clear of those before it; false where one finds none.
  [[nodiscard]] bool scatter(std::vector<Part>& parts, std::mt19937& dice) const {
    std::vector<Part> set;
    for (std::size_t k = 0; k < moving_.size(); ++k) {
      Part& p = part_with(parts, moving_[k]);
      bool found = false;
      for (int tries = 0; tries < 40 && !found && !places_[k].empty(); ++tries) {
        p.place = places_[k][dice() % places_[k].size()];
        found = clear_of(p, set);
      }
      if (!found) return false;
      set.push_back(p);
    }
    return true;
  }

  [[nodiscard]] std::vector<Part> moving_of(const std::vector<Part>& parts) const {
    std::vector<Part> out;
    for (const Part& p : parts)
      if (is_moving(p.id)) out.push_back(p);
    return out;
  }

  void settle(std::vector<Part>& parts, const Weighing& w) const {
    for (int sweep = 0; sweep < 6; ++sweep) {
      bool better = false;
      for (std::size_t k = 0; k < moving_.size(); ++k) {
        Part& p = part_with(parts, moving_[k]);
        const std::vector<Part> others = moving_of(parts);
        Vec3 best = p.place;
        double least = cost_of(bay_.measures(parts), w, a_);
        for (const Vec3& at : places_[k]) {
          p.place = at;
          if (const double cost = cost_of(bay_.measures(parts), w, a_); cost < least - 1e-9 && clear_of(p, others))
            least = cost, best = at, better = true;
        }
        p.place = best;
      }
      if (!better) return;
    }
  }

  const Assessment& a_;
  Bay bay_;
  std::vector<Id> moving_;
  std::vector<std::vector<Vec3>> places_;
  bool sound_ = true;  ///< all of them may stand where they do
};

/// The parts that stand elsewhere now, as one edit; parts keep to their rails, so only places change.
Edit moved_edit(const Assessment& a, const std::vector<Part>& parts, std::vector<Id>& moved, StowMerit merit) {
  std::vector<Part> changed;
  for (const Part& p : parts)
    if (const Part* was = a.project.layout.find(p.id); was && (was->place - p.place).norm() > 1e-4) {
      changed.push_back(p);
      moved.push_back(p.id);
    }
  return {{"Stow again: {0}", Text(stow_merit_name(merit))}, ChangeParts{std::move(changed)}};
}

}  // namespace

const char* stow_merit_name(StowMerit merit) {
  switch (merit) {
    case StowMerit::balance:
      return "best balance";
    case StowMerit::leads:
      return "shortest leads and hoses";
    case StowMerit::reach:
      return "best reach";
  }
  return "";
}

StowMeasures stow_measures(const Assessment& a) {
  return Bay(a).measures(a.project.layout.parts);
}

std::vector<Id> stowable(const Project& boat) {
  std::vector<Id> out;
  for (const Part& p : boat.layout.parts)
    if (may_be_stowed(p)) out.push_back(p.id);
  return out;
}

StowAnswer stow_again(const Assessment& a, const std::vector<Id>& held, const std::function<bool(double)>& going_on,
                      Care care) {
  for (const Id id : held)
    if (!a.project.layout.find(id)) throw InvalidInput("stow again", "holds a part that the boat does not have");
  StowAnswer out{.before = stow_measures(a)};
  std::vector<Id> moving = stowable(a.project);
  std::erase_if(moving, [&](Id id) { return std::find(held.begin(), held.end(), id) != held.end(); });
  if (moving.empty()) {
    out.message = "No part may be moved: battery, ESC, receiver, payload and ballast inside the hull are what moves.";
    return out;
  }
  const auto told = [&](double share) { return !going_on || going_on(share); };
  if (!told(0.0)) return out;
  const Search search(a, moving);
  Assessor judge;
  if (care != Care::full) judge.keep_floods(a.seal);
  double done = 0.25;
  for (const Weighing& w : weighings) {
    if (!told(done)) break;
    done += 0.25;
    const std::vector<Part> parts = search.best(w);
    Stowing s{.merit = w.merit};
    s.edit = moved_edit(a, parts, s.moved, w.merit);
    const bool same =
        std::any_of(out.ways.begin(), out.ways.end(), [&](const Stowing& o) { return o.edit.change == s.edit.change; });
    if (s.moved.empty() || same) continue;
    try {
      s.assessed = std::make_shared<const Assessment>(judge.assess(apply(a.project, s.edit), care));
    } catch (const InvalidInput&) {
      continue;
    }
    s.measures = stow_measures(*s.assessed);
    // Only what is better by its own measure and no worse by the findings is an offer.
    const double faults = fault_weight(*s.assessed) - fault_weight(a);
    const bool better = cost_of(s.measures, w, a) < cost_of(out.before, w, a) - 1e-6;
    if (faults < -5.0 || (better && faults <= 0.0)) out.ways.push_back(std::move(s));
  }
  (void)told(1.0);
  if (out.ways.empty()) out.message = "No other places are better than those that the parts have.";
  return out;
}

}  // namespace plucky
