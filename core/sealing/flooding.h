// A boat that fills. In: hull with its bulkheads, loading, inlets, bilge pumps. Out: water in each compartment over
// time, how the boat lies, when it is in danger.
//
// The water in each compartment lies level with a free surface of its own; the boat with it is brought to rest at each
// step, and what comes in follows from the heads there. Quasi-steady, steps by how fast things change.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "flotation/equilibrium.h"
#include "hull/model.h"

namespace plucky {

/// The space between two watertight bulkheads: areas of its sections over heights.
class Compartment {
 public:
  Compartment() = default;
  /// From x to x, m; `skin` is the thickness that takes from the room.
  Compartment(const HullModel& hull, double from, double to, double skin, std::string name);
  [[nodiscard]] const std::string& name() const { return name_; }
  [[nodiscard]] double from() const { return from_; }
  [[nodiscard]] double to() const { return to_; }
  [[nodiscard]] double volume() const;  ///< m3
  /// Water of a volume under a plane parallel to the outside water.
  struct Water {
    double offset = 0.0;          ///< of its surface, as WaterPlane::offset
    Vec3 centre = Vec3::Zero();   ///< m
    double surface_second = 0.0;  ///< m4, of its surface about its own middle line, across
    double lowest_x = 0.0;        ///< m, station of its deepest point
    double depth = 0.0;           ///< m, there
    bool full = false;
  };
  [[nodiscard]] Water holding(double volume, const Attitude& attitude) const;
  /// Depth of that water at a place along the boat, m; 0 where it is dry.
  [[nodiscard]] double depth_at(const Water& water, const Attitude& attitude, double x) const;

 private:
  struct Slice {
    double x = 0.0, width = 0.0;  ///< m, station and its share of the length
    double low = 0.0, step = 0.0;
    std::vector<double> area, moment;  ///< m2, m3 about z = 0: below low + i step
  };
  struct Part {
    double volume = 0.0, second = 0.0;
    Vec3 moment = Vec3::Zero();
  };
  [[nodiscard]] Part below(double offset, const Attitude& attitude) const;
  std::string name_;
  double from_ = 0.0, to_ = 0.0;
  std::vector<Slice> slices_;
};

/// One per space between watertight bulkheads, from the transom forward.
[[nodiscard]] std::vector<Compartment> compartments_of(const HullModel& hull, const HullDesign& design);
/// The one that holds x.
[[nodiscard]] std::size_t compartment_at(const std::vector<Compartment>& all, double x);

/// A way in. `flow` gives m3/s for a head in m at its inner end; outside water stands over it or it is dry.
struct Inlet {
  std::string key;
  Vec3 place = Vec3::Zero();  ///< m, of the point the water must reach
  std::size_t compartment = 0;
  std::function<double(double)> flow;
  double least = 0.0;  ///< m3/s that comes in whatever the head: what a driven boat takes over and through
};

struct BilgePump {
  double x = 0.0, floor = 0.0;  ///< m, its station and the height of its inlet
  double trigger = 0.005;       ///< m of water over its inlet
  double flow = 0.0;            ///< m3/s against nothing
  double head = 1.0;            ///< m it can just lift
  double outlet_z = 0.1;        ///< m
  std::size_t compartment = 0;
};

/// A part that water spoils.
struct Wettable {
  Id part = 0;
  std::string name;
  double x = 0.0, underside = 0.0;  ///< m
  std::size_t compartment = 0;
};

struct FloodLimits {
  double trim_low = -0.05, trim_high = 0.05;  ///< rad, away from which the boat is in danger
  double freeboard = 0.010;                   ///< m, least over the deck edge
  double duration = 1800.0;                   ///< s
};

struct FloodMoment {
  double time = 0.0;
  std::vector<double> water;            ///< m3 by compartment
  [[nodiscard]] double aboard() const;  ///< m3, in all bays
  double trim = 0.0, freeboard = 0.0, gm = 0.0, inflow = 0.0, pumped = 0.0;
};

struct FloodCourse {
  std::vector<FloodMoment> points;
  double to_trim = -1.0, to_freeboard = -1.0, to_part = -1.0, to_capsize = -1.0, to_sink = -1.0;  ///< s; negative: not
  Id first_part = 0;
  double pump_started = -1.0;  ///< s
  std::string message;         ///< why there is no course
  /// Soonest of all dangers, s; negative when there is none.
  [[nodiscard]] double danger() const;
};

[[nodiscard]] FloodCourse flood(const ImmersedBody& body, const HullModel& hull,
                                const std::vector<Compartment>& compartments, const Loading& loading, double density,
                                const std::vector<Inlet>& inlets, const std::vector<BilgePump>& pumps,
                                const std::vector<Wettable>& parts, const FloodLimits& limits);

}  // namespace plucky
