// Which hulls and drives suit a brief. In: the brief. Out: ideas, the likeliest first, each with its reason.
#pragma once

#include <vector>

#include "assessment/propose.h"

namespace plucky {

struct BoatIdea {
  HullFamily family = HullFamily::deep_v;
  Propulsor propulsor = Propulsor::propeller;
  Mounting mounting = Mounting::shaft;
  double suits = 0.0;  ///< 0 to 1, by rules of thumb
  Text reason;
};

/// Ideas that suit the wish's water, speed and way of building, and what is decided in it. Common practice, no source.
[[nodiscard]] std::vector<BoatIdea> ideas_for(const ProposalWish& wish);

/// What boats of a way of building are usually made of; a material of the built-in catalogue.
[[nodiscard]] const char* usual_material(BuildMethod method);

}  // namespace plucky
