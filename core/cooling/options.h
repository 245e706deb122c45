// Ways to plumb the same boat, and what each gives. In: boat, its running, circuits. Out: circuits to begin with;
// flow, temperatures, grams by circuit.
#pragma once

#include <memory>
#include <string>
#include <vector>

#include "base/text.h"
#include "cooling/heat.h"

namespace plucky {

enum class Plumbing { none, series, separate, three_outlets, pump_fed };
[[nodiscard]] const char* plumbing_key(Plumbing plumbing);
[[nodiscard]] const char* plumbing_name(Plumbing plumbing);
[[nodiscard]] Plumbing plumbing_from_key(const std::string& key);

/// A circuit of this kind for the parts of the layout: one pickup that suits the drive, coolers on ESC and motor where
/// they are, outlets on the driving side over the water. Numbers from `next` on. Settings (temperatures, lanes, driving
/// side, tests) are taken from `keep`. Coolers that the layout has no part for are left out; with none of them the
/// circuit is empty.
[[nodiscard]] CoolingCircuit plumbed(Plumbing plumbing, const Boat& boat, const CoolingCircuit& keep, Id next);

/// The skin at a station on the driving side, a little over the water: where an outlet is seen from the bank.
[[nodiscard]] Vec3 outlet_place(const Boat& boat, DrivingSide side, double x);

/// All hoses and the nipples of pickups, outlets, joiners and tees of this bore, m; walls in proportion.
[[nodiscard]] CoolingCircuit with_bore(CoolingCircuit circuit, double bore);
/// All pickups of this kind.
[[nodiscard]] CoolingCircuit with_pickup(CoolingCircuit circuit, FittingKind kind);
/// All hoses of this material; a rigid tube's wall is 0.5 mm.
[[nodiscard]] CoolingCircuit with_material(CoolingCircuit circuit, HoseMaterial material);

/// Mass and middle of everything in a circuit.
struct CircuitMass {
  double mass = 0.0;                 ///< kg
  Vec3 place = Vec3::Zero();         ///< m
  double hoses = 0.0, length = 0.0;  ///< kg and m of hose alone
};
[[nodiscard]] CircuitMass circuit_mass(const CoolingCircuit& circuit, const Layout& layout,
                                       const std::vector<HosePath>& paths);

struct OptionResult {
  Text name;
  bool runs = false;                                     ///< some water flows
  double motor_flow = 0.0, esc_flow = 0.0, taken = 0.0;  ///< m3/s at the throttle limit
  double winding = 0.0, esc = 0.0;                       ///< degC at the end of a run; 0 without the part
  std::optional<double> start_speed;                     ///< m/s at which the last outlet runs; none: never
  double mass = 0.0,
         cg_shift = 0.0;  ///< kg of hose and fittings; m by which the boat's CG moves against the first option
};

/// What a circuit gives in this boat.
[[nodiscard]] OptionResult try_option(const Text& name, const CoolingCircuit& circuit, const Boat& boat,
                                      const PowerReport& power, const RouteSpace& space);

/// The table people ask for: as it is; without water; series against separate; 2, 3 and 4 mm; the other pickup;
/// rubber against thin aluminium.
[[nodiscard]] std::vector<OptionResult> compare_options(const CoolingCircuit& circuit, const Boat& boat,
                                                        const PowerReport& power, const RouteSpace& space);

/// The same circuit with one hose of another kind or bore: what a gram saved in this run costs.
[[nodiscard]] std::vector<OptionResult> compare_hose(const CoolingCircuit& circuit, Id hose, const Boat& boat,
                                                     const PowerReport& power, const RouteSpace& space);

/// One point of flow over speed.
struct FlowPoint {
  double throttle = 0.0, speed = 0.0;
  CircuitFlow flow;
};
/// At the sweep's states that run.
[[nodiscard]] std::vector<FlowPoint> flow_sweep(const CooledBoat& cooled, const PowerReport& power);

/// Speed at which an outlet starts, m/s, by where its head passes what it must climb, between the sweep's points;
/// negative when it never does.
[[nodiscard]] std::optional<double> start_speed(const std::vector<FlowPoint>& sweep, Id outlet);

}  // namespace plucky
