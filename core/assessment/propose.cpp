#include "assessment/propose.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>
#include <mutex>

#include "assessment/fit_out.h"
#include "assessment/foaming.h"
#include "assessment/ideas.h"
#include "assessment/places.h"
#include "assessment/remedies.h"
#include "base/error.h"
#include "base/key_table.h"
#include "base/parallel.h"
#include "brief/sizing.h"
#include "build/printer.h"
#include "cooling/options.h"
#include "hull/family.h"
#include "hull/morph.h"

namespace plucky {

namespace merit_table {

constexpr std::array<KeyRow<Merit>, 6> rows{{{Merit::nearest, "nearest", "nearest to the brief"},
                                             {Merit::lightest, "lightest", "lightest"},
                                             {Merit::longest_running, "longest_running", "longest running"},
                                             {Merit::easiest, "easiest", "easiest to build"},
                                             {Merit::steadiest, "steadiest", "steadiest"},
                                             {Merit::another, "another", "another way"}}};

}  // namespace merit_table

const char* merit_key(Merit merit) {
  return row_of(merit_table::rows, merit).key;
}
const char* merit_name(Merit merit) {
  return row_of(merit_table::rows, merit).name;
}

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

/// Fineness of hulls while many are tried: a quarter of the triangles.
constexpr double searching = 0.5;

/// How far a boat is from the speed and the run time that are wished, 0 where it has both.
double wish_gap(const Brief& b, std::optional<double> speed, std::optional<double> run_time) {
  double gap = 0.0;
  if (b.wanted_speed > 0.0) gap += speed ? 2.0 * std::max(0.0, std::log(b.wanted_speed / *speed)) : 4.0;
  if (b.run_time > 0.0) gap += run_time ? std::max(0.0, std::log(b.run_time / *run_time)) : 2.0;
  return gap;
}

std::optional<double> speed_of(const Assessment& a) {
  return a.power.full.runs() ? std::optional(a.power.full.speed) : std::nullopt;
}
/// With full throttle and cruising as the drive's rules have them.
std::optional<double> run_time_of(const Assessment& a) {
  return a.power.duty ? std::optional(a.power.duty->run_time) : std::nullopt;
}

/// Ends the work on an idea.
struct Given {};

class Builder {
 public:
  Builder(const ProposalWish& wish, const Catalogue& catalogue, const BoatIdea& idea, std::function<bool()> go_on)
      : wish_(wish), catalogue_(catalogue), idea_(idea), go_on_(std::move(go_on)) {}

  [[nodiscard]] Proposal build() {
    Proposal out;
    Assessment a = sized_and_fitted(out.reasons);
    a = balanced(std::move(a));
    a = with_water(std::move(a), out.reasons);
    constexpr int most_mends = 16;
    // With all that a search leaves out, then as fine as any boat; what the coarse one hid is mended too.
    a = mended(std::move(a), most_mends, Care::search);
    pause();
    a = mended(judge_.assess(a.project), most_mends / 2);
    pause();
    Project fine = a.project;
    fine.hull.fineness = 1.0;
    a = mended(judge_.assess(fine), most_mends / 4);
    a = foamed(std::move(a), out.reasons);
    out.project = a.project;
    describe(a, out);
    out.assessed = std::make_shared<const Assessment>(std::move(a));
    return out;
  }

 private:
  void pause() const {
    if (go_on_ && !go_on_()) throw Given{};
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
    p.hull.fineness = searching;
    return p;
  }

  /// Hull, drive and load find together: the load is known when the parts are, the parts when the hull is.
  [[nodiscard]] Assessment sized_and_fitted(std::vector<Text>& reasons) {
    const Material* material = catalogue_.find_material(usual_material(wish_.brief.method));
    Skin skin;
    if (material) {
      skin.material = material->key, skin.density = material->density;
      skin.shell_thickness = material->shell_thickness, skin.deck_thickness = material->deck_thickness;
    }
    double load = 1.15 * wish_.brief.payload + 0.5;
    // Beyond what floats it, a hull needs room: it grows until its parts stand in it.
    double room = 1.0;
    const Catalogue all = narrowed(catalogue_, wish_.at_hand);
    // The whole catalogue at first; then the set it gave, until its hull is large enough; then the whole once more.
    std::vector<std::string> there;
    bool quick = false;
    std::optional<Assessment> best;
    double least = 0.0;
    Text why;
    for (int round = 0; round < 7; ++round) {
      pause();
      const HullShape shape = wish_.shape ? *wish_.shape : sized(load, room, skin, why);
      const bool at_the_limit = wish_.shape || !why.empty();
      const Assessment empty = judge_.assess(bare(shape, skin), Care::search);
      const Project p = fitted_out(
          empty, idea_.propulsor, idea_.mounting, quick ? narrowed(all, there) : all,
          [this](std::size_t, std::size_t) { pause(); }, most_sets);
      Assessment a = judge_.assess(p, Care::search);
      const double weight = fault_weight(a) + 50.0 * wish_gap(wish_.brief, speed_of(a), run_time_of(a));
      const double aboard = a.mass.total - empty.mass.total;
      const bool tight = a.count(Severity::stop, Stage::layout) > 0;
      const bool low = a.freeboard.least < wish_.brief.wanted_freeboard;
      const bool drowns = !tight && !low && !at_the_limit && !has_room_for_foam(a);
      const bool fits = (!tight && !low && !drowns) || (at_the_limit && round > 1);
      if (!best || weight < least) least = weight, best = std::move(a);
      if (fits && !quick) break;
      load = aboard;
      if (!fits) room *= tight ? 1.18 : drowns ? 1.10 : 1.05;
      quick = !fits;
      if (there.empty()) there = bought(p);
    }
    reasons.push_back(idea_.reason);
    if (wish_.shape)
      reasons.push_back({"{0} long, as was fixed.", length_quantity(best->hull->model.length())});
    else
      reasons.push_back(
          {"{0} long: the smallest of its kind that carries {1} with {2} of freeboard and has room for its parts.",
           length_quantity(best->hull->model.length()), Quantity{best->mass.total, Dimension::mass},
           length_quantity(wish_.brief.wanted_freeboard)});
    if (!why.empty()) reasons.push_back({"Made wider and deeper to fit the length that is allowed: {0}.", why});
    return std::move(*best);
  }

  /// The smallest hull for a load, `room` times as long; `why` tells where it is held to the length that is allowed.
  [[nodiscard]] HullShape sized(double load, double room, const Skin& skin, Text& why) const {
    const Brief& b = wish_.brief;
    const SizeAnswer size = smallest_hull(idea_.family, {.load = load,
                                                         .freeboard = std::max(0.005, b.wanted_freeboard),
                                                         .density = b.water_density(),
                                                         .most_length = b.most_length,
                                                         .longest_piece = b.longest_piece,
                                                         .skin = skin});
    if (!size.solved) throw InvalidInput(family_name(idea_.family), size.message);
    // Parts of the usual size want a hull of some length.
    constexpr double least_length = 0.36;
    HullShape shape = scaled(size.shape, Vec3::Constant(room * std::max(1.0, least_length / size.shape.length)));
    const double most = b.most_length > 0.0 ? b.most_length : 3.0;
    why = {};
    if (shape.length > most) {
      why = {"a {0} that carries it and holds its parts is {1} long", family_name(idea_.family),
             length_quantity(shape.length)};
      shape = shortened(shape, most);
    }
    return b.method == BuildMethod::printed ? narrowed_to_bed(shape) : shape;
  }

  /// Kept afloat when it is flooded, where it can be.
  [[nodiscard]] Assessment foamed(Assessment a, std::vector<Text>& reasons) {
    pause();
    if (a.swamped.foam_volume <= 0.0) return a;
    // Large blocks are the lightest work; small ones go in where those do not.
    for (const double longest : {0.26, 0.16, 0.09}) {
      Assessment with = judge_.assess(with_foam(a, longest));
      if (fault_weight(with) >= fault_weight(a)) continue;
      reasons.push_back({"{0} of foam under the deck keep it afloat when it is flooded.",
                         Quantity{a.swamped.foam_volume, Dimension::volume}});
      return with;
    }
    return a;
  }

  /// No wider than a usual printer's bed takes: sections stand on it as they are, they are not cut along.
  static HullShape narrowed_to_bed(HullShape s) {
    const Printer usual;
    const double most = std::min(usual.bed.x(), usual.bed.y()) - 2.0 * usual.margin - 0.004;
    const double by = most / s.beam;
    if (by < 1.0)
      for (double HullShape::*m : {&HullShape::beam, &HullShape::hull_beam, &HullShape::afterbody_width}) s.*m *= by;
    return s;
  }

  /// As long as allowed, the volume kept by beam and depth.
  static HullShape shortened(const HullShape& s, double length) {
    const double by = length / s.length, wider = 1.0 / std::sqrt(by);
    HullShape out = scaled(s, Vec3::Constant(by));
    for (double HullShape::*m : {&HullShape::beam, &HullShape::depth, &HullShape::hull_beam, &HullShape::bridge_height,
                                 &HullShape::afterbody_width})
      out.*m *= wider * std::sqrt(wider);
    return out;
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
        const Vec3 place = load->place + Vec3(share * by, 0.0, 0.0);
        if (place_is_free(a, *load, place)) free = place;
      }
      if (!free) break;
      Assessment moved = judge_.assess(apply(a.project, {"Payload", MovePart{load->id, *free}}), Care::search);
      if (fault_weight(moved) > fault_weight(a)) break;
      a = std::move(moved);
    }
    return a;
  }

  /// A cooling circuit where water can be had and the boat is none the worse for it.
  [[nodiscard]] Assessment with_water(Assessment a, std::vector<Text>& reasons) {
    pause();
    if (drive_kind(a.fitted_drive).in_air || !a.project.cooling.empty()) return a;
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
    std::optional<Assessment> best;
    const char* reason = nullptr;
    for (const Way& way : ways) {
      Project wet = a.project;
      wet.cooling = plumbed(way.plumbing, boat_of(a), wet.cooling, wet.next_id);
      if (wet.cooling.empty()) return a;
      if (way.bore > 0.0) wet.cooling = with_bore(wet.cooling, way.bore);
      for (const auto& f : wet.cooling.fittings) wet.next_id = std::max(wet.next_id, f.id + 1);
      for (const auto& h : wet.cooling.hoses) wet.next_id = std::max(wet.next_id, h.id + 1);
      Assessment cooled = judge_.assess(wet, Care::search);
      if (fault_weight(cooled) > fault_weight(a) || (best && fault_weight(cooled) > fault_weight(*best) - 0.5))
        continue;
      best = std::move(cooled), reason = way.reason;
      if (best->count(Severity::watch, Stage::cool) + best->count(Severity::stop, Stage::cool) == 0) break;
    }
    if (!best) return a;
    reasons.push_back(reason);
    return std::move(*best);
  }

  /// Mended by the findings' offers, worst first, as long as each makes the boat better by the count of its stops and
  /// watches; at most so many of them, each judged with this care.
  [[nodiscard]] Assessment mended(Assessment now, int most, Care care = Care::full) {
    std::vector<std::pair<std::string, Id>> in_vain;
    for (int done = 0; done < most;) {
      const auto open = std::find_if(now.findings.begin(), now.findings.end(), [&](const Finding& f) {
        return f.severity >= Severity::watch && f.remedy && f.ignored.empty() &&
               std::find(in_vain.begin(), in_vain.end(), std::pair(f.id, f.subject)) == in_vain.end();
      });
      if (open == now.findings.end()) break;
      pause();
      in_vain.emplace_back(open->id, open->subject);
      try {
        Assessment after = judge_.assess(apply(now.project, *open->remedy), care);
        if (fault_weight(after) >= fault_weight(now) - 0.5) continue;
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

void check_wish(const ProposalWish& wish, const Catalogue& catalogue) {
  const Brief& b = wish.brief;
  const auto not_below = [](const char* what, double value) {
    if (!(value >= 0.0) || !std::isfinite(value)) throw InvalidInput(what, "must be zero or more");
  };
  not_below("Payload", b.payload), not_below("Wanted speed", b.wanted_speed), not_below("Run time", b.run_time);
  not_below("Longest boat", b.most_length), not_below("Required freeboard", b.wanted_freeboard);
  if (wish.count < 1 || wish.count > 12) throw InvalidInput("count", Text("{0} is outside 1 to 12", wish.count));
  if (wish.family && *wish.family == HullFamily::imported)
    throw InvalidInput("family", "a hull from a file has no measures to work out");
  if (wish.shape) {
    if (!wish.family) throw InvalidInput("hull", "measures without a family are no hull");
    HullDesign d{.family = *wish.family, .shape = *wish.shape};
    d.fineness = searching;
    (void)build_hull(d);  // says what cannot be
  }
  for (const std::string& name : wish.at_hand)
    if (!catalogue.find(name)) throw InvalidInput(name, "is not in the catalogue");
}

/// How far a boat is from the brief.
double distance_of(const Proposal& p, const Brief& b) {
  return 1000.0 * p.stops + 3.0 * p.watches + 20.0 * wish_gap(b, p.speed, p.run_time) + p.mass;
}

/// The best in each thing, each boat once; then the others as they are near to the brief.
std::vector<Proposal> chosen(std::vector<Proposal> all, const ProposalWish& wish) {
  std::stable_sort(all.begin(), all.end(), [&](const Proposal& a, const Proposal& c) {
    return distance_of(a, wish.brief) < distance_of(c, wish.brief);
  });
  // A boat that may not sail is only shown where there is no other.
  if (!all.empty() && all.front().sound()) std::erase_if(all, [](const Proposal& p) { return !p.sound(); });
  std::vector<Proposal> out;
  const auto take = [&](Merit merit, auto better) {
    if (all.empty() || out.size() >= wish.count) return;
    const auto it = std::min_element(all.begin(), all.end(), better);
    it->merit = merit;
    out.push_back(std::move(*it));
    all.erase(it);
  };
  const auto first = [](const Proposal&, const Proposal&) { return false; };
  take(Merit::nearest, first);
  // Being the lightest is no merit in a boat that misses a wish which another meets.
  std::vector<Proposal> missing;
  if (!out.empty() && out.front().misses.empty())
    for (auto it = all.begin(); it != all.end();) {
      if (it->misses.empty()) {
        ++it;
        continue;
      }
      missing.push_back(std::move(*it));
      it = all.erase(it);
    }
  take(Merit::lightest, [](const Proposal& a, const Proposal& c) { return a.mass < c.mass; });
  take(Merit::longest_running,
       [](const Proposal& a, const Proposal& c) { return a.run_time.value_or(0.0) > c.run_time.value_or(0.0); });
  take(Merit::easiest, [](const Proposal& a, const Proposal& c) { return a.hours < c.hours; });
  take(Merit::steadiest,
       [](const Proposal& a, const Proposal& c) { return a.gm.value_or(-1.0) > c.gm.value_or(-1.0); });
  std::move(missing.begin(), missing.end(), std::back_inserter(all));
  while (!all.empty() && out.size() < wish.count) take(Merit::another, first);
  return out;
}

}  // namespace

Proposals propose(const ProposalWish& wish, const Catalogue& catalogue, const ProposalListener& listener) {
  check_wish(wish, catalogue);
  Proposals out;
  std::vector<BoatIdea> ideas = ideas_for(wish);
  if (ideas.empty()) {
    out.message = wish.family || wish.propulsor
                      ? "No hull and drive that are decided on suit this water, speed and way of building."
                      : Text("Nothing that is known here suits this water at {0} built in this way.",
                             Quantity{wish.brief.wanted_speed, Dimension::speed});
    return out;
  }
  // One more than wanted, so that there is something to choose from.
  const std::size_t most = wish.count + 1;
  if (ideas.size() > most) ideas.resize(most);
  std::vector<Proposal> boats;
  Text refused;
  std::mutex lock;
  std::atomic<std::size_t> done{0};
  std::atomic<bool> stopped{false};
  const auto build = [&](std::size_t i) {
    const auto tell = [&](const Text& what) {
      const std::lock_guard hold(lock);
      if (listener.trying && !listener.trying(what, static_cast<double>(done) / static_cast<double>(ideas.size())))
        stopped = true;
    };
    tell(ideas[i].reason);
    try {
      Proposal p = Builder(wish, catalogue, ideas[i], [&] { return !stopped; }).build();
      const std::lock_guard hold(lock);
      if (listener.ready && !stopped) listener.ready(p);
      boats.push_back(std::move(p));
    } catch (const Given&) {
    } catch (const InvalidInput& e) {
      const std::lock_guard hold(lock);
      refused = e.sentence();
    }
    ++done;
  };
  in_parallel(
      ideas.size(), [&](double) { return !stopped; }, [&] { return build; });
  // The same brief gives the same boats, whoever was ready first.
  std::sort(boats.begin(), boats.end(), [](const Proposal& a, const Proposal& b) {
    return std::tuple(a.project.hull.family, a.mass) < std::tuple(b.project.hull.family, b.mass);
  });
  out.boats = chosen(std::move(boats), wish);
  if (stopped)
    out.message = "Stopped: what has come out so far.";
  else if (out.boats.empty())
    out.message = refused.empty() ? Text("No boat came of it.") : refused;
  else if (!out.boats.front().sound())
    out.message = {"Nothing meets the brief. In the way of the nearest: {0}.", out.boats.front().misses.front()};
  else if (out.boats.size() < wish.count)
    out.message =
        out.boats.size() == 1 ? Text("One way suits this brief.") : Text("{0} ways suit this brief.", out.boats.size());
  return out;
}

}  // namespace plucky
