#include "assessment/propose.h"

#include <algorithm>
#include <array>
#include <atomic>
#include <cmath>
#include <condition_variable>
#include <memory>
#include <mutex>

#include "assessment/boat_builder.h"
#include "assessment/proposal_hull.h"
#include "base/error.h"
#include "base/key_table.h"
#include "base/parallel.h"

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
    d.fineness = searching_fineness;
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
  const std::vector<BoatIdea> ideas = ideas_for(wish);
  if (ideas.empty()) {
    out.message = wish.family || wish.propulsor
                      ? "No hull and drive that are decided on suit this water, speed and way of building."
                      : Text("Nothing that is known here suits this water at {0} built in this way.",
                             Quantity{wish.brief.wanted_speed, Dimension::speed});
    return out;
  }
  // One more than wanted, so that there is something to choose from; further ones where those give too few that may
  // sail.
  const std::size_t at_first = std::min(ideas.size(), wish.count + 1);
  const std::size_t further = std::min(ideas.size() - at_first, wish.count);
  std::vector<Proposal> boats;
  Text refused;
  std::mutex lock;
  std::condition_variable one_ended;
  std::size_t ended = 0, sound = 0;  // of the first ones
  std::atomic<bool> stopped{false};
  const auto build = [&](std::size_t i) {
    const auto tell = [&](const Text& what) {
      const std::lock_guard hold(lock);
      const double share = static_cast<double>(ended) / static_cast<double>(at_first);
      if (listener.trying && !listener.trying(what, share)) stopped = true;
    };
    tell(ideas[i].reason);
    try {
      Proposal p = boat_from(ideas[i], wish, catalogue, [&] { return !stopped; });
      const std::lock_guard hold(lock);
      if (listener.ready && !stopped) listener.ready(p);
      if (i < at_first && p.sound()) ++sound;
      boats.push_back(std::move(p));
    } catch (const StoppedByHand&) {
    } catch (const InvalidInput& e) {
      const std::lock_guard hold(lock);
      refused = e.sentence();
    }
  };
  // As soon as the first ones must leave too few, while others of them are still at work.
  const auto is_wanted = [&](std::size_t i) {
    std::unique_lock hold(lock);
    const auto too_few = [&] { return sound > 0 && ended - sound > i - wish.count; };
    one_ended.wait(hold, [&] { return stopped || ended == at_first || too_few(); });
    return !stopped && too_few();
  };
  in_parallel(
      at_first + further, [&](double) { return !stopped; },
      [&] {
        return [&](std::size_t i) {
          if (i >= at_first) {
            if (is_wanted(i)) build(i);
            return;
          }
          // Whatever it ends with, nobody waits for it any longer.
          const std::shared_ptr<void> at_its_end(nullptr, [&](void*) {
            const std::lock_guard hold(lock);
            ++ended;
            one_ended.notify_all();
          });
          build(i);
        };
      });
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
