#include "assessment/stages/cool/cool_stage.h"

namespace plucky {

namespace {

/// Water through the boat: what the circuit brings and how warm things get with it.
void cool_boat(Assessment& a) {
  const CoolingCircuit& c = a.project.cooling;
  a.faults = circuit_faults(c);
  a.plumbing = circuit_mass(c, a.project.layout, a.hoses);
  if (!a.power.full.runs()) {
    a.water.message = a.power.message.empty() ? "the boat does not run" : a.power.message;
    return;
  }
  const Boat boat = boat_of(a);
  const CooledBoat cooled(boat, c, a.hoses);
  a.water = cooled.flow(a.power.full);
  if (!a.power.stale) {
    if (!c.empty()) a.water_sweep = flow_sweep(cooled, a.power);
    a.heat = heat_report(cooled, a.power);
    return;
  }
  // In a drag the heat it began with stands, and every fourth state serves the eye.
  for (std::size_t i = 3; i < a.power.sweep.size() && !c.empty(); i += 4)
    if (const RunningState& state = a.power.sweep[i]; state.runs())
      a.water_sweep.push_back({state.throttle, state.speed, cooled.flow(state)});
}

/// Where the water has no answer now its last good one of the same fittings and hoses stays to be seen, marked stale.
void keep_water(Assessment& a, std::optional<std::pair<CoolingCircuit, CircuitFlow>>& kept) {
  const CoolingCircuit& c = a.project.cooling;
  const auto ids = [](const CoolingCircuit& of) {
    std::vector<Id> out;
    for (const CoolFitting& f : of.fittings) out.push_back(f.id);
    for (const Hose& h : of.hoses) out.push_back(h.id);
    return out;
  };
  if (a.water.solved) {
    kept = std::pair{c, a.water};
  } else if (kept && ids(kept->first) == ids(c)) {
    const Text why = a.water.message;
    a.water = kept->second;
    a.water.stale = true;
    a.water.message = why;
  }
}

struct CoolMemory {
  HeatReport heat;
  std::optional<std::pair<CoolingCircuit, CircuitFlow>> water;
};

void run_cool(Assessment& a, std::any& memory) {
  auto& kept = memory_as<CoolMemory>(memory);
  if (a.power.stale) a.heat = kept.heat;
  cool_boat(a);
  if (!a.power.stale) kept.heat = a.heat;
  keep_water(a, kept.water);
}

void numbers_of_cool(const Assessment& a, LedgerRows& rows) {
  rows.add("water", "Cooling water", "Water", a.water.solved && !a.water.stale, a.water.taken(), Dimension::flow,
           Sense::more_is_better, "cool.flow", a.power.stale);
}

}  // namespace

StageRun cool_stage() {
  return {.stage = Stage::cool,
          .name = "Cool",
          .run = &run_cool,
          .rules = &cool_rules,
          .numbers = &numbers_of_cool,
          .judged_by = {"water", "winding", "current", "run_time", "speed", "leak", "mass", "trim"}};
}

}  // namespace plucky
