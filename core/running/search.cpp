#include "running/search.h"

#include <algorithm>

#include "base/error.h"

namespace plucky {

double worth(const SearchCell& c, Aim aim) {
  switch (aim) {
    case Aim::speed:
      return c.full.speed;
    case Aim::run_time:
      return c.run_time.value_or(0.0);
    case Aim::efficiency:
      return c.full.efficiency;
    case Aim::coolness:
      return -c.winding.value_or(0.0);
  }
  return 0.0;
}

const SearchCell* SearchMap::best(Aim aim) const {
  const SearchCell* best = nullptr;
  for (const SearchCell& c : cells)
    if (c.allowed() && (!best || worth(c, aim) > worth(*best, aim))) best = &c;
  return best;
}

std::vector<double> steps_between(double low, double high, int count) {
  if (count < 1 || count > 100 || high < low)
    throw InvalidInput(
        "range", Text("{0} to {1} in {2} steps: must be 1 to 100 steps and the lower end first", low, high, count));
  std::vector<double> out;
  for (int i = 0; i < count; ++i) out.push_back(count == 1 ? low : low + (high - low) * i / (count - 1));
  return out;
}

SearchMap search_propellers(const Boat& boat, const std::vector<double>& diameters, const std::vector<double>& pitches,
                            const std::function<bool(double)>& going_on) {
  SearchMap map{diameters, pitches, {}};
  if (diameters.empty() || pitches.empty()) return map;
  Drive longest = boat.drive;
  longest.screw.pitch = *std::max_element(pitches.begin(), pitches.end());
  const ResistanceCurve curve(running_hull(boat), greatest_speed(longest));
  const PoweredBoat powered(boat, curve);
  const auto [thinnest, widest] = std::minmax_element(diameters.begin(), diameters.end());
  const auto [flattest, steepest] = std::minmax_element(pitches.begin(), pitches.end());
  const auto charts = charts_over(boat.drive, *flattest / *widest, *steepest / *thinnest);
  const std::size_t all = diameters.size() * pitches.size();
  for (double diameter : diameters)
    for (double pitch : pitches) {
      if (going_on && map.cells.size() % 16 == 0 &&
          !going_on(static_cast<double>(map.cells.size()) / static_cast<double>(all)))
        return map;
      SearchCell c{.diameter = diameter, .pitch = pitch};
      Drive drive = boat.drive;
      drive.screw.diameter = diameter;
      drive.screw.pitch = pitch;
      const PoweredBoat tried = powered.with(drive, charts ? &*charts : nullptr);
      c.full = tried.at(drive.throttle);
      c.doubt = tried.doubt();
      if (c.full.runs()) {
        c.run_time = tried.run_time(c.full.shaft.battery_current);
        c.winding = tried.winding_after(c.full, *c.run_time);
        c.broken = broken_limit(drive, c.full, *c.winding);
      }
      map.cells.push_back(std::move(c));
    }
  return map;
}

}  // namespace plucky
