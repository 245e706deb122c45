// Water through the drawn circuit. In: circuit with its hoses' paths, the stream and water line of a running point.
// Out: flow in every hose, what each pickup and outlet does, or why there is no answer.
#pragma once

#include <functional>
#include <string>
#include <vector>

#include "base/text.h"
#include "cooling/network.h"
#include "cooling/route.h"

namespace plucky {

/// What the running boat gives the circuit.
struct Stream {
  double speed = 0.0;                   ///< m/s, the boat's
  double race = 0.0;                    ///< m/s, in the propeller's wash or at a tap of the jet
  bool duct_full = true;                ///< the jet's duct is full of water
  std::function<double(double)> water;  ///< z of the water in boat axes at x, m
  double density = 998.2, viscosity = 1.0034e-6;
};

struct HoseFlow {
  Id hose = 0;
  double flow = 0.0;                              ///< m3/s, from its first end to its second
  double velocity = 0.0;                          ///< m/s
  double pressure_from = 0.0, pressure_to = 0.0;  ///< Pa over the air's
};
struct PickupFlow {
  Id fitting = 0;
  bool wet = false;
  double head = 0.0;  ///< m over the water outside that it can climb
  double flow = 0.0;  ///< m3/s
};
struct OutletFlow {
  Id fitting = 0;
  bool primed = false;  ///< the head reaches over the highest point on the easiest way to it
  double flow = 0.0;    ///< m3/s
  double height = 0.0;  ///< m over the water outside
  double climb = 0.0;   ///< m over the water outside, highest point of the easiest way; huge when there is no way
};
struct CoolerFlow {
  Id fitting = 0;
  double flow = 0.0;  ///< m3/s, magnitude
};

struct CircuitFlow {
  bool solved = false;
  Text message;  ///< why not
  /// The last good answer of an earlier state of the boat: now there is none, see `message`.
  bool stale = false;
  std::vector<HoseFlow> hoses;
  std::vector<PickupFlow> pickups;
  std::vector<OutletFlow> outlets;
  std::vector<CoolerFlow> coolers;
  double fill_time = 0.0;  ///< s, until the hoses that run are full; 0 when none does
  double imbalance = 0.0;  ///< m3/s
  int rounds = 0;
  [[nodiscard]] double taken() const;  ///< m3/s through all pickups
  [[nodiscard]] const CoolerFlow* cooler(Id fitting) const;
  [[nodiscard]] const HoseFlow* hose(Id id) const;
};

/// Something that cannot work, whatever the boat does.
struct CircuitFault {
  Id item = 0;  ///< fitting or hose
  Text sentence;
};
/// Dead ends, loops without pickup or outlet, pumps the wrong way round, hoses without bore. Throws nothing.
[[nodiscard]] std::vector<CircuitFault> circuit_faults(const CoolingCircuit& circuit);

/// `paths` in the order of the circuit's hoses. What cannot run (dry or blocked pickups, outlets the head does not
/// reach) is closed. Pressures are total ones at the nipples.
[[nodiscard]] CircuitFlow circuit_flow(const CoolingCircuit& circuit, const Layout& layout,
                                       const std::vector<HosePath>& paths, const Stream& stream);

/// Share of the stream's head that a pickup must take for its hose to climb `height` over the water outside:
/// 2 g h / v^2. Throws InvalidInput for a stream that stands still or a height not above zero.
[[nodiscard]] double recovery_from_height(double height, double stream_speed);

}  // namespace plucky
