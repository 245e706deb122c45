// How warm motor, ESC and battery get with the water the circuit brings, and without. In: boat, circuit, running state.
// Out: temperatures steady and in time, water on its way, how long one may run dry.
//
// Motor: two nodes (drive/thermal.h). ESC and battery: one node, heat capacity of their mass, air over their surface;
// a cooler takes effectiveness 1 - exp(-UA / (m c)) of what the stream could carry. Capacities and conductances by mass
// and surface: common practice, no source, good to about a third.
#pragma once

#include <memory>
#include <vector>

#include "cooling/flow.h"
#include "running/power.h"

namespace plucky {

/// Electronics are to stay under 65 degC (150 F), batteries under 60; common practice, no source.
inline constexpr double electronics_limit = 65.0, battery_limit = 60.0;

/// The stream at the pickups of a boat in this state: the race behind the propeller, or the water at a tap of the jet's
/// stator, where the impeller's disc is passed.
[[nodiscard]] Stream stream_of(const Boat& boat, const RunningState& state);

/// Share of the heat a stream could carry that passes to it: 1 - exp(-UA / (m c)), flow in m3/s; 0 without flow.
[[nodiscard]] double effectiveness(double conductance, double flow, double density);

/// Circuit and boat together, prepared once; refers to both.
class CooledBoat {
 public:
  CooledBoat(const Boat& boat, const CoolingCircuit& circuit, const std::vector<HosePath>& paths)
      : boat_(boat), circuit_(circuit), paths_(paths) {}
  [[nodiscard]] CircuitFlow flow(const RunningState& state) const;
  /// What reaches the motor's jacket at this state.
  [[nodiscard]] JacketWater jacket(const RunningState& state) const;
  /// Temperature of the water at each cooler's way in and out, degC, for given heat into each; in the order of
  /// `flow.coolers`. Streams mix where they meet; heat is followed along the flow.
  struct Warmed {
    double in = 0.0, out = 0.0;
  };
  [[nodiscard]] std::vector<Warmed> water_on_its_way(const CircuitFlow& flow, const std::vector<double>& heat) const;

  /// What passes a part's coolers before anything has warmed it.
  struct PartWater {
    double flow = 0.0, in = 0.0;  ///< m3/s, degC
    double carried = 0.0;         ///< W for each K between part and water
  };
  [[nodiscard]] PartWater water_at(Id part, const CircuitFlow& flow) const;

  const Boat& boat_;
  const CoolingCircuit& circuit_;
  const std::vector<HosePath>& paths_;
};

/// One warm part.
struct PartHeat {
  Id part = 0;
  std::string name;
  double loss = 0.0;                             ///< W, at the throttle limit
  double limit = 0.0;                            ///< degC
  bool cooled = false;                           ///< water passes it
  double flow = 0.0;                             ///< m3/s
  double water_in = 0.0, water_out = 0.0;        ///< degC
  std::optional<double> steady_wet, steady_dry;  ///< degC; none where it runs away or passes `burnt`
  double end = 0.0;                              ///< degC, at the end of the run as it is cooled
  double duty_end = 0.0;                         ///< degC, at the end of a run of the duty cycle, as it is cooled
  std::optional<double> duty_can;                ///< degC, of a motor: its can then
  double dry_end = 0.0;                          ///< degC, at the end of the run without water
  std::optional<double> time_wet, time_dry;      ///< s to the limit; none when it stays below
  std::vector<double> time, wet, dry;            ///< s, degC
};

struct HeatReport {
  std::vector<PartHeat> parts;
  /// s at a throttle until the first part passes its limit without water; none when none does while the battery
  /// lasts.
  struct DryRun {
    double throttle = 0.0, run_time = 0.0;
    std::optional<double> time;
  };
  std::vector<DryRun> dry;
  [[nodiscard]] const PartHeat* part(Id id) const;
};

/// At the state given, for its run time. Throws nothing; parts that the layout lacks are left out.
[[nodiscard]] HeatReport heat_report(const CooledBoat& cooled, const PowerReport& power);

}  // namespace plucky
