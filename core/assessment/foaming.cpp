#include "assessment/foaming.h"

#include <algorithm>
#include <cmath>

#include "assessment/places.h"
#include "base/written.h"

namespace plucky {

namespace {

/// Ends first: what keeps a swamped boat level lies far from its middle.
std::vector<double> from_the_ends(double low, double high) {
  std::vector<double> out;
  constexpr int count = 18;
  for (int i = 0; i <= count / 2; ++i) {
    out.push_back(high - (high - low) * i / count);
    out.push_back(low + (high - low) * i / count);
  }
  return out;
}

/// Foam under a hatch bars the way of what is taken out through it: what stands lower in its plan.
bool bars_a_hatch(const Project& p, const Part& block) {
  const auto over_it = [&](const Hatch& h) {
    const Part opening{.size = {h.length, h.width, 0.0}, .place = {h.x + 0.5 * h.length, h.y, 0.0}};
    return shares_its_plan(opening, block);
  };
  const auto under_it = [&](const Part& part) {
    return part.kind != PartKind::foam && !part.outside && part.place.z() < block.box().high.z() &&
           shares_its_plan(part, block);
  };
  return std::any_of(p.hull.hatches.begin(), p.hull.hatches.end(), over_it) &&
         std::any_of(p.layout.parts.begin(), p.layout.parts.end(), under_it);
}

/// Where a battery is slid by its own length to come out from under something: foam there locks it in.
bool in_a_battery_lane(const Project& p, const Part& block) {
  constexpr double play = 0.006;  // m
  return std::any_of(p.layout.parts.begin(), p.layout.parts.end(), [&](const Part& part) {
    if (part.kind != PartKind::battery || part.outside) return false;
    Part lane = part;
    lane.size += Vec3(2.0 * part.size.x() + 2.0 * play, 2.0 * play, 2.0 * play);
    return shares_its_plan(lane, block) && block.box().high.z() > lane.box().low.z();
  });
}

}  // namespace

Project with_foam(const Assessment& boat, double longest, bool keep_lanes) {
  // A tenth more, for what its own weight takes.
  double wanted = 1.1 * boat.swamped.foam_volume;
  if (wanted <= 0.0) return boat.project;
  Assessment a = boat;
  const HullModel& hull = a.hull->model;
  const Vec3 room = hull.box.size();
  Standing standing(a);
  for (const double along : {0.26, 0.16, 0.09, 0.06}) {
    if (along > longest) continue;
    for (const double across : {0.40, 0.24, 0.13, 0.09})
      for (const double up : {0.55, 0.38, 0.24}) {
        const Vec3 size(along * room.x(), across * room.y(), up * room.z());
        for (const double x : from_the_ends(hull.box.low.x() + 0.5 * size.x(), hull.box.high.x() - 0.5 * size.x()))
          for (const double share : {0.0, 0.16, 0.26, 0.36, 0.40}) {
            if (wanted <= 0.0) return a.project;
            const double y = share * room.y();
            const double top = hull.deck_height(x, y) - 0.5 * size.z();
            for (const double under : {0.006, 0.014, 0.03, 0.045, 0.06, 0.08}) {
              if (under + size.z() > room.z()) break;
              Part block{.name = written("Foam"), .kind = PartKind::foam, .size = size};
              block.mass = foam_density * size.prod();
              block.mass_sigma = 0.1 * block.mass;
              block.may_get_wet = true;
              const Vec3 port(x, y, top - under), starboard(x, -y, top - under);
              // A pair on either side of the plane must not meet in it.
              if (y > 0.0 && y < 0.5 * size.y()) continue;
              const std::vector<Vec3> sides = y > 0.0 ? std::vector{port, starboard} : std::vector{port};
              const bool free = std::all_of(sides.begin(), sides.end(), [&](const Vec3& at) {
                block.place = at;
                return standing.is_free(block, at) && !bars_a_hatch(a.project, block) &&
                       !(keep_lanes && in_a_battery_lane(a.project, block));
              });
              if (!free) continue;
              for (const Vec3& at : sides) {
                block.id = a.project.take_id();
                block.place = at;
                a.project.layout.parts.push_back(block);
                wanted -= size.prod();
              }
              break;
            }
          }
      }
  }
  return a.project;
}

double foam_aboard(const Project& boat) {
  double volume = 0.0;
  for (const Part& part : boat.layout.parts)
    if (part.kind == PartKind::foam) volume += part.size.prod();
  return volume;
}

bool has_room_for_foam(const Assessment& boat) {
  return boat.swamped.foam_volume <= 0.0 ||
         foam_aboard(with_foam(boat)) - foam_aboard(boat.project) >= boat.swamped.foam_volume;
}

}  // namespace plucky
