// A boat that fills. In: hull with its bulkheads, loading, inlets, bilge pumps. Out: water in each compartment over
// time, how the boat lies, when it is in danger.
//
// The water in each compartment lies level with a free surface of its own, in whatever trim and heel the boat with it
// comes to rest; what comes in follows from the heads there. Quasi-steady, integrated by Dormand & Prince's fifth order
// with error control (Boost odeint); what happens on the way (a part wet, the pump's switch, no stability left) is
// located in time within each step.
#pragma once

#include <functional>
#include <optional>
#include <string>
#include <vector>

#include "base/text.h"
#include "flotation/equilibrium.h"
#include "hull/model.h"
#include "sealing/compartment.h"

namespace plucky {

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
  bool warns = false;  ///< a water contact: what reaches it is no harm but told
};

struct FloodLimits {
  double trim_low = -0.05, trim_high = 0.05;  ///< rad, away from which the boat is in danger
  double freeboard = 0.010;                   ///< m, least over the deck edge
  double duration = 1800.0;                   ///< s
  double tolerance = 1e-3;                    ///< of the water in a bay, error allowed in a step
};

struct FloodMoment {
  double time = 0.0;
  std::vector<double> water;            ///< m3 by compartment
  [[nodiscard]] double aboard() const;  ///< m3, in all bays
  double trim = 0.0, freeboard = 0.0, gm = 0.0, inflow = 0.0, pumped = 0.0;
};

struct FloodCourse {
  std::vector<FloodMoment> points;
  std::optional<double> to_trim, to_freeboard, to_part, to_capsize, to_sink;  ///< s; none: not within the course
  Id first_part = 0;
  std::optional<double> warned;  ///< s, until water reaches the first water contact
  Id first_contact = 0;
  std::optional<double> pump_started;  ///< s
  Text message;                        ///< why there is no course, or where it could not be followed to its end
  /// Soonest of all dangers, s; none when there is none.
  [[nodiscard]] std::optional<double> danger() const;
};

/// `tolerance` of the limits bounds the error; half of it changes no answer by more than a hundredth.
[[nodiscard]] FloodCourse flood(const ImmersedBody& body, const HullModel& hull,
                                const std::vector<Compartment>& compartments, const Loading& loading, double density,
                                const std::vector<Inlet>& inlets, const std::vector<BilgePump>& pumps,
                                const std::vector<Wettable>& parts, const FloodLimits& limits);

}  // namespace plucky
