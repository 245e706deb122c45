// Whole boats from a brief. In: what the boat is for, what is at hand or already decided. Out: boats that are complete
// and distinct, each assessed, with the reason of every choice.
//
// Ideas (a family of hulls with a kind of drive) that suit the water, the speed and the way of building are each sized,
// fitted out from the catalogue, plumbed, and mended by the findings' own offers as long as the boat gets better by the
// same rules that judge every boat. Of what comes out, those that are best in something are kept.
#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "assessment/assessment.h"
#include "project/catalogue.h"

namespace plucky {

struct ProposalWish {
  Brief brief;
  std::string name = "New boat";
  // What is decided already; none: open.
  std::optional<HullFamily> family;
  std::optional<HullShape> shape;  ///< the hull's measures; needs the family
  std::optional<Propulsor> propulsor;
  std::optional<Mounting> mounting;
  std::vector<std::string> at_hand;  ///< catalogue names of a motor, a battery, an ESC that are there and are used
  std::size_t count = 3;             ///< boats that are wanted
};

/// What a proposed boat is best at, or known for.
enum class Merit { nearest, lightest, longest_running, easiest, steadiest, another };
[[nodiscard]] const char* merit_key(Merit merit);
[[nodiscard]] const char* merit_name(Merit merit);

struct Proposal {
  Project project;
  std::shared_ptr<const Assessment> assessed;
  Merit merit = Merit::another;
  std::vector<Text> reasons;        ///< of its choices, with the rule behind each
  std::vector<Text> misses;         ///< wishes of the brief that it does not meet, and by how much
  double length = 0.0, mass = 0.0;  ///< m, kg
  std::optional<double> speed;      ///< m/s at the throttle limit; none: not known
  std::optional<double> run_time;   ///< s, of full throttle and cruising
  std::optional<double> gm;         ///< m
  double hours = 0.0;               ///< of hands, to build it
  int stops = 0, watches = 0;       ///< findings that are left
  [[nodiscard]] bool sound() const { return stops == 0; }
};

struct Proposals {
  std::vector<Proposal> boats;  ///< best first; at most as many as wanted
  Text message;                 ///< why there are none or fewer, which wish is in the way; empty: nothing to say
};

/// Who follows the work. Both are called from one thread at a time, not always the caller's.
struct ProposalListener {
  /// What is being tried, and the share done; false stops, and what has come out so far is what there is.
  std::function<bool(const Text& what, double share)> trying = {};
  /// A boat that is ready, before it is known what it is best at.
  std::function<void(const Proposal& boat)> ready = {};
};
/// Throws InvalidInput for a wish that contradicts itself: a part at hand that the catalogue does not know, limits
/// below zero. Ideas are worked out on several threads; the same wish gives the same boats.
[[nodiscard]] Proposals propose(const ProposalWish& wish, const Catalogue& catalogue,
                                const ProposalListener& listener = {});

}  // namespace plucky
