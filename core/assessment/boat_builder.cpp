#include "assessment/boat_builder.h"

#include <algorithm>
#include <array>
#include <cmath>

#include "assessment/fit_out.h"
#include "assessment/foaming.h"
#include "assessment/places.h"
#include "assessment/proposal_hull.h"
#include "assessment/remedies.h"
#include "assessment/running_edits.h"
#include "assessment/stow.h"
#include "base/error.h"
#include "hull/family.h"
#include "hull/morph.h"
#include "water/fluid.h"

namespace plucky {

namespace {

/// Sets of motor, battery and screw that are run in each hull.
constexpr std::size_t most_sets = 5;

/// Of the kinds of parts that are named only those.
Catalogue narrowed(const Catalogue& catalogue, const std::vector<std::string>& names) {
  std::vector<PartKind> kinds;
  for (const std::string& name : names)
    if (const CatalogueEntry* e = catalogue.find(name)) kinds.push_back(e->part.kind);
  Catalogue out = catalogue;
  std::erase_if(out.parts, [&](const CatalogueEntry& e) {
    const bool named =
        std::any_of(names.begin(), names.end(), [&](const std::string& n) { return e.key == n || e.part.name == n; });
    return !named && std::find(kinds.begin(), kinds.end(), e.part.kind) != kinds.end();
  });
  return out;
}

std::optional<double> speed_of(const Assessment& a) {
  return a.power.full.runs() ? std::optional(a.power.full.speed) : std::nullopt;
}
/// With full throttle and cruising as the drive's rules have them.
std::optional<double> run_time_of(const Assessment& a) {
  return a.power.duty ? std::optional(a.power.duty->run_time) : std::nullopt;
}

class Builder {
 public:
  Builder(const ProposalWish& wish, const Catalogue& catalogue, const BoatIdea& idea, std::function<bool()> go_on)
      : wish_(wish), catalogue_(catalogue), idea_(idea), go_on_(std::move(go_on)) {}

  [[nodiscard]] Proposal build() {
    Proposal out;
    Assessment a = sized_and_fitted(out.reasons);
    a = stowed(balanced(std::move(a)));
    a = with_water(std::move(a), out.reasons);
    if (a.count(Severity::watch, Stage::cool) > 0) a = stowed(std::move(a));
    constexpr int most_mends = 16;
    // With all that a search leaves out, then as fine as any boat; what the coarse one hid is mended too.
    a = mended(judge_.assess(a.project, Care::search), most_mends, Care::search);
    pause();
    a = mended(judge_.assess(a.project), most_mends / 2);
    pause();
    Project fine = a.project;
    fine.hull.fineness = 1.0;
    a = mended(judge_.assess(fine), most_mends / 4);
    a = mended(foamed(std::move(a), out.reasons), most_mends / 8);
    out.project = a.project;
    describe(a, out);
    out.assessed = std::make_shared<const Assessment>(std::move(a));
    return out;
  }

 private:
  void pause() const {
    if (go_on_ && !go_on_()) throw StoppedByHand{};
  }

  /// Motor, battery and ESC of a boat, by name.
  [[nodiscard]] static std::vector<std::string> bought(const Project& p) {
    std::vector<std::string> names;
    for (const Part& part : p.layout.parts)
      if (part.kind == PartKind::motor || part.kind == PartKind::battery || part.kind == PartKind::esc)
        names.push_back(part.name);
    return names;
  }

  [[nodiscard]] Project bare(const HullShape& shape, const Skin& skin) const {
    Project p = boat_of_family(idea_.family);
    const double low = p.brief.trim_low, high = p.brief.trim_high;
    const BoatType type = p.brief.type;
    p.name = wish_.name;
    p.brief = wish_.brief;
    // What a hull that does not plane is held to goes with its family.
    if (!family_of(idea_.family).planes) p.brief.type = type, p.brief.trim_low = low, p.brief.trim_high = high;
    p.hull.shape = shape;
    p.hull.skin = skin;
    p.hull.fineness = searching_fineness;
    return p;
  }

  /// Hull, drive and load find together: the load is known when the parts are, the parts when the hull is.
  [[nodiscard]] Assessment sized_and_fitted(std::vector<Text>& reasons) {
    const Skin skin = usual_skin(wish_.brief.method, catalogue_);
    const Catalogue all = narrowed(catalogue_, wish_.at_hand);
    HullGrowth growth(1.15 * wish_.brief.payload + usual_drive_mass(), wish_.brief.wanted_freeboard);
    // The whole catalogue at first; then what it gave, unrun, until the hull is large enough; then the whole once more.
    std::vector<std::string> there;
    bool unrun = false;
    std::optional<Assessment> best;
    double least = 0.0;
    Text why;
    constexpr int most_rounds = 7;
    for (int round = 0; round < most_rounds; ++round) {
      pause();
      const HullShape shape =
          wish_.shape ? *wish_.shape : hull_for(wish_.brief, idea_.family, growth.load(), growth.room(), skin, why);
      unrun = unrun && round + 1 < most_rounds;
      Assessment a = unrun ? placed_into(shape, skin, narrowed(all, there)) : fitted_into(shape, skin, all);
      const bool fits = growth.learn(a, wish_.shape || !why.empty());
      const bool done = fits && !unrun;
      if (!unrun)
        if (const double weight = weight_of(a); !best || weight < least) least = weight, best = std::move(a);
      if (done) break;
      unrun = !fits;
      if (there.empty()) there = bought(best->project);
    }
    reasons.push_back(idea_.reason);
    const double least_length = best->hull->model.length(), least_beam = best->hull->model.beam();
    if (!wish_.shape) best = reshaped(std::move(*best), all);
    const double length = best->hull->model.length();
    if (wish_.shape)
      reasons.push_back({"{0} long, as was fixed.", length_quantity(length)});
    else if (length > 1.001 * least_length || best->hull->model.beam() > 1.001 * least_beam)
      reasons.push_back(
          {"{0} long: {1} would carry it and hold its parts; larger, it is steadier and less is left to watch.",
           length_quantity(length), length_quantity(least_length)});
    else
      reasons.push_back(
          {"{0} long: the smallest of its kind that carries {1} with {2} of freeboard and has room for its parts.",
           length_quantity(length), Quantity{best->mass.total, Dimension::mass},
           length_quantity(wish_.brief.wanted_freeboard)});
    if (!why.empty()) reasons.push_back({"Made wider and deeper to fit the length that is allowed: {0}.", why});
    return std::move(*best);
  }

  /// A hull of this shape with drive, steering and load in it, unrun: only whether it has room.
  [[nodiscard]] Assessment placed_into(const HullShape& shape, const Skin& skin, const Catalogue& catalogue) {
    const Assessment empty = judge_.afloat(bare(shape, skin));
    return judge_.afloat(fitted_unrun(empty, idea_.propulsor, idea_.mounting, catalogue));
  }

  /// A hull of this shape with drive, steering and load in it.
  [[nodiscard]] Assessment fitted_into(const HullShape& shape, const Skin& skin, const Catalogue& catalogue) {
    const Assessment empty = judge_.afloat(bare(shape, skin));
    const Project p = fitted_out(
        empty, idea_.propulsor, idea_.mounting, catalogue, [this](std::size_t, std::size_t) { pause(); }, most_sets);
    return as_it_will_run(judge_, judge_.assess(p, Care::trial), [&](const Assessment& a) { return weight_of(a); });
  }

  /// kg that hull, drive and battery for the brief's speed and time usually weigh beside the payload, so that the first
  /// hull is near to the last: motors of 350 W/kg with their ESC, cells of 120 Wh/kg, half a kilogram of all else;
  /// common practice, no source.
  [[nodiscard]] double usual_drive_mass() const {
    const Brief& b = wish_.brief;
    const DriveKind& kind = drive_kind(idea_.propulsor, idea_.mounting);
    constexpr double all_else = 0.5, motor = 350.0, cells = 120.0 * 3600.0;
    const bool fast = family_of(idea_.family).planes && b.wanted_speed > 1.6;
    double mass = all_else;
    for (int round = 0; round < 3; ++round) {
      const double power = kind.power_for((mass + b.payload) * gravity, b.wanted_speed, fast);
      mass = all_else + power / motor + power * b.run_time / 3.0 / cells;
    }
    return std::min(mass, 3.0 * all_else + b.payload);
  }

  /// What is wrong with a boat and how far it is from the wishes.
  [[nodiscard]] double weight_of(const Assessment& a) const {
    return fault_weight(a) + 50.0 * wish_gap(wish_.brief, speed_of(a), run_time_of(a));
  }

  /// Wider, deeper or longer with the same drive, as long as that leaves less to watch of what a larger hull mends.
  [[nodiscard]] Assessment reshaped(Assessment a, const Catalogue& all) {
    constexpr std::array mended_by_size{"float.vanishing",   "float.gm",       "float.freeboard", "float.cg",
                                        "drive.balance",     "steer.heel",     "hull.bridge",     "drive.thrust_line",
                                        "drive.shaft_angle", "drive.flex_bend"};
    const auto small = [&](const Assessment& boat) {
      return std::any_of(boat.findings.begin(), boat.findings.end(), [&](const Finding& f) {
        return f.severity >= Severity::watch &&
               std::find(mended_by_size.begin(), mended_by_size.end(), f.id) != mended_by_size.end();
      });
    };
    if (!small(a)) return a;
    const HullShape smallest = a.project.hull.shape;
    const Catalogue same = narrowed(all, bought(a.project));
    const double most = most_length(wish_.brief);
    for (const Vec3& by : {Vec3(1.0, 1.12, 1.0), Vec3(1.15, 1.0, 1.0), Vec3(1.12, 1.06, 1.15), Vec3(1.3, 1.06, 1.0),
                           Vec3(1.25, 1.25, 1.1), Vec3(1.3, 1.12, 1.25)}) {
      if (!small(a)) break;
      pause();
      const HullShape shape = within_the_bed(scaled(smallest, by), wish_.brief.method);
      if (shape.length > most || shape == smallest) continue;
      try {
        Assessment other = fitted_into(shape, a.project.hull.skin, same);
        if (weight_of(other) < weight_of(a) - 5.0) a = std::move(other);
      } catch (const InvalidInput&) {
        continue;
      }
    }
    return a;
  }

  /// Kept afloat when it is flooded, where it can be.
  [[nodiscard]] Assessment foamed(Assessment a, std::vector<Text>& reasons) {
    pause();
    if (a.swamped.foam_volume <= 0.0) return a;
    // A speed that is missed by the foam's weight is the lesser evil, a battery that it locks in is not.
    const auto spoils = [&](const Assessment& with) {
      const auto count = [](const Assessment& boat, const char* id) {
        return std::count_if(boat.findings.begin(), boat.findings.end(),
                             [&](const Finding& f) { return f.id == id && f.severity >= Severity::watch; });
      };
      return fault_weight(with) > fault_weight(a) + 0.5 || with.swamped.foam_volume > 0.0 ||
             count(with, "build.barred") > count(a, "build.barred");
    };
    // Large blocks are the lightest work; small ones go in where those do not.
    for (const auto& [longest, keep_lanes] : {std::pair(0.26, false), std::pair(0.16, false), std::pair(0.26, true),
                                              std::pair(0.09, false), std::pair(0.09, true)}) {
      const Project foam = with_foam(a, longest, keep_lanes);
      if (foam_aboard(foam) - foam_aboard(a.project) < a.swamped.foam_volume) continue;
      Assessment with = judge_.assess(foam);
      if (spoils(with)) continue;
      reasons.push_back({"{0} of foam under the deck keep it afloat when it is flooded.",
                         Quantity{a.swamped.foam_volume, Dimension::volume}});
      return with;
    }
    return a;
  }

  [[nodiscard]] static bool covers_the_battery(const Assessment& a, const Part& part) {
    const Part* battery = a.project.layout.find(a.fitted_drive.stands.battery);
    return battery && shares_its_plan(part, *battery);
  }

  /// The payload slid towards where it brings the CG into its band: what the battery cannot reach by itself.
  [[nodiscard]] Assessment balanced(Assessment a) {
    for (int round = 0; round < 3; ++round) {
      pause();
      const Part* load = a.project.layout.first(PartKind::payload);
      if (!load || !(a.cg_band.high > a.cg_band.low)) break;
      const double cg = a.mass.cg.x() - a.hull->model.box.low.x();
      if (cg >= a.cg_band.low && cg <= a.cg_band.high) break;
      const double by = (0.5 * (a.cg_band.low + a.cg_band.high) - cg) * a.mass.total / load->effective_mass();
      std::optional<Vec3> free;
      for (double share = 1.0; share > 0.15 && !free; share -= 0.1) {
        Part there = *load;
        there.place.x() += share * by;
        if (place_is_free(a, *load, there.place) && !covers_the_battery(a, there)) free = there.place;
      }
      if (!free) break;
      Assessment moved = judge_.assess(apply(a.project, {"Payload", MovePart{load->id, *free}}), Care::trial);
      if (fault_weight(moved) > fault_weight(a)) break;
      a = std::move(moved);
    }
    return a;
  }

  /// Its parts in other places, where those leave less to watch.
  [[nodiscard]] Assessment stowed(Assessment a) {
    const bool crowded = std::any_of(a.findings.begin(), a.findings.end(), [](const Finding& f) {
      return f.severity == Severity::watch && f.ignored.empty() &&
             (f.stage == Stage::cool || f.id == "float.cg" || f.id == "float.heel" || f.id == "float.trim" ||
              f.id == "build.lead" || f.id == "build.barred");
    });
    if (!crowded) return a;
    pause();
    const StowAnswer found = stow_again(
        a, {}, [&](double) { return !go_on_ || go_on_(); }, Care::trial);
    const Assessment* best = &a;
    for (const Stowing& way : found.ways)
      if (weight_of(*way.assessed) < weight_of(*best) - 5.0) best = way.assessed.get();
    if (best == &a) return a;
    return *best;
  }

  /// A cooling circuit where water can be had and the boat is none the worse for it; laid anew where it has one.
  [[nodiscard]] Assessment with_water(Assessment a, std::vector<Text>& reasons) {
    pause();
    // Where a hose would kink in a small hull, a thinner one or another way through may not.
    struct Way {
      Plumbing plumbing;
      double bore;  // m; 0: as usual
      const char* reason;
    };
    constexpr Way ways[] = {
        {Plumbing::series, 0.0,
         "Water in series through ESC and motor: one pickup, one outlet on the side where it can be seen."},
        {Plumbing::series, 0.002,
         "Water in series through ESC and motor, in thin hose that takes the bends: one pickup, one outlet."},
        {Plumbing::separate, 0.0, "Water on ways of their own through ESC and motor: shorter hoses with wider bends."}};
    constexpr int most_bends = 4;
    std::optional<Assessment> best;
    const char* reason = nullptr;
    for (const Way& way : ways) {
      const auto wet = with_circuit(a, way.plumbing, way.bore);
      if (!wet) return a;
      Assessment cooled = mended(judge_.assess(*wet, Care::search), most_bends, Care::search, "cool.bend");
      if (fault_weight(cooled) > fault_weight(a) || (best && fault_weight(cooled) > fault_weight(*best) - 0.5))
        continue;
      best = std::move(cooled), reason = way.reason;
      if (best->count(Severity::watch, Stage::cool) + best->count(Severity::stop, Stage::cool) == 0) break;
    }
    if (!best && a.project.cooling.empty()) return a;
    reasons.push_back(best ? reason : ways[0].reason);
    return best ? std::move(*best) : a;
  }

  /// Mended by the findings' offers, worst first, as long as each makes the boat better by its stops, its watches and
  /// how far it is from the wishes; at most so many of them, each judged with this care. `only`: by those of one rule.
  [[nodiscard]] Assessment mended(Assessment now, int most, Care care = Care::full, const std::string& only = {}) {
    std::vector<std::pair<std::string, Id>> in_vain;
    for (int done = 0; done < most;) {
      const auto open = std::find_if(now.findings.begin(), now.findings.end(), [&](const Finding& f) {
        return f.severity >= Severity::watch && f.remedy && f.ignored.empty() && (only.empty() || f.id == only) &&
               std::find(in_vain.begin(), in_vain.end(), std::pair(f.id, f.subject)) == in_vain.end();
      });
      if (open == now.findings.end()) break;
      pause();
      in_vain.emplace_back(open->id, open->subject);
      try {
        Assessment after = judge_.assess(apply(now.project, *open->remedy), care);
        if (weight_of(after) >= weight_of(now) - 0.5) continue;
        now = std::move(after);
        // The boat is another one: what did not help before may help now.
        in_vain.clear();
        ++done;
      } catch (const InvalidInput&) {
        continue;
      }
    }
    return now;
  }

  void describe(const Assessment& a, Proposal& out) const {
    const Brief& b = wish_.brief;
    out.length = a.hull->model.length();
    out.mass = a.mass.total;
    out.speed = speed_of(a);
    out.run_time = run_time_of(a);
    if (a.flotation.upright()) out.gm = a.flotation.gm_transverse;
    for (const WorkTask& t : a.build.work.tasks) out.hours += t.hands / 3600.0;
    out.stops = a.count(Severity::stop), out.watches = a.count(Severity::watch);
    const Drive& d = a.fitted_drive;
    const auto name = [&](Id id) {
      const Part* part = a.project.layout.find(id);
      return part ? part->name : std::string();
    };
    if (out.speed)
      out.reasons.push_back(
          {"{0} with {1}: of the sets in the catalogue the one that comes nearest to the speed and breaks no limit.",
           name(d.stands.motor != 0 ? d.stands.motor : d.stands.propulsor), name(d.stands.battery)});
    if (d.throttle < 1.0)
      out.reasons.push_back(
          {"The radio gives {0} of the throttle at most: that is enough for the speed, and runs longer.",
           Quantity{d.throttle, Dimension::ratio}});
    if (b.wanted_speed > 0.0 && out.speed && *out.speed < 0.93 * b.wanted_speed)
      out.misses.push_back(
          {"{0} instead of {1}", Quantity{*out.speed, Dimension::speed}, Quantity{b.wanted_speed, Dimension::speed}});
    if (b.wanted_speed > 0.0 && !out.speed) out.misses.push_back({"its speed is not known: {0}", a.power.message});
    if (b.run_time > 0.0 && out.run_time && *out.run_time < 0.95 * b.run_time)
      out.misses.push_back({"{0} instead of {1}", Quantity{*out.run_time, Dimension::duration},
                            Quantity{b.run_time, Dimension::duration}});
    if (b.most_length > 0.0 && out.length > b.most_length + 1e-6)
      out.misses.push_back({"{0} long, {1} are allowed", length_quantity(out.length), length_quantity(b.most_length)});
    for (const Finding& f : a.findings)
      if (f.severity == Severity::stop && f.ignored.empty()) out.misses.push_back(f.text);
  }

  const ProposalWish& wish_;
  const Catalogue& catalogue_;
  const BoatIdea& idea_;
  std::function<bool()> go_on_;
  Assessor judge_;
};

}  // namespace

double wish_gap(const Brief& b, std::optional<double> speed, std::optional<double> run_time) {
  double gap = 0.0;
  if (b.wanted_speed > 0.0) gap += speed ? 2.0 * std::max(0.0, std::log(b.wanted_speed / *speed)) : 4.0;
  if (b.run_time > 0.0) gap += run_time ? std::max(0.0, std::log(b.run_time / *run_time)) : 2.0;
  return gap;
}

Proposal boat_from(const BoatIdea& idea, const ProposalWish& wish, const Catalogue& catalogue,
                   const std::function<bool()>& go_on) {
  return Builder(wish, catalogue, idea, go_on).build();
}

}  // namespace plucky
