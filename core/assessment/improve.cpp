#include "assessment/improve.h"

#include <algorithm>
#include <cmath>
#include <memory>
#include <set>
#include <sstream>
#include <tuple>

#include "assessment/drive_edits.h"
#include "base/error.h"
#include "base/parallel.h"

namespace plucky {

namespace {

constexpr double first_look = 0.10, farthest = 0.40;  // of the number turned
constexpr double swap_is = 0.2;                       // how large a change another component is
constexpr double too_little = 0.01;                   // of what is wanted, by the first look

/// What a builder chooses; the rest of the numbers tells what a component is, or what is guessed.
bool is_chosen(const Knob& k) {
  static const std::set<std::string> chosen{"screw.diameter_m",     "screw.pitch_m",          "screw.blades",
                                            "drive.throttle",       "drive.cruise_throttle",  "drive.full_share",
                                            "gearing.ratio",        "shaft.strut_angle_rad",  "jet.nozzle_m",
                                            "jet.nozzle_pitch_rad", "fittings.tab_chord_m",   "fittings.tab_angle_rad",
                                            "battery.x_m",          "skin.shell_thickness_m", "skin.deck_thickness_m"};
  return k.key.starts_with("hull.") || chosen.contains(k.key);
}

/// Tries edits of one boat against one goal, on one thread.
class Seeker {
 public:
  Seeker(const Assessment& boat, const Goal& goal)
      : boat_(boat), goal_(goal), now_(value_of_row(ledger(boat), goal.row)->si) {}

  /// By how much of what is wanted a boat has come nearer: 1 is there.
  [[nodiscard]] double gain(double number) const { return (number - now_) / (goal_.value - now_); }

  struct Tried {
    Edit edit;
    std::shared_ptr<const Assessment> boat;
    Quantity number;               ///< of the goal's row
    std::vector<Finding> strikes;  ///< what it has that the boat has not, worst first
    [[nodiscard]] bool stopped() const { return !strikes.empty() && strikes.front().severity == Severity::stop; }
  };
  [[nodiscard]] std::optional<Tried> attempt(const Edit& edit) {
    try {
      auto a = std::make_shared<const Assessment>(judge_.assess(apply(boat_.project, edit)));
      const auto n = value_of_row(ledger(*a), goal_.row);
      if (!n) return std::nullopt;
      return Tried{edit, a, *n, new_strikes(boat_, *a)};
    } catch (const InvalidInput&) {
      return std::nullopt;
    }
  }

  /// Turned upward or downward by as little as reaches the goal, or as far as comes nearest without a new stop.
  [[nodiscard]] std::optional<Improvement> turn(const Knob& knob, double way) {
    const auto value_at = [&](double share) {
      const double unit = knob.now != 0.0 ? std::abs(knob.now) : span_of(knob);
      double v = knob.now + way * share * unit;
      if (knob.whole) v = knob.now + way * std::max(1.0, std::round(share * unit));
      return std::clamp(v, knob.low, knob.high);
    };
    const auto look = [&](double share) -> std::optional<Tried> {
      const double v = value_at(share);
      return v == knob.now ? std::nullopt : attempt(knob.turn(boat_.project, v));
    };
    auto here = look(first_look);
    if (!here || gain(here->number.si) < too_little) return std::nullopt;
    double before = 0.0, share = first_look;
    std::optional<Tried> best;
    double best_share = 0.0;
    // Farther, until it is there or something stops it.
    while (here && !here->stopped()) {
      if (!best || gain(here->number.si) > gain(best->number.si)) best = here, best_share = share;
      if (gain(here->number.si) >= 1.0 || share >= farthest || knob.whole) break;
      before = share;
      share = std::min(2.0 * share, farthest);
      here = look(share);
    }
    if (!best) return std::nullopt;
    if (gain(best->number.si) >= 1.0 && !knob.whole) {
      // Back to as little as does it.
      double enough = best_share;
      for (int i = 0; i < 4; ++i) {
        const double middle = 0.5 * (before + enough);
        if (auto t = look(middle); t && !t->stopped() && gain(t->number.si) >= 1.0)
          best = std::move(t), enough = middle;
        else
          before = middle;
      }
      best_share = enough;
    }
    const double v = value_at(best_share);
    Improvement out = from(*best, {"{0}: {1} from {2} to {3}", knob.group, Text(knob.label),
                                   Quantity{knob.now, knob.dimension}, Quantity{v, knob.dimension}});
    out.again = [knob, v](const Assessment& boat) { return knob.turn(boat.project, v); };
    out.change = knob.whole && knob.now != 0.0 ? std::abs(v - knob.now) / std::abs(knob.now) : best_share;
    return out;
  }

  [[nodiscard]] std::optional<Improvement> swap(const CatalogueEntry& entry) {
    const std::vector<const Part*> gone = swapped_for(boat_.project, entry.part);
    if (gone.empty() || gone.front()->name == entry.part.name || !swap_fits(boat_, entry)) return std::nullopt;
    const auto t = attempt(swap_edit(boat_, entry));
    if (!t || t->stopped() || gain(t->number.si) < too_little) return std::nullopt;
    Improvement out = from(*t, {"{0} instead of {1}", entry.part.name, gone.front()->name});
    out.again = [entry](const Assessment& boat) { return swap_edit(boat, entry); };
    out.change = swap_is;
    out.swap = true;
    return out;
  }

  [[nodiscard]] std::optional<Improvement> both(const Improvement& a, const Improvement& b) {
    try {
      const Project two = apply(a.assessed->project, b.again(*a.assessed));
      const auto t = attempt({{}, ReplaceBoat{std::make_shared<const Project>(two)}});
      if (!t || t->stopped() || gain(t->number.si) < 1.0) return std::nullopt;
      Improvement out = from(*t, {"{0}; {1}", a.what, b.what});
      out.change = a.change + b.change;
      return out;
    } catch (const InvalidInput&) {
      return std::nullopt;
    }
  }

 private:
  static double span_of(const Knob& knob) {
    switch (knob.dimension) {
      case Dimension::angle:
        return radians(20.0);
      case Dimension::length:
        return std::min(0.1, knob.high - knob.low);
      default:
        return knob.high - knob.low;
    }
  }

  [[nodiscard]] Improvement from(const Tried& t, Text what) const {
    Improvement out{.edit = t.edit,
                    .what = std::move(what),
                    .reaches = gain(t.number.si) >= 1.0,
                    .number = t.number,
                    .assessed = t.boat};
    out.edit.label = out.what;
    out.effects = consequences(boat_, *t.boat);
    out.strikes = t.strikes;
    return out;
  }

  const Assessment& boat_;
  Goal goal_;
  double now_;
  Assessor judge_;
};

/// Those that reach first, with the least to watch, the smallest; then those that come nearest.
void rank(std::vector<Improvement>& ways, const Seeker& seeker) {
  std::stable_sort(ways.begin(), ways.end(), [&](const Improvement& a, const Improvement& b) {
    if (a.reaches != b.reaches) return a.reaches;
    if (!a.reaches) return seeker.gain(a.number.si) > seeker.gain(b.number.si);
    return std::tuple(a.strikes.size(), a.change) < std::tuple(b.strikes.size(), b.change);
  });
}

/// Of components in one role the two that serve best: ten batteries are no ten ways.
void thin_swaps(std::vector<Improvement>& ways, const Assessment& boat) {
  std::map<int, int> seen;
  std::erase_if(ways, [&](const Improvement& w) {
    if (!w.swap) return false;
    const Drive was = boat.fitted_drive, is = w.assessed->fitted_drive;
    const int role = !(was.battery == is.battery) ? 1 : !(was.motor == is.motor) ? 2 : 3;
    return ++seen[role] > 2;
  });
}

}  // namespace

Goal goal_from(const std::string& words, const Assessment& boat) {
  std::istringstream in(words);
  std::string row, sign, rest;
  in >> row >> sign;
  std::getline(in, rest);
  const std::vector<LedgerRow> rows = ledger(boat);
  const auto now = value_of_row(rows, row);
  if (std::none_of(rows.begin(), rows.end(), [&](const LedgerRow& r) { return r.key == row; }))
    throw InvalidInput(words, Text("\"{0}\" is no number of the ledger", row));
  if (!now) throw InvalidInput(words, Text("the boat has no \"{0}\"", row));
  try {
    if (sign == ">=" || sign == "<=") return {row, std::stod(rest), sign == ">="};
    if (sign.size() > 1 && (sign[0] == '+' || sign[0] == '-')) {
      const double by = std::stod(sign);
      return {row, now->si + by, by > 0.0};
    }
  } catch (const std::exception&) {  // read below
  }
  throw InvalidInput(words, "should read: number >= value, number <= value, number +more or number -less");
}

Improvements improve(const Assessment& boat, const Goal& goal, const Catalogue& catalogue,
                     const std::function<bool(double)>& going_on, std::size_t most) {
  Improvements out{.goal = goal};
  const auto now = value_of_row(ledger(boat), goal.row);
  if (!now) throw InvalidInput(goal.row, "is no number that this boat has");
  if (!std::isfinite(goal.value)) throw InvalidInput(goal.row, "is wanted at no number");
  if (goal.met_by(now->si)) {
    out.message = "The boat is there already.";
    return out;
  }
  struct Candidate {
    const Knob* knob = nullptr;
    double way = 0.0;
    const CatalogueEntry* entry = nullptr;
  };
  std::vector<Knob> knobs = knobs_of(boat);
  std::vector<Candidate> candidates;
  for (const Knob& k : knobs)
    if (is_chosen(k))
      for (const double way : {1.0, -1.0}) candidates.push_back({&k, way, nullptr});
  for (const CatalogueEntry& e : catalogue.parts)
    if (e.part.kind == PartKind::battery || e.part.kind == PartKind::motor || e.part.kind == PartKind::esc)
      candidates.push_back({nullptr, 0.0, &e});
  std::vector<std::optional<Improvement>> found(candidates.size());
  const bool complete = in_parallel(candidates.size(), going_on, [&] {
    return [&, seeker = std::make_shared<Seeker>(boat, goal)](std::size_t i) {
      const Candidate& c = candidates[i];
      found[i] = c.knob ? seeker->turn(*c.knob, c.way) : seeker->swap(*c.entry);
    };
  });
  for (auto& f : found)
    if (f) out.ways.push_back(std::move(*f));
  Seeker seeker(boat, goal);
  rank(out.ways, seeker);
  thin_swaps(out.ways, boat);
  const bool alone = !out.ways.empty() && out.ways.front().reaches;
  if (!alone && complete) {
    std::vector<Improvement> together;
    const std::size_t few = std::min<std::size_t>(4, out.ways.size());
    for (std::size_t i = 0; i < few; ++i)
      for (std::size_t j = i + 1; j < few; ++j)
        if (auto b = seeker.both(out.ways[i], out.ways[j])) together.push_back(std::move(*b));
    out.ways.insert(out.ways.end(), together.begin(), together.end());
    rank(out.ways, seeker);
  }
  if (out.ways.size() > most) out.ways.resize(most);
  if (!complete)
    out.message = "Stopped: what has come out so far.";
  else if (out.ways.empty())
    out.message = "Nothing that may be turned or swapped here brings it nearer without a new stop.";
  else if (!out.ways.front().reaches)
    out.message = {"Nothing gets there without a new stop; the nearest: {0}, {1} then.", out.ways.front().what,
                   out.ways.front().number};
  return out;
}

}  // namespace plucky
