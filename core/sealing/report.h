// What the openings come to: the leak budget, time until danger, whether the bilge pump stands where water collects,
// what shields the electronics. In: register, hull, loading. Out: SealReport.
#pragma once

#include <string>
#include <vector>

#include "base/text.h"
#include "sealing/openings.h"

namespace plucky {

/// Where the bilge pump stands against where the water gathers.
struct PumpPlace {
  Id part = 0;
  Text bay;
  double x = 0.0;               ///< m, the pump
  double low_standing = 0.0;    ///< m, station of the deepest point of its bay at rest
  double low_running = 0.0;     ///< m, at running trim
  double before_trigger = 0.0;  ///< m3 in the bay when it starts, at rest
  double least_before = 0.0;    ///< m3 that a pump at the deepest point would start at
  double lift = 0.0;            ///< m, to the deck
  double flow = 0.0;            ///< m3/s at that lift
};

/// What a part needs where it sits.
enum class Wetness { dry, splash, wet_bay };
struct PartNeed {
  Id part = 0;
  std::string name;
  Wetness where = Wetness::dry;
  Shield has = Shield::none;
  bool enough = true;
  double over_floor = 0.0;  ///< m, its underside over the bottom beneath it
};
[[nodiscard]] const char* wetness_name(Wetness wetness);

struct SealReport {
  std::vector<Compartment> bays;
  std::vector<SealOpening> openings;
  double expected = 0.0, running = 0.0;  ///< m3/s, all together, standing and at the throttle limit
  FloodCourse course;                    ///< two hours afloat at rest, as sealed
  FloodCourse driven;                    ///< the same of a boat that is driven all the time
  bool stale = false;                    ///< the course is of an earlier state of the boat: a drag is on
  std::vector<PumpPlace> pumps;
  std::vector<PartNeed> needs;
  /// Soonest danger of both, s; none when there is none.
  [[nodiscard]] std::optional<double> danger() const;
  [[nodiscard]] const SealOpening* find(const std::string& key) const;
};

/// Everything the stage tells. With `kept` the course is not worked out but taken from before and marked stale.
/// `running_water` gives z of the running water at x; empty where the boat does not run.
[[nodiscard]] SealReport seal_report(const SealInput& in, const ImmersedBody& body,
                                     const std::function<double(double)>& running_water, double running_trim,
                                     double trim_low, double trim_high, const SealReport* kept = nullptr);

/// How long a course is followed, s.
inline constexpr double course_length = 7200.0;

/// The course with other seals: what if this one is worn, that gasket missing, the walls of two perimeters? Openings as
/// changed, the rest as in the report.
[[nodiscard]] FloodCourse flood_with(const SealInput& in, const SealReport& report, const ImmersedBody& body,
                                     const std::vector<SealOpening>& openings, double trim_low, double trim_high,
                                     bool driven = false);

}  // namespace plucky
